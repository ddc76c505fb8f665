'use client';

import { useEffect, useMemo, useRef } from 'react';
import { catalogueOf, type OwnLibrary } from '@/core/drills/catalogue';
import { blockClientOf, type ClientPlan } from '@/core/propose/input';
import type { CheckClient } from '@/core/sequence/check';
import { mergeSequences } from '@/core/sequence/merge';
import type { Sequence } from '@/core/sequence/sequence';
import { useAutosave } from '@/ui/autosave/use-autosave';
import { useSequenceEditor } from './use-sequence-editor';

type Given = {
  sequenceId: string;
  initial: Sequence;
  rev: number;
  plan: ClientPlan;
  without: readonly string[];
  leads: readonly string[];
  library: OwnLibrary;
};

/** A sequence that is being written: what saves it, what edits it, and the client that it is checked against. */
export function useWritten({ sequenceId, initial, rev, plan, without, leads, library }: Given) {
  const catalogue = useMemo(() => catalogueOf(library), [library]);
  const client: CheckClient = useMemo(
    () => ({
      flags: plan.flags,
      props: plan.props,
      owned: { level: plan.ownedLevel, drills: plan.owned ?? [] },
      library: catalogue,
      client: blockClientOf(plan),
      without,
      leads,
    }),
    [plan, without, leads, catalogue],
  );
  const rebase = useRef<((base: Sequence, theirs: Sequence) => void) | null>(null);
  const autosave = useAutosave<Sequence>({
    kind: 'sequence',
    id: sequenceId,
    initial,
    rev,
    merge: (base, mine, theirs) => {
      const both = joined(base, mine, theirs);
      if (both) rebase.current?.(base, theirs);
      return both;
    },
  });
  const editor = useSequenceEditor(initial, autosave, client);
  useEffect(() => {
    rebase.current = editor.rebase;
  });
  return { catalogue, client, autosave, editor };
}

/** Both windows' edits as one sequence; null where they changed the same thing differently, and the user has to say. */
function joined(base: Sequence, mine: Sequence, theirs: Sequence): Sequence | null {
  const { sequence, clashes } = mergeSequences(base, mine, theirs);
  return clashes.length === 0 ? sequence : null;
}
