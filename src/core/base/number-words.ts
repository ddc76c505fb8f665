const WORDS = [
  'zero',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
  'thirteen',
  'fourteen',
  'fifteen',
  'sixteen',
  'seventeen',
  'eighteen',
  'nineteen',
  'twenty',
] as const;

/** A number as it is spoken, halves with it; from 21 on in figures. @example numberWord(3.5) // 'three and a half' */
export function numberWord(n: number): string {
  const whole = Math.floor(n);
  const half = n - whole === 0.5;
  if (n === 0.5) return 'half';
  if ((whole !== n && !half) || whole > 20) return String(Number(n.toFixed(1)));
  return half ? `${WORDS[whole]} and a half` : WORDS[whole]!;
}

/** @example timesWord(2) // 'twice' */
export const timesWord = (n: number): string =>
  n === 1 ? 'once' : n === 2 ? 'twice' : `${numberWord(n)} times`;

/** Shares that have a name, percent; the nearest is said. */
const SHARES: readonly (readonly [number, string])[] = [
  [5, 'a twentieth'],
  [10, 'a tenth'],
  [15, 'a seventh'],
  [20, 'a fifth'],
  [25, 'a quarter'],
  [33, 'a third'],
  [40, 'two fifths'],
  [50, 'half'],
  [60, 'three fifths'],
  [70, 'seven tenths'],
  [80, 'four fifths'],
  [90, 'nine tenths'],
  [100, 'all'],
];

/** A percentage as a share that is spoken. @example shareWord(30) // 'a third' */
export const shareWord = (pct: number): string =>
  SHARES.reduce((best, s) => (Math.abs(s[0] - pct) < Math.abs(best[0] - pct) ? s : best))[1];
