/** With a capital at its beginning. @example upper('in and out') // 'In and out' */
export const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** With a small letter at its beginning. @example lower('In and out') // 'in and out' */
export const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
/** With one full stop at its end, where it has none. @example stopped('in and out') // 'in and out.' */
export const stopped = (text: string): string => (/[.!?]$/.test(text) ? text : `${text}.`);
