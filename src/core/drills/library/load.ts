import { NO_TONE } from '../../tone/tone';
import type { WrittenDrill } from '../drill';
import { breathe, contact, count, eachSide, exhale, fault, image, move, once, paced, place, sound, target, tone, touch } from './words';

const HELD_UNDER_LOAD = 'a held breath under load raises blood pressure';
const NOT_HEAVY = 'no heavy lift without a clinician’s word';

/** Load: which way the breath goes when something is lifted (practice P57–P60). Common practice, no source. */
export const LOAD: readonly WrittenDrill[] = [
  {
    id: 'sideBendLoad', name: 'Side bend, weight in the far hand', stage: 'load', level: 2, easier: 'standUp', ownedFirst: ['sideBend'],
    positions: ['standing'], props: ['weight'],
    breathing: paced(3, 0, 3, 0), exhaleRangeS: [2, 4], usual: eachSide(20, 30), range: [20, 25], setUpS: 20,
    tone: { ...NO_TONE, floor: 'follow', control: 'brace', controlPct: 20, brace: 'tuned' },
    serves: { control: 0.6, upright: 0.5 }, zones: { lowerRibsRight: 0.5, lowerRibsLeft: 0.5 },
    demands: ['heavyLoad', 'spineLoad'], figure: { start: 'bentToLoad', end: 'bentFromLoad' }, movement: 'exhale bends away from the weight, inhale lets it lower', lift: { ribs: 'close', armDeg: 0, load: { repsPossible: 24 } },
    steps: [place('Stand, a light weight in one hand.'), contact('Both feet alike.'), exhale('Out with the effort: the working side closes the ribs.'), breathe('In as the weight lowers and that side opens.'), tone('As firm as the weight asks.'), move('Bend away from the weight; straight to the side.')],
    cues: [image('A bow unbends upward.'), target('Fold the free side, breath goes out.'), count('Twenty, light enough for more.'), touch('Free hand feels its ribs close.')],
    faults: [fault('a back-bend in place of a side bend', 'slide along a wall'), fault('breath held', 'less weight')],
    feeling: 'Effort and exhale are one thing.', stopSigns: ['pain', 'dizziness'],
  },
  {
    id: 'pressLoad', name: 'Side bend with overhead press', stage: 'load', level: 3, easier: 'sideBendLoad', ownedFirst: ['sideBendLoad'],
    positions: ['standing'], props: ['weight'],
    breathing: paced(3, 0, 3, 0), exhaleRangeS: [2, 4], usual: eachSide(20, 30), range: [20, 25], setUpS: 20,
    tone: { ...NO_TONE, floor: 'follow', control: 'brace', controlPct: 25, brace: 'tuned' },
    serves: { control: 0.6, oneSide: 0.4, upright: 0.4 }, zones: { lowerRibsRight: 0.7, lowerRibsLeft: 0.7 },
    demands: ['heavyLoad', 'spineLoad', 'armsOverhead'], figure: { start: 'pressStart', end: 'pressUp' }, movement: 'inhale presses up and opens the side, exhale comes down', lift: { ribs: 'open', armDeg: 180, load: { repsPossible: 24 } },
    steps: [place('Stand, a light weight at the shoulder.'), contact('Both feet; ribs over pelvis.'), exhale('Out as the weight comes down to the shoulder.'), breathe('In with the press: the side opens and the chest lifts.'), tone('Firm enough to stay over the feet.'), move('Press up and lean away; straight to the side.')],
    cues: [image('A window is pushed up by the breath.'), target('Open the ribs under the raised arm.'), count('In on the way up, twenty times.'), sound('Never a grunt at the top.')],
    faults: [fault('the shoulder jams', 'in with the reach, not out; or lower the arm'), fault('the back arches', 'one foot forward')],
    feeling: 'The reach is carried by the inhale.', stopSigns: ['pain', 'dizziness'],
  },
  {
    id: 'cableLoad', name: 'Side bend on a cable', stage: 'load', level: 2, easier: 'sideBendLoad', ownedFirst: ['sideBend'],
    positions: ['standing'], props: ['cable'],
    breathing: paced(3, 0, 3, 0), exhaleRangeS: [2, 4], usual: eachSide(20, 30), range: [20, 25], setUpS: 25,
    tone: { ...NO_TONE, floor: 'follow', control: 'brace', controlPct: 20, brace: 'tuned' },
    serves: { control: 0.7, upright: 0.4 }, zones: { lowerRibsRight: 0.5, lowerRibsLeft: 0.5, lowerRibsBack: 0.3 },
    demands: ['heavyLoad', 'spineLoad'], figure: { start: 'cableHigh', end: 'cableDown' }, movement: 'exhale pulls down and across, inhale goes back', lift: { ribs: 'close', armDeg: 120, load: { repsPossible: 24 } },
    steps: [place('Stand side-on to a high or low cable, or a band on a door.'), contact('Both feet, handle in both hands.'), exhale('Out with the pull, if it closes the ribs.'), breathe('In on the way back, if it opens them.'), tone('More as the pull gets heavier.'), move('High: down and across. Low: up and across, and the breath turns round.')],
    cues: [image('Ring a slow, heavy bell.'), target('Pull from the far low ribs.'), count('Twenty, with the breath, both sides.'), touch('Front ribs meet the far hip.')],
    faults: [fault('arms do it alone', 'step nearer and bend'), fault('breath the wrong way round', 'ask: does this open or close the ribs?')],
    feeling: 'The trunk pulls; the hands only hold on.', stopSigns: ['pain', 'dizziness'],
  },
  {
    id: 'heavyLift', name: 'Heavy lift, set and past the sticking point', stage: 'load', level: 3, easier: 'standUp', ownedFirst: ['setAndKeep', 'standUp'],
    positions: ['standing'], props: ['barbell'],
    breathing: paced(3, 2, 3, 0), exhaleRangeS: [2, 4], usual: { breaths: 3, rounds: 3, restS: 90, sides: 1 }, range: [1, 5], setUpS: 40,
    tone: { ...NO_TONE, floor: 'follow', control: 'brace', controlPct: 70, brace: 'tuned' },
    serves: { control: 0.8 }, zones: { lowerRibsBack: 0.5, lowerRibsRight: 0.5, lowerRibsLeft: 0.5 },
    demands: ['breathHold', 'heavyLoad', 'floorPressure'], figure: { start: 'hingeDown', end: 'barbellHeld' }, movement: 'in to 70 %, set, lift, air goes past the sticking point', lift: { ribs: 'neither', armDeg: 0, load: { percent: 75 } },
    bars: { cardiac: HELD_UNDER_LOAD, highBloodPressure: HELD_UNDER_LOAD, neurological: 'no held breath under load with seizures or other neurological disease', eyePressure: 'a held breath under load raises eye pressure', panic: 'strain and air hunger can bring panic', respiratory: NOT_HEAVY, pregnancyWeek: NOT_HEAVY, recentSurgery: NOT_HEAVY, hernia: NOT_HEAVY, osteoporosis: NOT_HEAVY, floorTension: 'pressure on a floor that has to let go first', urgency: 'pressure on a floor that is not yet in step' },
    steps: [place('Stand over the bar as for the lift you know.'), contact('Whole foot; hands; back long.'), exhale('Out once, ribs drawn down to the pelvis.'), breathe('In to about seven tenths; set; lift; let the air go just after the sticking point.'), tone('Firm all round, never early out.'), move('One to five; breathe between.')],
    cues: [count('Seven tenths full, then set.'), image('A cask, hooped and full.'), target('Press out all round, not only in front.'), sound('The air goes when the worst is over.')],
    faults: [fault('air let out early', 'less weight'), fault('face swells, neck cords stand out', 'stop; less weight')],
    feeling: 'One solid piece, then an easy breath.', stopSigns: ['dizziness', 'vision', 'pain'],
  },
  {
    id: 'pulsePush', name: 'Pulse: slack, stiff at contact, slack', stage: 'load', level: 3, easier: 'standUp', ownedFirst: ['setAndKeep'],
    positions: ['standing'], props: ['ball'],
    breathing: paced(3, 0, 3, 0), exhaleRangeS: [2, 4], usual: once(6), range: [5, 8], setUpS: 20,
    tone: { ...NO_TONE, control: 'brace', controlPct: 60, brace: 'pulse' },
    serves: { control: 0.6, upright: 0.3 }, zones: { lowerRibsRight: 0.3, lowerRibsLeft: 0.3 },
    demands: ['heavyLoad', 'abdominalLoad'], figure: { start: 'ballAtChest', end: 'ballPushed' }, movement: 'exhale pushes the ball off; stiff for a moment only', lift: { ribs: 'neither', armDeg: 90, load: { repsPossible: 30 } },
    bars: { backPain: 'sudden stiffness on a sore back' },
    steps: [place('Stand before a wall, one foot forward, a light ball at the chest.'), contact('Both feet; ball in both hands.'), exhale('A short puff as it leaves.'), breathe('In and slack while it comes back.'), tone('Slack, stiff at contact, slack.'), move('Push it to the wall; five to eight.')],
    cues: [sound('A short puff, like a match blown out.'), image('A whip is loose until it cracks.'), count('Stiff for a blink, no longer.'), touch('Feel the belly go soft again.')],
    faults: [fault('stiff all the way', 'shake out between throws'), fault('breath held before the throw', 'throw less hard')],
    feeling: 'Loose, quick, loose.', stopSigns: ['pain', 'dizziness'],
  },
];
