import { cycleS } from '../breath/pattern';
import { breathsOfRound, roundsOf, type Breathing, type Dose } from '../breath/timeline';
import type { Drill } from '../drills/drill';
import { FREE_BREATH_S } from './pace';
import type { Block } from './sequence';

/** Breaths over all rounds of a side under which a dose does next to nothing (practice P67). */
const LEAST_BREATHS = 8;
/** Most breaths of a good dose, and most rounds of it (practice P46, P67). */
const MOST_BREATHS = 30;
const MOST_ROUNDS = 3;
/** After so much paced breathing some comes as it likes (practice P72), s. */
const PACED_MOST_S = 180;
export const FREE_BETWEEN_S = 30;
/** Nothing is done again at once: between two rounds some breath comes as it likes. Our choice, s. */
const SHORT_REST_S = 15;

/**
 * What a dose is worth beside the usual one, by breaths on a side (practice P67: dose beats variety): under 8 next to
 * nothing, 10 the measure, 20 clearly more, 30 little more than 20. Our choice of the figures.
 */
const WORTH: readonly (readonly [breaths: number, worth: number])[] = [
  [0, 0],
  [7.99, 0.2],
  [8, 0.85],
  [10, 1],
  [20, 1.35],
  [30, 1.5],
];
/** Where a drill's range ends at 8 or below, and for stretches and ladders: by how often its usual dose is done. */
const WORTH_BY_TIMES: readonly (readonly [times: number, worth: number])[] = [
  [0, 0],
  [0.5, 0.6],
  [1, 1],
  [2, 1.35],
  [3, 1.5],
];

const along = (line: readonly (readonly [number, number])[], x: number): number => {
  for (let i = 1; i < line.length; i++) {
    const [[x0, y0], [x1, y1]] = [line[i - 1]!, line[i]!];
    if (x <= x1) return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
  }
  return line.at(-1)![1];
};

/** Rounds of a side, the mean of both where one has more. */
const meanRounds = (dose: Dose): number =>
  dose.sides === 2 ? (roundsOf(dose, 1) + roundsOf(dose, 2)) / 2 : dose.rounds;

/** Whether a drill is dosed by its own measure, and not by counting to ten. */
const byTimes = (drill: Drill): boolean =>
  drill.breathing.kind !== 'paced' || drill.range[1] <= LEAST_BREATHS;

/** What a block's dose is worth; 1 is a full one. @example doseWorth(a drill of 10 breaths, 20 of them) // 1.35 */
export function doseWorth(drill: Drill, { breathing, dose }: Pick<Block, 'breathing' | 'dose'>): number {
  const each =
    breathing.kind === 'free'
      ? drill.breathing.kind === 'free'
        ? breathing.freeS
        : breathing.freeS / FREE_BREATH_S
      : breathsOfRound(breathing, dose).length;
  if (!byTimes(drill)) return along(WORTH, each * meanRounds(dose));
  const usual =
    drill.breathing.kind === 'free'
      ? drill.breathing.freeS * drill.usual.rounds
      : breathsOfRound(drill.breathing, drill.usual).length * drill.usual.rounds;
  return along(WORTH_BY_TIMES, (each * meanRounds(dose)) / usual);
}

type Dosed = Pick<Block, 'breathing' | 'dose'>;

/** How much may be planned: any good dose, the least good one alone, or the least that the drill has (by a rule). */
export type DoseLimit = 'any' | 'good' | 'least';

/** The doses that a block may be planned at, the least first. */
export function dosesOf(drill: Drill, block: Dosed, limit: DoseLimit): Dosed[] {
  // The silent side has two rounds for one of the other, and that is its dose (practice P76).
  if (block.dose.first) return [block];
  if (limit === 'least') return [leastOf(drill, block)];
  const made = candidates(drill, block);
  return limit === 'good' ? made.slice(0, 1) : made;
}

/** The least that a drill is planned at: breaths of a round, or seconds where they are not counted. */
export const leastAmount = (drill: Drill): number =>
  byTimes(drill) ? drill.range[0] : Math.max(drill.range[0], LEAST_BREATHS);

