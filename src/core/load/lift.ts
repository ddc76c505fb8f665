import type { Demand } from '../drills/drill';
import { rulesAgainst } from '../safety/rules';
import { halfDown } from '../sequence/pace';
import { fullHoldBar, HOLD_SHARE, type BlockClient } from '../sequence/make-block';
import { drillOf, type Block } from '../sequence/sequence';
import type { Flags } from '../screen/flags';
import type { Lift, Strategy } from '../drills/lift';
import { percentOfMax } from './rep-max';

export const STRATEGY_LABEL: Record<Strategy, string> = {
  withMovement: 'breathe with the movement',
  pastSticking: 'set, hold, let the air go just after the sticking point',
  wholeRep: 'in, set, the whole repetition, out, breathe again',
};

export type LiftPlan = {
  percent: number;
  strategy: Strategy;
  /** Which way the breath goes with the effort. */
  effort: 'exhale' | 'inhale';
  /** Depth of the breath before the effort, % of full; null where it is an ordinary breath. */
  fillPct: number | null;
  bracePct: number;
  repetitions: string;
  /** Volume over one repetition, effort first: share of the repetition 0–1, volume 0–1. */
  breath: { at: number; volume: number; held: boolean }[];
  why: string[];
  cautions: string[];
  /** Holds under load are not for this client. */
  barred: string[];
};

/**
 * Up to here the breath goes with the movement (practice P59, common practice: about 60 %, or 22 repetitions possible).
 * 22 repetitions are 57.7 % by Epley; that is taken for both, so that a load told one way or the other is held alike.
 */
export const FLOW_FROM_REPS = 22;
export const FLOW_UP_TO_PCT = percentOfMax(FLOW_FROM_REPS);
/** From here the whole repetition is held. Common practice gives no figure; our choice. */
const WHOLE_FROM_PCT = 85;
/** Past this angle the chest has to lift, so the inhale goes with the reach (practice P58). */
const REACH_DEG = 140;
const HEAVY_FILL_PCT = 70;
/** A rule for drills from some level on counts for a lift of that level: one that flows, and one that is held. */
const LIGHT_LEVEL = 2;
const HEAVY_LEVEL = 3;

/** When to breathe in a lift, for this client. The instructor decides; where a hold is barred the load has to come down. */
export function planLift({ ribs, armDeg, load }: Lift, flags: Flags, client: BlockClient = {}): LiftPlan {
  const percent = 'percent' in load ? load.percent : percentOfMax(load.repsPossible);
  const light = percent <= FLOW_UP_TO_PCT;
  const strategy: Strategy = light ? 'withMovement' : percent >= WHOLE_FROM_PCT ? 'wholeRep' : 'pastSticking';
  const reach = armDeg > REACH_DEG;
  const effort = ribs === 'open' || (reach && ribs !== 'close') ? 'inhale' : 'exhale';
  const held = strategy !== 'withMovement';
  const because = (demands: readonly Demand[], bars: boolean) =>
    unique(
      demands
        .flatMap((demand) => rulesAgainst(demand, flags, held ? HEAVY_LEVEL : LIGHT_LEVEL))
        .filter((r) => (r.target !== 'heavyLoad' || r.remedy === 'bar') === bars)
        .map((r) => r.because),
    );
  const own = held ? holdUnderLoadBar(client) : null;
  const barred = [
    ...because(held ? ['heavyLoad', 'breathHold', 'fullHold'] : ['heavyLoad'], true),
    ...(own === null ? [] : [own]),
  ];
  const pressed = held ? unique(rulesAgainst('floorPressure', flags, HEAVY_LEVEL).map((r) => r.because)) : [];
  const cautious = because(['heavyLoad'], false);
  return {
    percent,
    strategy,
    effort: strategy === 'withMovement' ? effort : 'exhale',
    fillPct: strategy === 'withMovement' ? null : HEAVY_FILL_PCT,
    bracePct:
      strategy === 'withMovement' ? Math.max(5, Math.round(percent / 3)) : Math.min(100, Math.round(percent)),
    repetitions:
      strategy === 'withMovement'
        ? '20–25 to learn it'
        : strategy === 'pastSticking'
          ? 'few, with a free breath between'
          : 'one at a time, breathing between',
    breath: breathOf(strategy, effort),
    why: [
      breathSentence(ribs, reach),
      light
        ? `${Math.round(percent)} % of the most: light enough to let the breath flow.`
        : `${Math.round(percent)} % of the most: the load asks for stiffness. If instinct holds the breath, do not force flow.`,
    ],
    cautions: [
      ...(strategy === 'withMovement'
        ? []
        : [
            'A held breath under load raises blood pressure far above rest (MacDougall 1985, J Appl Physiol 58:785, cited). Never let the air out early.',
            ...pressed.map((b) => `Pressure downward: ${b}.`),
          ]),
      ...cautious.map((b) => `${b.charAt(0).toUpperCase()}${b.slice(1)}.`),
    ],
    barred,
  };
}

