/**
 * A source as it is shown to a person: the codes by which the rules of the trade are numbered among developers are
 * left out, and what has no published source is called common practice.
 *
 * @example readableSource('P60; MacDougall 1985') // 'MacDougall 1985'
 * @example readableSource('P8') // 'common practice'
 */
export function readableSource(source: string): string {
  const parts = source
    .split(/[;,]\s*(?=P\d|common practice|[A-Z])/)
    .map((part) => part.replace(/^P\d+\b[;,]?/, '').trim())
    .filter(Boolean);
  return parts.length > 0 ? parts.join(', ') : 'common practice';
}
