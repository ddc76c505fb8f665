import { WORD, type Term } from './terms';

/** What the words mean. It is our own wording of common practice, no source, except where one is named. */
const MEANS: Record<Term, string> = {
  abdominalWall:
    'The muscles between ribs and pelvis. To a client it is called the belly wall; “wall” alone is always a wall of the room.',
  air: 'How much air a sequence moves against what the client breathes at rest. Much more than at rest washes carbon dioxide out and makes light-headed.',
  angle:
    'How far one of the two lags the other within a breath: 0° when they move together, 180° when one goes out while the other goes in.',
  backLying:
    'On the back. With the knees bent and the feet on the floor it is hook-lying; with the legs on a chair it is the most supported of all.',
  bands:
    'Two belts that tell how far ribs and belly open, one round the low ribs, one round the belly. A made-up pair ships with Kokyu.',
  brace:
    'Light tone of the trunk all the way round that stays while the breath goes on: held all the way, tuned to the effort, or a short pulse.',
  calibrated:
    'Of bands: ribs and belly are told in one measure, so that their shares can be added. It takes the isovolume manoeuvre.',
  calmHold:
    'A test: seconds from the end of an ordinary exhale to the first clear urge to breathe, with a calm breath after it. It is not how long somebody can hold.',
  certainty:
    'How much of what could have been looked at for a reading was looked at. What is missing lowers it and leaves the strength as it is.',
  cue: 'One short sentence said in the room: a place, an image, a touch, a sound or a count.',
  diaphragm:
    'The dome of muscle between chest and belly: it goes down on the inhale and up on the exhale. In the picture of the trunk it is the lid.',
  dose: 'How many breaths, how many rounds, and how long the rest between them.',
  drawIn:
    'The lower belly draws in on the exhale, from the pubic bone up, and is let go on the inhale. The other way of trunk control is the brace.',
  evenness: 'How little the loudness of an exhale wanders over its middle 80 %; a steady exhale is even.',
  excursion: 'Girth at full inhale less girth at full exhale, at one level.',
  flag: 'Something about the client that bars or changes drills, each with its reason. An unmarked one was asked and is not there.',
  halfKneeling: 'One knee on the floor, the other foot in front.',
  hold: 'The breath kept after an inhale. After an exhale it is called a pause.',
  hookLying: 'On the back, knees bent, feet flat on the floor.',
  isovolume:
    'With the throat closed the belly is drawn in and let out, so that the same air goes to and fro between ribs and belly. It tells how one weighs against the other.',
  ladder: 'Breaths that grow by a second a rung: in for one, out for two; then one longer each time.',
  leastResistance:
    'Breath goes where least stands in its way. Kokyu shows it with springs side by side under one pressure; a teaching aid, no measurement.',
  level: 'How much a drill asks, from 0. A proposal goes at most one level above what the client owns.',
  median: 'The middle one of all values: half lie above, half below.',
  need: 'What is worth working on, from the readings, the flags and the goals. The heavier one comes first.',
  noise:
    'What two visits differ by in somebody who has not changed. Only a larger difference is called a change.',
  opposition:
    'The belly wall keeps some tone against the breath, so that it opens the low ribs all round and not the front alone.',
  owned: 'A drill whose last two blocks went to their end with 4 or 5. What builds on it may follow.',
  pause:
    'The breath left out after an exhale, chest empty. A drill’s pause starts from six tenths of the client’s calm hold.',
  pelvicFloor: 'The muscles that close the pelvis below. “Floor” alone is always the ground of the room.',
  prone: 'Lying on the front.',
  protocol: 'A set of tests that are done together at each look.',
  proven: 'No other choice of drills does more for these needs in this time: every other was ruled out.',
  quadruped: 'On hands and knees.',
  quality: 'How a block went, from 1 (not at all) to 5 (could not be better), given by you in the room.',
  reading: 'A way of seeing what was observed, never a diagnosis. It has a strength and a certainty.',
  redFlag:
    'A sign or a history with which a doctor is asked before any work. Nothing is proposed while it is open.',
  relook: 'The same test after the work, in the same position, held against the noise of that test.',
  rest: 'Time between rounds in which the breath goes as it likes.',
  roster: 'Those who take part in a class.',
  round: 'A number of breaths in a row; rests stand between rounds.',
  school:
    'A way of teaching the breath. Two are carried: low and quiet, and all round with opposition; neither is scored as wrong.',
  setUp: 'Time to get into the position with the props, before the first breath.',
  share:
    'The part of a breath’s size that the ribs take; the belly takes the rest. Relative until the bands are calibrated.',
  sideLying: 'Lying on the side, the head supported.',
  sigh: 'A breath of more than 1.8 times the usual depth among quiet ones. It is counted by itself.',
  signal: 'How far a record can be trusted, 0 to 100: noise, movement, coughs and lost lines lower it.',
  silent: 'A zone where no breath was seen or felt though it was looked at.',
  stage: 'The order of teaching: settle, empty, open, hold, link, move, upright, load.',
  staves: 'A sequence drawn over time: position, breath, tone and cue on lines one below the other.',
  stopSign:
    'Something at which a run ends: dizziness, pain, tingling and others. What was done about it is written down.',
  strength:
    'How clearly a reading stands out in what was looked at: strong from 0.75, clear from 0.5, some from 0.25, else faint.',
  tone: 'How much pelvic floor and trunk do in a block, in percent of all they could. Most drills ask for a third or less.',
  weight: 'How much a need counts when drills are chosen: much from 2, some from 1, else a little.',
  zone: 'A place where breath can be seen or felt: breastbone, between the blades, sides and back of the low ribs, belly, low back.',
};

/** The terms in the order of their words. */
export const TERMS = (Object.keys(WORD) as Term[]).sort((a, b) => (WORD[a] < WORD[b] ? -1 : 1));
export const GLOSSARY = Object.fromEntries(
  TERMS.map((term) => [term, { word: WORD[term], means: MEANS[term] }]),
) as Record<Term, { word: string; means: string }>;

const WHOLE = new Map(TERMS.map((term) => [term, new RegExp(`\\b${WORD[term]}(?:s|es)?\\b`, 'i')] as const));

/** Every word of the trade that stands in a text, ordinary ones with them, in the order of the alphabet. */
export const wordsOn = (text: string): Term[] => TERMS.filter((term) => WHOLE.get(term)!.test(text));
