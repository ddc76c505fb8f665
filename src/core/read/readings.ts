import { clamp } from '../base/statistics';
import type { TestId } from '../look/tests';
import { READINGS, type ReadingName } from '../aims/reading-names';
import { GRADES } from './grades';
import type { Finding, Observed, Probe } from './observed';
import * as Trunk from './probes/trunk';
import * as When from './probes/when';
import * as Where from './probes/where';
import type { Need } from '../aims/needs';

export { READINGS, type ReadingName } from '../aims/reading-names';

export type Evidence = Finding & { weight: number; topic: string };

/** Two observations of one thing that say opposite things. They are shown, not averaged. */
export type Conflict = {
  topic: string;
  used: Evidence;
  other: Evidence;
  /** False when both are of one grade, so that both count. */ settled: boolean;
};

type NextLook = { measure: string; test: TestId };

export type Reading = {
  name: ReadingName;
  /** 0–1, from the observations that were made. Missing ones do not weaken it. */
  strength: number;
  /** 0–1, the share of the weight of all observations that were made. */
  certainty: number;
  for: Evidence[];
  against: Evidence[];
  /** Made, but not counted: a better grade was at hand for the same thing. */
  setAside: Evidence[];
  conflicts: Conflict[];
  /** What to look at to be surer, heaviest first. */
  next: NextLook[];
  /** Strong enough to be named, but none of its main signs was seen: only something to look at (practice P74). */
  question: boolean;
};

/** From this strength a reading is named. Our choice. */
export const NAMED_FROM = 0.25;

/** A strength in a word. Our choice of the steps. */
export const strengthWord = (strength: number): 'strong' | 'clear' | 'some' | 'faint' =>
  strength >= 0.75 ? 'strong' : strength >= 0.5 ? 'clear' : strength >= NAMED_FROM ? 'some' : 'faint';

type Facts = {
  label: string;
  meaning: string;
  probes: readonly Probe[];
  needs: Partial<Record<Need, number>>;
};

/** Without one of these signs a reading is a question only (practice P74). */
const MAIN_TOPICS: Record<ReadingName, readonly string[] | 'any'> = {
  reversed: ['which way the belly goes'],
  stuckInhale: ['front ribs at the end of the exhale', 'full breath', 'end of the exhale'],
  upperChest: ['chest or belly', 'neck', 'shoulders'],
  bellyOnly: 'any',
  frontOnly: ['back ribs'],
  oneSided: 'any',
  fastIrregular: ['rate', 'regularity'],
  shortExhale: ['comfortable exhale', 'exhale in quiet breathing'],
  lowHold: ['calm hold', 'recovery'],
  floorHolding: ['ask what the client feels between the sit bones', 'screening: pelvic floor'],
  floorOverloaded: [
    'lower belly on the exhale',
    'upper belly on the exhale',
    'ask what the client feels between the sit bones',
    'screening: pelvic floor',
  ],
  toneStopsBreath: 'any',
  lostUpright: 'any',
  bendsBack: ['a full breath, seen from the side'],
  spillsForward: ['belly forward, sides narrow'],
};

