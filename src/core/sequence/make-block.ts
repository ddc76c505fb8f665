import type { Position } from '../body/positions';
import { propFor } from '../body/props';
import type { Prop } from '../body/props';
import { RUNGS } from '../breath/ladder';
import type { Breathing, Dose } from '../breath/timeline';
import type { Drill } from '../drills/drill';
import { drillById } from '../drills/shelf';
import type { School } from '../aims/school';
import { POSITION_PROPS, type Verdict } from '../safety/verdict';
import type { HOLD_POSITIONS } from '../look/places';
import { clamp, roundTo } from '../base/statistics';
import { toneFor, type ToneClient } from '../tone/plan-tone';
import type { Block } from './sequence';

/** A drill of single pauses, each of which goes by the client’s own calm hold (practice P25). */
export const isCalmHold = ({ stage, usual, breathing }: Drill): boolean =>
  stage === 'hold' &&
  usual.breaths === 1 &&
  usual.sides === 1 &&
  breathing.kind === 'paced' &&
  breathing.pattern.holdOutS > 0;

/** How much of a drill: its least, its usual or its most. */
export type Amount = 'least' | 'usual' | 'most';

/** Where and how long a client pauses now, and why. */
export type HoldPrescription = { position: (typeof HOLD_POSITIONS)[number]; holdS: number; why: string };

/** What of a client moves lengths and tone. All of it may be missing. */
export type BlockClient = ToneClient & {
  comfortableExhaleS?: number | null;
  school?: School;
  hold?: HoldPrescription | null;
};

/** The dose and breathing of a drill at an amount. Free breathing counts seconds, everything else breaths. */
function doseAt(drill: Drill, breathing: Breathing, amount: Amount): { dose: Dose; breathing: Breathing } {
  const [least, most] = drill.range;
  if (breathing.kind === 'free') {
    const freeS = amount === 'least' ? least : amount === 'most' ? most : breathing.freeS;
    return { dose: drill.usual, breathing: { kind: 'free', freeS } };
  }
  const breaths = amount === 'least' ? least : amount === 'most' ? most : drill.usual.breaths;
  return { dose: { ...drill.usual, breaths }, breathing };
}

/** In the low and quiet school an inhale is at most this share of its exhale in drills that calm. Our choice, after 2–0–6–0 and 4–0–7–0. */
const QUIET_SHARE = 0.6;
const LEAST_INHALE_S = 2;

/**
 * The breathing to start from: the client's comfortable exhale, in half seconds, within what the drill allows (practice
 * P44, P48); a smaller inhale where the school is low and quiet and the drill calms; as many rungs of the ladder as
 * stay within a second of that exhale (P45); a pause by the client's own calm hold (P25). Without them the drill's own.
 */
export function withClient(
  drill: Drill,
  breathing: Breathing,
  { comfortableExhaleS = null, school, hold }: BlockClient,
): Breathing {
  if (breathing.kind === 'ladder')
    return comfortableExhaleS === null
      ? breathing
      : { kind: 'ladder', rungs: clamp(Math.round(comfortableExhaleS), RUNGS.least, RUNGS.most) };
  if (breathing.kind !== 'paced') return breathing;
  let { pattern } = breathing;
  if (comfortableExhaleS !== null && drill.exhaleRangeS) {
    const [shortest, longest] = drill.exhaleRangeS;
    pattern = { ...pattern, exhaleS: clamp(roundTo(comfortableExhaleS, 0.5), shortest, longest) };
  }
  if (
    school === 'lowQuiet' &&
    (drill.serves.settle || drill.serves.lowBreath) &&
    comfortableExhaleS !== null
  ) {
    pattern = {
      ...pattern,
      inhaleS: Math.max(
        LEAST_INHALE_S,
        Math.min(pattern.inhaleS, roundTo(pattern.exhaleS * QUIET_SHARE, 0.5)),
      ),
    };
  }
  if (hold && isCalmHold(drill)) pattern = { ...pattern, holdOutS: hold.holdS };
  return { ...breathing, pattern };
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
  const paced = withClient(drill, verdict.breathing, client);
  const { dose, breathing } = doseAt(drill, paced, verdict.shorter ? 'least' : amount);
  const { tone, changes } = toneFor(verdict.tone, client, drill.stage === 'open' || drill.stage === 'move');
  return {
    id,
    drillId: drill.id,
    ...(drillById(drill.id) === drill ? {} : { drill }),
    position,
    props: propsAt(verdict, position, available),
    breathing,
    dose: verdict.shorter ? { ...dose, rounds: 1 } : dose,
    setUpS: drill.setUpS,
    tone,
    cue: 0,
    why: [...why],
    changes: [...verdict.reasons.map((r) => (r.how ? `${r.text} (${r.how})` : r.text)), ...changes],
  };
}

function propsAt(verdict: Verdict, position: Position, available: readonly Prop[]): Prop[] {
  const own = POSITION_PROPS[position];
  const needed = own ? propFor(own, available) : null;
  return [...new Set([...verdict.props, ...(needed ? [needed] : [])])];
}
