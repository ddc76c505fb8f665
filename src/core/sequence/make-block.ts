import { POSITION, type Position } from '../body/positions';
import { propFor } from '../body/props';
import type { Prop } from '../body/props';
import { RUNGS } from '../breath/ladder';
import type { Pattern } from '../breath/pattern';
import { hasFullHold, withoutFullHold, type Breathing, type Dose } from '../breath/timeline';
import { helpsIn, usedAs } from '../drills/wording';
import type { Drill } from '../drills/drill';
import { isShipped } from '../drills/shelf';
import type { School } from '../aims/school';
import { POSITION_PROPS, type Verdict } from '../safety/verdict';
import type { HOLD_POSITIONS } from '../look/places';
import type { Side } from '../look/silent-side';
import { clamp } from '../base/statistics';
import { toneFor, type ToneClient } from '../tone/plan-tone';
import { FAST_PER_MIN, FREE_BREATH_S, halfDown, LEAST_PACED_S, unhurried } from './pace';
import type { Block } from './sequence';

/** A drill of single pauses, each of which goes by the client’s own calm hold (practice P25). */
export const isCalmHold = ({ stage, usual, breathing }: Drill): boolean =>
  stage === 'hold' &&
  usual.breaths === 1 &&
  usual.sides === 1 &&
  breathing.kind === 'paced' &&
  breathing.pattern.holdOutS > 0;

/** How much of a drill: its least, its usual or its most. */
type Amount = 'least' | 'usual' | 'most';

/** Where and how long a client pauses now, and why. */
export type HoldPrescription = { position: (typeof HOLD_POSITIONS)[number]; holdS: number; why: string };

/** What of a client moves lengths and tone. All of it may be missing. */
export type BlockClient = ToneClient & {
  comfortableExhaleS?: number | null;
  school?: School;
  hold?: HoldPrescription | null;
  /** Seconds that the client’s own hold stays calm; null: not known. Left out where no client is meant. */
  calmHoldS?: number | null;
  /** Breaths a minute when nobody asks; nobody is paced faster than that. Null: not known. */
  quietPerMin?: number | null;
  /** Drills that the client has done well, and the highest level of them; absent: nothing is asked of it. */
  owned?: readonly string[];
  ownedLevel?: number;
  /** Seconds that set-ups really took in this studio, of new drills and of known ones; absent: what practice says. */
  setUps?: { fresh?: number; known?: number };
  /** The side that opens less: it comes first and gets twice the dose (practice P76). */
  silentSide?: Side | null;
};

/** The dose and breathing of a drill at an amount. Free breathing counts seconds, everything else breaths. */
function doseAt(drill: Drill, breathing: Breathing, amount: Amount): { dose: Dose; breathing: Breathing } {
  const [least, most] = drill.range;
  if (breathing.kind === 'free') {
    // Of a drill that is counted by others, a breath that comes as it likes.
    const times = drill.breathing.kind === 'free' ? 1 : breathing.freeS / drill.usual.breaths;
    const freeS = amount === 'least' ? least * times : amount === 'most' ? most * times : breathing.freeS;
    return { dose: drill.usual, breathing: { kind: 'free', freeS: Math.round(freeS) } };
  }
  const breaths = amount === 'least' ? least : amount === 'most' ? most : drill.usual.breaths;
  return { dose: { ...drill.usual, breaths }, breathing };
}

/** An inhale is at most this share of its exhale (practice P72), but where filling is the aim or a movement sets the breath. */
export const INHALE_SHARE = 2 / 3;
export const LEAST_PHASE_S = 1;
/** A pause is at most this share of the client's own calm hold (practice P73). */
export const HOLD_SHARE = 0.6;
/** An empty pause of somebody whose calm hold is not known lasts no longer (practice P73), s. */
export const UNKNOWN_PAUSE_S = 2;

/** Whether the breath of a drill is free of the rule that an exhale is half as long again as its inhale (practice P72). */
export const isFreeOfRatio = (drill: Drill): boolean => drill.stage === 'open' || tiedToMovement(drill);

/** The breath goes with a movement from one place to another and back. */
const tiedToMovement = (drill: Drill): boolean =>
  drill.movement !== 'none' && (drill.figure.end !== undefined || drill.lift !== undefined);