/** Which way the breath goes with the effort, in one sentence (practice P57, P58). */
function breathSentence(ribs: Lift['ribs'], reach: boolean): string {
  if (ribs === 'close')
    return reach
      ? `The effort closes the ribs, so the air goes out with it; the way back up past ${REACH_DEG}° takes the inhale.`
      : 'The working side closes the ribs, so the air goes out with the effort.';
  if (ribs === 'open')
    return reach
      ? `The effort opens the ribs and takes the arm past ${REACH_DEG}°, so the air comes in with it.`
      : 'The effort opens the ribs, so the air comes in with it.';
  return reach
    ? `The arm goes past ${REACH_DEG}° and the chest has to rise, so the air comes in with the effort.`
    : 'The ribs neither open nor close; out with the effort.';
}

const unique = (texts: readonly string[]): string[] => [...new Set(texts)];

/** Seconds of the hold of each way; it ends just past the sticking point, or with the repetition. */
const HOLD_S: Record<Strategy, number> = { withMovement: 0, pastSticking: 2, wholeRep: 4 };
/** Repetitions in a set, sets, and the rest between them, by the way (practice P59; the sets are our choice). */
const SETS: Record<Strategy, { breaths: number; rounds: number; restS: number }> = {
  withMovement: { breaths: 20, rounds: 1, restS: 30 },
  pastSticking: { breaths: 5, rounds: 3, restS: 90 },
  wholeRep: { breaths: 1, rounds: 3, restS: 120 },
};

/** Why this client holds no breath under a load, besides what flags say: the hold is under six tenths of their own calm one. */
function holdUnderLoadBar(client: BlockClient): string | null {
  const bar = fullHoldBar(client);
  if (bar !== null) return bar;
  const { calmHoldS } = client;
  if (calmHoldS === undefined || calmHoldS === null) return null;
  return halfDown(calmHoldS * HOLD_SHARE) < HOLD_S.pastSticking
    ? `a calm hold of ${calmHoldS.toFixed(0)} s is too short for a hold under load`
    : null;
}

/**
 * A block of a lift with all of a plan in it: the breath, the hold within the client's own calm one, the set of the trunk,
 * repetitions and sets, and the way itself, by which its words go.
 */
export function liftedBy(block: Block, plan: LiftPlan, { calmHoldS }: BlockClient): Block {
  const { strategy, effort, bracePct } = plan;
  if (block.breathing.kind !== 'paced') return block;
  const most = calmHoldS === undefined || calmHoldS === null ? Infinity : halfDown(calmHoldS * HOLD_SHARE);
  const { sides, first, firstRounds } = block.dose;
  const usual = SETS[strategy];
  return {
    ...block,
    breathing: {
      kind: 'paced',
      pattern: { ...block.breathing.pattern, holdInS: Math.min(most, HOLD_S[strategy]), holdOutS: 0 },
    },
    dose: { ...usual, sides, ...(first ? { first } : {}), ...(firstRounds ? { firstRounds } : {}) },
    tone: {
      ...block.tone,
      control: 'brace',
      controlPct: Math.min(bracePct, MOST_BRACE_PCT),
      brace: 'tuned',
    },
    loading: asTaught(block, plan) ? undefined : { strategy, effort },
    why: plan.why,
  };
}

/** Whether the drill of a block is taught that way anyway: its own words then say it best. */
function asTaught(block: Block, { strategy, effort }: LiftPlan): boolean {
  const lift = drillOf(block)?.lift;
  if (!lift) return false;
  const own = planLift(lift, {});
  return own.strategy === strategy && own.effort === effort;
}

/** More than this is set for nobody (practice P51 gives no figure above the heavy lift; our choice). */
const MOST_BRACE_PCT = 80;

function breathOf(strategy: Strategy, effort: 'exhale' | 'inhale'): LiftPlan['breath'] {
  const point = (at: number, volume: number, held = false) => ({ at, volume, held });
  if (strategy === 'withMovement') {
    return effort === 'exhale'
      ? [point(0, 0.6), point(0.5, 0.05), point(1, 0.6)]
      : [point(0, 0.05), point(0.5, 0.6), point(1, 0.05)];
  }
  const full = HEAVY_FILL_PCT / 100;
  if (strategy === 'pastSticking')
    return [point(0, full, true), point(0.3, full), point(0.5, 0.2), point(0.75, full, true), point(1, full)];
  return [point(0, full, true), point(0.85, full), point(0.93, 0.1), point(1, full)];
}
