/** Places in the day where practice is hung up (practice P47, common practice, no source). */
export const HOME_PLACES = ['waking', 'bedtime', 'hourly', 'sitting', 'beforeRun', 'kettle'] as const;
export type HomePlace = (typeof HOME_PLACES)[number];

export const PLACE_WORDS: Record<HomePlace, { label: string; when: string }> = {
  waking: { label: 'on waking', when: 'When you wake up' },
  bedtime: { label: 'at bedtime', when: 'Before you sleep' },
  hourly: { label: 'every waking hour', when: 'Once every hour that you are awake' },
  sitting: { label: 'between sitting', when: 'After an hour or a little more of sitting' },
  beforeRun: { label: 'before a run', when: 'Before you run' },
  kettle: { label: 'while the kettle boils', when: 'While the kettle boils' },
};

/** Places that come with something that the client does, not with the clock: a mark is hung up there in place of an alarm. */
export const BY_OCCASION: readonly HomePlace[] = ['beforeRun', 'kettle'];

/** How much of it: all that is worth doing, half of that, or five minutes a day. */
export const HOME_AMOUNTS = ['full', 'half', 'five'] as const;
export type HomeAmount = (typeof HOME_AMOUNTS)[number];

export const AMOUNT_LABEL: Record<HomeAmount, string> = {
  full: 'all of it',
  half: 'half of that',
  five: 'only five minutes a day',
};

export const MOST_CHECKS = 4;
export const MOST_ENTRIES = 8;
export const MOST_QUIET = 4;
