import * as z from 'zod/mini';
import { POSITIONS } from '../body/positions';
import { ZONES } from '../body/zones';
import { Judgement } from '../aims/judgement.schema';
import { Calibration } from '../signal/calibrate.schema';
import { BandPlace } from '../signal/places.schema';
import { ClipView, FollowedLine } from '../video/line.schema';
import { StanceTaps } from '../video/stance.schema';
import { HOLD_POSITIONS } from './places';
import { RingPosition } from './places.schema';
import { Symptoms } from './symptoms.schema';
import { Tape } from './tape.schema';
import { TestId } from './tests.schema';
import { RELOOK_TESTS } from './look';

const unit = z.number().check(z.gte(0), z.lte(1));

const seconds = z.number().check(z.gte(0), z.lte(36000));

const words = (most: number) => z.string().check(z.maxLength(most));

export const Excursions = z.partialRecord(z.enum(ZONES), unit);

/** Turns of the breath tapped while the client was not told what is watched (practice P13, P16). */
export const QuietWatch = z.object({
  position: z.enum(POSITIONS),
  taps: z.array(seconds).check(z.maxLength(4000)),
  first: z.enum(['inhale', 'exhale']),
  /** Absent: not counted, which is not the same as none. */
  sighs: z.optional(z.int().check(z.gte(0), z.lte(50))),
});

export type QuietWatch = z.infer<typeof QuietWatch>;

/**
 * 5 ordinary breaths, then 5 deep ones, standing (practice P14). Lifts are 0 none, 1 slight, 2 clear, 3 strong; what is
 * absent was not looked at.
 */
export const FiveAndFive = z.object({
  marks: z.array(seconds).check(z.maxLength(10)),
  ordinaryLift: z.optional(z.int().check(z.gte(0), z.lte(3))),
  deepLift: z.optional(z.int().check(z.gte(0), z.lte(3))),
  nostrilFlare: z.optional(z.boolean()),
  yawning: z.optional(z.boolean()),
});

export type FiveAndFive = z.infer<typeof FiveAndFive>;

/** The two-hands look (practice P15); what is absent was not looked at. */
export const TwoHands = z.object({
  belly: z.optional(unit),
  chest: z.optional(unit),
  first: z.optional(z.enum(['belly', 'chest', 'together'])),
});

export type TwoHands = z.infer<typeof TwoHands>;

/** How far the open side widened with the hand on it, bending away (practice P18); absent: not looked at. */
export const SideBend = z.object({
  position: z.enum(['sitting', 'standing', 'sideLying']),
  right: z.optional(unit),
  left: z.optional(unit),
});

export type SideBend = z.infer<typeof SideBend>;

/** Signs seen or told; absent means not looked at. */
export const Signs = z.object({
  flare: z.optional(z.enum(['none', 'drops', 'stays'])),
  reversed: z.optional(z.boolean()),
  audible: z.optional(z.boolean()),
  mouth: z.optional(z.boolean()),
  cannotFill: z.optional(z.boolean()),
  /** A full breath comes only with the back bending backward, at the breastbone. */
  bendsBack: z.optional(z.boolean()),
  // Stack and pelvis (practice P20).
  stack: z.optional(z.enum(['over', 'forward', 'behind'])),
  pelvis: z.optional(z.enum(['level', 'tippedForward', 'tuckedUnder'])),
  backRibsSqueezed: z.optional(z.boolean()),
  weightOn: z.optional(z.enum(['whole', 'forefoot', 'heels'])),
  // Core and floor (practice P22).
  lowerBelly: z.optional(z.enum(['drawsInFirst', 'still', 'balloonsOut'])),
  upperGrips: z.optional(z.boolean()),
  ribsDragged: z.optional(z.boolean()),
  pelvisTucks: z.optional(z.boolean()),
  bellyPops: z.optional(z.boolean()),
  buttocksClench: z.optional(z.boolean()),
  floorFelt: z.optional(z.enum(['moves', 'silent', 'holds', 'pushedDown'])),
  toneStopsBreath: z.optional(z.boolean()),
});

export type Signs = z.infer<typeof Signs>;

/** How a hold ended, by what the next breath looked like (practice P25). */
export const HoldEnd = z.enum(['calm', 'mouth', 'gasp']);

export type HoldEnd = z.infer<typeof HoldEnd>;

/**
 * Calm hold after an ordinary exhale (P25), full-breath hold for a count of 10 (P27), empty pause after a complete
 * exhale (P28).
 */
export const HoldKind = z.enum(['calm', 'fullBreath', 'emptyPause']);

export type HoldKind = z.infer<typeof HoldKind>;

export const HoldTrial = z.object({
  /** Absent: a calm hold. */
  kind: z.optional(HoldKind),
  position: z.enum(HOLD_POSITIONS),
  holdS: z.number().check(z.gte(0), z.lte(600)),
  end: HoldEnd,
  /** Breathlessness 0, 0.5, 1 … 10 (Borg 1982, Med Sci Sports Exerc 14:377). */
  breathlessness: z.number().check(z.gte(0), z.lte(10)),
  cough: z.optional(z.boolean()),
});

