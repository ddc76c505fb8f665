import { POSITION, type Position } from '../body/positions';
import { aProp, BARE_HANDED, PROP_LABEL, propFor, type Prop } from '../body/props';
import { WAYS, type Way } from '../body/ways';
import type { Breathing } from '../breath/timeline';
import { withoutFullHold, withoutPauses } from '../breath/timeline';
import type { Demand, Drill } from '../drills/drill';
import { pauses } from '../drills/wording';
import { clamp } from '../base/statistics';
import type { Tone } from '../tone/tone';
import type { Goal } from '../aims/goals';
import { isSet, type Flag, type Flags } from '../screen/flags';
import { SUPINE_UNTIL_WEEK } from '../screen/limits';
import { REMEDY_LABEL, type Remedy } from '../screen/remedies';
import { POSITION_RULES } from './position-rules';
import { CAUTIONS, DEMAND_RULES, isNextStep, LIGHT_PCT } from './rules';

/** `missing`: nothing speaks against it, but a thing that it needs is not at hand. */
export type Status = 'allowed' | 'changed' | 'missing' | 'barred';

/** Why something is changed or barred. `kind` tells a safety rule from a prop that is not there; `how`, what is done about it. */
type Reason = {
  kind: 'safety' | 'prop';
  text: string;
  source: string;
  /** What is done about it, in words. */
  how?: string;
  /** Which remedy that is, where it is one. */
  remedy?: Remedy;
};

/** Whether it can be done now: neither barred nor without a thing that it needs. */
export const isOpen = (verdict: Pick<Verdict, 'status'>): boolean =>
  verdict.status === 'allowed' || verdict.status === 'changed';

export type Verdict = {
  drillId: string;
  status: Status;
  /** Positions that remain, best first; empty when barred. */
  positions: Position[];
  /** The props to bring, substitutes already chosen. */
  props: Prop[];
  breathing: Breathing;
  tone: Tone;
  /** Done otherwise than usual. */
  ways: Way[];
  /** Breaths are small: over-breathing harms this client (practice P72). */
  small: boolean;
  /** Only its least dose, in one round. */
  shorter: boolean;
  reasons: Reason[];
};

/** What a position itself needs. */
export const POSITION_PROPS: Partial<Record<Position, Prop>> = {
  legsOnChair: 'chair',
  feetOnWall: 'wall',
  proneOverCushion: 'halfBall',
  sittingAtWall: 'wall',
  counterLean: 'counter',
  standingAtWall: 'wall',
};

/**
 * What becomes of a drill for a client: allowed, changed (with the changed breath and tone), or barred. Rules
 * compose: every rule only takes something away, so no change undoes another.
 */
export function verdictFor(drill: Drill, flags: Flags, available: readonly Prop[]): Verdict {
  const reasons: Reason[] = [];
  const safety = (text: string, source: string, how?: string, remedy?: Remedy) =>
    add(reasons, {
      kind: 'safety',
      text,
      source,
      ...(how ? { how } : {}),
      ...(remedy ? { remedy } : {}),
    });
  const prop = (text: string) => add(reasons, { kind: 'prop', text, source: 'P43' });
  const barredPositions = new Map<Position, (typeof POSITION_RULES)[number]>();
  for (const position of drill.positions) {
    const rule = POSITION_RULES.find((r) => r.target(position) && r.when(flags));
    if (rule) barredPositions.set(position, rule);
  }
  const safe = drill.positions.filter((p) => !barredPositions.has(p));
  const positions = safe.filter(
    (p) => POSITION_PROPS[p] === undefined || propFor(POSITION_PROPS[p], available) !== null,
  );
  const applied = DEMAND_RULES.filter(
    (r) =>
      asks(drill, r.target) &&
      r.when(flags) &&
      drill.level >= (r.fromLevel ?? 0) &&
      !(r.stepwise && isNextStep(drill.id, flags.floorStepsDone ?? 0)),
  );
  const altered = (Object.keys(drill.alters) as Flag[])
    .filter((flag) => isSet(flags, flag))
    .map((flag) => ({ remedy: drill.alters[flag]!.remedy, because: drill.alters[flag]!.why, source: 'P7' }));
  const remedies = [...applied, ...altered];
  let barred = false;
  let missing = false;
  const preferred = drill.positions[0]!;
  const preferredLost = barredPositions.get(preferred);
  if (preferredLost && safe.length > 0)
    safety(
      `not ${POSITION[preferred].label}: ${preferredLost.because}`,
      preferredLost.source,
      `in ${POSITION[positions[0] ?? safe[0]!].label} instead`,
    );
  if (safe.length === 0) {
    for (const lost of barredPositions.values()) safety(lost.because, lost.source);
    barred = true;
  } else if (positions.length === 0) {
    prop(`needs ${aProp(POSITION_PROPS[safe[0]!]!)}`);
    missing = true;
  }
  for (const flag of Object.keys(drill.bars) as Flag[]) {
    if (!isSet(flags, flag)) continue;
    safety(drill.bars[flag]!, 'P7');
    barred = true;
  }
  const barring = remedies.filter(
    (r) =>
      r.remedy === 'bar' || ((r.remedy === 'noHold' || r.remedy === 'noFullHold') && drill.stage === 'hold'),
  );
  if (barring.length > 0) for (const rule of barring) safety(rule.because, rule.source);
  else for (const rule of remedies) safety(rule.because, rule.source, REMEDY_LABEL[rule.remedy], rule.remedy);
  barred ||= barring.length > 0;
  const { props, instead, lacking } = propsFor(drill, available);
  for (const wanted of lacking) prop(`needs ${aProp(wanted)}`);
  missing ||= lacking.length > 0;
  const open = !barred && !missing;
  if (open) instead.forEach(prop);
  const has = (remedy: Remedy) => remedies.some((r) => r.remedy === remedy);
  const status: Status = barred ? 'barred' : missing ? 'missing' : reasons.length > 0 ? 'changed' : 'allowed';
  return {
    drillId: drill.id,
    status,
    positions: open ? positions : [],
    props: open ? props : [],
    ...remedied(drill, has),
    ways: WAYS.filter((way) => has(way) || (way === 'feetApart' && roomForBelly(drill, flags))),
    small: Boolean(flags.panic || flags.neurological),
    shorter: has('shorter'),
    reasons,
  };
}

