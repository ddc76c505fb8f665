import { cycleS, printPattern, type Pattern } from '../breath/pattern';
import type { LessonSet } from '../sequence/lesson.schema';

/** Seconds between two steps of easy walking. Common practice, no source: about 110 a minute. */
export const STEP_S = 0.55;

/** The same breath with another pattern; what was written of it follows. */
export function patterned(set: LessonSet, pattern: Pattern): LessonSet {
  const { breath } = set;
  if (breath.kind !== 'seconds' && breath.kind !== 'movement') return set;
  const [was, now] = [printPattern(breath.pattern), printPattern(pattern)];
  if (was === now) return set;
  const told = set.told.includes(was) ? set.told.replace(was, now) : toldOf({ ...breath, pattern }, set.side);
  return timed({ ...set, breath: { ...breath, pattern }, told });
}

/** Seconds of one breath of a set; null where none is counted. */
export function breathS({ breath }: LessonSet): number | null {
  switch (breath.kind) {
    case 'seconds':
    case 'movement':
      return cycleS(breath.pattern);
    case 'steps':
      return (breath.in + breath.out) * STEP_S;
    case 'phrase':
      return breath.inS + breath.outS;
    case 'hold':
      return breath.holdS + 6;
    case 'free':
      return null;
  }
}

/** What the file of a lesson holds of one set, s. */
const MOST_S = 7200;

/** The set with its time and its dose in words as its breath and count now have them. */
export function timed(set: LessonSet): LessonSet {
  const { breath, count } = set;
  const each = breathS(set);
  const told =
    breath.kind === 'seconds' || breath.kind === 'movement'
      ? set.told
      : breath.kind === 'free'
        ? set.told
        : toldOf(breath, set.side);
  if (count === undefined || each === null) return { ...set, told };
  const dose = (set.dose ?? `${count} breaths`).replace(/^\d+/, String(count));
  return { ...set, told, dose, workS: Math.min(MOST_S, Math.round(count * each)) };
}

/** How the breath of a set is written where nobody wrote it. */
export function toldOf(breath: LessonSet['breath'], side: LessonSet['side']): string {
  const at = side && side !== 'both' ? `, ${side} side` : '';
  switch (breath.kind) {
    case 'seconds':
      return `${printPattern(breath.pattern)}${at}`;
    case 'movement':
      return `tied ${printPattern(breath.pattern)} (in = ${breath.in}, out = ${breath.out})${at}`;
    case 'steps':
      return `in over ${breath.in} steps, out over ${breath.out}${at}`;
    case 'phrase':
      return `one phrase a breath, about ${breath.outS} s${at}`;
    case 'hold':
      return `ordinary out, then rest empty for ${breath.holdS} s${at}`;
    case 'free':
      return `as it comes${at}`;
  }
}
