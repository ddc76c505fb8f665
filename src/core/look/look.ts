import * as z from 'zod/mini';
import { POSITIONS } from '../body/positions';
import { ZONES } from '../body/zones';

const unit = z.number().check(z.gte(0), z.lte(1));
const seconds = z.number().check(z.gte(0), z.lte(36000));

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
  taps: z.array(seconds).check(z.maxLength(4000)),
  first: z.enum(['inhale', 'exhale']),
  sighs: z.int().check(z.gte(0), z.lte(50)),
});
export type QuietWatch = z.infer<typeof QuietWatch>;

/** 5 ordinary breaths, then 5 deep ones, standing (practice P14). Lifts are 0 none, 1 slight, 2 clear, 3 strong. */
export const FiveAndFive = z.object({
  marks: z.array(seconds).check(z.maxLength(10)),
  ordinaryLift: z.int().check(z.gte(0), z.lte(3)),
  deepLift: z.int().check(z.gte(0), z.lte(3)),
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
  flare: z.optional(z.enum(['none', 'drops', 'stays'])),
  reversed: z.optional(z.boolean()),
  audible: z.optional(z.boolean()),
  mouth: z.optional(z.boolean()),
  cannotFill: z.optional(z.boolean()),
  lowerBelly: z.optional(z.enum(['drawsInFirst', 'still', 'balloonsOut'])),
  buttocksClench: z.optional(z.boolean()),
  floorFelt: z.optional(z.enum(['moves', 'silent', 'holds', 'pushedDown'])),
  toneStopsBreath: z.optional(z.boolean()),
});
export type Signs = z.infer<typeof Signs>;

/** How a hold ended, by what the next breath looked like (practice P25). */
export const HoldEnd = z.enum(['calm', 'mouth', 'gasp']);
export type HoldEnd = z.infer<typeof HoldEnd>;

export const HoldTrial = z.object({
  position: z.enum(HOLD_POSITIONS),
  holdS: z.number().check(z.gte(0), z.lte(600)),
  end: HoldEnd,
  /** Breathlessness 0, 0.5, 1 … 10 (Borg 1982, Med Sci Sports Exerc 14:377). */
  breathlessness: z.number().check(z.gte(0), z.lte(10)),
});
export type HoldTrial = z.infer<typeof HoldTrial>;

/** What was found in a recorded curve; the curve itself is kept beside it. */
export const CurveNote = z.object({ curveId: z.string(), name: z.string().check(z.maxLength(200)), column: z.string().check(z.maxLength(200)) });

/** One assessment visit: everything that was seen, measured or told. Nothing in it is computed. */
export const LookData = z.object({
  quiet: z.optional(QuietWatch),
  fiveAndFive: z.optional(FiveAndFive),
  twoHands: z.optional(TwoHands),
  rings: z.partialRecord(RingPosition, Excursions),
  signs: Signs,
  comfortableExhaleS: z.optional(z.number().check(z.gte(0.5), z.lte(60))),
  holds: z.array(HoldTrial).check(z.maxLength(60)),
  curve: z.optional(CurveNote),
  note: z.string().check(z.maxLength(4000)),
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