/** The same where it comes as it likes, s: of a drill that is counted by others, so many breaths of it. */
export const leastFreeS = (drill: Drill): number =>
  leastAmount(drill) * (drill.breathing.kind === 'free' ? 1 : FREE_BREATH_S);

/** The least dose, in one round; of drills that are counted to ten no less than does anything. */
function leastOf(drill: Drill, { breathing, dose }: Dosed): Dosed {
  const least = leastAmount(drill);
  if (breathing.kind === 'free')
    return { breathing: { kind: 'free', freeS: leastFreeS(drill) }, dose: { ...dose, rounds: 1 } };
  return { breathing, dose: { ...dose, breaths: least, rounds: 1 } };
}

function candidates(drill: Drill, { breathing, dose }: Dosed): Dosed[] {
  const [least, most] = drill.range;
  if (breathing.kind === 'free' && drill.breathing.kind !== 'free')
    return unique([leastFreeS(drill), breathing.freeS, Math.max(breathing.freeS, most * FREE_BREATH_S)]).map(
      (freeS) => ({ breathing: { kind: 'free', freeS }, dose }),
    );
  if (breathing.kind === 'free')
    return unique(
      drill.demands.includes('stretch') && dose.sides === 2
        ? [breathing.freeS]
        : [least, breathing.freeS, most],
    ).map((freeS) => ({ breathing: { kind: 'free', freeS }, dose }));
  if (breathing.kind === 'ladder')
    return [1, 2, 3].map((rounds) => ({ breathing, dose: withRounds(dose, rounds, breathing) }));
  const cycle = cycleS(breathing.pattern);
  if (byTimes(drill)) {
    const rounds = unique([dose.rounds, Math.min(MOST_ROUNDS, dose.rounds * 2), MOST_ROUNDS]);
    const from =
      dose.rounds === 1 && dose.breaths > least ? [{ breaths: Math.max(least, 1), rounds: 1 }] : [];
    return [
      ...from,
      ...rounds.filter((r) => r >= dose.rounds).map((r) => ({ breaths: dose.breaths, rounds: r })),
    ].map((d) => ({ breathing, dose: withRounds({ ...dose, breaths: d.breaths }, d.rounds, breathing) }));
  }
  const few = Math.max(least, LEAST_BREATHS);
  const targets = unique([Math.min(most, Math.max(few, 10)), 20, MOST_BREATHS]);
  const seen = new Set<number>();
  return targets.flatMap((target) => {
    const best = splits(few, most, cycle)
      .map((s) => ({ ...s, off: Math.abs(s.breaths * s.rounds - target) }))
      .sort((a, b) => a.off - b.off || a.rounds - b.rounds)[0];
    const total = best ? best.breaths * best.rounds : 0;
    if (!best || seen.has(total)) return [];
    seen.add(total);
    return [{ breathing, dose: withRounds({ ...dose, breaths: best.breaths }, best.rounds, breathing) }];
  });
}

/** Ways to cut a dose into rounds none of which is paced for too long. */
function splits(few: number, most: number, cycle: number): { breaths: number; rounds: number }[] {
  const all: { breaths: number; rounds: number }[] = [];
  for (let rounds = 1; rounds <= MOST_ROUNDS; rounds++)
    for (let breaths = few; breaths <= most && breaths * rounds <= MOST_BREATHS; breaths++)
      if (breaths * cycle <= PACED_MOST_S || breaths === few) all.push({ breaths, rounds });
  return all;
}

/** So many rounds, with a rest between that is long enough to breathe as it comes. */
function withRounds(dose: Dose, rounds: number, breathing: Breathing): Dose {
  const roundS = breathsOfRound(breathing, dose).reduce((s, p) => s + cycleS(p), 0);
  const restS =
    rounds > 1 || dose.sides === 2
      ? Math.max(
          dose.restS,
          roundS >= PACED_MOST_S / 2
            ? FREE_BETWEEN_S
            : rounds > 1 && breathing.kind === 'paced'
              ? SHORT_REST_S
              : 0,
        )
      : 0;
  return { ...dose, rounds, restS };
}

const unique = (of: readonly number[]): number[] => [...new Set(of)].sort((a, b) => a - b);
