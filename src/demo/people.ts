import type { Goal } from '@/core/aims/goals';
import type { Prop } from '@/core/body/props';
import type { Excursions } from '@/core/body/zones';
import type { FiveAndFive, HoldEnd, LookData, Signs, TwoHands } from '@/core/look/look';
import type { RingPosition } from '@/core/look/places';
import type { Symptoms } from '@/core/look/symptoms';
import type { TapeLevel } from '@/core/look/tape';
import type { ReadingName } from '@/core/aims/reading-names';
import type { BandSetup, Way } from '@/core/simulate/bands';
import type { ClipSetup } from '@/core/simulate/clip';
import type { Control, School } from '@/core/aims/school';
import type { Flags } from '@/core/screen/flags';
import type { Screen } from '@/core/screen/screen';
import type { RedFlag } from '@/core/screen/red-flags';

/** Where a made-up client starts and where the coaching has brought them by the last visit. */
export type Person = {
  name: string;
  goals: string;
  goalList?: Goal[];
  task?: Screen['task'];
  complaints?: Screen['complaints'];
  school: School | null;
  flags: Flags;
  props: Prop[];
  settledRedFlag?: { flag: RedFlag; action: string; daysAgo: number };
  visits: number;
  minutes: number;
  inhaleS: [number, number];
  exhaleS: [number, number];
  irregular: [number, number];
  comfortableExhaleS: [number, number];
  hold?: { from: number; to: number; ends: [HoldEnd, HoldEnd] };
  lying: [Excursions, Excursions];
  standing?: [Excursions, Excursions];
  five?: FiveAndFive;
  hands?: TwoHands;
  signs: [Signs, Signs];
  control?: Control;
  skipped?: LookData['skipped'];
  sweep?: LookData['rings'];
  sideBend?: { right: [number, number]; left: [number, number] };
  tape?: { girthCm: Record<TapeLevel, number>; excursionCm: Record<TapeLevel, [number, number]> };
  symptoms?: Symptoms;
  heartPerMin?: number;
  heardExhales?: boolean;
  bands?: { position: RingPosition; seconds: number; setup: Partial<BandSetup>; later?: Way }[];
  /** Filmed from the side, standing: how far each place moves at the first and at the last visit, px of 4 a mm. */
  filmed?: [ClipSetup['movesPx'], ClipSetup['movesPx']];
  overrule?: { visit: number; reading: ReadingName; strength: number; why: string };
  openRun?: boolean;
  stopped?: boolean;
  notes: string[];
};

const zones = (
  neck: number,
  sternum: number,
  betweenBlades: number,
  lowerRibsRight: number,
  lowerRibsLeft: number,
  lowerRibsBack: number,
  belly: number,
  lowBack: number,
): Excursions => ({
  neck,
  sternum,
  betweenBlades,
  lowerRibsRight,
  lowerRibsLeft,
  lowerRibsBack,
  belly,
  lowBack,
});

const HOUSE: Prop[] = [
  'wall',
  'chair',
  'pillow',
  'ball',
  'straw',
  'band',
  'counter',
  'foldedPillows',
  'towel',
];

/**
 * The Tidewall, a made-up house on a made-up harbour where people row in the morning and sing, paint and dance in
 * the evening. Every person, value and sentence here is invented.
 */