export const READING: Record<ReadingName, Facts> = {
  reversed: {
    label: 'reversed',
    meaning: 'The belly draws in on the inhale. Worked on first.',
    probes: When.REVERSED,
    needs: { lowBreath: 3, settle: 1.5, emptyChest: 0.5 },
  },
  stuckInhale: {
    label: 'stuck on the inhale, ribs flared',
    meaning: 'The ribs do not come down. The exhale comes first: an emptied chest has room to fill.',
    probes: When.STUCK_INHALE,
    needs: { emptyChest: 3, backRibs: 1, exhaleLength: 1 },
  },
  upperChest: {
    label: 'upper chest, shoulders lift',
    meaning: 'The top of the chest does work that the lower ribs and belly could do.',
    probes: Where.UPPER_CHEST,
    needs: { lowBreath: 2.5, settle: 1, sideRibs: 0.8, exhaleLength: 0.5 },
  },
  bellyOnly: {
    label: 'belly only, stiff ribs',
    meaning: 'Air goes to the one place that gives way; the ribs do not take part.',
    probes: Where.BELLY_ONLY,
    needs: { sideRibs: 2, backRibs: 1.5, upperRibs: 1 },
  },
  frontOnly: {
    label: 'front only, back silent',
    meaning: 'The back of the ribs is closed. Close the front and let the back fill.',
    probes: Where.FRONT_ONLY,
    needs: { backRibs: 2.5, emptyChest: 0.5 },
  },
  oneSided: {
    label: 'one-sided',
    meaning: 'One side opens less. Bend away from it and breathe there.',
    probes: Where.ONE_SIDED,
    needs: { oneSide: 2.5, sideRibs: 0.5 },
  },
  fastIrregular: {
    label: 'fast or irregular',
    meaning: 'More breaths than rest asks for, or uneven ones.',
    probes: When.FAST,
    needs: { settle: 2, exhaleLength: 1.5, tolerance: 0.5 },
  },
  shortExhale: {
    label: 'short exhale',
    meaning: 'The breath out is cut off early.',
    probes: When.SHORT_EXHALE,
    needs: { exhaleLength: 2.5, emptyChest: 1 },
  },
  lowHold: {
    label: 'low hold tolerance',
    meaning: 'The urge to breathe comes early, or the next breath shows that the hold was too long.',
    probes: When.LOW_HOLD,
    needs: { tolerance: 2.5, settle: 0.5, exhaleLength: 0.5 },
  },
  floorHolding: {
    label: 'pelvic floor holding',
    meaning: 'The pelvic floor does not let go on the inhale. Letting go comes before any lift.',
    probes: Trunk.FLOOR_HOLDING,
    needs: { floorLetGo: 3, settle: 0.5 },
  },
  floorOverloaded: {
    label: 'pelvic floor overloaded, pressed from above',
    meaning: 'Effort pushes down. The order from low to high is learned before strength.',
    probes: Trunk.FLOOR_OVERLOADED,
    needs: { coordination: 2.5, floorLink: 1.5, emptyChest: 0.5 },
  },
  toneStopsBreath: {
    label: 'cannot keep tone while breathing',
    meaning: 'Tone and breath exclude each other as yet.',
    probes: Trunk.TONE_STOPS_BREATH,
    needs: { control: 2.5, coordination: 0.5 },
  },
  lostUpright: {
    label: 'lost on coming upright',
    meaning: 'What is there lying down goes when sitting or standing.',
    probes: Where.LOST_UPRIGHT,
    needs: { upright: 2.5 },
  },
  bendsBack: {
    label: 'expands only by bending back',
    meaning:
      'The breastbone goes up because the back bends. The back fills first, then top and bottom apart.',
    probes: Where.BENDS_BACK,
    needs: { backRibs: 2.5, upperRibs: 0.8, control: 0.5 },
  },
  spillsForward: {
    label: 'spills forward, sides narrow',
    meaning: 'Weight and belly go forward, the ribs stay narrow. Lean, weight to the heels, and fill behind.',
    probes: Where.SPILLS_FORWARD,
    needs: { backRibs: 2, sideRibs: 1, control: 1, upright: 0.5 },
  },
};

/** Every reading with its strength, evidence and what is missing, in the order of `READINGS`. */
export function readAll(observed: Observed): Reading[] {
  return READINGS.map((name) => readOne(name, observed));
}

