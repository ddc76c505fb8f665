import type { BreathsFound } from '../signal/breaths';
import { summariseHolds } from '../look/holds';
import type { LookData } from '../look/look';
import { timingFromTaps } from '../look/taps';
import type { Flags } from '../screen/flags';
import { NEEDS, type Need, type Needs } from './needs';
import type { Observed } from './probes';
import { NAMED_FROM, readAll, READING, type Reading, type ReadingName } from './readings';
import type { School } from './school';

export type WeighedNeed = { need: Need; weight: number; because: ReadingName[] };

export type ReadingsResult = {
  school: School;
  /** The school that the default rule would choose, and why. */
  defaultSchool: { school: School; because: string };
  readings: Reading[];
  needs: WeighedNeed[];
};

/** These are worked on before the others (practice P17, P21; P10 for the floor). Our choice of the factor. */
const FIRST: Partial<Record<ReadingName, number>> = { reversed: 1.5, stuckInhale: 1.5, floorHolding: 1.25 };

/** The observation of how a low breath shows: the belly moves at least this much lying. Our choice. */
const LOW_BREATH_FOUND = 0.5;

/**
 * Reads a look: readings with their evidence, the school they were read by, and the needs that follow.
 *
 * @param school the school to read by, or null for the default of practice P31: low and quiet while the pattern is
 *   upper-chest or reversed, all round once the client can find the low breath
 * @param curve breaths found in a recorded curve; measured beats tapped
 */
export function readLook(look: LookData, flags: Flags, school: School | null, curve: BreathsFound | null = null): ReadingsResult {
  const tapped = look.quiet ? timingFromTaps(look.quiet.taps, look.quiet.first) : null;
  const observed: Observed = {
    look,
    flags,
    timing: tapped?.ok ? tapped.value : null,
    curve,
    holds: summariseHolds(look.holds),
    school: school ?? 'lowQuiet',
  };
  const byDefault = defaultSchool(readAll({ ...observed, school: 'lowQuiet' }), look);
  const used = school ?? byDefault.school;
  const readings = readAll({ ...observed, school: used });
  return { school: used, defaultSchool: byDefault, readings, needs: needsFrom(readings, used) };
}

function defaultSchool(readings: readonly Reading[], look: LookData): { school: School; because: string } {
  const strength = (name: ReadingName) => readings.find((r) => r.name === name)!.strength;
  if (strength('reversed') >= NAMED_FROM) return { school: 'lowQuiet', because: 'the pattern is reversed' };
  if (strength('upperChest') >= NAMED_FROM) return { school: 'lowQuiet', because: 'the pattern is upper-chest' };
  const belly = look.rings.hookLying?.belly ?? look.twoHands?.belly;
  if (belly !== undefined && belly >= LOW_BREATH_FOUND) return { school: 'allRound', because: 'the client finds the low breath' };
  return { school: 'lowQuiet', because: 'the low breath was not seen yet' };
}

/** Needs from readings: each named reading gives its needs by its strength; a school adds what it wishes for. */
export function needsFrom(readings: readonly Pick<Reading, 'name' | 'strength'>[], school: School): WeighedNeed[] {
  const weights = new Map<Need, { weight: number; because: ReadingName[] }>();
  for (const reading of readings) {
    if (reading.strength < NAMED_FROM) continue;
    for (const [need, weight] of Object.entries(READING[reading.name].needs) as [Need, number][]) {
      const entry = weights.get(need) ?? { weight: 0, because: [] };
      entry.weight += weight * reading.strength * (FIRST[reading.name] ?? 1);
      entry.because.push(reading.name);
      weights.set(need, entry);
    }
  }
  for (const [need, weight] of Object.entries(SCHOOL_NEEDS[school]) as [Need, number][]) {
    const entry = weights.get(need) ?? { weight: 0, because: [] };
    weights.set(need, { ...entry, weight: entry.weight + weight });
  }
  return NEEDS.flatMap((need) => {
    const entry = weights.get(need);
    return entry ? [{ need, weight: Math.min(10, entry.weight), because: entry.because }] : [];
  }).sort((a, b) => b.weight - a.weight);
}

/** What a school works on when nothing is wrong. Our choice, small beside any reading. */
const SCHOOL_NEEDS: Record<School, Needs> = {
  lowQuiet: { lowBreath: 0.4, settle: 0.3, upright: 0.2 },
  allRound: { sideRibs: 0.4, backRibs: 0.4, upperRibs: 0.2, control: 0.2, upright: 0.3 },
};

export const asNeeds = (needs: readonly WeighedNeed[]): Needs => Object.fromEntries(needs.map((n) => [n.need, n.weight]));
