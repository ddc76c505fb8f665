import type { ReadingName } from '../aims/reading-names';
import type { Position } from '../body/positions';
import { POSITION_RULES } from '../safety/position-rules';
import type { ComplaintPlace } from '../screen/complaints';
import { isSet, settledFlags, type Flag, type Flags } from '../screen/flags';

/** How a sign is taken. */
type SignWay = 'count' | 'number' | 'score' | 'stopwatch' | 'word';

export type At = { position: Position; told: string };

/**
 * Something that the client cares about and both can see: taken before and after, in the same position, with the same
 * words. What counts as change is common practice, no source.
 */
export type Sign = {
  id: string;
  name: string;
  way: SignWay;
  unit: string;
  /** Where it is taken, the best first; each is held against the flags. */
  at: readonly At[];
  words: string;
  record: string;
  tries: string;
  change: string;
  /** A change of so many units is more than noise. */
  changeBy: number;
  better: 'more' | 'less';
  /** A change for the worse of so many units counts already; absent: as many as for the better. */
  worseBy?: number;
  /** Both later tries lie beyond both earlier ones by more than the gap between those; `changeBy` is the least. */
  byGap?: true;
  /** What is said when it is taken again. */
  again: string;
  for: {
    readings?: readonly ReadingName[];
    flags?: readonly Flag[];
    tasks?: readonly string[];
    /** Places of the body that hurt. */
    places?: readonly (ComplaintPlace | 'any')[];
  };
  /** Flags with which it is not taken. */
  not?: readonly Flag[];
  /** Seconds to set up and to take once. */
  setUpS: number;
  takesS: number;
};

const LYING: At = { position: 'hookLying', told: 'on the back, knees bent, head on something soft' };
const CHAIR: At = { position: 'sitting', told: 'on the chair, feet flat, hands in the lap' };
const WALL_SEAT: At = { position: 'sittingAtWall', told: 'on a firm seat against the wall, feet flat' };
const STANDING: At = { position: 'standing', told: 'standing, feet under the hips, shoes off' };
const WALKING: At = { position: 'walking', told: 'on the chair first, then walking along the wall' };
const SIDE: At = { position: 'sideLying', told: 'on the side, knees bent, head on something soft' };

