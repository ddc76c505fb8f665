import type { Need } from '../aims/needs';
import type { ReadingName } from '../aims/reading-names';

/** What stands behind a reading, and what is done about it, as a client hears it. Common practice, no source. */
type Idea = { because: string; so: string; title: string };

export const READING_IDEA: Record<ReadingName, Idea> = {
  reversed: {
    because: 'the belly goes in where it should come out, so every breath has to be fetched from above',
    so: 'we let the breath in be small and low until the lower hand goes first',
    title: 'The lower hand goes first',
  },
  stuckInhale: {
    because: 'a chest that never empties cannot fill',
    so: 'we let the air fall out first, then fill behind in the same position',
    title: 'Empty first, then fill',
  },
  upperChest: {
    because: 'the shoulders do what the low ribs and the belly could do with less work',
    so: 'we give the low breath something to press against until it is felt, and leave the shoulders alone',
    title: 'The shoulders may rest',
  },
  bellyOnly: {
    because: 'only the belly moves and the ribs stay still, so the trunk has a front and no sides',
    so: 'we open ribs and back first and let the belly come last',
    title: 'All round, not only in front',
  },
  frontOnly: {
    because: 'the air goes to the front and the back stays silent',
    so: 'we close the front and wait for the back to fill',
    title: 'Room behind',
  },
  oneSided: {
    because: 'one side has gone quiet and the other breathes for both',
    so: 'we let that side rise first and twice as often',
    title: 'The quiet side first',
  },
  fastIrregular: {
    because: 'big uneven breaths keep the next one coming too soon',
    so: 'we make the breath small and even before it is made longer',
    title: 'Small and even',
  },
  shortExhale: {
    because: 'a breath out that is cut short leaves no room for the next',
    so: 'we give it time, softly, and stop while there is air left',
    title: 'Time for the way out',
  },
  lowHold: {
    because: 'a little less air feels like an alarm long before it is one',
    so: 'we rest empty for a moment, calmly, and end bored',
    title: 'Calm at a little less air',
  },
  floorHolding: {
    because: 'the pelvic floor holds on, and what holds on cannot help',
    so: 'we let it soften as air comes in and do nothing on the way out',
    title: 'The base softens',
  },
  floorOverloaded: {
    because: 'the pressure goes down before the floor is there to meet it',
    so: 'we teach the low belly and the floor to come first, with as much letting go in between',
    title: 'From low to high',
  },
  toneStopsBreath: {
    because: 'the breath stops as soon as the trunk works',
    so: 'we set it lightly, keep it, and go on breathing',
    title: 'Set it and breathe on',
  },
  lostUpright: {
    because: 'what the breath does lying is lost on the feet',
    so: 'we find it once and then carry exactly that upright',
    title: 'Carried upright',
  },
  bendsBack: {
    because: 'the back arches for every breath in',
    so: 'we close the front, fill behind and keep the back long',
    title: 'A long back, filled',
  },
  spillsForward: {
    because: 'the weight hangs in front and the back has no room to fill',
    so: 'we bring the weight back and let the air follow',
    title: 'Back over the heels',
  },
};

export const NEED_IDEA: Record<Need, Idea> = {
  settle: {
    because: 'a body on alert breathes for an emergency that is not there',
    so: 'we let it arrive first, with more time left alone than guided',
    title: 'First arrive',
  },
  lowBreath: {
    because: 'the low breath costs least and is found last',
    so: 'we look for it lying and keep it small',
    title: 'Low and small',
  },
  emptyChest: READING_IDEA.stuckInhale,
  exhaleLength: READING_IDEA.shortExhale,
  backRibs: READING_IDEA.frontOnly,
  sideRibs: {
    because: 'there is room at the sides that nobody uses',
    so: 'we let the ribs open to both sides',
    title: 'Room at the sides',
  },
  upperRibs: {
    because: 'a breastbone that does not move hands its work to the neck',
    so: 'we free it from below',
    title: 'The breastbone joins in',
  },
  oneSide: READING_IDEA.oneSided,
  tolerance: READING_IDEA.lowHold,
  floorLetGo: READING_IDEA.floorHolding,
  floorLink: {
    because: 'floor and breath work best when they work together',
    so: 'we let the floor follow the breath before it is asked for more',
    title: 'Floor and breath together',
  },
  coordination: READING_IDEA.floorOverloaded,
  control: READING_IDEA.toneStopsBreath,
  upright: READING_IDEA.lostUpright,
};

/** Which need a reading is above all, where only needs are known. */
export const NEED_READING: Partial<Record<Need, ReadingName>> = {
  lowBreath: 'upperChest',
  emptyChest: 'stuckInhale',
  exhaleLength: 'shortExhale',
  backRibs: 'frontOnly',
  oneSide: 'oneSided',
  tolerance: 'lowHold',
  floorLetGo: 'floorHolding',
  coordination: 'floorOverloaded',
  control: 'toneStopsBreath',
  upright: 'lostUpright',
};

/** What a reading is worked on with first in a lesson, and what stands beside it. Common practice, no source. */
export const LESSON_LEADS: Record<ReadingName, readonly string[]> = {
  reversed: ['twoHands', 'proneBelly', 'fillBothHands'],
  stuckInhale: [
    'wallFeetExhale',
    'sighExhale',
    'fillBehind',
    'carryUpright',
    'wallForearmsBlock',
    'backFill',
    'wallWiden',
  ],
  upperChest: ['twoHands', 'proneBelly', 'foldedBack', 'findSeat', 'handsRibs'],
  bellyOnly: ['bandRibs', 'handsRibs', 'stackedBreath', 'foldedBack', 'setAndKeep'],
  frontOnly: ['backFill', 'foldedBack', 'fillBehind', 'wallForearmsBlock', 'wallWiden'],
  oneSided: ['sideLyingRibs', 'sideBend'],
  fastIrregular: ['twoHands', 'longExhaleSeat', 'strawExhale', 'tableRest'],
  shortExhale: ['strawExhale', 'longExhaleSeat', 'counterLean', 'tableRest'],
  lowHold: ['emptyPause', 'shortCalmHolds'],
  floorHolding: ['softFloorSide', 'foldedBack', 'longExhaleSeat', 'handsRibs'],
  floorOverloaded: ['ballWrap', 'floorSeat', 'bandRibs', 'heelLift', 'softFloorSide'],
  toneStopsBreath: ['setAndKeep', 'bandRibs', 'drawInKeep'],
  lostUpright: ['twoHands', 'findSeat', 'standZones', 'carryUpright', 'findStand'],
  bendsBack: ['foldedBack', 'backFill', 'fillBehind', 'carryUpright'],
  spillsForward: ['counterLean', 'foldedBack', 'standZones'],
};
