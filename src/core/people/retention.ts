/**
 * The moment from which records may go: so many years to the day after they were last added to. A 29 February falls on
 * 1 March where there is none.
 *
 * @param last ISO moment
 */
export function keptUntil(last: string, years: number): string {
  const at = new Date(last);
  at.setUTCFullYear(at.getUTCFullYear() + years);
  return at.toISOString();
}
