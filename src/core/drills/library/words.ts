import { pattern } from '../../breath/pattern';
import type { Cue, CueKind, Fault, Step, StepKind } from '../drill';
import type { Told, When } from '../wording.schema';

const only = (when?: When) => (when ? { when } : {});
const step =
  (kind: StepKind) =>
  (text: string, when?: When): Step => ({ kind, text, ...only(when) });
const cue =
  (kind: CueKind) =>
  (text: string, when?: When): Cue => ({ kind, text, ...only(when) });

/** One of several texts: the first that holds is said. */
export const told = (text: string, when?: When): Told => ({ text, ...only(when) });

/** Short words for writing drills down: steps in the order of teaching, cues by kind, faults with their mending. */
export const [place, contact, exhale, breathe, tone, move] = [
  step('place'),
  step('contact'),
  step('exhale'),
  step('pattern'),
  step('tone'),
  step('move'),
];
export const [image, touch, target, sound, count] = [
  cue('image'),
  cue('touch'),
  cue('target'),
  cue('sound'),
  cue('count'),
];
/** What goes wrong and the one thing that mends it, `when` it can. */
export const fault = (sign: string, mend: string, when?: When): Fault => ({ sign, mend, ...only(when) });
/** A fault with which the breath is lost, and the value of the drill with it (practice P63). */
export const lost = (sign: string, mend: string, when?: When): Fault => ({
  ...fault(sign, mend, when),
  losesBreath: true,
});

/** The same pattern throughout: in, hold, out, hold, in seconds. */
export const paced = (...seconds: Parameters<typeof pattern>) => ({
  kind: 'paced' as const,
  pattern: pattern(...seconds),
});

/** The same, each exhale to the end and not counted; its seconds are a guess for the clock. */
export const fullOut = (...seconds: Parameters<typeof pattern>) => ({ ...paced(...seconds), full: true });

/** One round of so many breaths, without a rest. */
export const once = (breaths: number) => ({ breaths, rounds: 1, restS: 0, sides: 1 as const });
/** So many rounds of so many breaths, `restS` seconds between them. */
export const rounds = (breaths: number, rounds: number, restS: number) => ({
  breaths,
  rounds,
  restS,
  sides: 1 as const,
});
/** So many breaths on either side, `restS` seconds between them. */
export const eachSide = (breaths: number, restS: number, rounds = 1) => ({
  breaths,
  rounds,
  restS,
  sides: 2 as const,
});