export const SIGNS: readonly Sign[] = [
  {
    id: 'ease',
    name: 'How easy it is in there',
    way: 'word',
    unit: 'step',
    at: [LYING, SIDE, CHAIR],
    words: 'Look round and tell me some things you see. How is it in there: easy, so-so, not easy?',
    record: 'the word (easy 1, so-so 2, not easy 3); breaths in half a minute, counted silently',
    tries: 'once',
    change: 'the word moves by one step; 2 breaths or less is noise',
    changeBy: 1,
    better: 'less',
    again: 'Look round once more, find something new. Easy, so-so, not easy? Any answer is fine.',
    for: { flags: ['panic'], tasks: ['queue', 'sleep'] },
    setUpS: 20,
    takesS: 30,
  },
  {
    id: 'rate',
    name: 'Breaths and sighs in a quiet minute',
    way: 'count',
    unit: 'breaths a minute',
    at: [CHAIR, LYING],
    words: 'Sit the way you like to sit. There is nothing to do.',
    record: 'one minute counted silently: breaths; sighs; breaths that stand out; lips open or closed',
    tries: 'once',
    change: '3 breaths a minute, 2 sighs or 3 that stand out; less is noise',
    changeBy: 3,
    better: 'less',
    again: 'I counted at the start and again now; here are both. What do you notice yourself?',
    for: { readings: ['fastIrregular'], flags: ['asthma'], tasks: ['read'] },
    setUpS: 15,
    takesS: 60,
  },
  {
    id: 'felt',
    name: 'Breaths felt under the lower hand',
    way: 'count',
    unit: 'of 5 breaths',
    at: [LYING, CHAIR],
    words: 'Five breaths that nobody directs. In how many did the lower hand feel something?',
    record: 'breaths felt of 5; which hand moved first',
    tries: 'once',
    change: '2 breaths of 5, or the other hand first; less is noise',
    changeBy: 2,
    better: 'more',
    again: 'The same five. How many did you feel?',
    for: { readings: ['reversed', 'upperChest'] },
    setUpS: 25,
    takesS: 30,
  },
  {
    id: 'ribsSink',
    name: 'Ribs that come down again',
    way: 'count',
    unit: 'of 5 breaths',
    at: [
      {
        position: 'standingAtWall',
        told: 'standing, back near the wall, fingertips on the lower front ribs',
      },
      CHAIR,
    ],
    words: 'Five breaths as you do. Five a little larger. Do the ribs come down? How full can you get?',
    record: 'larger breaths of 5 after which the ribs sink; “can I get a full breath” 0–10',
    tries: 'once',
    change: '2 of 5 breaths, or 2 points',
    changeBy: 2,
    better: 'more',
    again: 'Same fingers, same place. Do they come down further? Fuller, although you did less?',
    for: { readings: ['stuckInhale'] },
    setUpS: 20,
    takesS: 45,
  },
  {
    id: 'longestOut',
    name: 'Longest quiet breath out',
    way: 'stopwatch',
    unit: 's',
    at: [CHAIR, LYING],
    words: 'An ordinary breath in, then one long quiet breath out. Stop while it is still easy.',
    record: 'seconds, the better of two',
    tries: 'twice',
    change: '1 s; less is noise',
    changeBy: 1,
    better: 'more',
    again: 'The same two. Here are both numbers.',
    for: { readings: ['shortExhale'] },
    not: ['panic'],
    setUpS: 20,
    takesS: 25,
  },
  {
    id: 'thumbs',
    name: 'Breaths that reach the back of the waist',
    way: 'count',
    unit: 'of 5 breaths',
    at: [STANDING, CHAIR],
    words: 'Thumbs at the back of the waist. Five ordinary breaths, then five a little deeper.',
    record: 'deeper breaths of 5 in which the thumbs are pushed back',
    tries: 'once',
    change: '2 of 5 breaths',
    changeBy: 2,
    better: 'more',
    again: 'Thumbs in the same place. How many now?',
    for: { readings: ['bellyOnly', 'frontOnly', 'spillsForward'], tasks: ['squat', 'hinge', 'row'] },
    setUpS: 20,
    takesS: 45,
  },
  {
    id: 'side',
    name: 'One side against the other',
    way: 'number',
    unit: 'tenths',
    at: [LYING, CHAIR],
    words:
      'A flat hand on each side. Five breaths as you do, five a little larger, stopping before it hurts.',
    record: 'the quieter side in tenths of the other; later, together or earlier; soreness 0–10',
    tries: 'once',
    change: 'two tenths, or from later to together, or 2 points',
    changeBy: 2,
    better: 'more',
    again: 'Does that side come sooner, further? Any soreness now?',
    for: { readings: ['oneSided'], flags: ['ribInjury'], tasks: ['dance'] },
    setUpS: 30,
    takesS: 50,
  },
  {
    id: 'hold',
    name: 'Calm hold',
    way: 'stopwatch',
    unit: 's',
    at: [CHAIR, LYING],
    words:
      'Breathe out normally, pinch your nose, let go at the first clear wish for air. Small breath in, through the nose.',
    record:
      'two holds in s, a minute of nose breathing between; first breath back: nose and small 2, nose but big 1, mouth 0',
    tries: 'twice',
    change:
      'both later holds longer than both earlier ones by more than the gap between the first two; otherwise noise',
    changeBy: 4,
    better: 'more',
    byGap: true,
    again: 'Same chair, same end. If the change is smaller than the gap between your first two, it’s noise.',
    for: { readings: ['lowHold'] },
    not: [
      'panic',
      'cardiac',
      'highBloodPressure',
      'neurological',
      'eyePressure',
      'asthma',
      'copd',
      'respiratory',
      'pregnancyWeek',
      'hernia',
      'recentSurgery',
    ],
    setUpS: 60,
    takesS: 75,
  },
  {
    id: 'heaviness',
    name: 'Heaviness, and which hand works first',
    way: 'score',
    unit: '0–10',
    at: [LYING, CHAIR],
    words:
      'One hand above the pubic bone, one under the breastbone. Five breaths, then a soft long s. Which hand worked first? And your heaviness?',
    record: 'first hand (top 0, together 1, low 2); lower hand out or in; heaviness 0–10',
    tries: 'once',
    change: 'one step of order, or from out to in; heaviness 1 either way counts',
    changeBy: 1,
    better: 'less',
    again: 'Same s. Which hand first? And your number?',
    for: { readings: ['floorOverloaded'], flags: ['heaviness'] },
    setUpS: 35,
    takesS: 45,
  },
  {
    id: 'bend',
    name: 'Lowest height without the back',
    way: 'number',
    unit: 'cm',
    at: [STANDING],
    words: 'Slide your hands down your thighs and stop where your back first speaks.',
    record: 'fingertips to floor in cm; back 0–10 there',
    tries: 'once',
    change: '5 cm, or 2 points at the same height',
    changeBy: 5,
    better: 'less',
    again: 'Slide down to the same first word. Lower, the same, higher?',
    for: { flags: ['backPain'], tasks: ['lift', 'dig', 'feed'], places: ['lowBack'] },
    setUpS: 20,
    takesS: 25,
  },
  {
    id: 'pain',
    name: 'Pain at the movement that brings it',
    way: 'score',
    unit: '0–10',
    at: [CHAIR, STANDING, LYING],
    words: 'Make the small movement that usually brings it, once, and stop where it begins. What number?',
    record: 'pain 0–10 where it begins; which movement',
    tries: 'once',
    change: '2 points; less is noise',
    changeBy: 2,
    better: 'less',
    again: 'The same movement, as far. What number now?',
    for: { places: ['any'] },
    setUpS: 25,
    takesS: 20,
  },
  {
    id: 'neck',
    name: 'Neck, turned once each way',
    way: 'score',
    unit: '0–10',
    at: [LYING, CHAIR],
    words: 'Five breaths that nobody directs. Now turn your head once each way. What number on each side?',
    record: 'soreness 0–10, right and left; breaths felt of 5 under the lower hand',
    tries: 'once',
    change: '2 points on a side, or 2 breaths; less is noise',
    changeBy: 2,
    better: 'less',
    again: 'Just lie or sit there. How many did you feel? And your head, once each way?',
    for: { tasks: ['desk', 'conduct'], places: ['neck', 'shoulder'] },
    setUpS: 30,
    takesS: 40,
  },
  {
    id: 'pubic',
    name: 'The front of the pelvis, and room to breathe',
    way: 'score',
    unit: '0–10',
    at: [WALL_SEAT, CHAIR],
    words: 'Five ordinary breaths. The number at the front of your pelvis? And how much room to breathe?',
    record: 'pubic pain 0–10; room to breathe 0–10',
    tries: 'once',
    change: '2 points; pubic pain up by 1 already counts',
    changeBy: 2,
    better: 'less',
    worseBy: 1,
    again: 'Back to where you sat. The number at the front now? And room to breathe: more, the same?',
    for: { flags: ['pubicPain'] },
    setUpS: 20,
    takesS: 25,
  },
  {
    id: 'room',
    name: 'Room to breathe',
    way: 'score',
    unit: '0–10',
    at: [WALL_SEAT, CHAIR],
    words: 'Five ordinary breaths. How much room is there, nought for none, ten for plenty?',
    record: 'room to breathe 0–10; where it is felt',
    tries: 'once',
    change: '2 points',
    changeBy: 2,
    better: 'more',
    again: 'The same five. More room, the same, less?',
    for: { flags: ['pregnancyWeek', 'reflux'] },
    setUpS: 15,
    takesS: 25,
  },
  {
    id: 'walk',
    name: 'A minute’s walk',
    way: 'number',
    unit: 'steps',
    at: [WALKING],
    words:
      'Sit as you get your breath best. Your number, nought to ten? Now walk a minute at your own pace; at four we stop.',
    record:
      'breathlessness 0–10 before and at its end; steps in the minute; seconds until no more than 1 above the start',
    tries: 'once',
    change: '10 steps at the same or a lower number; 1 point; 15 s sooner settled',
    changeBy: 10,
    better: 'more',
    again: 'Here are steps and seconds, then and now. Which one do you care about?',
    for: { flags: ['copd', 'cardiac', 'respiratory'], tasks: ['walk', 'carry'] },
    setUpS: 30,
    takesS: 120,
  },
  {
    id: 'stairs',
    name: 'Steps until four of ten',
    way: 'count',
    unit: 'steps',
    at: [STANDING],
    words:
      'Up and down the bottom step with the rail, your own pace. Stop when your breath says four of ten.',
    record: 'steps until 4 of 10; seconds until settled',
    tries: 'once',
    change: '4 steps, or 15 s sooner settled',
    changeBy: 4,
    better: 'more',
    again: 'The same step. Further, the same?',
    for: { tasks: ['stairs'] },
    setUpS: 20,
    takesS: 90,
  },
  {
    id: 'rises',
    name: 'Getting up from a seat',
    way: 'score',
    unit: '0–10',
    at: [CHAIR],
    words: 'Stand up once as you always do, and sit down. How was it, nought to ten, and where?',
    record: 'effort or pain 0–10; seat height; arms or no arms',
    tries: 'once',
    change: '2 points, or one step lower at the same number',
    changeBy: 2,
    better: 'less',
    again: 'Once more as at the start. What number now?',
    for: { tasks: ['standUp', 'car', 'floor', 'rollOut', 'turnInBed'] },
    setUpS: 15,
    takesS: 20,
  },
  {
    id: 'spread',
    name: 'Breaths in which the base gives',
    way: 'count',
    unit: 'of 5 breaths',
    at: [WALL_SEAT, CHAIR, SIDE],
    words: 'Five breaths. In how many does anything give where you sit?',
    record: 'breaths of 5 in which it spread; discomfort 0–10',
    tries: 'once',
    change: '2 of 5 breaths, or 2 points',
    changeBy: 2,
    better: 'more',
    again: 'The same five. How many now?',
    for: { readings: ['floorHolding'], flags: ['floorTension', 'urgency'], tasks: ['bowel'] },
    setUpS: 20,
    takesS: 30,
  },
  {
    id: 'flows',
    name: 'Repetitions in which the breath flows',
    way: 'count',
    unit: 'of 3',
    at: [STANDING],
    words: 'Three of your movement with nothing in your hands, the way you always do them.',
    record: 'repetitions of 3 in which the breath flowed; back 0–10',
    tries: 'once',
    change: '1 of 3',
    changeBy: 1,
    better: 'more',
    again: 'The same three. In how many did it flow?',
    for: { readings: ['toneStopsBreath'], tasks: ['squat', 'hinge', 'press', 'push', 'throw', 'climb'] },
    setUpS: 20,
    takesS: 30,
  },
  {
    id: 'phrase',
    name: 'An even s',
    way: 'stopwatch',
    unit: 's',
    at: [CHAIR],
    words: 'An easy breath, then one soft even s. Stop while there is air left. Twice.',
    record: 'seconds, the better of two; air left or not; which hand worked first',
    tries: 'twice',
    change: '2 s with air left; less is noise',
    changeBy: 2,
    better: 'more',
    again: 'Same s. Longer, the same, easier?',
    for: { tasks: ['sing', 'speak', 'wind'] },
    not: ['panic'],
    setUpS: 20,
    takesS: 30,
  },
  {
    id: 'reach',
    name: 'How high the arm goes without a shrug',
    way: 'number',
    unit: 'cm',
    at: [STANDING, CHAIR],
    words: 'Slide your hand up the wall and stop before the shoulder lifts or it hurts.',
    record: 'height of the fingertips in cm; pain 0–10',
    tries: 'once',
    change: '3 cm, or 2 points',
    changeBy: 3,
    better: 'more',
    again: 'The same wall, the same hand. Higher, the same?',
    for: { flags: ['shoulder'], tasks: ['reach'], places: ['shoulder'] },
    setUpS: 20,
    takesS: 25,
  },
  {
    id: 'upright',
    name: 'Breaths felt sitting',
    way: 'count',
    unit: 'of 5 breaths',
    at: [CHAIR],
    words:
      'One hand low on the belly. Five breaths, sitting as you always sit. In how many does the hand move?',
    record: 'breaths of 5 in which the hand moves',
    tries: 'once',
    change: '2 of 5 breaths',
    changeBy: 2,
    better: 'more',
    again: 'Sit as you did. How many now?',
    for: { readings: ['lostUpright', 'bendsBack'] },
    setUpS: 20,
    takesS: 30,
  },
  {
    id: 'tape',
    name: 'Tape round the low ribs',
    way: 'number',
    unit: 'cm',
    at: [STANDING, CHAIR],
    words: 'A tape round your low ribs. Breathe out, then in as far as is easy.',
    record: 'cm between out and in, the better of two',
    tries: 'twice',
    change: '1 cm; less is noise',
    changeBy: 1,
    better: 'more',
    again: 'Same place on the tape. Here are both.',
    for: { readings: ['frontOnly'], tasks: ['swim'] },
    not: ['ribInjury'],
    setUpS: 30,
    takesS: 30,
  },
  {
    id: 'cough',
    name: 'Coughs with the low belly in',
    way: 'count',
    unit: 'of 3',
    at: [CHAIR],
    words: 'A hand low on the belly. Three small huffs. Does the hand go in or out? Was it dry?',
    record: 'huffs of 3 with the low belly in; leak yes or no',
    tries: 'once',
    change: '1 of 3; any leak counts',
    changeBy: 1,
    better: 'more',
    again: 'The same three huffs. In or out?',
    for: { flags: ['leaking'], tasks: ['cough', 'jump'] },
    setUpS: 25,
    takesS: 20,
  },
  {
    id: 'shoe',
    name: 'Seconds a shoe',
    way: 'stopwatch',
    unit: 's',
    at: [CHAIR],
    words: 'Put one shoe on as you always do. Your breath at the end, nought to ten?',
    record: 'seconds; breathlessness or back 0–10',
    tries: 'once',
    change: '1 point at the same or fewer seconds',
    changeBy: 1,
    better: 'less',
    again: 'The same shoe. Easier, the same?',
    for: { tasks: ['shoes'] },
    setUpS: 15,
    takesS: 40,
  },
  {
    id: 'nose',
    name: 'Minutes until the nose is not enough',
    way: 'stopwatch',
    unit: 's',
    at: [WALKING],
    words: 'Walk briskly, mouth closed. Say when you would rather open it.',
    record: 'seconds; breathlessness 0–10 there',
    tries: 'once',
    change: '20 s; less is noise',
    changeBy: 20,
    better: 'more',
    again: 'The same pace. When would you open it now?',
    for: { tasks: ['run'] },
    not: ['asthma', 'copd', 'panic'],
    setUpS: 20,
    takesS: 120,
  },
  {
    id: 'frontRibs',
    name: 'How far the front ribs sink',
    way: 'number',
    unit: 'finger widths',
    at: [LYING, CHAIR],
    words:
      'A hand on each lower front rib edge. Five breaths as you would anyway, then two long quiet ones out.',
    record: 'how far each side sinks, in finger widths 0–3, right and left',
    tries: 'once',
    change: 'one finger width; less is noise',
    changeBy: 1,
    better: 'more',
    again: 'Same hands, same place. Do they sink together now? Here are both numbers.',
    for: { tasks: ['cycle'] },
    setUpS: 25,
    takesS: 45,
  },
];

