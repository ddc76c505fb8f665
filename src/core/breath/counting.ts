/** How breaths are counted for a client. It belongs to the client, not to the drill. Common practice, no source. */
export const COUNTINGS = ['aloud', 'silent', 'touch', 'steps', 'none'] as const;
export type Counting = (typeof COUNTINGS)[number];

export const COUNTING_LABEL: Record<Counting, string> = {
  aloud: 'aloud',
  silent: 'silently',
  touch: 'by touch',
  steps: 'by steps',
  none: 'not at all',
};