/** The props a drill is done with here, what stands in for what, and what it cannot do without. */
function propsFor(drill: Drill, available: readonly Prop[]) {
  const props: Prop[] = [];
  const instead: string[] = [];
  const lacking: Prop[] = [];
  for (const wanted of drill.props) {
    const strict = drill.strict.includes(wanted);
    const found = strict ? (available.includes(wanted) ? wanted : null) : propFor(wanted, available);
    if (found !== null) {
      props.push(found);
      if (found !== wanted) instead.push(`${PROP_LABEL[found]} in place of the ${PROP_LABEL[wanted]}`);
    } else if (BARE_HANDED[wanted] && !strict)
      instead.push(`${BARE_HANDED[wanted]} in place of the ${PROP_LABEL[wanted]}`);
    else lacking.push(wanted);
  }
  return { props, instead, lacking };
}

/** Each remedy only takes something away, so that their order does not matter. */
function remedied(drill: Drill, has: (remedy: Remedy) => boolean): Pick<Verdict, 'breathing' | 'tone'> {
  let { breathing, tone } = drill;
  if (has('noHold')) breathing = withoutPauses(breathing);
  else if (has('noFullHold')) breathing = withoutFullHold(breathing);
  if (has('noLift'))
    tone = { ...tone, floor: tone.floor === 'lift' ? 'letGo' : tone.floor, floorPct: 0, squeezePct: 0 };
  if (has('follow') && tone.floor === 'lift') tone = { ...tone, floor: 'follow', floorPct: 0 };
  if (has('lighter')) {
    tone = {
      ...tone,
      controlPct: clamp(tone.controlPct, 0, LIGHT_PCT),
      squeezePct: clamp(tone.squeezePct, 0, LIGHT_PCT),
    };
  }
  return { breathing, tone };
}

/** What a drill asks of a client: what it names, and a held breath or a lift that follows from what is lifted or breathed. */
const asks = (drill: Drill, demand: Demand): boolean =>
  drill.demands.includes(demand) ||
  (demand === 'floorLift' && drill.tone.squeezePct > 0) ||
  (demand === 'heavyLoad' && drill.lift !== undefined) ||
  (demand === 'breathHold' && (drill.demands.includes('fullHold') || pauses(drill)));

/** From the weeks on in which the back is avoided whoever sits makes room for the belly (practice P9). */
const roomForBelly = (drill: Drill, flags: Flags): boolean =>
  (flags.pregnancyWeek ?? 0) >= SUPINE_UNTIL_WEEK &&
  drill.positions.some((p) => POSITION[p].family === 'sitting');

const add = (list: Reason[], reason: Reason) => {
  if (!list.some((r) => r.text === reason.text)) list.push(reason);
};

/** What is to be said because of what a client does (practice P73). */
export const goalsSay = (goals: readonly Goal[]): string[] =>
  goals.includes('swimming')
    ? [
        'Never hold the breath in or near water, and never after fast breathing: say so, and write it on the sheet.',
      ]
    : [];

/** What is to be said to and kept in mind for this client, whatever is done. */
export const cautionsFor = (flags: Flags): { text: string; source: string }[] =>
  CAUTIONS.filter((c) => c.when(flags)).map(({ text, source }) => ({ text, source }));
