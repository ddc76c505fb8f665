/** What a look at oneself asks. */
export const CHECK_WORDS = {
  title: 'Look: how do you sit, how do you breathe?',
  text: 'Three breaths as they come. Nothing to change; only notice.',
} as const;
