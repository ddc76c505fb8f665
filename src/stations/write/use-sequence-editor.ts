'use client';

import { useMemo, useState, useSyncExternalStore } from 'react';
import { mergeSequences } from '@/core/sequence/merge';
import { problemsOf, type CheckClient, type Problem } from '@/core/sequence/check';
import { applyEdit, redo, startHistory, step, undo, withGroups, type Edit } from '@/core/sequence/edit';
import { lengthBy } from '@/core/sequence/lengthen';
import type { Block, Sequence } from '@/core/sequence/sequence';
import type { PickHow } from '@/pictures/staves';
import type { Autosave } from '@/ui/autosave/use-autosave';

/** What was copied last; it outlives the page, so that blocks can be carried to another sequence. */
let clipboard: readonly Block[] = [];

/** The change that is being dragged, by itself, so that only what shows it is drawn anew with every move. */
export type DraftStore = {
  get: () => Edit | null;
  set: (edit: Edit | null) => void;
  subscribe: (told: () => void) => () => void;
};

function draftStore(): DraftStore {
  let edit: Edit | null = null;
  const told = new Set<() => void>();
  return {
    get: () => edit,
    set: (next) => {
      if (JSON.stringify(next) === JSON.stringify(edit)) return;
      edit = next;
      for (const tell of told) tell();
    },
    subscribe: (tell) => {
      told.add(tell);
      return () => void told.delete(tell);
    },
  };
}

/** A sequence with what is being dragged. */
export function useDrafted(kept: Sequence, draft: DraftStore): Sequence {
  const edit = useSyncExternalStore(draft.subscribe, draft.get, () => null);
  return useMemo(() => (edit ? applyEdit(kept, edit) : kept), [kept, edit]);
}

export type SequenceEditor = ReturnType<typeof useSequenceEditor>;

/** Everything that can be done to a sequence on its staves: choosing, editing with undo without limit, and mending. */
export function useSequenceEditor(initial: Sequence, autosave: Autosave<Sequence>, client: CheckClient) {
  const [history, setHistory] = useState(() => startHistory(initial));
  const [chosen, setChosen] = useState<readonly string[]>(() => initial.blocks.slice(0, 1).map((b) => b.id));
  const [draft] = useState(draftStore);
  const [copied, setCopied] = useState(clipboard.length);
  const kept = autosave.value;
  // A value that came from elsewhere (recovered, or joined in from another window) becomes the present of the history.
  const current = history.now === kept ? history : { ...history, now: kept };
  const problems = useMemo(() => problemsOf(kept, client), [kept, client]);
  const show = (next: typeof history) => {
    setHistory(next);
    autosave.set(next.now);
  };
  const set = (next: Sequence) => show(step(current, next));
  const editAll = (edits: readonly Edit[]) => set(edits.reduce(applyEdit, kept));
  const edit = (change: Edit) => editAll([change]);
  const selected = useMemo(
    () => new Set(chosen.filter((id) => kept.blocks.some((b) => b.id === id))),
    [chosen, kept],
  );
  const lastId = chosen.findLast((id) => selected.has(id)) ?? null;
  const index = kept.blocks.findIndex((b) => b.id === lastId);
  const block = kept.blocks[index];
  const pick = (id: string, how: PickHow) => {
    if (how === 'only') return setChosen([id]);
    if (how === 'toggle') return setChosen((c) => (c.includes(id) ? c.filter((x) => x !== id) : [...c, id]));
    const [from, to] = [index < 0 ? 0 : index, kept.blocks.findIndex((b) => b.id === id)];
    setChosen([
      ...kept.blocks
        .slice(Math.min(from, to), Math.max(from, to) + 1)
        .map((b) => b.id)
        .filter((x) => x !== id),
      id,
    ]);
  };
  const go = (by: number, extend: boolean) => {
    const next = kept.blocks[Math.min(kept.blocks.length - 1, Math.max(0, index + by))];
    if (next) setChosen((c) => (extend ? [...c.filter((x) => x !== next.id), next.id] : [next.id]));
  };
  const [full, setFull] = useState(false);
  const insert = (blocks: readonly Block[], at: number) => {
    const next = applyEdit(kept, { kind: 'insertMany', blocks, at });
    setFull(blocks.length > 0 && next === kept);
    if (next === kept) return;
    const before = new Set(kept.blocks.map((b) => b.id));
    set(next);
    setChosen(next.blocks.filter((b) => !before.has(b.id)).map((b) => b.id));
  };
  const together = () => withGroups(kept, [...selected]);
  const move = (ids: readonly string[], to: number) =>
    edit({ kind: 'moveMany', blockIds: withGroups(kept, ids), to });
  const moveBy = (by: number) => {
    const ids = together();
    const first = kept.blocks.findIndex((b) => ids.includes(b.id));
    if (first >= 0) edit({ kind: 'moveMany', blockIds: ids, to: Math.max(0, first + by) });
  };
  const remove = () => {
    const ids = together();
    if (ids.length === 0) return;
    const next =
      kept.blocks.slice(index + 1).find((b) => !ids.includes(b.id)) ??
      kept.blocks.slice(0, index).findLast((b) => !ids.includes(b.id));
    edit({ kind: 'removeMany', blockIds: ids });
    setChosen(next ? [next.id] : []);
  };
  const copy = () => {
    const ids = together();
    clipboard = kept.blocks.filter((b) => ids.includes(b.id));
    setCopied(clipboard.length);
  };
  const lengthen = (steps: number) =>
    editAll(kept.blocks.filter((b) => selected.has(b.id)).flatMap((b) => lengthBy(b, steps) ?? []));
  const exhale = (by: number) =>
    editAll(
      kept.blocks.flatMap((b) =>
        selected.has(b.id) && b.breathing.kind === 'paced'
          ? [
              {
                kind: 'phase' as const,
                blockId: b.id,
                phase: 'exhale' as const,
                seconds: b.breathing.pattern.exhaleS + by,
              },
            ]
          : [],
      ),
    );
  const grouped = block?.group !== undefined;
  const group = () =>
    edit(grouped ? { kind: 'ungroup', blockIds: together() } : { kind: 'group', blockIds: [...selected] });
  const fix = (problem: Problem) => problem.fix && editAll(problem.fix.edits);
  const fixNext = () => {
    const problem =
      problems.find((p) => p.fix && p.blockId === lastId) ??
      problems.find((p) => p.fix && p.level === 'stop') ??
      problems.find((p) => p.fix);
    if (problem) fix(problem);
  };
  return {
    kept,
    draft,
    problems,
    selected,
    block,
    index,
    pick,
    go,
    edit,
    editAll,
    set,
    insert,
    move,
    moveBy,
    remove,
    copy,
    lengthen,
    exhale,
    group,
    grouped,
    fix,
    fixNext,
    /** Edits of another window go into what can be undone to as well, so that undoing here takes back nothing of theirs. */
    rebase: (base: Sequence, theirs: Sequence) =>
      setHistory((h) => ({
        ...h,
        past: h.past.map((p) => mergeSequences(base, p, theirs).sequence),
        future: h.future.map((p) => mergeSequences(base, p, theirs).sequence),
      })),
    paste: () => insert(clipboard, index + 1),
    canPaste: copied > 0,
    /** The last thing that was to be put in found no room. */
    full,
    /** While an edge is dragged the change is shown and not yet made. */
    preview: (change: Edit | null, done: boolean) => {
      draft.set(done ? null : change);
      if (done && change) edit(change);
    },
    undo: () => show(undo(current)),
    redo: () => show(redo(current)),
    canUndo: current.past.length > 0,
    canRedo: current.future.length > 0,
  };
}
