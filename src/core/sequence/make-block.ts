import type { Position } from '../body/positions';
import { propFor } from '../body/props';
import type { Prop } from '../body/props';
import type { Breathing, Dose } from '../breath/timeline';
import type { Drill } from '../drills/drill';
import { POSITION_PROPS, type Verdict } from '../screen/verdict';
import { clamp, roundTo } from '../statistics';
import type { Block } from './sequence';

/** How much of a drill: its least, its usual or its most. */
export type Amount = 'least' | 'usual' | 'most';

/** The dose and breathing of a drill at an amount. Free breathing counts seconds, everything else breaths. */
export function doseAt(drill: Drill, breathing: Breathing, amount: Amount): { dose: Dose; breathing: Breathing } {
  const [least, most] = drill.range;
  if (breathing.kind === 'free') {
    const freeS = amount === 'least' ? least : amount === 'most' ? most : breathing.freeS;
    return { dose: drill.usual, breathing: { kind: 'free', freeS } };
  }
  const breaths = amount === 'least' ? least : amount === 'most' ? most : drill.usual.breaths;
  return { dose: { ...drill.usual, breaths }, breathing };
}

/**
 * The breathing with an exhale to start from: the client's comfortable one, in half seconds, within what the drill
 * allows (practice P44, P48). Without it the drill's own.
 */
export function withComfortableExhale(drill: Drill, breathing: Breathing, comfortableExhaleS: number | null): Breathing {
  if (breathing.kind !== 'paced' || !drill.exhaleRangeS || comfortableExhaleS === null) return breathing;
  const [shortest, longest] = drill.exhaleRangeS;
  return { kind: 'paced', pattern: { ...breathing.pattern, exhaleS: clamp(roundTo(comfortableExhaleS, 0.5), shortest, longest) } };
}

export type MakeBlock = {
  id: string;
  drill: Drill;
  verdict: Verdict;
  position: Position;
  amount: Amount;
  comfortableExhaleS: number | null;
  available: readonly Prop[];
  why?: readonly string[];
};

/** A block of a drill as its verdict leaves it. */
export function makeBlock({ id, drill, verdict, position, amount, comfortableExhaleS, available, why = [] }: MakeBlock): Block {
  const paced = withComfortableExhale(drill, verdict.breathing, comfortableExhaleS);
  const { dose, breathing } = doseAt(drill, paced, amount);
  return {
    id,
    drillId: drill.id,
    position,
    props: propsAt(verdict, position, available),
    breathing,
    dose,
    setUpS: drill.setUpS,
    tone: verdict.tone,
    cue: 0,
    why: [...why],
    changes: verdict.reasons.map((r) => r.text),
  };
}

function propsAt(verdict: Verdict, position: Position, available: readonly Prop[]): Prop[] {
  const own = POSITION_PROPS[position];
  const needed = own ? propFor(own, available) : null;
  return [...new Set([...verdict.props, ...(needed ? [needed] : [])])];
}