export type Concern = {
  readings?: readonly ReadingName[];
  flags: Flags;
  taskId?: string | undefined;
  places?: readonly (ComplaintPlace | 'any')[];
};

/** Where a sign can be taken by this client; null where nowhere. */
export function placeOf(sign: Sign, given: Flags): At | null {
  const flags = settledFlags(given);
  if (sign.not?.some((flag) => isSet(flags, flag))) return null;
  return sign.at.find((at) => !POSITION_RULES.some((r) => r.target(at.position) && r.when(flags))) ?? null;
}

/** Flags whose own sign comes before every other: it would show harm first. */
const WATCHED: readonly Flag[] = ['panic', 'heaviness', 'pubicPain', 'copd', 'leaking'];

/** The signs that suit a client, best first: what shows harm, what hurts, what they want to do, what was read. */
export function signsFor(concern: Concern): Sign[] {
  const flags = settledFlags(concern.flags);
  const readings = concern.readings ?? [];
  const places = concern.places ?? [];
  const score = ({ for: suits }: Sign): number =>
    (suits.flags?.some((f) => WATCHED.includes(f) && isSet(flags, f)) ? 8 : 0) +
    (suits.places?.some((p) => (p === 'any' ? places.length > 0 : places.includes(p as ComplaintPlace)))
      ? suits.places.includes('any')
        ? 2
        : 5
      : 0) +
    (concern.taskId && suits.tasks?.includes(concern.taskId) ? 4 : 0) +
    (readings[0] && suits.readings?.includes(readings[0]) ? 3.5 : 0) +
    (readings.slice(1).some((r) => suits.readings?.includes(r)) ? 1.5 : 0) +
    (suits.flags?.some((f) => isSet(flags, f)) ? 1 : 0);
  return SIGNS.map((sign, i) => ({ sign, i, s: score(sign) }))
    .filter(({ sign, s }) => s > 0 && placeOf(sign, concern.flags) !== null)
    .sort((a, b) => b.s - a.s || a.i - b.i)
    .map(({ sign }) => sign);
}

/** The sign to begin with; how easy it is where nothing else suits. */
export const signFor = (concern: Concern): Sign =>
  signsFor(concern)[0] ?? SIGNS.find((s) => s.id === 'felt' && placeOf(s, concern.flags)) ?? SIGNS[0]!;
