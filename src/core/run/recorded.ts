/** What a cue came to, tapped while the block runs. */
export const CUE_OUTCOMES = ['worked', 'nothing', 'backfired'] as const;
export type CueOutcome = (typeof CUE_OUTCOMES)[number];

export const CUE_OUTCOME_LABEL: Record<CueOutcome, string> = {
  worked: 'worked',
  nothing: 'nothing',
  backfired: 'made it worse',
};

/** What can be done about a stop sign, in the order in which it is usually done. Common practice, no source. */
export const STOP_DONE = [
  'satDown',
  'layDown',
  'breathedFreely',
  'gaveWater',
  'settled',
  'calledHelp',
] as const;
export type StopDone = (typeof STOP_DONE)[number];

export const STOP_DONE_LABEL: Record<StopDone, string> = {
  satDown: 'sat down',
  layDown: 'lay down',
  breathedFreely: 'breathed as it came',
  gaveWater: 'drank water',
  settled: 'it passed',
  calledHelp: 'medical help was called',
};

/**
 * Breathlessness in words, from 0 to 10. The category–ratio scale of Borg, “Psychophysical bases of perceived exertion”,
 * Med Sci Sports Exerc 14 (1982) 377–381; the anchors from memory, in the words that are usual today.
 */
export const BREATHLESS: readonly (readonly [value: number, word: string])[] = [
  [0, 'none'],
  [1, 'very slight'],
  [2, 'slight'],
  [3, 'moderate'],
  [4, 'somewhat severe'],
  [5, 'severe'],
  [7, 'very severe'],
  [10, 'the most there is'],
];

/** What can be decided at a gate. */
export const GATE_CHOICES = ['further', 'again', 'down'] as const;
export type GateChoice = (typeof GATE_CHOICES)[number];