export type HoldTrial = z.infer<typeof HoldTrial>;

/** One exhale, timed by hand or heard. What was heard is kept beside its length. */
export const ExhaleTry = z.object({
  lengthS: z.number().check(z.gte(0.2), z.lte(90)),
  /** `strained`: pushed, or the next inhale hurried; then the number is too high (practice P48). */
  end: z.enum(['quiet', 'strained']),
  through: z.enum(['straw', 'hiss', 'sigh', 'nose']),
  heard: z.optional(
    z.object({
      loudnessDb: z.number(),
      spreadDb: z.number(),
      slopeDbPerS: z.number(),
      evenness: z.enum(['even', 'fades', 'swells', 'bursts']),
      recordId: z.optional(z.string()),
    }),
  ),
});

export type ExhaleTry = z.infer<typeof ExhaleTry>;

/** Typed in when wanted. */
export const Numbers = z.object({
  /** Pain, 0–10, as the client says it. */
  pain: z.optional(z.number().check(z.gte(0), z.lte(10))),
  /** At rest, 0–10 (Borg 1982). */
  breathlessness: z.optional(z.number().check(z.gte(0), z.lte(10))),
  heartPerMin: z.optional(z.number().check(z.gte(25), z.lte(240))),
  saturationPct: z.optional(z.number().check(z.gte(50), z.lte(100))),
});

export type Numbers = z.infer<typeof Numbers>;

/** A band record that belongs to the look; the raw file is kept beside it and everything is computed from that. */
export const BandNote = z.object({
  recordId: z.string(),
  name: words(200),
  position: RingPosition,
  /** Where each channel lay, in the order of the file; null: not used. */
  places: z.array(z.nullable(BandPlace)).check(z.maxLength(16)),
  calibration: z.array(Calibration).check(z.maxLength(2)),
});

export type BandNote = z.infer<typeof BandNote>;

/** A clip that was followed: its curves are a record beside the look, in px, a channel a line. */
export const ClipNote = z.object({
  recordId: z.string(),
  name: words(200),
  view: ClipView,
  position: RingPosition,
  /** Bent to this side, which opens the other (practice P18); absent: upright. */
  bend: z.optional(z.enum(['right', 'left'])),
  /** Size of the picture as it is seen, px. */
  width: z.int().check(z.gte(16), z.lte(16_384)),
  height: z.int().check(z.gte(16), z.lte(16_384)),
  /** A channel of the record each, in its order. */
  lines: z.array(FollowedLine).check(z.minLength(1), z.maxLength(16)),
  /** From a known length in the picture; absent: none. */
  pxPerMm: z.optional(z.number().check(z.positive(), z.lte(1000))),
  /** Where the deep breaths begin; null: there are none; absent: found by their depth. */
  deepFromS: z.optional(z.nullable(seconds)),
  /** The moment of the clip at which the curves begin; absent: with it. */
  fromS: z.optional(seconds),
  /** The clip itself, kept in a folder of this machine because the client has agreed to it; absent: it is not kept. */
  film: z.optional(z.uuid()),
  /** A record of one picture without the face; absent: none. */
  still: z.optional(z.string()),
});

export type ClipNote = z.infer<typeof ClipNote>;

/** One assessment visit: everything that was seen, measured or told. Nothing in it is computed. */
export const LookData = z.object({
  /** Which tests were meant to be made; absent: all of them. */
  protocol: z.optional(z.object({ name: words(80), tests: z.array(TestId).check(z.maxLength(20)) })),
  /** Tests left out, and why. */
  skipped: z.optional(z.partialRecord(TestId, words(200))),
  quiet: z.optional(QuietWatch),
  fiveAndFive: z.optional(FiveAndFive),
  twoHands: z.optional(TwoHands),
  rings: z.partialRecord(RingPosition, Excursions),
  /** Rings that were filled from a clip, and not changed by hand since: the record of its curves. */
  ringsFrom: z.optional(z.partialRecord(RingPosition, z.string())),
  sideBend: z.optional(SideBend),
  signs: Signs,
  tape: z.optional(Tape),
  /** As asked for; tries that were timed or heard go before it. */
  comfortableExhaleS: z.optional(z.number().check(z.gte(0.5), z.lte(60))),
  exhales: z.optional(z.array(ExhaleTry).check(z.maxLength(20))),
  holds: z.array(HoldTrial).check(z.maxLength(60)),
  symptoms: z.optional(Symptoms),
  numbers: z.optional(Numbers),
  bands: z.optional(z.array(BandNote).check(z.maxLength(8))),
  clips: z.optional(z.array(ClipNote).check(z.maxLength(10))),
  /** Pictures on which points of the standing body were tapped, one a view. */
  stances: z.optional(z.array(StanceTaps).check(z.maxLength(2))),
  /** Where the instructor decided otherwise than Kokyu read. */
  judgement: z.optional(Judgement),
  note: words(4000),
});

export type LookData = z.infer<typeof LookData>;

export const RelookTest = z.enum(RELOOK_TESTS);

export type RelookTest = z.infer<typeof RelookTest>;
