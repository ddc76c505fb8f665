import type { Zone } from '../body/zones';
import type { BandPlace } from './places.schema';

export type { BandPlace };

/** Where a stretch band lies, or half of one: the two sides of the lower ribs can be measured apart. */
export const BAND_PLACES = ['upperRibs', 'lowerRibs', 'lowerRibsRight', 'lowerRibsLeft', 'belly'] as const;

export const PLACE_LABEL: Record<BandPlace, string> = {
  upperRibs: 'upper ribs',
  lowerRibs: 'lower ribs',
  lowerRibsRight: 'lower ribs, right',
  lowerRibsLeft: 'lower ribs, left',
  belly: 'belly',
};

/** The zones that a band at a place tells of. */
export const PLACE_ZONES: Record<BandPlace, readonly Zone[]> = {
  upperRibs: ['sternum'],
  lowerRibs: ['lowerRibsRight', 'lowerRibsLeft'],
  lowerRibsRight: ['lowerRibsRight'],
  lowerRibsLeft: ['lowerRibsLeft'],
  belly: ['belly'],
};

const WORDS: readonly [BandPlace, RegExp][] = [
  ['lowerRibsRight', /(rib|thora|chest|rc).*\b(right|r)\b|right.*(rib|chest)/i],
  ['lowerRibsLeft', /(rib|thora|chest|rc).*\b(left|l)\b|left.*(rib|chest)/i],
  ['belly', /bell(y|ies)|abdom|\babd?\b|stomach|waist/i],
  ['upperRibs', /upper|armpit|stern|axill/i],
  ['lowerRibs', /rib|thora|chest|\brc\b|lower/i],
];

/** The place that a channel's name speaks of, or null when it names none. @example placeOf('Abdomen') // 'belly' */
export const placeOf = (name: string): BandPlace | null =>
  BAND_PLACES.find((p) => PLACE_LABEL[p] === name.trim().toLowerCase()) ??
  WORDS.find(([, word]) => word.test(name))?.[0] ??
  null;

/** Is this a place on the ribs? */
export const onRibs = (place: BandPlace | null): boolean => place !== null && place !== 'belly';
