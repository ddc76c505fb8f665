import { summariseHolds } from '../look/holds';
import type { LookData } from '../look/look';
import { timingFromTaps } from '../look/taps';
import type { Flags } from '../screen/flags';
import { NO_JUDGEMENT, type Judgement } from '../aims/judgement';
import type { Goal } from '../aims/goals';
import { NEEDS, type Need, type Needs } from '../aims/needs';
import { mostSupported, type SeenBands, type SeenClip } from '../look/quiet';
import { isLying, type Observed } from './observed';
import { asksOf, type Ask } from './asks';
import { leadOf, NAMED_FROM, readAll, READING, type Reading, type ReadingName } from './readings';
import { NOTHING_TOLD, type Told } from './told';
import { SCHOOL_LABEL, type Control, type School } from '../aims/school';
import { DEFAULT_THRESHOLDS, type Thresholds } from './thresholds';

export type WeighedNeed = {
  need: Need;
  weight: number;
  because: ReadingName[];
  /** What of flags, goals and life asks for it, besides the look. */
  asked: string[];
  /** Why it stands where it stands, one plain sentence. */
  why: string;
  /** What was computed, when the instructor decided otherwise. */
  overruled?: { computed: number; why: string };
};

export type JudgedReading = Reading & {
  /** What was computed, when the instructor decided otherwise. */ overruled?: {
    computed: number;
    why: string;
  };
};

export type ReadingsResult = {
  school: School;
  /** The school that the default rule would choose, and why. */
  defaultSchool: { school: School; because: string };
  control: Control;
  readings: JudgedReading[];
  needs: WeighedNeed[];
};

/**
 * What is worked on before the rest, by how much it counts more, and why (practice P17, P21; P10 for the floor). Our
 * choice of the factors.
 */
const FIRST: Partial<Record<ReadingName, { factor: number; why: string }>> = {
  reversed: { factor: 1.5, why: 'a reversed breath is set right first' },
  stuckInhale: { factor: 1.5, why: 'an emptied chest has room to fill, so the exhale comes first' },
  floorHolding: { factor: 1.25, why: 'the pelvic floor lets go before it lifts' },
};

export type ReadOptions = {
  /**
   * The school to read by, or null for the default of practice P31: low and quiet while the pattern is upper-chest or
   * reversed, all round once the client can find the low breath.
   */
  school?: School | null;
  /** Null: draw in, with which the trunk is taught from low to high (practice P32, P33). */
  control?: Control | null;
  bands?: readonly SeenBands[];
  clips?: readonly SeenClip[];
  thresholds?: Thresholds;
  /** What the client wants and does (practice P75). */
  goals?: readonly Goal[];
  /** The goal in the client's own words, and where it hurts. */
  told?: Told;
};

const DEFAULT_CONTROL: Control = 'drawIn';

/** Reads a look: readings with their evidence, the school they were read by, and the needs that follow. */
export function readLook(
  look: LookData,
  flags: Flags,
  {
    school = null,
    control = null,
    bands = [],
    clips = [],
    thresholds = DEFAULT_THRESHOLDS,
    goals = [],
    told = NOTHING_TOLD,
  }: ReadOptions = {},
): ReadingsResult {
  const tapped = look.quiet ? timingFromTaps(look.quiet.taps, look.quiet.first) : null;
  const observed: Observed = {
    look,
    flags,
    told,
    timing: tapped?.ok ? tapped.value : null,
    bands,
    clips,
    holds: summariseHolds(look.holds),
    school: school ?? 'lowQuiet',
    control: control ?? DEFAULT_CONTROL,
    thresholds,
  };
  const judgement = look.judgement ?? NO_JUDGEMENT;
  const byDefault = defaultSchool(judged(readAll({ ...observed, school: 'lowQuiet' }), judgement), observed);
  const used = school ?? byDefault.school;
  const readings = judged(readAll({ ...observed, school: used }), judgement);
  return {
    school: used,
    defaultSchool: byDefault,
    control: observed.control,
    readings,
    needs: judgedNeeds(needsFrom(readings, used, asksOf(flags, goals)), judgement),
  };
}

function judged(readings: readonly Reading[], { readings: own }: Judgement): JudgedReading[] {
  return readings.map((r) => {
    const decided = own[r.name];
    return decided
      ? {
          ...r,
          strength: decided.strength,
          certainty: 1,
          question: false,
          overruled: { computed: r.strength, why: decided.why },
        }
      : r;
  });
}

