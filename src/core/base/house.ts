import type { House } from './house.schema';

export type { House };

export const USUAL_HOUSE: House = { name: '', length: 'cm', weight: 'kg', firstDay: 1, language: null };

/**
 * Languages in which dates can be written; any other comes from the browser. Their names are the platform’s (Unicode
 * CLDR).
 */
export const DATE_LANGUAGES = [
  'en-GB',
  'en-US',
  'en-CA',
  'da',
  'de',
  'es',
  'fi',
  'fr',
  'it',
  'ja',
  'ko',
  'nl',
  'nb',
  'pl',
  'pt',
  'sv',
  'tr',
  'uk',
  'zh',
] as const;

/** The seven days from the first day of a week on, 1 Monday to 7 Sunday. @example weekFrom(7) // [7, 1, 2, 3, 4, 5, 6] */
export const weekFrom = (firstDay: number): number[] =>
  Array.from({ length: 7 }, (_, i) => ((firstDay - 1 + i) % 7) + 1);

/** What a setting does and where its usual value comes from, for the one place where all stand. */
export const HOUSE_SAID: Record<keyof House, { label: string; does: string; source: string }> = {
  name: {
    label: 'Name of the studio',
    does: 'Stands small at the foot of sheets and reports that you hand out. Empty: nothing stands there.',
    source: 'yours',
  },
  length: {
    label: 'Lengths',
    does: 'In what height and a new tape are read. Records, the noise of a test and every file stay in centimetres; Follow and reports show those.',
    source: 'usual: centimetres (SI); an inch is 2.54 cm exactly (NIST SP 811)',
  },
  weight: {
    label: 'Weights',
    does: 'In what a load is typed and shown when a lift is planned.',
    source: 'usual: kilograms (SI); a pound is 0.45359237 kg exactly (NIST SP 811)',
  },
  firstDay: {
    label: 'First day of the week',
    does: 'Where the week of a plan for home begins, and the order of days to choose from. Files for calendars are not changed by it.',
    source: 'usual: Monday (ISO 8601)',
  },
  language: {
    label: 'Language of dates',
    does: 'How dates are written on your screens, and on what you print. The page of a client follows their own phone.',
    source: 'usual: as your browser asks (RFC 9110, 12.5.4); forms by the platform (Unicode CLDR)',
  },
};
