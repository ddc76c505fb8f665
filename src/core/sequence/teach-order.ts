import { POSITION, supportRank, type Position } from '../body/positions';
import { stageRank, type Drill } from '../drills/drill';
import { floorRank } from '../tone/plan-tone';
import type { Tone } from '../tone/tone';

/** Where the trunk is carried by something: lying, on hands and knees, leaning on a counter, which counts as such. */
export const isCarried = (position: Position): boolean =>
  position === 'counterLean' || !['sitting', 'standing'].includes(POSITION[position].family);

/** Support as the order of teaching counts it: a counter lean as hands and knees. */
const support = (position: Position): number =>
  supportRank(position === 'counterLean' ? 'quadruped' : position);

/** From this level a drill stands behind the easier ones of its stage, wherever it is done. */
const DEMANDING = 2;

/**
 * Where a drill in a position stands in a sequence (practice P69, P70): arrive; work where the trunk is carried, the
 * leading thing first; then upright; load last. Within that by stage, by support, from little tone to more, by level.
 */
export function teachRank(drill: Drill, position: Position, tone: Tone, leads: boolean): number[] {
  const load = drill.stage === 'load';
  const early = leads && stageRank(drill.stage) < stageRank('move');
  return [
    load ? 2 : isCarried(position) ? 0 : 1,
    drill.stage === 'settle' && drill.breathing.kind === 'free'
      ? 0
      : early || (leads && drill.stage === 'upright')
        ? 1
        : 2,
    stageRank(drill.stage),
    drill.level >= DEMANDING ? 1 : 0,
    support(position),
    floorRank(tone),
    drill.level,
  ];
}

/** Less than nought where `a` is taught first: the first rank that differs decides. */
export function compareRanks(a: readonly number[], b: readonly number[]): number {
  const at = a.findIndex((v, i) => v !== b[i]);
  return at < 0 ? 0 : a[at]! - b[at]!;
}
