'use client';

import type { ReactNode } from 'react';
import type { Result } from '@/core/base/result';
import type { Sequence } from '@/core/sequence/sequence';
import type { Autosave } from '@/ui/autosave/use-autosave';
import { LiveTotal } from './live';
import { PaperMenu } from './paper-menu';
import type { SequenceEditor } from './use-sequence-editor';
import { SequenceName } from './sequence-name';

export type SequenceActions = {
  renameSequence: (sequenceId: string, name: string) => Promise<Result<null>>;
  keepVersion: (sequenceId: string, label: string, data: Sequence) => Promise<Result<null>>;
  keepTemplate: (name: string, data: Sequence) => Promise<Result<null>>;
};

type Props = {
  sequenceId: string;
  name: string;
  editor: SequenceEditor;
  autosave: Autosave<Sequence>;
  actions: SequenceActions;
  /** Everything that can be done is shown. */
  more: boolean;
  /** How it is saved, where nothing has to be said aloud. */
  status: ReactNode;
  tools: ReactNode;
  children: ReactNode;
};

/** The name of a sequence, its time, how good it is, and what can be done with the whole of it. */
export function WriteHead({
  sequenceId,
  name,
  editor,
  autosave,
  actions,
  more,
  status,
  tools,
  children,
}: Props) {
  const { kept, selected } = editor;
  return (
    <div className="flex flex-wrap items-end gap-3">
      <div className="min-w-0 grow">
        <SequenceName name={name} more={more} onRename={(to) => actions.renameSequence(sequenceId, to)} />
        <div className="text-small leading-tight tabular-nums" aria-live="polite">
          <LiveTotal kept={kept} draft={editor.draft} />
          {kept.proof && <span className="text-soft"> · {provenAs(kept.proof)}</span>}
          {status && <span className="inline-block pl-3">{status}</span>}
          {selected.size > 1 && <span className="text-soft"> · {selected.size} chosen</span>}
        </div>
      </div>
      {tools}
      <div className="flex flex-wrap items-center gap-1">
        <PaperMenu
          sequenceId={sequenceId}
          name={name}
          sequence={kept}
          flush={autosave.flush}
          onTemplate={actions.keepTemplate}
        />
        {children}
      </div>
    </div>
  );
}

const provenAs = ({ proven, bound, value }: NonNullable<Sequence['proof']>): string =>
  proven
    ? 'no choice of drills serves the needs better'
    : `within ${((bound / value - 1) * 100).toFixed(1)} % of the best`;
