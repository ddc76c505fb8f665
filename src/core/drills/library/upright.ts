import { pattern } from '../../breath/pattern';
import { NO_TONE } from '../../tone/tone';
import type { WrittenDrill } from '../drill';
import { breathe, contact, count, exhale, fault, image, move, once, place, sound, target, tone, touch } from './words';

const paced = (...p: Parameters<typeof pattern>) => ({ kind: 'paced' as const, pattern: pattern(...p) });

/** Upright: sit, stand, walk (practice P19, P26, P53). Common practice, no source. */
export const UPRIGHT: readonly WrittenDrill[] = [
  {
    id: 'findSeat', name: 'Find the seat: arched, slouched, between', stage: 'upright', level: 0, easier: 'fillBothHands',
    positions: ['sitting'], helpful: ['ball'],
    breathing: paced(4, 0, 5, 0), exhaleRangeS: [4, 6], usual: once(11), range: [9, 13], setUpS: 15,
    serves: { upright: 0.9, lowBreath: 0.3, emptyChest: 0.2 }, zones: { belly: 0.5, lowerRibsRight: 0.5, lowerRibsLeft: 0.5 },
    figure: { start: 'handsOnTrunk' }, movement: 'two breaths arched, two slouched, two between, then stay',
    steps: [place('Toward the front of the seat; raise the floor if the feet hang.'), contact('Sit bones, both feet, soft ball behind the waist if it helps.'), exhale('Out before each change.'), breathe('Two breaths arched, two slouched, two in between.'), move('Stay where most air reaches belly and ribs.')],
    cues: [target('Stay where the breath is biggest.'), image('Tune it like a string: not tight, not slack.'), touch('Hands on belly and ribs decide.'), count('Two, two, two; then five where it is best.')],
    faults: [fault('arching kept as good posture', 'ask which of the three was easiest to breathe in'), fault('feet do not reach', 'a book under each')],
    feeling: 'One place where the breath comes without being sent.',
  },
  {
    id: 'findStand', name: 'Find the stand: arched, slouched, between', stage: 'upright', level: 1, easier: 'findSeat',
    positions: ['standing'],
    breathing: paced(4, 0, 5, 0), exhaleRangeS: [4, 6], usual: once(11), range: [9, 13], setUpS: 15,
    serves: { upright: 1, emptyChest: 0.2 }, zones: { belly: 0.4, lowerRibsRight: 0.5, lowerRibsLeft: 0.5 },
    figure: { start: 'handsOnTrunk' }, movement: 'two breaths arched, two slouched, two between, then stay',
    steps: [place('Feet under the hips, knees soft.'), contact('Big toe, little toe and heel of both feet.'), exhale('Out before each change.'), breathe('Two arched, two slouched, two between; tilt the pelvis a little either way.'), move('Stay where belly and ribs fill most.')],
    cues: [target('Let the breath choose how you stand.'), image('A mast finds its upright in still water.'), touch('Hands on the low ribs decide.'), count('Two, two, two; then five.')],
    faults: [fault('weight on the forefoot', 'lift the toes for a breath'), fault('knees locked', 'a small bend on the exhale')],
    feeling: 'Tall without holding; heels are heavy.', stopSigns: ['dizziness'],
  },
  {
    id: 'seatedElbows', name: 'Seated elbows: close, lift, both', stage: 'upright', level: 0, easier: 'fillBothHands',
    positions: ['sitting', 'sittingAtWall'],
    breathing: paced(3, 0, 3, 0), exhaleRangeS: [3, 5], usual: once(15), range: [9, 15], setUpS: 10,
    serves: { upright: 0.5, upperRibs: 0.5, sideRibs: 0.3 }, zones: { betweenBlades: 0.7, sternum: 0.5 },
    demands: ['armsOverhead'], figure: { start: 'elbowsClosed', end: 'elbowsLifted' }, movement: 'exhale closes the elbows, inhale lifts and opens them',
    steps: [place('Sit tall, fingertips on the shoulders.'), contact('Sit bones; ribs over pelvis.'), exhale('Out: elbows close in front.'), breathe('In: they lift and open.'), move('Five closing, five lifting, five of both.')],
    cues: [image('A book opens and shuts.'), target('Open between the blades, then in front.'), count('Five, five and five.'), touch('Ribs stay over the pelvis; the seat tells you.')],
    faults: [fault('ribs leave the pelvis', 'lower elbows, longer exhale'), fault('neck shortens', 'look down a little')],
    feeling: 'Mid-back warm; a desk day undone.',
  },
  {
    id: 'standZones', name: 'Standing breath, three zones in turn', stage: 'upright', level: 1, easier: 'findSeat',
    positions: ['standing', 'standingAtWall'],
    breathing: paced(4, 0, 6, 0), exhaleRangeS: [4, 7], usual: once(6), range: [6, 12], setUpS: 15,
    serves: { upright: 1, sideRibs: 0.3 }, zones: { belly: 0.6, lowerRibsRight: 0.6, lowerRibsLeft: 0.6, sternum: 0.5 }, figure: { start: 'handsOnTrunk' },
    steps: [place('Stand with weight over the whole foot.'), contact('Heels, balls of both toes.'), exhale('Out until the shoulders hang.'), breathe('Two breaths to the belly, two to the low ribs, two to the sternum; then let it choose.')],
    cues: [target('Belly, low ribs, sternum: two each.'), image('Three rooms, one after the other lit.'), touch('A hand goes where the breath goes.'), sound('As quiet standing as lying.')],
    faults: [fault('shoulders climb', 'only belly and ribs today'), fault('the belly is pushed out', 'back to a wall')],
    feeling: 'You can send it, and it goes.', stopSigns: ['dizziness'],
  },
  {
    id: 'easyWalk', name: 'Easy walk, nose only', stage: 'upright', level: 1, easier: 'findSeat',
    positions: ['walking'],
    breathing: { kind: 'free', freeS: 120 }, usual: once(1), range: [120, 300], setUpS: 10,
    alters: { cardiac: { remedy: 'shorter', why: 'short, on the level, within the clinician’s limits' }, respiratory: { remedy: 'shorter', why: 'short, with a place to sit down' } },
    serves: { upright: 0.8, tolerance: 0.3 }, zones: { lowerRibsRight: 0.4, lowerRibsLeft: 0.4 }, movement: 'walking; count steps in and out',
    steps: [place('Walk as if along a quay, no hurry.'), contact('Heel, outer edge, ball of the foot.'), exhale('Out through the nose.'), breathe('Mouth closed; count the steps of each in and out.')],
    cues: [count('Three steps in, four out, or your own.'), sound('If you hear it, slow down.'), target('Low ribs swing with the arms.'), image('Walk like someone with time.')],
    faults: [fault('the mouth opens', 'slower'), fault('the breath is ruled by the steps', 'stop counting for a minute')],
    feeling: 'The breath keeps house while the legs go out.', stopSigns: ['dizziness', 'gasping'],
  },
  {
    id: 'standUp', name: 'Stand up from a chair, light brace', stage: 'upright', level: 1, easier: 'findSeat',
    positions: ['sitting'], props: ['chair'],
    breathing: paced(3, 0, 4, 0), exhaleRangeS: [3, 5], usual: once(6), range: [5, 8], setUpS: 15,
    tone: { ...NO_TONE, control: 'brace', controlPct: 5, brace: 'held' },
    serves: { upright: 0.7, control: 0.4 }, zones: { lowerRibsBack: 0.3 }, figure: { end: 'tallStand' }, movement: 'exhale stands up, inhale sits down',
    steps: [place('Front of the seat, feet under you.'), contact('Sit bones, then the whole foot.'), exhale('Out: lean from the hips and stand.'), breathe('In: sit down slowly.'), tone('A twentieth of a brace, kept all the way.'), move('Five to eight times.')],
    cues: [count('Five in a hundred, all the way.'), image('A mast that never sways.'), sound('Breathe out loud enough to know it.'), target('Push the floor away; the seat falls off.')],
    faults: [fault('holding the breath', 'say a word while standing up'), fault('knees fall in', 'a band round the thighs, or higher seat')],
    feeling: 'No catch in the back; the breath goes through.', stopSigns: ['pain', 'dizziness'],
  },
];