/** Rungs of a ladder whose top one still ends within a comfortable exhale; null where even the least go beyond it. */
export function rungsWithin(comfortableExhaleS: number): number | null {
  const rungs = Math.floor(comfortableExhaleS + 1e-9) - 1;
  return rungs < RUNGS.least ? null : Math.min(rungs, RUNGS.most);
}

/**
 * The breathing to start from; free where it could only be paced too fast. The exhale is the client's comfortable one, in half seconds, or what the drill teaches at
 * most, whichever is shorter: comfort beats the drill's range downward. The inhale is at most two thirds of it, or keeps
 * the drill's own share where filling is the aim or a movement sets the breath (practice P48, P72); a ladder ends at
 * comfort (P45); a pause stays within the client's own calm hold (P73). Without them the drill's own.
 */
export function withClient(
  drill: Drill,
  breathing: Breathing,
  { comfortableExhaleS = null, quietPerMin = null, hold, calmHoldS }: BlockClient,
): Breathing {
  if (breathing.kind === 'ladder') {
    const rungs = comfortableExhaleS === null ? null : rungsWithin(comfortableExhaleS);
    return comfortableExhaleS === null ? breathing : { kind: 'ladder', rungs: rungs ?? RUNGS.least };
  }
  if (breathing.kind !== 'paced') return breathing;
  const longest = drill.exhaleRangeS?.[1] ?? breathing.pattern.exhaleS;
  const free = isFreeOfRatio(drill);
  const scaled = (pattern: Pattern): Pattern => {
    const { inhaleS, exhaleS } = pattern;
    const out =
      comfortableExhaleS === null || breathing.full
        ? exhaleS
        : Math.max(LEAST_PHASE_S, Math.min(longest, halfDown(comfortableExhaleS)));
    const share = free ? Math.max(INHALE_SHARE, inhaleS / exhaleS) : INHALE_SHARE;
    const inS = Math.max(LEAST_PHASE_S, Math.min(inhaleS, halfDown(out * share)));
    return paused({ ...pattern, exhaleS: out, inhaleS: inS }, calmHoldS, quietPerMin);
  };
  const counted = scaled(breathing.pattern);
  const pattern = breathing.full
    ? counted
    : unhurried(counted, quietPerMin, comfortableExhaleS, (exhaleS) =>
        free ? Infinity : Math.max(LEAST_PHASE_S, halfDown(exhaleS * INHALE_SHARE)),
      );
  if (pattern === null || (!breathing.full && pattern.exhaleS < LEAST_PACED_S))
    return {
      kind: 'free',
      freeS: Math.round(drill.usual.breaths * (quietPerMin ? 60 / quietPerMin : FREE_BREATH_S)),
    };
  return {
    ...breathing,
    pattern: hold && isCalmHold(drill) ? { ...pattern, holdOutS: hold.holdS } : pattern,
    ...(breathing.last ? { last: scaled(breathing.last) } : {}),
  };
}

/** A pause up to this long is part of an ordinary breath; while nothing is known of the client it is left out. */
export const ORDINARY_PAUSE_S = 1;
/** Whether a pause of this pattern is a hold, and not part of an ordinary breath. */
export const isHold = ({ holdInS, holdOutS }: Pattern): boolean =>
  Math.max(holdInS, holdOutS) > ORDINARY_PAUSE_S;

/** The pauses of a pattern within what a calm hold allows (practice P73). */
function paused(pattern: Pattern, calmHoldS: number | null | undefined, quietPerMin: number | null): Pattern {
  if (calmHoldS === undefined) return pattern;
  if ((quietPerMin ?? 0) > FAST_PER_MIN) return { ...pattern, holdInS: 0, holdOutS: 0 };
  if (calmHoldS === null)
    return {
      ...pattern,
      holdInS: 0,
      holdOutS: isHold(pattern) ? Math.min(pattern.holdOutS, UNKNOWN_PAUSE_S) : 0,
    };
  const most = halfDown(calmHoldS * HOLD_SHARE);
  return {
    ...pattern,
    holdInS: Math.min(pattern.holdInS, most),
    holdOutS: Math.min(pattern.holdOutS, most),
  };
}

/** Why this client holds no full breath, besides what their flags say (practice P73); null where nothing speaks against it. */
export function fullHoldBar({ readings = [], calmHoldS }: BlockClient): string | null {
  if (readings.includes('stuckInhale')) return 'no held full breath while the chest does not empty';
  if (readings.includes('lowHold')) return 'no held full breath while a hold is calm only for a short time';
  return calmHoldS === null ? 'no held full breath before a calm hold was looked at' : null;
}

