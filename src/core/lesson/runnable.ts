import type { LessonBlock } from '../sequence/lesson.schema';
import type { Block } from '../sequence/sequence';

/** A block that a room can run: the first set’s breath, as many rounds as there are sets. */
export function runnable(base: Block, block: LessonBlock): Block {
  const first = block.sets[0]!;
  const count = first.count ?? 1;
  const rounds =
    base.dose.sides === 2
      ? Math.max(1, block.sets.filter((s) => s.side === first.side).length)
      : block.sets.length;
  const paced =
    base.breathing.kind === 'paced' && (first.breath.kind === 'seconds' || first.breath.kind === 'movement')
      ? { ...base.breathing, pattern: first.breath.pattern }
      : base.breathing.kind === 'free'
        ? { kind: 'free' as const, freeS: Math.max(1, first.workS) }
        : base.breathing;
  return {
    ...base,
    id: block.id,
    breathing: paced,
    dose: {
      ...base.dose,
      ...(paced.kind === 'paced' ? { breaths: count } : {}),
      rounds: base.dose.first ? 1 : rounds,
      restS: first.freeS,
      ...(base.dose.first ? { firstRounds: rounds } : {}),
    },
    setUpS: Math.min(600, Math.round(block.teachS)),
    why: [block.why],
  };
}
