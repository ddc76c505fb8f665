import type { Position } from '../body/positions';
import type { TestId, Protocol } from './tests.schema';

export type { TestId, Protocol };

/** The tests that a look can be made of, in the order in which they disturb the breath least. */
export const TESTS = [
  'quiet',
  'hands',
  'rings',
  'sweep',
  'sideBend',
  'five',
  'signs',
  'stack',
  'core',
  'tape',
  'exhale',
  'hold',
  'symptoms',
  'numbers',
  'bands',
] as const;

type TestFacts = {
  name: string;
  /** How it is set up, in words for the instructor. */
  setUp: string;
  /** What touches what, so that two instructors set it up alike. */
  contact: string;
  position: Position;
  /** Minutes that it takes; our choice, timed on ourselves. */
  minutes: number;
};

export const TEST: Record<TestId, TestFacts> = {
  quiet: {
    name: 'Quiet watch',
    setUp:
      'Let the client settle and watch before you say what you are watching. Then tap at each turn: breath begins to come in, begins to go out.',
    contact: 'Feet flat, hands away from the trunk, nothing tight round the waist.',
    position: 'hookLying',
    minutes: 1.5,
  },
  hands: {
    name: 'Two hands',
    setUp:
      'The client’s own hands, one on the belly and one on the sternum. Watch a minute before you say what you are looking for.',
    contact: 'Palms flat, elbows resting on the floor, knees bent.',
    position: 'hookLying',
    minutes: 0.5,
  },
  rings: {
    name: 'Rib rings',
    setUp:
      'Pull each dot as far out as the zone moved in an ordinary breath, or focus it and use the arrow keys. Full reach is as far as this client’s widest zone could go.',
    contact:
      'Look from the foot end, then from the side; feel the back ribs with consent, or let the client’s own hands tell.',
    position: 'hookLying',
    minutes: 1,
  },
  sweep: {
    name: 'Position sweep',
    setUp:
      'The same ordinary breath lying, then sitting and standing: slouched, arched and in between, by tipping the pelvis a little either way.',
    contact:
      'Sitting: front of the seat, on the sit bones, both feet in contact. Standing: weight over the whole foot.',
    position: 'sitting',
    minutes: 3,
  },
  sideBend: {
    name: 'Side bend',
    setUp:
      'A hand on the side that will open; bend away from it and breathe in. Does the open side widen? Then the other side.',
    contact: 'Both sit bones stay down; the hand lies flat on the lower ribs, thumb back.',
    position: 'sitting',
    minutes: 1,
  },
  five: {
    name: '5 ordinary + 5 deep',
    setUp:
      'Standing tall, seen from the front and the side. Say only: breathe as you do; then: five deep ones. Tap at the end of each breath.',
    contact: 'Arms hang, eyes level, weight on both feet.',
    position: 'standing',
    minutes: 1,
  },
  signs: {
    name: 'Signs of the breath',
    setUp:
      'Mark what you saw or heard, or what the client told you. Press a mark again to take it back; an unmarked sign counts as not looked at.',
    contact: 'From the quiet watch and the two hands; ask nothing new.',
    position: 'hookLying',
    minutes: 1,
  },
  stack: {
    name: 'Stack and pelvis',
    setUp:
      'From the side: do the ribs stand over the pelvis? Then lying: are the two front hip bones and the pubic bone in one plane?',
    contact: 'Standing as they stand; the client’s own fingers on the front hip bones and the pubic bone.',
    position: 'standing',
    minutes: 1,
  },
  core: {
    name: 'Core and floor',
    setUp:
      'On a long exhale: which part of the belly draws in first, and what else joins in? Then one leg lifted a hand’s breadth.',
    contact:
      'Knees bent, own fingertips inside the front hip bones. The floor is asked about, never touched.',
    position: 'hookLying',
    minutes: 1.5,
  },
  tape: {
    name: 'Tape',
    setUp:
      'Girth at the end of a full exhale and of a full inhale, at three levels, three tries each. Two tapes from the spine give right and left.',
    contact: 'Tape flat and level, snug without denting, arms down; read at the end of the breath.',
    position: 'standing',
    minutes: 2,
  },
  exhale: {
    name: 'Comfortable exhale',
    setUp:
      'An ordinary breath in, then out as long as stays quiet, through a straw, a hiss, a sigh or the nose. Time it by hand or let it be heard.',
    contact: 'Shoulders down, jaw loose; the microphone a forearm away, not in the stream of air.',
    position: 'sitting',
    minutes: 1,
  },
  hold: {
    name: 'Holds',
    setUp:
      'Calm hold: after an ordinary exhale the client pinches the nose. Stop at the first clear urge, not when it can no longer be borne. The next breath is half of the result.',
    contact: 'Fingers on the soft part of the nose, mouth closed, the other hand free to stop.',
    position: 'hookLying',
    minutes: 3,
  },
  symptoms: {
    name: 'Complaints, 16',
    setUp:
      'How often does each happen? Let the client answer without your help. It screens; it names no illness.',
    contact: 'Before the breath is worked on, sitting at ease.',
    position: 'sitting',
    minutes: 2,
  },
  numbers: {
    name: 'Numbers at rest',
    setUp:
      'Typed in when wanted: breathlessness now, and what a pulse watch or finger clip shows after five quiet minutes.',
    contact: 'Warm hand, no nail varnish under the clip.',
    position: 'sitting',
    minutes: 0.5,
  },
  bands: {
    name: 'Bands',
    setUp:
      'Stretch bands round the trunk give the curve itself. Record a quiet minute or two; say nothing while it runs.',
    contact:
      'Upper band under the armpits, lower band at the end of the sternum, belly band at the navel; snug on the exhale.',
    position: 'hookLying',
    minutes: 3,
  },
};

/** Those that ship. */
export const PROTOCOLS: readonly Protocol[] = [
  { name: 'Quick', tests: ['quiet', 'hands', 'rings', 'signs'] },
  { name: 'Full', tests: TESTS.filter((t) => t !== 'bands') },
  { name: 'Full with bands', tests: [...TESTS] },
];

export const minutesOf = (tests: readonly TestId[]): number =>
  tests.reduce((sum, t) => sum + TEST[t].minutes, 0);
