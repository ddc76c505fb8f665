import * as z from 'zod/mini';
import { FIGURE_NAMES } from '../body/figure/figures';
import { POSITIONS } from '../body/positions';
import { PROPS } from '../body/props';
import { ZONES } from '../body/zones';
import { Breathing, Dose } from '../breath/timeline';
import { Lift } from './lift';
import { Need } from '../aims/needs';
import { Flags, type Flag } from '../screen/flags';
import { REMEDIES } from '../screen/remedies';
import { StopSign } from '../screen/stop-signs';
import { NO_TONE, Tone } from '../tone/tone';

/** Stages in teaching order; a sequence never goes back. */
export const STAGES = ['settle', 'empty', 'open', 'hold', 'link', 'move', 'upright', 'load'] as const;
export const Stage = z.enum(STAGES);
export type Stage = z.infer<typeof Stage>;

export const stageRank = (stage: Stage): number => STAGES.indexOf(stage);

/** Kinds of cue (practice P62). Every touch cue is the client's own hand or a prop. */
export const CUE_KINDS = ['image', 'touch', 'target', 'sound', 'count'] as const;
export const CueKind = z.enum(CUE_KINDS);
export type CueKind = z.infer<typeof CueKind>;

export const MOST_CUE_WORDS = 12;
const words = (text: string): number => text.trim().split(/\s+/).length;
export const Cue = z.object({
  kind: CueKind,
  text: z.string().check(
    z.minLength(1, { error: 'a cue needs words' }),
    z.maxLength(120),
    z.refine((t) => words(t) <= MOST_CUE_WORDS, { error: `a cue has at most ${MOST_CUE_WORDS} words` }),
  ),
});
export type Cue = z.infer<typeof Cue>;

/** The order in which a drill is taught (practice P61). */
export const STEP_KINDS = ['place', 'contact', 'exhale', 'pattern', 'tone', 'move'] as const;
export const StepKind = z.enum(STEP_KINDS);
export type StepKind = z.infer<typeof StepKind>;
export const STEP_LABEL: Record<StepKind, string> = {
  place: 'place the body',
  contact: 'contact points',
  exhale: 'one exhale',
  pattern: 'the pattern',
  tone: 'tone',
  move: 'movement',
};

export const Step = z.object({
  kind: StepKind,
  text: z.string().check(z.minLength(3, { error: 'a step needs words' }), z.maxLength(140)),
});
export type Step = z.infer<typeof Step>;

/** What may go wrong, how it is seen, and what to say or do then. */
export const Fault = z.object({
  sign: z.string().check(z.minLength(3), z.maxLength(120)),
  mend: z.string().check(z.minLength(3), z.maxLength(160)),
});
export type Fault = z.infer<typeof Fault>;

/** What a drill does to the body that a flag may forbid. Positions add their own. */
export const DEMANDS = [
  'breathHold',
  'moveInHold',
  'exhaleResistance',
  'abdominalLoad',
  'floorLift',
  'armsOverhead',
  'spineLoad',
  'floorPressure',
  'heavyLoad',
  'stretch',
] as const;
export const Demand = z.enum(DEMANDS);
export type Demand = z.infer<typeof Demand>;

export const DEMAND_LABEL: Record<Demand, string> = {
  breathHold: 'a held breath',
  moveInHold: 'movement during a held breath',
  exhaleResistance: 'breathing out against resistance',
  abdominalLoad: 'load on the abdominal wall',
  floorLift: 'an added pelvic-floor lift',
  armsOverhead: 'arms overhead or behind',
  spineLoad: 'weight through a bent spine',
  floorPressure: 'pressure down on the pelvic floor',
  heavyLoad: 'an outside load on the trunk',
  stretch: 'a long stretch at the hip or groin',
};

const FlagName = z.enum(Object.keys(Flags.shape) as [Flag, ...Flag[]]);
const share = z.number().check(z.gte(0), z.lte(1));

/** Which school teaches a drill so: the low and quiet breath, the breath all round, or both (practice P31). */
export const DRILL_SCHOOLS = ['both', 'lowQuiet', 'allRound'] as const;