function judgedNeeds(needs: readonly WeighedNeed[], { needs: own }: Judgement): WeighedNeed[] {
  const changed = needs.map((n) => {
    const decided = own[n.need];
    return decided
      ? { ...n, weight: decided.weight, overruled: { computed: n.weight, why: decided.why } }
      : n;
  });
  const added = NEEDS.flatMap((need): WeighedNeed[] => {
    const decided = own[need];
    return decided && !needs.some((n) => n.need === need)
      ? [
          {
            need,
            weight: decided.weight,
            because: [],
            asked: [],
            why: 'you asked for it',
            overruled: { computed: 0, why: decided.why },
          },
        ]
      : [];
  });
  return [...changed, ...added].sort((a, b) => b.weight - a.weight);
}

/** The observation of how a low breath shows: the belly moves at least this much lying. Our choice. */
const LOW_BREATH_FOUND = 0.5;

function defaultSchool(
  readings: readonly Reading[],
  observed: Observed,
): { school: School; because: string } {
  const { look } = observed;
  const strength = (name: ReadingName) => {
    const r = readings.find((x) => x.name === name)!;
    return r.question ? 0 : r.strength;
  };
  if (strength('reversed') >= NAMED_FROM) return { school: 'lowQuiet', because: 'the pattern is reversed' };
  if (strength('upperChest') >= NAMED_FROM)
    return { school: 'lowQuiet', because: 'the pattern is upper-chest' };
  const bands = mostSupported(observed.bands);
  const measured =
    bands && isLying(bands.position) && bands.analysis.ribShare !== null
      ? 1 - bands.analysis.ribShare
      : undefined;
  const belly = measured ?? look.rings.hookLying?.belly ?? look.twoHands?.belly;
  if (belly !== undefined && belly >= LOW_BREATH_FOUND)
    return { school: 'allRound', because: 'the client finds the low breath' };
  return { school: 'lowQuiet', because: 'the low breath was not seen yet' };
}

/** Needs from readings: each named reading gives its needs by its strength; a school adds what it wishes for. */
export function needsFrom(
  readings: readonly Pick<Reading, 'name' | 'strength' | 'certainty' | 'question'>[],
  school: School,
  asks: readonly Ask[] = [],
): WeighedNeed[] {
  type Entry = { weight: number; because: ReadingName[]; asked: string[] };
  const weights = new Map<Need, Entry>();
  const entryOf = (need: Need): Entry => {
    const entry = weights.get(need) ?? { weight: 0, because: [], asked: [] };
    weights.set(need, entry);
    return entry;
  };
  for (const reading of readings) {
    if (reading.strength < NAMED_FROM || reading.question) continue;
    for (const [need, weight] of Object.entries(READING[reading.name].needs) as [Need, number][]) {
      const entry = entryOf(need);
      entry.weight += weight * leadOf(reading) * (FIRST[reading.name]?.factor ?? 1);
      entry.because.push(reading.name);
    }
  }
  for (const { need, weight, why } of asks) {
    const entry = entryOf(need);
    entry.weight += weight;
    entry.asked.push(why);
  }
  for (const [need, weight] of Object.entries(SCHOOL_NEEDS[school]) as [Need, number][])
    entryOf(need).weight += weight;
  return NEEDS.flatMap((need) => {
    const entry = weights.get(need);
    return entry
      ? [
          {
            need,
            weight: Math.min(10, entry.weight),
            because: entry.because,
            asked: entry.asked,
            why: whyOf(entry.because, entry.asked, school),
          },
        ]
      : [];
  }).sort((a, b) => b.weight - a.weight);
}

function whyOf(because: readonly ReadingName[], asked: readonly string[], school: School): string {
  const first = because.map((name) => FIRST[name]?.why).find((why) => why !== undefined);
  const from = [...because.map((name) => READING[name].label), ...asked].join('; ');
  return from === '' ? `a wish of the school “${SCHOOL_LABEL[school]}”` : first ? `${from}: ${first}` : from;
}

/** What a school works on when nothing is wrong. Our choice, small beside any reading. */
const SCHOOL_NEEDS: Record<School, Needs> = {
  lowQuiet: { lowBreath: 0.4, settle: 0.3, upright: 0.2 },
  allRound: { sideRibs: 0.4, backRibs: 0.4, upperRibs: 0.2, control: 0.2, upright: 0.3 },
};

/** Weighed needs as a table by need. */
export const asNeeds = (needs: readonly WeighedNeed[]): Needs =>
  Object.fromEntries(needs.map((n) => [n.need, n.weight]));
