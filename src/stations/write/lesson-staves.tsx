'use client';

import { useMemo, useState, type ComponentProps } from 'react';
import { editLesson, type LessonEdit } from '@/core/lesson/edit-lesson';
import { gateBefore } from '@/core/sequence/gates';
import { inSets } from '@/core/lesson/in-sets';
import type { JudgedFor } from '@/core/sequence/judge';
import { applyEdit, type Edit } from '@/core/sequence/edit';
import { spentS } from '@/core/sequence/lesson';
import type { Sequence } from '@/core/sequence/sequence';
import { lessonBlockId, setNumber } from '@/core/sequence/set-block';
import { Staves } from '@/pictures/staves';

type Props = {
  kept: Sequence;
  client: JudgedFor;
  selected: ReadonlySet<string>;
  marked: ReadonlyMap<string, 'stop' | 'care'>;
  onTake: (next: Sequence) => void;
} & Pick<ComponentProps<typeof Staves>, 'scale' | 'dropAt' | 'onPick' | 'onMove'>;

/** A change of the length of one set, where its edge was dragged. */
function setEdit(edit: Edit): LessonEdit | null {
  if (edit.kind !== 'breaths' && edit.kind !== 'free') return null;
  const on = { blockId: lessonBlockId(edit.blockId), set: setNumber(edit.blockId) - 1 };
  return edit.kind === 'breaths'
    ? { kind: 'setCount', ...on, count: edit.breaths }
    : { kind: 'setWork', ...on, seconds: edit.seconds };
}

/** A set that was dropped among the other sets of its block; null where it was dropped elsewhere, and the block goes there. */
function setMove(blocks: Sequence['blocks'], id: string, at: number): LessonEdit | null {
  const blockId = lessonBlockId(id);
  const rest = blocks.filter((b) => b.id !== id);
  const isOwn = (index: number) => {
    const there = rest[index];
    return there !== undefined && lessonBlockId(there.id) === blockId;
  };
  if (!isOwn(at) && !isOwn(at - 1)) return null;
  const to = rest.slice(0, at).filter((b) => lessonBlockId(b.id) === blockId).length;
  return { kind: 'moveSet', blockId, set: setNumber(id) - 1, to };
}

/** The staves of a lesson: every set for itself, its free breathing behind it, gates before sets and blocks, the sign at both ends. */
export function LessonStaves({ kept, client, selected, marked, onTake, onPick, onMove, ...rest }: Props) {
  const [dragged, setDragged] = useState<Edit | null>(null);
  const sets = useMemo(() => inSets(kept, client), [kept, client]);
  const drawn = useMemo(() => (dragged ? applyEdit(sets, dragged) : sets), [sets, dragged]);
  const gates = useMemo(
    () =>
      new Map(
        sets.blocks.flatMap((b, i): [string, string][] => {
          const gate = gateBefore(sets, i);
          return gate ? [[b.id, `Only if ${gate.onlyIf}. Otherwise: ${gate.otherwise}.`]] : [];
        }),
      ),
    [sets],
  );
  const time = kept.lesson?.sign.time;
  const sign = useMemo(() => ({ leadS: time ? spentS(time) : 0 }), [time]);
  const everySet = useMemo(
    () => new Set(sets.blocks.filter((b) => selected.has(lessonBlockId(b.id))).map((b) => b.id)),
    [sets, selected],
  );
  const marks = useMemo(
    () =>
      new Map(
        sets.blocks.flatMap((b) => {
          const level = marked.get(b.id);
          return level ? [[b.id, level] as const] : [];
        }),
      ),
    [sets, marked],
  );
  return (
    <Staves
      {...rest}
      sequence={drawn}
      sign={sign}
      gates={gates}
      selected={everySet}
      marked={marks}
      onPick={(id, how) => onPick?.(lessonBlockId(id), how)}
      alone={selected.size < 2}
      onMove={(ids, to) => {
        const within = ids.length === 1 ? setMove(sets.blocks, ids[0]!, to) : null;
        if (within) return onTake(editLesson(kept, within, client));
        const moved = new Set(ids.map(lessonBlockId));
        const before = sets.blocks.filter((b) => !moved.has(lessonBlockId(b.id))).slice(0, to);
        onMove?.([...moved], new Set(before.map((b) => lessonBlockId(b.id))).size);
      }}
      onLengthen={(edit, done) => {
        setDragged(done ? null : edit);
        const change = done && edit ? setEdit(edit) : null;
        if (change) onTake(editLesson(kept, change, client));
      }}
    />
  );
}
