import { NO_TONE } from '../../tone/tone';
import type { WrittenDrill } from '../drill';
import { breathe, contact, count, exhale, fault, image, once, paced, place, rounds, sound, target, tone, touch } from './words';

/** Empty: the full exhale first, because an emptied chest has room to fill (practice P21). Common practice, no source. */
export const EMPTY: readonly WrittenDrill[] = [
  {
    id: 'wallFeetExhale', name: 'Full exhale, heels drag lightly', stage: 'empty', level: 1, easier: 'strawExhale',
    positions: ['feetOnWall'], helpful: ['balloon'],
    breathing: paced(3, 0, 7, 2), exhaleRangeS: [5, 9], usual: rounds(4, 3, 20), range: [3, 5], setUpS: 30,
    serves: { emptyChest: 1, exhaleLength: 0.5, coordination: 0.3 }, zones: { lowerRibsBack: 0.5, lowerRibsRight: 0.4, lowerRibsLeft: 0.4 },
    demands: ['breathHold'], movement: 'heels press and drag lightly down',
    steps: [place('Feet flat on the wall, hips and knees at right angles.'), contact('Heels press and drag lightly down; the tail stays heavy.'), exhale('Sigh out until the front ribs sink.'), breathe('Wait two seconds empty, then let the back fill first.')],
    cues: [image('The front ribs sink like sand in a glass.'), sound('Sigh it out with an open mouth.'), touch('A hand feels the ribs come down.'), count('Four breaths, three rounds, no more.')],
    faults: [fault('gripping arms or floor', 'open the hands, palms up'), fault('the low back lifts', 'less drag; heels lower on the wall')],
    feeling: 'Hamstrings hum; the front of the chest is soft and low.', stopSigns: ['dizziness', 'tingling'],
  },
  {
    id: 'strawExhale', name: 'Even exhale through a straw', stage: 'empty', level: 0, easier: 'sighExhale',
    positions: ['sittingAtWall', 'sitting', 'standingAtWall'], props: ['straw'], helpful: ['wall'],
    breathing: paced(4, 0, 8, 0), exhaleRangeS: [5, 10], usual: once(8), range: [5, 10], setUpS: 25,
    alters: { respiratory: { remedy: 'shorter', why: 'few at a time, nothing forced' }, panic: { remedy: 'shorter', why: 'long exhales by the dozen can bring air hunger' } },
    serves: { exhaleLength: 1, emptyChest: 0.6, backRibs: 0.3 }, zones: { lowerRibsBack: 0.4 }, figure: { start: 'holdingStraw' },
    steps: [place('Sit or stand with your back to a wall.'), contact('Back ribs on the wall, straw loose between the lips.'), exhale('Let one even sound run from first to last.'), breathe('In through the nose, out through the straw.')],
    cues: [sound('One sound, the same from first to last.'), image('Cool a spoon of soup, slowly.'), count('Let it last to eight if it is easy.'), touch('A hand on the cheek: it stays flat.')],
    faults: [fault('sound fades or bursts', 'two seconds shorter, same loudness'), fault('a big breath in to last longer', 'ask for the same exhale from a smaller inhale')],
    feeling: 'Empty without strain; the next breath is in no hurry.', stopSigns: ['dizziness', 'tingling'],
  },
  {
    id: 'sighExhale', name: 'Soft sigh, wait, let it come', stage: 'empty', level: 0, easier: 'twoHands',
    positions: ['hookLying', 'legsOnChair', 'sideLying', 'sitting'], helpful: ['pillow'],
    breathing: paced(3, 0, 6, 1), exhaleRangeS: [4, 7], usual: rounds(6, 2, 15), range: [4, 8], setUpS: 15,
    serves: { emptyChest: 0.7, exhaleLength: 0.5, settle: 0.3 }, zones: { belly: 0.4 },
    steps: [place('Lie or sit where the jaw can hang.'), contact('A hand where the ribs sink.'), exhale('Open the mouth a little and fog a window.'), breathe('Wait until the inhale comes by itself.')],
    cues: [sound('Fog a window with it.'), image('A tyre lets its air go, unhurried.'), touch('Rest a hand where the ribs sink.'), count('Out for six, wait for one.')],
    faults: [fault('a snatched inhale', 'shorten the sigh until the next breath is lazy'), fault('the sigh is pushed', 'ask for half the sound')],
    feeling: 'The chest lets itself down; a small pause feels good.', stopSigns: ['dizziness', 'gasping'],
  },
  {
    id: 'exhaleLadder', name: 'Exhale ladder', stage: 'empty', level: 1, easier: 'twoHands',
    positions: ['hookLying', 'legsOnChair', 'sideLying', 'sitting'],
    breathing: { kind: 'ladder' }, usual: rounds(5, 2, 30), range: [5, 5], setUpS: 15,
    serves: { exhaleLength: 0.8, settle: 0.3 }, zones: { belly: 0.4 },
    alters: { panic: { remedy: 'shorter', why: 'the top rungs can bring air hunger' } },
    steps: [place('Lie with knees bent.'), contact('Hands on the low ribs.'), exhale('Empty once before the first rung.'), breathe('Each breath is a rung longer; out is one count more than in. Rest at the top.')],
    cues: [count('One in, two out; two in, three out.'), image('Each wave runs further up the sand.'), sound('The longest one is the quietest.'), target('Every rung starts at the low ribs.')],
    faults: [fault('hurry at the top rungs', 'take off the top rung and do the round twice'), fault('shoulders help on the long ones', 'stop a rung earlier')],
    feeling: 'In charge of the length, without reaching for it.', stopSigns: ['dizziness', 'gasping'],
  },
  {
    id: 'balloonStack', name: 'Balloon, knees on a ball', stage: 'empty', level: 2, easier: 'wallFeetExhale', ownedFirst: ['strawExhale'],
    positions: ['hookLying', 'feetOnWall'], props: ['balloon', 'ball'],
    breathing: paced(3, 0, 6, 3), exhaleRangeS: [5, 8], usual: rounds(4, 3, 30), range: [3, 4], setUpS: 30,
    tone: { ...NO_TONE, squeezePct: 30 },
    serves: { emptyChest: 0.9, coordination: 0.5 }, zones: { lowerRibsBack: 0.5, betweenBlades: 0.3 },
    demands: ['breathHold', 'exhaleResistance'], figure: { start: 'holdingBalloon' }, movement: 'knees squeeze lightly on the exhale',
    steps: [place('Feet on the floor or the wall, ball between the knees.'), contact('Tail gently under, low ribs on the floor.'), exhale('Blow without puffing the cheeks.'), breathe('Tongue up, pause, breathe in through the nose without pinching the neck of the balloon.'), tone('Knees hug the ball, about a third.')],
    cues: [target('Blow from the low ribs, not the cheeks.'), touch('Knees hug the ball a little.'), count('Four breaths, then put it down.'), sound('The balloon fills at one pace.')],
    faults: [fault('cheeks and neck work', 'a softer balloon, or a sigh instead'), fault('air rushes back', 'tongue to the roof of the mouth before the pause')],
    feeling: 'Front ribs down and held there by the belly’s sides.', stopSigns: ['dizziness', 'vision', 'tingling'],
  },
];
