import { POSITION, type Position } from '../body/positions';
import { aProp, BARE_HANDED, PROP_LABEL, propFor, type Prop } from '../body/props';
import { WAYS, type Way } from '../body/ways';
import type { Breathing } from '../breath/timeline';
import { withoutFullHold, withoutPauses } from '../breath/timeline';
import type { Drill } from '../drills/drill';
import { clamp } from '../base/statistics';
import type { Tone } from '../tone/tone';
import type { Goal } from '../aims/goals';
import { isSet, settledFlags, type Flag, type Flags } from '../screen/flags';
import { SUPINE_UNTIL_WEEK } from '../screen/limits';
import { REMEDY_LABEL, type Remedy } from '../screen/remedies';
import { demandsOf, propAsks } from './demands';
import { POSITION_RULES } from './position-rules';
import { ribUnhealed } from './rule';
import { CAUTIONS, LIGHT_PCT, rulesAgainst } from './rules';

/** `missing`: nothing speaks against it, but a thing that it needs is not at hand. */
export type Status = 'allowed' | 'changed' | 'missing' | 'barred';

/** Why something is changed or barred. `kind` tells a safety rule from a prop that is not there; `how`, what is done about it. */
type Reason = {
  kind: 'safety' | 'prop';
  text: string;
  source: string;
  /** What is done about it, in words. */
  how?: string;
  /** It is done in another position than usual; which one, the block says. */
  elsewhere?: true;
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
  /** Props that only help and that no rule speaks against, substitutes already chosen. */
  helpful: Prop[];
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
export function verdictFor(drill: Drill, given: Flags, available: readonly Prop[]): Verdict {
  const flags = settledFlags(given);
  const reasons: Reason[] = [];
  const safety = (text: string, source: string, how?: string, remedy?: Remedy, elsewhere = false) =>
    add(reasons, {
      ...(elsewhere ? { elsewhere: true as const } : {}),
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
  const { props, instead, lacking, kept } = propsFor(drill, flags, available);
  const asked = demandsOf(drill, { props, breathing: drill.breathing, tone: drill.tone });
  const applied = [...asked].flatMap((demand) => rulesAgainst(demand, flags, drill.level, drill.id));
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
      undefined,
      true,
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
  for (const { wanted, because, source } of kept)
    safety(
      `not with the ${PROP_LABEL[wanted]}: ${because}`,
      source,
      BARE_HANDED[wanted] ? `${BARE_HANDED[wanted]} in its place` : 'another thing in its place',
    );
  for (const wanted of lacking) {
    const rule = kept.find((k) => k.wanted === wanted);
    if (rule) barred = true;
    else prop(`needs ${aProp(wanted)}`);
  }
  missing ||= lacking.some((wanted) => !kept.some((k) => k.wanted === wanted));
  const open = !barred && !missing;
  if (open) instead.forEach(prop);
  const has = (remedy: Remedy) => remedies.some((r) => r.remedy === remedy);
  const status: Status = barred ? 'barred' : missing ? 'missing' : reasons.length > 0 ? 'changed' : 'allowed';
  return {
    drillId: drill.id,
    status,
    positions: open ? positions : [],
    props: open ? props : [],
    helpful: open ? helpfulIn(drill, flags, available) : [],
    ...remedied(drill, has),
    ways: WAYS.filter((way) => has(way) || WAY_BY_FLAGS[way]?.(drill, flags)),
    small: Boolean(flags.panic || flags.neurological),
    shorter: has('shorter'),
    reasons,
  };
}

/** A prop that a rule speaks against, and why. */
type Kept = { wanted: Prop; because: string; source: string };

/** What bars a prop in a drill; undefined where nothing does. What the drill asks anyway is not the prop's doing. */
const barOf = (drill: Drill, wanted: Prop, flags: Flags) =>
  propAsks(drill, wanted)
    .filter((demand) => !drill.demands.includes(demand))
    .flatMap((demand) => rulesAgainst(demand, flags, drill.level, drill.id))
    .find((rule) => rule.remedy === 'bar');

/**
 * The props a drill is done with here, what stands in for what, what it cannot do without, and what is there and not used,
 * because of what it would ask of this client.
 */
function propsFor(drill: Drill, flags: Flags, available: readonly Prop[]) {
  const props: Prop[] = [];
  const instead: string[] = [];
  const lacking: Prop[] = [];
  const kept: Kept[] = [];
  for (const wanted of drill.props) {
    const strict = drill.strict.includes(wanted);
    const rule = drill.lift === undefined ? barOf(drill, wanted, flags) : undefined;
    const there = strict ? (available.includes(wanted) ? wanted : null) : propFor(wanted, available);
    if (rule && there !== null) kept.push({ wanted, because: rule.because, source: rule.source });
    const found = rule ? null : there;
    if (found !== null) {
      props.push(found);
      if (found !== wanted) instead.push(`${PROP_LABEL[found]} in place of the ${PROP_LABEL[wanted]}`);
    } else if (BARE_HANDED[wanted] && !strict) {
      if (!rule) instead.push(`${BARE_HANDED[wanted]} in place of the ${PROP_LABEL[wanted]}`);
    } else lacking.push(wanted);
  }
  return { props, instead, lacking, kept };
}

/** Props that help and are at hand: only those of which nothing that they ask falls under any rule. A thing within reach is no reason to use it. */
const helpfulIn = (drill: Drill, flags: Flags, available: readonly Prop[]): Prop[] => [
  ...new Set(
    drill.helpful
      .filter((wanted) =>
        propAsks(drill, wanted).every((d) => rulesAgainst(d, flags, drill.level, drill.id).length === 0),
      )
      .flatMap((wanted) => propFor(wanted, available) ?? []),
  ),
];

/** Each remedy only takes something away, so that their order does not matter. */
function remedied(drill: Drill, has: (remedy: Remedy) => boolean): Pick<Verdict, 'breathing' | 'tone'> {
  let { breathing, tone } = drill;
  if (has('noHold')) breathing = withoutPauses(breathing);
  else if (has('noFullHold')) breathing = withoutFullHold(breathing);
  if (has('noLift'))
    tone = { ...tone, floor: tone.floor === 'lift' ? 'letGo' : tone.floor, floorPct: 0, squeezePct: 0 };
  if (has('follow') && tone.floor === 'lift') tone = { ...tone, floor: 'follow', floorPct: 0 };
  if (has('noTone')) tone = { ...tone, control: 'none', controlPct: 0, squeezePct: 0 };
  if (has('lighter')) {
    tone = {
      ...tone,
      controlPct: clamp(tone.controlPct, 0, LIGHT_PCT),
      squeezePct: clamp(tone.squeezePct, 0, LIGHT_PCT),
    };
  }
  return { breathing, tone };
}

/** From the weeks on in which the back is avoided whoever sits makes room for the belly (practice P9). */
const roomForBelly = (drill: Drill, flags: Flags): boolean =>
  (flags.pregnancyWeek ?? 0) >= SUPINE_UNTIL_WEEK &&
  drill.positions.some((p) => POSITION[p].family === 'sitting');

const LYING: readonly (typeof POSITION)[Position]['family'][] = ['supine', 'side'];
const lies = (drill: Drill): boolean => drill.positions.some((p) => LYING.includes(POSITION[p].family));
const onItsSide = (drill: Drill): boolean => drill.positions.some((p) => POSITION[p].family === 'side');

/** Ways that follow from flags alone, in whatever drill; their words hold in the positions that they are for. */
const WAY_BY_FLAGS: Partial<Record<Way, (drill: Drill, flags: Flags) => boolean>> = {
  feetApart: roomForBelly,
  kneesTogether: (drill, flags) =>
    Boolean(flags.pubicPain) && drill.positions.some((p) => POSITION[p].family !== 'standing'),
  headRaised: (drill, flags) => Boolean(flags.reflux) && lies(drill),
  onLeft: (drill, flags) => flags.ribInjury === 'right' && ribUnhealed(flags) && onItsSide(drill),
  onRight: (drill, flags) => flags.ribInjury === 'left' && ribUnhealed(flags) && onItsSide(drill),
};

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
  CAUTIONS.filter((c) => c.when(settledFlags(flags))).map(({ text, source }) => ({ text, source }));