function readOne(name: ReadingName, observed: Observed): Reading {
  const probed = READING[name].probes.map((probe) => ({ probe, finding: probe.find(observed) }));
  const made = probed.flatMap(({ probe, finding }) =>
    finding ? [{ ...finding, weight: probe.weight, topic: probe.topic }] : [],
  );
  const topics = [...new Set(READING[name].probes.map((p) => p.topic))];
  const used = topics.flatMap((topic) => bestOf(made.filter((e) => e.topic === topic)));
  const setAside = made.filter((e) => !used.includes(e));
  const seen = used.reduce((sum, e) => sum + e.weight, 0);
  const heaviest = (of: readonly { weight: number; topic: string }[], topic: string) =>
    Math.max(0, ...of.filter((p) => p.topic === topic).map((p) => p.weight));
  const asked = probed.filter(({ probe, finding }) => finding || !probe.aside).map(({ probe }) => probe);
  const total = topics.reduce((sum, t) => sum + heaviest(asked, t), 0);
  const known = topics.reduce((sum, t) => sum + heaviest(used, t), 0);
  const missing = probed
    .filter((p) => !p.finding && !p.probe.aside)
    .sort((a, b) => gain(b.probe, used) - gain(a.probe, used));
  const strength = seen === 0 ? 0 : clamp(used.reduce((sum, e) => sum + e.weight * e.degree, 0) / seen, 0, 1);
  const main = MAIN_TOPICS[name];
  return {
    name,
    question:
      strength >= NAMED_FROM && main !== 'any' && !used.some((e) => e.degree > 0 && main.includes(e.topic)),
    strength,
    certainty: known / total,
    for: used.filter((e) => e.degree > 0).sort((a, b) => b.weight * b.degree - a.weight * a.degree),
    against: used.filter((e) => e.degree <= 0).sort((a, b) => a.weight * a.degree - b.weight * b.degree),
    setAside,
    conflicts: conflictsIn(used, setAside),
    next: unique(
      missing
        .filter((m) => gain(m.probe, used) > 0)
        .map(({ probe: { measure, test } }) => ({ measure, test })),
    ),
  };
}

/** Of one topic only the observations of the best grade count. */
function bestOf(made: readonly Evidence[]): Evidence[] {
  const grade = GRADES.find((g) => made.some((e) => e.grade === g));
  return made.filter((e) => e.grade === grade);
}

/** What a missing probe would add to what is known of its topic. */
const gain = (probe: Probe, used: readonly Evidence[]): number =>
  probe.weight - Math.max(0, ...used.filter((e) => e.topic === probe.topic).map((e) => e.weight));

/** Opposite signs, at least this far apart. Our choice. */
const CONFLICT_FROM = 0.6;

function conflictsIn(used: readonly Evidence[], setAside: readonly Evidence[]): Conflict[] {
  const opposed = (a: Evidence, b: Evidence) =>
    a.topic === b.topic && a.degree * b.degree < 0 && Math.abs(a.degree - b.degree) >= CONFLICT_FROM;
  const overruled = setAside.flatMap((other) =>
    used
      .filter((e) => opposed(e, other))
      .slice(0, 1)
      .map((e): Conflict => ({ topic: e.topic, used: e, other, settled: true })),
  );
  const even = used.flatMap((a, i) =>
    used
      .slice(i + 1)
      .filter((b) => opposed(a, b))
      .map((b): Conflict => ({ topic: a.topic, used: a, other: b, settled: false })),
  );
  return [...overruled, ...even];
}

const unique = (next: readonly NextLook[]): NextLook[] =>
  next.filter((n, i) => next.findIndex((m) => m.measure === n.measure) === i);

/** How much a reading leads: how strong it is and how sure; half of all that could be seen makes it sure. Our choice. */
const SURE_FROM = 0.5;
/** How much a reading leads: its strength, less where little of what could be seen was. */
export const leadOf = ({ strength, certainty }: Pick<Reading, 'strength' | 'certainty'>): number =>
  strength * Math.min(1, certainty / SURE_FROM);

/** Readings that are named, the one that leads first; a tie keeps the order of `READINGS`. Questions are none. */
export const namedReadings = (readings: readonly Reading[]): Reading[] =>
  readings.filter((r) => r.strength >= NAMED_FROM && !r.question).sort((a, b) => leadOf(b) - leadOf(a));
