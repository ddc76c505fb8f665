/** Looks further apart than this are not taken to be at equal state, whatever was done. Our choice. */
const WITHIN_DAYS = 21;
const DAY_MS = 86_400_000;

/**
 * Which visits found the client as the visit before had left them: no run between and at most three weeks. What differs
 * then is noise, of the day and of the test.
 *
 * @param visits oldest first, UTC ISO 8601 @param runs when runs began
 */
export const sameStates = (visits: readonly string[], runs: readonly string[]): boolean[] =>
  visits.map((at, i) => {
    const before = visits[i - 1];
    return (
      before !== undefined &&
      Date.parse(at) - Date.parse(before) <= WITHIN_DAYS * DAY_MS &&
      !runs.some((r) => r >= before && r < at)
    );
  });