export const Drill = z.object({
  id: z.string().check(
    z.regex(/^[a-z][a-zA-Z0-9-]{1,39}$/, {
      error: 'an id is a small letter, then letters, digits and dashes',
    }),
  ),
  name: z
    .string()
    .check(
      z.minLength(3, { error: 'a name of 3 letters or more' }),
      z.maxLength(48, { error: 'a name of 48 letters at most' }),
    ),
  stage: Stage,
  /** Where it can be done, best first. */
  positions: z.array(z.enum(POSITIONS)).check(z.minLength(1, { error: 'at least one position' })),
  /** Needed props (a substitute will do) and props that only help. */
  props: z._default(z.array(z.enum(PROPS)), []),
  helpful: z._default(z.array(z.enum(PROPS)), []),
  breathing: Breathing,
  /** Seconds of exhale the planner may choose from; absent when the pattern is fixed or free. */
  exhaleRangeS: z.optional(
    z.tuple([z.number().check(z.gte(0.5), z.lte(60)), z.number().check(z.gte(0.5), z.lte(60))]),
  ),
  usual: Dose,
  /** Least and most breaths a round (or seconds when breathing is free). */
  range: z.tuple([z.int().check(z.gte(1)), z.int().check(z.lte(3600))]),
  setUpS: z.int().check(z.gte(0), z.lte(120)),
  tone: z._default(Tone, NO_TONE),
  serves: z.partialRecord(Need, share),
  /** Where the breath is sent, and how strongly. */
  zones: z._default(z.partialRecord(z.enum(ZONES), share), {}),
  demands: z._default(z.array(Demand), []),
  /** Flags that bar this drill over and above what its demands and position already bar. */
  bars: z._default(z.partialRecord(FlagName, z.string().check(z.maxLength(200))), {}),
  /** Flags that change this drill over and above that: how, and why. */
  alters: z._default(
    z.partialRecord(
      FlagName,
      z.object({ remedy: z.enum(REMEDIES), why: z.string().check(z.maxLength(200)) }),
    ),
    {},
  ),
  /** 0 supported and simple … 3 demanding; the planner goes at most one level above what is owned. */
  level: z.int().check(z.gte(0), z.lte(3)),
  easier: z.optional(z.string()),
  /** Drills that the client has done well before, or that stand before it in the sequence. */
  ownedFirst: z._default(z.array(z.string()), []),
  school: z._default(z.enum(DRILL_SCHOOLS), 'both'),
  /** Drawn in and where its move ends; absent: as the position is. */
  figure: z._default(
    z.object({ start: z.optional(z.enum(FIGURE_NAMES)), end: z.optional(z.enum(FIGURE_NAMES)) }),
    {},
  ),
  movement: z._default(z.string().check(z.maxLength(80)), 'none'),
  /** How the effort moves the ribs, for drills with a load (practice P57, P58). */
  lift: z.optional(Lift),
  steps: z.array(Step).check(z.minLength(2, { error: 'at least two steps' }), z.maxLength(12)),
  cues: z.array(Cue).check(z.minLength(3, { error: 'at least three cues' }), z.maxLength(20)),
  faults: z
    .array(Fault)
    .check(z.minLength(1, { error: 'at least one fault and its mending' }), z.maxLength(8)),
  feeling: z.string().check(z.minLength(3, { error: 'say what is to be felt' }), z.maxLength(160)),
  /** Signs to watch for here above all; every stop sign stops every drill. */
  stopSigns: z._default(z.array(StopSign), ['dizziness', 'pain']),
});
export type Drill = z.infer<typeof Drill>;
/** As it is written down: what has a default may be left out. */
export type WrittenDrill = z.input<typeof Drill>;

/** A drill whose figures agree with one another; what is wrong with it in words, or null. */
export function contradictionIn(drill: Drill): string | null {
  const [least, most] = drill.range;
  const usual = drill.breathing.kind === 'free' ? drill.breathing.freeS : drill.usual.breaths;
  if (least > most) return `range: the least (${least}) is more than the most (${most})`;
  if (usual < least || usual > most) return `range: the usual ${usual} lies outside ${least} to ${most}`;
  if (drill.exhaleRangeS && drill.exhaleRangeS[0] > drill.exhaleRangeS[1])
    return 'exhaleRangeS: the shortest is longer than the longest';
  if (Object.keys(drill.serves).length === 0) return 'serves: at least one need';
  if (new Set(drill.cues.map((c) => c.kind)).size < 3)
    return 'cues: of three kinds or more, since what works differs by client';
  const ranks = drill.steps.map((s) => STEP_KINDS.indexOf(s.kind));
  if (ranks.some((r, i) => i > 0 && r < ranks[i - 1]!))
    return 'steps: place, contact points, exhale, pattern, tone, movement, in this order';
  if (drill.breathing.kind === 'paced') {
    const { holdInS, holdOutS } = drill.breathing.pattern;
    if (Math.max(holdInS, holdOutS) > 1 && !drill.demands.includes('breathHold'))
      return 'demands: a pause over 1 s is a held breath; name it, so that the safety rules see it';
  }
  if (drill.tone.floor === 'lift' && !drill.demands.includes('floorLift'))
    return 'demands: an added floor lift has to be named, so that the safety rules see it';
  return null;
}

/** Signs to watch for, as one line. */
export const watchFor = (drill: Drill): string => drill.faults.map((f) => f.sign).join('; ');
