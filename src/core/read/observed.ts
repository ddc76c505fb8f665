import type { Excursions, Zone } from '../body/zones';
import type { HoldSummary } from '../look/holds';
import type { LookData } from '../look/look';
import { MAIN_POSITIONS, RING_POSITION, type RingPosition } from '../look/places';
import { mostSupported, type SeenBands, type SeenClip } from '../look/quiet';
import type { TestId } from '../look/tests';
import type { Timing } from '../look/taps';
import type { Flags } from '../screen/flags';
import type { Control, School } from '../aims/school';
import type { Grade } from './grades';
import type { Told } from './told';
import type { Thresholds } from './thresholds';

/** A look with everything that can be computed from it, ready to be read. */
export type Observed = {
  look: LookData;
  flags: Flags;
  told: Told;
  timing: Timing | null;
  bands: readonly SeenBands[];
  clips: readonly SeenClip[];
  holds: readonly HoldSummary[];
  school: School;
  control: Control;
  thresholds: Thresholds;
};

/**
 * What one observation says about one reading. `degree`: 1 speaks fully for it, −1 fully against. `text` is the
 * observation with its value, `against` what it was held against.
 */
export type Finding = { grade: Grade; degree: number; text: string; against: string; source: string };

export type Probe = {
  /** Probes of one topic look at one thing; of them only those of the best grade count. */
  topic: string;
  weight: number;
  /** The test that would settle it, for the list of what to look at next. */
  test: TestId;
  measure: string;
  /** It counts where it was said, and nobody is asked to look for it: being silent about it makes nothing less sure. */
  aside?: true;
  find: (o: Observed) => Finding | null;
};

/** Zones as they were rated in a position; null where nobody looked there. */
export const rings = (o: Observed, position: RingPosition = 'hookLying'): Excursions | null =>
  o.look.rings[position] ?? null;
/** The rings of the most supported position that has any. */
export const firstRings = (o: Observed): Excursions | null =>
  MAIN_POSITIONS.map((p) => rings(o, p)).find((e) => e !== null) ?? null;
/** Whether all of these zones were rated. */
export const has = (e: Excursions | null, ...zones: readonly Zone[]): e is Excursions =>
  e !== null && zones.every((z) => e[z] !== undefined);
/** The mean of these zones, which have to be there. */
export const average = (e: Excursions, ...zones: readonly Zone[]): number =>
  zones.reduce((sum, z) => sum + e[z]!, 0) / zones.length;

/** Whether rings of this position are of somebody who lies. */
export const isLying = (position: RingPosition): boolean => RING_POSITION[position].position === 'hookLying';
/** Bands in the most supported position that has any. */
export const firstBands = (o: Observed): SeenBands | null => mostSupported(o.bands);
