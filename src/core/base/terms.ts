/** The words of this trade as Kokyu uses them: one word for one thing, whoever reads it. What they mean stands in `glossary`. */
export const WORD = {
  abdominalWall: 'abdominal wall',
  air: 'air moved',
  angle: 'angle between ribs and belly',
  backLying: 'back-lying',
  bands: 'bands',
  brace: 'brace',
  calibrated: 'calibrated',
  calmHold: 'calm hold',
  certainty: 'certainty',
  cue: 'cue',
  diaphragm: 'diaphragm',
  dose: 'dose',
  drawIn: 'draw in',
  evenness: 'evenness',
  excursion: 'excursion',
  flag: 'flag',
  halfKneeling: 'half-kneeling',
  hold: 'hold',
  hookLying: 'hook-lying',
  isovolume: 'isovolume manoeuvre',
  ladder: 'ladder',
  leastResistance: 'least resistance',
  level: 'level',
  median: 'median',
  need: 'need',
  noise: 'noise of a test',
  opposition: 'opposition',
  owned: 'owned',
  pause: 'pause',
  pelvicFloor: 'pelvic floor',
  prone: 'prone',
  protocol: 'protocol',
  proven: 'proven',
  quadruped: 'quadruped',
  quality: 'quality',
  reading: 'reading',
  redFlag: 'red flag',
  relook: 'look again',
  rest: 'rest',
  roster: 'roster',
  round: 'round',
  school: 'school',
  setUp: 'set-up',
  share: 'share of the ribs',
  sideLying: 'side-lying',
  sigh: 'sigh',
  signal: 'signal',
  silent: 'silent',
  stage: 'stage',
  staves: 'staves',
  stopSign: 'stop sign',
  strength: 'strength',
  tone: 'tone',
  weight: 'weight of a need',
  zone: 'zone',
} as const satisfies Record<string, string>;

export type Term = keyof typeof WORD;

/** Words that have this meaning wherever they stand; the others are ordinary words as well and are marked by hand. */
const CERTAIN: readonly Term[] = [
  'abdominalWall',
  'air',
  'angle',
  'brace',
  'calmHold',
  'drawIn',
  'evenness',
  'leastResistance',
  'noise',
  'pause',
  'pelvicFloor',
  'proven',
  'share',
  'sigh',
  'staves',
  'stopSign',
  'zone',
];
const BY_LENGTH = [...CERTAIN].sort((a, b) => WORD[b].length - WORD[a].length);
const ANY = new RegExp(`\\b(?:${BY_LENGTH.map((t) => WORD[t]).join('|')})\\b`, 'i');

/**
 * A text cut where words of the trade stand in it, each word once: the longer word wins where one lies in another.
 *
 * @example termsIn('The calm hold, twice') // ['The ', { term: 'calmHold', said: 'calm hold' }, ', twice']
 */
export function termsIn(text: string): (string | { term: Term; said: string })[] {
  const parts: (string | { term: Term; said: string })[] = [];
  const told = new Set<Term>();
  let plain = '';
  let rest = text;
  for (let hit = ANY.exec(rest); hit; hit = ANY.exec(rest)) {
    const said = hit[0];
    const term = BY_LENGTH.find((t) => WORD[t].toLowerCase() === said.toLowerCase())!;
    plain += rest.slice(0, hit.index);
    rest = rest.slice(hit.index + said.length);
    if (told.has(term)) {
      plain += said;
      continue;
    }
    told.add(term);
    if (plain !== '') parts.push(plain);
    parts.push({ term, said });
    plain = '';
  }
  if (plain + rest !== '') parts.push(plain + rest);
  return parts;
}
