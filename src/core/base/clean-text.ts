/** Control characters, and those that turn the direction of what stands beside them or take no room. */
const UNSEEN =
  /[\p{Cc}\u00ad\u061c\u180e\u200b-\u200f\u2028-\u202e\u2060-\u2064\u2066-\u206f\ufeff\ufff9-\ufffb]/gu;

/** A name in one line: what cannot be seen is taken out, runs of blanks become one. */
export const cleanName = (text: string): string =>
  text
    .normalize('NFC')
    .replace(/[\t\r\n]+/g, ' ')
    .replace(UNSEEN, '')
    .replace(/ {2,}/g, ' ')
    .trim();