/** Teaching a drill that is not owned, and setting up a known one (practice P68), s. Common practice, no source. */
const TEACH = { fresh: 65, aLevel: 10, least: 60, most: 90, known: 15 } as const;

/** Seconds from the change of position to the first breath; without a client what the drill says of itself. */
function teachingS(drill: Drill, { owned, setUps }: BlockClient): number {
  if (owned === undefined || (drill.stage === 'settle' && drill.level === 0)) return drill.setUpS;
  if (owned.includes(drill.id)) return Math.round(setUps?.known ?? TEACH.known);
  if (setUps?.fresh !== undefined) return Math.round(setUps.fresh);
  return clamp(TEACH.fresh + (drill.level - 1) * TEACH.aLevel, TEACH.least, TEACH.most);
}

export type MakeBlock = {
  id: string;
  drill: Drill;
  verdict: Verdict;
  position: Position;
  amount: Amount;
  client: BlockClient;
  available: readonly Prop[];
  why?: readonly string[];
};

/** A block of a drill as its verdict and the client leave it. */
export function makeBlock({
  id,
  drill,
  verdict,
  position,
  amount,
  client,
  available,
  why = [],
}: MakeBlock): Block {
  const noFull = hasFullHold(verdict.breathing) ? fullHoldBar(client) : null;
  const allowed = noFull ? withoutFullHold(verdict.breathing) : verdict.breathing;
  const paced = withClient(drill, allowed, client);
  const { dose, breathing } = doseAt(drill, paced, verdict.shorter ? 'least' : amount);
  const { tone, changes } = toneFor(verdict.tone, client, drill.stage === 'open' || drill.stage === 'move');
  const props = propsAt(drill, verdict, position, available);
  return {
    id,
    drillId: drill.id,
    ...(isShipped(drill) ? {} : { drill }),
    position,
    props,
    breathing,
    dose: oneSided(
      sided(drill, verdict.shorter ? { ...dose, rounds: 1 } : dose, client.silentSide ?? null),
      verdict.ways,
      position,
    ),
    setUpS: teachingS(drill, client),
    tone: tone.squeezePct > 0 && usedAs('ball', props) === null ? { ...tone, squeezePct: 0 } : tone,
    ...(verdict.ways.length > 0 ? { ways: verdict.ways } : {}),
    ...(verdict.small && breathing.kind !== 'free' ? { small: true } : {}),
    ...(client.owned?.includes(drill.id) ? { known: true } : {}),
    cue: 0,
    why: [...why],
    changes: [
      ...verdict.reasons.map((r) =>
        r.elsewhere
          ? `${r.text} (in ${POSITION[position].label} instead)`
          : r.how
            ? `${r.text} (${r.how})`
            : r.text,
      ),
      ...(noFull ? [noFull] : []),
      ...changes,
    ],
  };
}

/** The silent side first, with two rounds for one of the other (practice P76); stretches of the hip go by no such side. */
function sided(drill: Drill, dose: Dose, side: Side | null): Dose {
  if (side === null || dose.sides !== 2 || !drill.serves.oneSide) return dose;
  return { ...dose, first: side, firstRounds: 2, rounds: 1 };
}

/** Where only one side may lie below, nothing is done on the other. */
function oneSided(dose: Dose, ways: Verdict['ways'], position: Position): Dose {
  const one = ways.includes('onLeft') || ways.includes('onRight');
  if (!one || dose.sides === 1 || POSITION[position].family !== 'side') return dose;
  const { breaths, rounds, restS } = dose;
  return { breaths, rounds, restS, sides: 1 };
}

/** What the drill and the position need, and what helps and is at hand. */
function propsAt(drill: Drill, verdict: Verdict, position: Position, available: readonly Prop[]): Prop[] {
  const own = POSITION_PROPS[position];
  const needed = own ? propFor(own, available) : null;
  const helpful = drill.helpful
    .filter((prop) => helpsIn(drill.steps, prop, position, available))
    .flatMap((prop) => propFor(prop, available) ?? [])
    .filter((prop) => verdict.helpful.includes(prop));
  return [...new Set([...verdict.props, ...(needed ? [needed] : []), ...helpful])];
}
