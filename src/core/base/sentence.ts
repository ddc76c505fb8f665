/** With a capital at its beginning. @example upper('in and out') // 'In and out' */
export const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** With a small letter at its beginning. @example lower('In and out') // 'in and out' */
export const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
/** With one full stop at its end, where it has none. @example stopped('in and out') // 'in and out.' */
export const stopped = (text: string): string => (/[.!?]$/.test(text) ? text : `${text}.`);

/** The first words of a text, with an ellipsis where there are more. @example firstWords('one two three', 2) // 'one two …' */
export function firstWords(text: string, words: number): string {
  const all = text.trim().split(/\s+/);
  return all.length <= words ? text.trim() : `${all.slice(0, words).join(' ')} …`;
}
