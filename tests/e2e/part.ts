const DAY = Math.floor(Date.now() / 86_400_000);

/**
 * What is walked today of a long list of places, sizes or people: one in so many, other ones each day, so that all have had
 * their turn after as many days. `npm run battery -- --browser` walks all of them.
 */
export const part = <T>(all: readonly T[], oneIn: number): T[] =>
  process.env.KOKYU_E2E_WHOLE ? [...all] : all.filter((_, i) => (i + DAY) % oneIn === 0);
