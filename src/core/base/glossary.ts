/**
 * The words of this trade as Kokyu uses them: one word for one thing, whoever reads it. What stands here is our own wording
 * of common practice, no source, except where one is named.
 */
const WORDS = {
  abdominalWall: {
    word: 'abdominal wall',
    means:
      'The muscles between ribs and pelvis. To a client it is called the belly wall; “wall” alone is always a wall of the room.',
  },
  air: {
    word: 'air moved',
    means:
      'How much air a sequence moves against what the client breathes at rest. Much more than at rest washes carbon dioxide out and makes light-headed.',
  },
  angle: {
    word: 'angle between ribs and belly',
    means:
      'How far one of the two lags the other within a breath: 0° when they move together, 180° when one goes out while the other goes in.',
  },
  brace: {
    word: 'brace',
    means:
      'Light tone of the trunk all the way round that stays while the breath goes on: held all the way, tuned to the effort, or a short pulse.',
  },
  calmHold: {
    word: 'calm hold',
    means:
      'A test: seconds from the end of an ordinary exhale to the first clear urge to breathe, with a calm breath after it. It is not how long somebody can hold.',
  },
  certainty: {
    word: 'certainty',
    means:
      'How much of what could have been looked at for a reading was looked at. What is missing lowers it and leaves the strength as it is.',
  },
  cue: {
    word: 'cue',
    means: 'One short sentence said in the room: a place, an image, a touch, a sound or a count.',
  },
  drawIn: {
    word: 'draw in',
    means:
      'The lower belly draws in on the exhale, from the pubic bone up, and is let go on the inhale. The other way of trunk control is the brace.',
  },
  dose: { word: 'dose', means: 'How many breaths, how many rounds, and how long the rest between them.' },
  evenness: {
    word: 'evenness',
    means: 'How little the loudness of an exhale wanders over its middle 80 %; a steady exhale is even.',
  },
  flag: {
    word: 'flag',
    means:
      'Something about the client that bars or changes drills, each with its reason. An unmarked one was asked and is not there.',
  },
  hold: { word: 'hold', means: 'The breath kept after an inhale. After an exhale it is called a pause.' },
  ladder: {
    word: 'ladder',
    means: 'Breaths that grow by a second a rung: in for one, out for two; then one longer each time.',
  },
  leastResistance: {
    word: 'least resistance',
    means:
      'Breath goes where least stands in its way. Kokyu shows it with springs side by side under one pressure; a teaching aid, no measurement.',
  },
  level: {
    word: 'level',
    means: 'How much a drill asks, from 0. A proposal goes at most one level above what the client owns.',
  },
  noise: {
    word: 'noise of a test',
    means:
      'What two visits differ by in somebody who has not changed. Only a larger difference is called a change.',
  },
  need: {
    word: 'need',
    means:
      'What is worth working on, from the readings, the flags and the goals. The heavier one comes first.',
  },
  owned: {
    word: 'owned',
    means: 'A drill whose last two blocks went to their end with 4 or 5. What builds on it may follow.',
  },
  pause: {
    word: 'pause',
    means:
      'The breath left out after an exhale, chest empty. A drill’s pause starts from six tenths of the client’s calm hold.',
  },
  pelvicFloor: {
    word: 'pelvic floor',
    means: 'The muscles that close the pelvis below. “Floor” alone is always the ground of the room.',
  },
  proven: {
    word: 'proven',
    means: 'No other choice of drills does more for these needs in this time: every other was ruled out.',
  },
  quality: {
    word: 'quality',
    means: 'How a block went, from 1 (not at all) to 5 (could not be better), given by you in the room.',
  },
  reading: {
    word: 'reading',
    means: 'A way of seeing what was observed, never a diagnosis. It has a strength and a certainty.',
  },
  relook: {
    word: 'look again',
    means: 'The same test after the work, in the same position, held against the noise of that test.',
  },
  rest: { word: 'rest', means: 'Time between rounds in which the breath goes as it likes.' },
  round: { word: 'round', means: 'A number of breaths in a row; rests stand between rounds.' },
  school: {
    word: 'school',
    means:
      'A way of teaching the breath. Two are carried: low and quiet, and all round with opposition; neither is scored as wrong.',
  },
  setUp: { word: 'set-up', means: 'Time to get into the position with the props, before the first breath.' },
  share: {
    word: 'share of the ribs',
    means:
      'The part of a breath’s size that the ribs take; the belly takes the rest. Relative until the bands are calibrated.',
  },
  sigh: {
    word: 'sigh',
    means: 'A breath of more than 1.8 times the usual depth among quiet ones. It is counted by itself.',
  },
  signal: {
    word: 'signal',
    means: 'How far a record can be trusted, 0 to 100: noise, movement, coughs and lost lines lower it.',
  },
  silent: { word: 'silent', means: 'A zone where no breath was seen or felt though it was looked at.' },
  stage: {
    word: 'stage',
    means: 'The order of teaching: settle, empty, open, hold, link, move, upright, load.',
  },
  staves: {
    word: 'staves',
    means: 'A sequence drawn over time: position, breath, tone and cue on lines one below the other.',
  },
  stopSign: {
    word: 'stop sign',
    means:
      'Something at which a run ends: dizziness, pain, tingling and others. What was done about it is written down.',
  },
  strength: {
    word: 'strength',
    means:
      'How clearly a reading stands out in what was looked at: strong from 0.75, clear from 0.5, some from 0.25, else faint.',
  },
  tone: {
    word: 'tone',
    means:
      'How much pelvic floor and trunk do in a block, in percent of all they could. Most drills ask for a third or less.',
  },
  weight: {
    word: 'weight of a need',
    means: 'How much a need counts when drills are chosen: much from 2, some from 1, else a little.',
  },
  zone: {
    word: 'zone',
    means:
      'A place where breath can be seen or felt: breastbone, between the blades, sides and back of the low ribs, belly, low back.',
  },
} as const satisfies Record<string, { word: string; means: string }>;

export type Term = keyof typeof WORDS;
export const GLOSSARY: Record<Term, { word: string; means: string }> = WORDS;
export const TERMS = (Object.keys(WORDS) as Term[]).sort((a, b) =>
  GLOSSARY[a].word < GLOSSARY[b].word ? -1 : 1,
);

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
const BY_LENGTH = [...CERTAIN].sort((a, b) => GLOSSARY[b].word.length - GLOSSARY[a].word.length);
const ANY = new RegExp(`\\b(?:${BY_LENGTH.map((t) => GLOSSARY[t].word).join('|')})\\b`, 'i');

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
    const term = BY_LENGTH.find((t) => GLOSSARY[t].word.toLowerCase() === said.toLowerCase())!;
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
