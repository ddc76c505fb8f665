import { POSITION, type Position } from '../body/positions';
import { PROP_LABEL, type Prop } from '../body/props';
import { ZONE_LABEL, type Zone } from '../body/zones';
import { NEED_LABEL, type Need } from '../aims/needs';
import type { Flag } from '../screen/flags';
import { verdictFor } from './verdict';
import type { Drill, Stage } from '../drills/drill';

/** What is looked for; what is absent does not matter. `flag`: open to somebody with that flag alone. */
export type DrillSearch = {
  words?: string;
  stage?: Stage;
  need?: Need;
  position?: Position;
  prop?: Prop;
  openWith?: Flag;
};

const wordsIn = (d: Drill): string =>
  [
    d.name,
    d.stage,
    ...d.positions.map((p) => POSITION[p].label),
    ...[...d.props, ...d.helpful].map((p) => PROP_LABEL[p]),
    ...Object.keys(d.serves).map((n) => NEED_LABEL[n as Need]),
    ...Object.keys(d.zones).map((z) => ZONE_LABEL[z as Zone]),
    d.movement,
    ...d.steps.map((s) => s.text),
    ...d.cues.map((c) => c.text),
  ]
    .join(' ')
    .toLowerCase();

/** True when every word stands somewhere in what the drill says of itself. */
export function drillMatches(drill: Drill, words: string): boolean {
  const asked = words.toLowerCase().split(/\s+/).filter(Boolean);
  if (asked.length === 0) return true;
  const said = wordsIn(drill);
  return asked.every((w) => said.includes(w));
}

/** A flag as a client would have it who has nothing else. */
const ALONE: Partial<Record<Flag, unknown>> = {
  pregnancyWeek: 30,
  postpartumWeeks: 4,
  birth: 'vaginal',
  separationMm: 30,
  backPain: 'either',
};

/** The drills that answer a search, in the order given. */
export function findDrills(
  drills: readonly Drill[],
  { words = '', stage, need, position, prop, openWith }: DrillSearch,
): Drill[] {
  const everything = Object.keys(PROP_LABEL) as Prop[];
  return drills.filter(
    (d) =>
      (!stage || d.stage === stage) &&
      (!need || d.serves[need] !== undefined) &&
      (!position || d.positions.includes(position)) &&
      (!prop || d.props.includes(prop) || d.helpful.includes(prop)) &&
      (!openWith || verdictFor(d, { [openWith]: ALONE[openWith] ?? true }, everything).status !== 'barred') &&
      drillMatches(d, words),
  );
}
