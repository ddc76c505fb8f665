import type { Position } from '../body/positions';
import type { RingPosition } from './places.schema';

export type { RingPosition };

/** The alignments of the position sweep (practice P19). */
export type Alignment = 'slouched' | 'between' | 'arched';

/** Where the rings are looked at, most supported first: lying, then sitting and standing in three alignments each. */
export const RING_POSITIONS = [
  'hookLying',
  'sitting',
  'sittingSlouched',
  'sittingArched',
  'standing',
  'standingSlouched',
  'standingArched',
] as const;

/** The three that are looked at when there is no time for the sweep. */
export const MAIN_POSITIONS = ['hookLying', 'sitting', 'standing'] as const satisfies readonly RingPosition[];

export const RING_POSITION: Record<
  RingPosition,
  { label: string; position: Position; alignment: Alignment }
> = {
  hookLying: { label: 'hook-lying', position: 'hookLying', alignment: 'between' },
  sitting: { label: 'sitting', position: 'sitting', alignment: 'between' },
  sittingSlouched: { label: 'sitting, slouched', position: 'sitting', alignment: 'slouched' },
  sittingArched: { label: 'sitting, arched', position: 'sitting', alignment: 'arched' },
  standing: { label: 'standing', position: 'standing', alignment: 'between' },
  standingSlouched: { label: 'standing, slouched', position: 'standing', alignment: 'slouched' },
  standingArched: { label: 'standing, arched', position: 'standing', alignment: 'arched' },
};

/** Order of difficulty of a hold (practice P26). */
export const HOLD_POSITIONS = ['hookLying', 'sitting', 'standing', 'walking'] as const;

/** Where a test begins: as in the look before, else the first place offered that the client may take; the first where none is. */
export const beginsIn = <Place extends string>(
  offered: readonly Place[],
  barred: (place: Place) => boolean,
  before?: Place,
): Place =>
  (before === undefined ? offered : [before, ...offered]).find((place) => !barred(place)) ?? offered[0]!;

const POSITION_NOTE = 'Position: ';

/** How a record says in which position it was taken: the key for Kokyu, the words for whoever reads the file. */
export const positionNote = (place: RingPosition): string =>
  `${POSITION_NOTE}${place} (${RING_POSITION[place].label})`;

/** The position that a note tells by its key, or by the words alone as older records do; null for any other note. */

export const positionIn = (notes: readonly { text: string }[]): RingPosition | null =>
  RING_POSITIONS.find((p) =>
    notes.some(
      ({ text }) =>
        text.startsWith(`${POSITION_NOTE}${p} (`) || text === `${POSITION_NOTE}${RING_POSITION[p].label}`,
    ),
  ) ?? null;
