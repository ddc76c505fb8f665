import type { WrittenDrill } from '../drill';
import { breathe, contact, count, eachSide, exhale, fault, image, move, once, paced, place, rounds, sound, target, touch } from './words';

/** Hold: calm in a pause (practice P25–P29). Common practice, no source. */
export const HOLD: readonly WrittenDrill[] = [
  {
    id: 'emptyPause', name: 'Empty pause', stage: 'hold', level: 1, easier: 'sighExhale',
    positions: ['legsOnChair', 'hookLying'], helpful: ['towel'],
    breathing: paced(4, 0, 6, 3), exhaleRangeS: [5, 7], usual: once(8), range: [6, 10], setUpS: 25,
    serves: { tolerance: 0.9, emptyChest: 0.4 }, zones: { lowerRibsBack: 0.3 }, demands: ['breathHold'],
    steps: [place('Legs on a chair, a folded towel under the head.'), contact('Back of the ribs and the sacrum.'), exhale('Out, and out to the end.'), breathe('Wait three, throat open; let the breath come back by itself.')],
    cues: [image('Low water: nothing moves yet.'), count('Empty for three, no longer.'), touch('Feel the jaw hang loose.'), sound('No click in the throat at the end.')],
    faults: [fault('the inhale is snatched', 'a second off the pause'), fault('front of the hip is tight', 'legs higher, or hook-lying')],
    feeling: 'A still place at the bottom that asks for nothing.', stopSigns: ['gasping', 'dizziness', 'panic'],
  },
  {
    id: 'shortCalmHolds', name: 'Short calm holds', stage: 'hold', level: 2, easier: 'emptyPause',
    positions: ['hookLying', 'legsOnChair', 'sitting', 'standing'],
    breathing: paced(4, 0, 6, 8), exhaleRangeS: [5, 7], usual: rounds(1, 3, 60), range: [1, 1], setUpS: 15,
    serves: { tolerance: 1 }, demands: ['breathHold'],
    steps: [place('Lie; later sit; later stand.'), contact('Nose pinched lightly, lips closed.'), exhale('Breathe out as usual, then pause.'), breathe('Stop while it is still easy; nose breathing for a minute between.')],
    cues: [count('Stop at the first tug, not the last.'), image('Rest on the step, do not jump off.'), sound('The next breath makes no noise.'), touch('Shoulders stay where the floor has them.')],
    faults: [fault('the mouth opens on the next breath', 'a third shorter, same place'), fault('counting against oneself', 'the instructor holds the watch')],
    feeling: 'Quiet all the way; the next breath is small.', stopSigns: ['gasping', 'panic', 'dizziness'],
  },
  {
    id: 'walkingHolds', name: 'Calm holds while walking', stage: 'hold', level: 3, easier: 'shortCalmHolds', ownedFirst: ['shortCalmHolds'],
    positions: ['walking'],
    breathing: paced(4, 0, 5, 6), exhaleRangeS: [4, 6], usual: rounds(1, 3, 60), range: [1, 1], setUpS: 10,
    serves: { tolerance: 0.9, upright: 0.4 }, demands: ['breathHold', 'moveInHold'], movement: 'easy steps, counted during the pause',
    steps: [place('Walk on the level, somewhere safe.'), contact('Heel, outer edge, ball of the foot.'), exhale('Breathe out as usual.'), breathe('Count steps while it stays calm; walk a minute between.')],
    cues: [count('Count steps, not seconds.'), sound('If the next breath is heard, fewer steps.'), image('Cross a small bridge, no more.'), target('Shoulders swing as before.')],
    faults: [fault('the pace quickens', 'stand still and breathe'), fault('a gasp at the end', 'half the steps')],
    feeling: 'Steps go on as if nothing were different.', stopSigns: ['gasping', 'dizziness', 'vision'],
  },
  {
    id: 'fullLean', name: 'Full, lean and turn a little', stage: 'hold', level: 3, easier: 'sideBend', ownedFirst: ['sideBend', 'shortCalmHolds'],
    positions: ['kneeling', 'sitting'], helpful: ['pillow'],
    breathing: paced(4, 8, 6, 0), exhaleRangeS: [5, 7], usual: eachSide(1, 30), range: [1, 2], setUpS: 25,
    serves: { oneSide: 0.6, tolerance: 0.4, sideRibs: 0.4 }, zones: { lowerRibsRight: 0.8, lowerRibsLeft: 0.8 },
    demands: ['breathHold', 'moveInHold', 'armsOverhead'], figure: { end: 'leanArmOver' }, movement: 'lungs full: lean, small turns, come back',
    steps: [place('Kneel or sit tall on something soft.'), contact('Both sit bones or both knees.'), exhale('Empty once, then fill three quarters.'), breathe('Keep it easily for five to fifteen seconds.'), move('Lean to one side, turn a little both ways, come up, let it go.')],
    cues: [image('A full sail tips and comes back.'), target('Turn from the ribs, small.'), count('Five to begin with; fifteen at most.'), touch('Hand on the long side feels it spread.')],
    faults: [fault('the breath is clamped', 'less air, open throat'), fault('a gasp when it ends', 'half the time')],
    feeling: 'A stretch from inside, never a strain.', stopSigns: ['dizziness', 'pain', 'vision', 'gasping'],
  },
  {
    id: 'emptyLean', name: 'Empty, lean and turn a little', stage: 'hold', level: 3, easier: 'fullLean', ownedFirst: ['fullLean', 'emptyPause'],
    positions: ['kneeling', 'sitting'], helpful: ['pillow'],
    breathing: paced(4, 0, 6, 5), exhaleRangeS: [5, 7], usual: eachSide(1, 30), range: [1, 2], setUpS: 25,
    serves: { oneSide: 0.5, tolerance: 0.6, emptyChest: 0.4 }, zones: { lowerRibsRight: 0.6, lowerRibsLeft: 0.6 },
    demands: ['breathHold', 'moveInHold', 'armsOverhead'], figure: { end: 'leanArmOver' }, movement: 'lungs empty: lean, small turns, a little more air out',
    steps: [place('Kneel or sit tall.'), contact('Both sit bones or both knees.'), exhale('Breathe out slowly to the end.'), breathe('Stay empty for three to five seconds; let a little more air out before the inhale.'), move('Lean, turn a little, come back to the middle.')],
    cues: [image('A folded accordion leans over.'), sound('A last small puff opens the throat.'), count('Three is plenty today.'), target('The ribs stay low while you turn.')],
    faults: [fault('the throat catches', 'let the last bit of air out first'), fault('air is snatched', 'shorter; back to the full one')],
    feeling: 'Hollow and quiet; the breath returns by the nose.', stopSigns: ['dizziness', 'pain', 'vision', 'gasping'],
  },
];
