import { SUBSTITUTES, type Prop } from '../body/props';
import type { Breathing } from '../breath/timeline';
import type { Demand, Drill } from '../drills/drill';
import { pauses } from '../drills/wording';
import type { Tone } from '../tone/tone';

/** What a prop asks of whoever uses it, in whatever drill, unless that drill says otherwise (`propAsks`). */
const PROP_ASKS: Partial<Record<Prop, readonly Demand[]>> = {
  balloon: ['exhaleResistance', 'exhaleNarrow'],
  straw: ['exhaleNarrow'],
  band: ['ribWrap'],
  twoBalls: ['spineLoad'],
  weight: ['heavyLoad'],
  cable: ['heavyLoad'],
  barbell: ['heavyLoad'],
};

/** What a prop asks of a client in a drill, be it itself that is used or what stands in for it. */
export const propAsks = (drill: Drill, wanted: Prop): readonly Demand[] =>
  drill.propAsks?.[wanted] ?? PROP_ASKS[wanted] ?? [];

/** What a prop that is used stands for in a drill: itself, or what it replaces there. */
const meantBy = (drill: Drill, used: Prop): Prop =>
  [...drill.props, ...drill.helpful].find((wanted) => wanted === used) ??
  [...drill.props, ...drill.helpful].find((wanted) => SUBSTITUTES[wanted]?.includes(used)) ??
  used;

/** A pause up to this long is part of an ordinary breath, s. Our choice. */
const ORDINARY_PAUSE_S = 1;

/** The longest pause with full lungs in a breath, s. */
const fullHoldS = (breathing: Breathing): number =>
  breathing.kind === 'paced' ? Math.max(breathing.pattern.holdInS, breathing.last?.holdInS ?? 0) : 0;

/** A drill as it is done: with these things, this breath and this tone. */
export type Done = { props: readonly Prop[]; breathing: Breathing; tone: Tone };

/**
 * Everything that a drill, done so, asks of a body: what it names, what its breath, its tone and its load bring with them,
 * and what every prop makes of it. Rules look at this and at nothing else.
 */
export function demandsOf(drill: Drill, { props, breathing, tone }: Done): ReadonlySet<Demand> {
  const asked = new Set<Demand>(drill.demands);
  for (const used of props) for (const demand of propAsks(drill, meantBy(drill, used))) asked.add(demand);
  if (tone.floor === 'lift' || tone.squeezePct > 0) asked.add('floorLift');
  if (tone.squeezePct > 0 || (tone.control !== 'none' && tone.controlPct > 0)) asked.add('addedTone');
  if (drill.lift !== undefined) asked.add('heavyLoad');
  if (breathing.kind === 'paced' && breathing.full) asked.add('fullExhale');
  if (fullHoldS(breathing) > ORDINARY_PAUSE_S) asked.add('fullHold');
  if (asked.has('fullHold') || pauses({ breathing })) asked.add('breathHold');
  return asked;
}
