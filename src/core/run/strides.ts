import { median } from '../base/statistics';
import type { Sequence } from '../sequence/sequence';
import { lessonBlockId, setNumber } from '../sequence/set-block';
import type { Session } from './session';

/** Taps that are needed before the breath goes by them, and how many of the last ones count. Our choice. */
const LEAST_TAPS = 4;
const LAST_TAPS = 8;
/** Longer than this between two taps is a stop and not a step, s. */
const PAUSE_S = 2;

/**
 * Seconds that a step of the client takes, by taps on their steps: the median of the last gaps without pauses.
 *
 * @param marks seconds at which was tapped, oldest first @returns null while there are too few taps
 * @example strideOf([0, 0.5, 1, 1.5]) // 0.5
 */
export function strideOf(marks: readonly number[]): number | null {
  const gaps = marks
    .slice(-LAST_TAPS)
    .flatMap((s, i, all) => (i === 0 ? [] : [s - all[i - 1]!]))
    .filter((gap) => gap > 0.1 && gap < PAUSE_S);
  return gaps.length < LEAST_TAPS - 1 ? null : Math.round(median(gaps) * 100) / 100;
}

/** Steps of the inhale and of the exhale of a block of a run; null where it is not counted by steps. */
export function stepsIn(
  { lesson }: Pick<Sequence, 'lesson'>,
  id: string,
): { in: number; out: number } | null {
  const set = lesson?.blocks.find((b) => b.id === lessonBlockId(id))?.sets[setNumber(id) - 1];
  return set?.breath.kind === 'steps' ? { in: set.breath.in, out: set.breath.out } : null;
}

/** Seconds between two steps of easy walking, where nobody tapped. Common practice, no source: about 110 a minute. */
const USUAL_STRIDE_S = 0.55;

/** How long a step takes, and where in the breaths of the block the first step would lie by it. */
type Stride = { s: number; fromS: number };

/** The steps that the present block goes by; null where it is not counted by steps. */
export function strideNow({ sequence, state }: Pick<Session, 'sequence' | 'state'>): Stride | null {
  const block = sequence.blocks[state.index];
  if (!block || stepsIn(sequence, block.id) === null) return null;
  const kept = state.lesson?.stride;
  return { s: kept?.s ?? USUAL_STRIDE_S, fromS: kept?.blockId === block.id ? kept.fromS : 0 };
}

/** The step that falls at a moment of the breaths: on which half of the breath, and how many are left of it, this one included. */
export function stepAt(
  steps: { in: number; out: number },
  { s, fromS }: Stride,
  atS: number,
): { part: 'in' | 'out'; left: number } {
  const n = Math.floor((atS - fromS) / s + 1e-6);
  const at = ((n % (steps.in + steps.out)) + steps.in + steps.out) % (steps.in + steps.out);
  return at < steps.in
    ? { part: 'in', left: steps.in - at }
    : { part: 'out', left: steps.in + steps.out - at };
}
