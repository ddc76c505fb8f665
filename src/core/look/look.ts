import * as z from 'zod';
import { POSITIONS } from '../body/positions';
import { ZONES } from '../body/zones';

const unit = z.number().min(0).max(1);
const seconds = z.number().finite().min(0).max(36000);

/** Where the rings are looked at in this version, most supported first. */
export const RING_POSITIONS = ['hookLying', 'sitting', 'standing'] as const;
export const RingPosition = z.enum(RING_POSITIONS);
export type RingPosition = z.infer<typeof RingPosition>;

/** Order of difficulty of a hold (practice P26). */
export const HOLD_POSITIONS = ['hookLying', 'sitting', 'standing', 'walking'] as const;

export const Excursions = z.partialRecord(z.enum(ZONES), unit);

/** Turns of the breath tapped while the client was not told what is watched (practice P13, P16). */
export const QuietWatch = z.object({
  position: z.enum(POSITIONS),
  taps: z.array(seconds).max(4000),
  first: z.enum(['inhale', 'exhale']),
  sighs: z.int().min(0).max(50),
});
export type QuietWatch = z.infer<typeof QuietWatch>;

/** 5 ordinary breaths, then 5 deep ones, standing (practice P14). Lifts are 0 none, 1 slight, 2 clear, 3 strong. */
export const FiveAndFive = z.object({
  marks: z.array(seconds).max(10),
  ordinaryLift: z.int().min(0).max(3),
  deepLift: z.int().min(0).max(3),
  nostrilFlare: z.boolean(),
  yawning: z.boolean(),
});
export type FiveAndFive = z.infer<typeof FiveAndFive>;

/** The two-hands look (practice P15). */
export const TwoHands = z.object({
  belly: unit,
  chest: unit,
  first: z.enum(['belly', 'chest', 'together']),
});
export type TwoHands = z.infer<typeof TwoHands>;

/** Signs seen or told; absent means not looked at. */
export const Signs = z.object({
  flare: z.enum(['none', 'drops', 'stays']).optional(),
  reversed: z.boolean().optional(),
  audible: z.boolean().optional(),
  mouth: z.boolean().optional(),
  cannotFill: z.boolean().optional(),
  lowerBelly: z.enum(['drawsInFirst', 'still', 'balloonsOut']).optional(),
  buttocksClench: z.boolean().optional(),
  floorFelt: z.enum(['moves', 'silent', 'holds', 'pushedDown']).optional(),
  toneStopsBreath: z.boolean().optional(),
});
export type Signs = z.infer<typeof Signs>;

/** How a hold ended, by what the next breath looked like (practice P25). */
export const HoldEnd = z.enum(['calm', 'mouth', 'gasp']);
export type HoldEnd = z.infer<typeof HoldEnd>;

export const HoldTrial = z.object({
  position: z.enum(HOLD_POSITIONS),
  holdS: z.number().min(0).max(600),
  end: HoldEnd,
  /** Breathlessness 0, 0.5, 1 … 10 (Borg 1982, Med Sci Sports Exerc 14:377). */
  breathlessness: z.number().min(0).max(10),
});
export type HoldTrial = z.infer<typeof HoldTrial>;

/** What was found in a recorded curve; the curve itself is kept beside it. */
export const CurveNote = z.object({ curveId: z.string(), name: z.string().max(200), column: z.string().max(200) });

/** One assessment visit: everything that was seen, measured or told. Nothing in it is computed. */
export const LookData = z.object({
  quiet: QuietWatch.optional(),
  fiveAndFive: FiveAndFive.optional(),
  twoHands: TwoHands.optional(),
  rings: z.partialRecord(RingPosition, Excursions),
  signs: Signs,
  comfortableExhaleS: z.number().min(0.5).max(60).optional(),
  holds: z.array(HoldTrial).max(60),
  curve: CurveNote.optional(),
  note: z.string().max(4000),
});
export type LookData = z.infer<typeof LookData>;

export const EMPTY_LOOK: LookData = { rings: {}, signs: {}, holds: [], note: '' };

/** The tests that can be repeated after a run, to see whether it changed (practice P64). */
export const RELOOK_TESTS = ['quiet', 'rings', 'hold'] as const;
export const RelookTest = z.enum(RELOOK_TESTS);
export type RelookTest = z.infer<typeof RelookTest>;

export const RELOOK_LABEL: Record<RelookTest, string> = {
  quiet: 'quiet watch, taps',
  rings: 'rib rings',
  hold: 'calm hold',
};

/** True when nothing at all was recorded. */
export const isEmptyLook = (look: LookData): boolean =>
  !look.quiet && !look.fiveAndFive && !look.twoHands && !look.curve && look.holds.length === 0 && look.note === '' &&
  look.comfortableExhaleS === undefined && Object.keys(look.signs).length === 0 && Object.keys(look.rings).length === 0;