export const PEOPLE: readonly Person[] = [
  {
    name: 'Odile K.',
    goals: 'Call the whole race without losing my voice or my head; she coxes the eight',
    goalList: ['calm', 'swimming'],
    school: null,
    flags: { panic: true },
    props: HOUSE,
    visits: 4,
    minutes: 20,
    inhaleS: [1.15, 1.7],
    exhaleS: [1.2, 2.7],
    irregular: [0.16, 0.07],
    comfortableExhaleS: [3.5, 5.5],
    lying: [zones(0.4, 0.7, 0.3, 0.3, 0.3, 0.1, 0.2, 0.1), zones(0.1, 0.4, 0.3, 0.5, 0.5, 0.3, 0.5, 0.2)],
    standing: [zones(0.6, 0.8, 0.2, 0.2, 0.2, 0.1, 0.1, 0), zones(0.2, 0.5, 0.3, 0.4, 0.4, 0.2, 0.3, 0.1)],
    five: {
      marks: [2.3, 4.6, 7.1, 9.4, 11.8, 14.9, 18.2, 21.3, 24.6, 27.8],
      ordinaryLift: 1,
      deepLift: 3,
      nostrilFlare: true,
      yawning: true,
    },
    hands: { belly: 0.2, chest: 0.7, first: 'chest' },
    signs: [
      { mouth: true, audible: true, reversed: false, flare: 'none', cannotFill: true },
      { mouth: false, audible: false, reversed: false, flare: 'none', cannotFill: false },
    ],
    symptoms: {
      chestPain: 0,
      tense: 3,
      blurred: 0,
      dizzy: 2,
      unreal: 1,
      fastDeep: 3,
      shortOfBreath: 3,
      tightChest: 2,
      bloated: 1,
      tinglingFingers: 2,
      noDeepBreath: 3,
      stiffFingers: 0,
      tightMouth: 1,
      coldHands: 3,
      pounding: 2,
      worried: 2,
    },
    heartPerMin: 84,
    bands: [
      {
        position: 'hookLying',
        seconds: 120,
        setup: {
          way: 'upperChest',
          ratePerMin: 26,
          hz: 25,
          places: ['upperRibs', 'lowerRibs', 'belly'],
          signalToNoiseDb: 24,
          events: [{ kind: 'cough', atS: 71, lengthS: 1, channel: 0 }],
        },
      },
    ],
    filmed: [
      { shoulder: 2.6, chest: 4.4, lowerRibs: 1.2, belly: 1.4 },
      { shoulder: 1.2, chest: 3, lowerRibs: 2, belly: 2.3 },
    ],
    openRun: true,
    notes: [
      'Talks while breathing in. Likes counts, dislikes images of water.',
      'Found the low hand by herself.',
      'Quieter after the regatta week.',
      'Asks for a drill for the start line.',
    ],
  },
  {
    name: 'Bram T.',
    goals: 'Sit tall at the catch without the left back ribs cramping; sweeps on bow side',
    task: { id: 'row', today: 2, wanted: 5 },
    complaints: [{ place: 'upperBack', side: 'middle', kind: 'pulls', score: 4, brings: 'the catch' }],
    school: 'allRound',
    flags: { backPain: 'arching', shoulder: true },
    props: HOUSE,
    visits: 4,
    minutes: 25,
    inhaleS: [1.9, 2.0],
    exhaleS: [1.8, 2.9],
    irregular: [0.08, 0.06],
    comfortableExhaleS: [4.5, 6.5],
    hold: { from: 24, to: 33, ends: ['calm', 'calm'] },
    lying: [zones(0.1, 0.6, 0.2, 0.7, 0.2, 0.2, 0.5, 0.2), zones(0, 0.5, 0.4, 0.7, 0.5, 0.5, 0.5, 0.4)],
    standing: [zones(0.1, 0.6, 0.1, 0.6, 0.2, 0.1, 0.4, 0.1), zones(0, 0.5, 0.3, 0.6, 0.5, 0.4, 0.4, 0.3)],
    signs: [
      { flare: 'stays', cannotFill: true, reversed: false, mouth: false },
      { flare: 'drops', cannotFill: false, reversed: false, mouth: false },
    ],
    sideBend: { right: [0.8, 0.8], left: [0.2, 0.6] },
    tape: {
      girthCm: { armpit: 99, lowerSternum: 91, waist: 84 },
      excursionCm: { armpit: [4.2, 4.6], lowerSternum: [2.6, 4.4], waist: [1.8, 2.4] },
    },
    heartPerMin: 61,
    notes: [
      'Left side hardly opens, more after a long outing.',
      'Ribs come down with the long sigh.',
      'Left under the hand: moves.',
      'Side bend is his own now.',
    ],
  },
  {
    name: 'Sunniva A.',
    goals: 'Room to breathe, and to let go for the birth; dances with the harbour troupe',
    school: null,
    flags: { pregnancyWeek: 34, floorTension: true },
    props: ['wall', 'chair', 'pillow', 'straw', 'towel', 'counter'],
    visits: 3,
    minutes: 20,
    inhaleS: [1.5, 1.8],
    exhaleS: [1.7, 2.6],
    irregular: [0.1, 0.07],
    comfortableExhaleS: [4, 5.5],
    lying: [zones(0.2, 0.5, 0.3, 0.4, 0.4, 0.2, 0.4, 0.2), zones(0.1, 0.4, 0.4, 0.6, 0.6, 0.4, 0.5, 0.3)],
    signs: [
      { floorFelt: 'holds', buttocksClench: true, reversed: false, lowerBelly: 'still' },
      { floorFelt: 'moves', buttocksClench: false, reversed: false, lowerBelly: 'still' },
    ],
    notes: [
      'Side-lying on the left is best.',
      'Feels the floor widen for the first time.',
      'Midwife knows of the sessions.',
    ],
  },
  {
    name: 'Petra V.',
    goals: 'Run down the pier stairs to the boats without leaking',
    goalList: ['running'],
    school: null,
    flags: { postpartumWeeks: 16, birth: 'vaginal', separationMm: 26, leaking: true, heaviness: true },
    props: HOUSE,
    visits: 4,
    minutes: 25,
    inhaleS: [1.6, 1.7],
    exhaleS: [2.0, 2.8],
    irregular: [0.1, 0.07],
    comfortableExhaleS: [5, 6.5],
    hold: { from: 21, to: 29, ends: ['calm', 'calm'] },
    lying: [zones(0.1, 0.4, 0.2, 0.4, 0.4, 0.2, 0.6, 0.2), zones(0, 0.4, 0.3, 0.5, 0.6, 0.4, 0.5, 0.3)],
    standing: [zones(0.2, 0.5, 0.1, 0.2, 0.2, 0.1, 0.3, 0.1), zones(0.1, 0.4, 0.2, 0.4, 0.5, 0.3, 0.4, 0.2)],
    signs: [
      {
        lowerBelly: 'balloonsOut',
        floorFelt: 'pushedDown',
        buttocksClench: true,
        toneStopsBreath: true,
        reversed: false,
      },
      {
        lowerBelly: 'drawsInFirst',
        floorFelt: 'moves',
        buttocksClench: false,
        toneStopsBreath: false,
        reversed: false,
      },
    ],
    control: 'drawIn',
    overrule: {
      visit: 1,
      reading: 'oneSided',
      strength: 0.4,
      why: 'The right hand on the ribs felt later than the left; she carries the child on that side.',
    },
    notes: [
      'Sees a pelvic-health clinician; letter on file.',
      'Low belly first, once in three.',
      'No doming in the ball drill.',
      'Stairs: dry twice this week.',
    ],
  },
  {
    name: 'Wen L.',
    goals: 'Longer lines in the low alto without running out at the end',
    goalList: ['singing'],
    school: 'allRound',
    flags: { reflux: true, eyePressure: false },
    props: [...HOUSE, 'halfBall'],
    visits: 4,
    minutes: 30,
    inhaleS: [1.7, 1.8],
    exhaleS: [1.9, 3.2],
    irregular: [0.09, 0.05],
    comfortableExhaleS: [4.5, 7.5],
    hold: { from: 13, to: 24, ends: ['gasp', 'calm'] },
    lying: [zones(0, 0.1, 0.1, 0.2, 0.2, 0, 0.9, 0.1), zones(0, 0.4, 0.3, 0.5, 0.5, 0.4, 0.6, 0.3)],
    standing: [zones(0.1, 0.2, 0.1, 0.1, 0.1, 0, 0.7, 0), zones(0, 0.4, 0.2, 0.5, 0.4, 0.3, 0.5, 0.2)],
    hands: { belly: 0.9, chest: 0.1, first: 'belly' },
    signs: [
      { reversed: false, flare: 'none', mouth: false, lowerBelly: 'still', bendsBack: true },
      { reversed: false, flare: 'none', mouth: false, lowerBelly: 'drawsInFirst' },
    ],
    sweep: {
      sitting: zones(0, 0.2, 0.2, 0.3, 0.3, 0.2, 0.8, 0.1),
      sittingSlouched: zones(0.1, 0.1, 0.1, 0.1, 0.1, 0.2, 0.5, 0.1),
      sittingArched: zones(0, 0.3, 0, 0.3, 0.2, 0, 0.7, 0),
      standingSlouched: zones(0.2, 0.1, 0.1, 0.1, 0.1, 0.1, 0.5, 0.1),
      standingArched: zones(0.1, 0.3, 0, 0.2, 0.2, 0, 0.6, 0),
    },
    tape: {
      girthCm: { armpit: 88, lowerSternum: 78, waist: 70 },
      excursionCm: { armpit: [2.9, 3.6], lowerSternum: [1.9, 3.8], waist: [3.4, 3.2] },
    },
    heardExhales: true,
    bands: [
      {
        position: 'hookLying',
        seconds: 150,
        setup: {
          way: 'bellyOnly',
          ratePerMin: 16,
          hz: 50,
          places: ['lowerRibs', 'belly'],
          signalToNoiseDb: 26,
        },
      },
      {
        position: 'standing',
        seconds: 120,
        setup: {
          way: 'bellyOnly',
          ratePerMin: 16,
          hz: 50,
          posture: 'standing',
          places: ['lowerRibs', 'belly'],
          signalToNoiseDb: 22,
          events: [{ kind: 'sigh', atS: 64, lengthS: 4, channel: 0 }],
        },
      },
    ],
    notes: [
      'All belly; the back is asleep.',
      'Half-ball: “oh, that is back there”.',
      'Eight seconds through the straw.',
      'Sang the long line twice.',
    ],
  },
  {
    name: 'Jorun S.',
    goals: 'Climb the slipway without stopping; builds boats, stopped smoking last spring',
    school: null,
    flags: { highBloodPressure: true, respiratory: true, knees: true, osteoporosis: true },
    props: ['wall', 'chair', 'pillow', 'straw', 'towel', 'book'],
    settledRedFlag: {
      flag: 'chestPain',
      action: 'Session ended; seen by the family doctor the same day, cleared in writing for quiet work',
      daysAgo: 74,
    },
    visits: 3,
    minutes: 15,
    inhaleS: [1.2, 1.5],
    exhaleS: [1.3, 2.2],
    irregular: [0.2, 0.1],
    comfortableExhaleS: [3, 4.5],
    lying: [zones(0.4, 0.6, 0.2, 0.2, 0.2, 0.1, 0, 0.1), zones(0.2, 0.4, 0.2, 0.4, 0.4, 0.2, 0.4, 0.1)],
    signs: [
      { reversed: true, audible: true, mouth: true, flare: 'stays', cannotFill: true },
      { reversed: false, audible: false, mouth: true, flare: 'drops', cannotFill: false },
    ],
    symptoms: {
      chestPain: 1,
      tense: 1,
      dizzy: 1,
      fastDeep: 2,
      shortOfBreath: 4,
      tightChest: 3,
      noDeepBreath: 3,
      coldHands: 1,
      pounding: 2,
      worried: 1,
    },
    heartPerMin: 88,
    stopped: true,
    notes: [
      'Belly goes in on the inhale. Reliever in the left pocket.',
      'The low hand rises when the mouth closes.',
      'Half the slipway.',
    ],
  },
];
