import * as z from 'zod/mini';
import { POSITIONS } from '../body/positions';
import { PROPS } from '../body/props';
import { Breathing, Dose } from '../breath/timeline';
import { Need } from '../read/needs';
import { Flags, type Flag } from '../screen/flags';
import { Tone } from '../tone/tone';

/** Stages in teaching order; a sequence never goes back. */
export const STAGES = ['settle', 'empty', 'open', 'hold', 'link', 'move', 'upright', 'load'] as const;
export const Stage = z.enum(STAGES);
export type Stage = z.infer<typeof Stage>;

export const stageRank = (stage: Stage): number => STAGES.indexOf(stage);

/** Kinds of cue (practice P62). Every touch cue is the client's own hand or a prop. */
export const CUE_KINDS = ['image', 'touch', 'target', 'sound', 'count'] as const;
export const CueKind = z.enum(CUE_KINDS);
export type CueKind = z.infer<typeof CueKind>;
export const Cue = z.object({ kind: CueKind, text: z.string().check(z.minLength(1), z.maxLength(120)) });
export type Cue = z.infer<typeof Cue>;

/** What a drill does to the body that a flag may forbid. Positions add their own. */
export const DEMANDS = ['breathHold', 'moveInHold', 'exhaleResistance', 'abdominalLoad', 'floorLift', 'armsOverhead', 'spineLoad', 'floorPressure'] as const;
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
};

const FlagName = z.enum(Object.keys(Flags.shape) as [Flag, ...Flag[]]);

export const Drill = z.object({
  id: z.string().check(z.regex(/^[a-z][a-zA-Z]+$/)),
  name: z.string().check(z.minLength(3), z.maxLength(48)),
  stage: Stage,
  /** Where it can be done, best first. */
  positions: z.array(z.enum(POSITIONS)).check(z.minLength(1)),
  /** Needed props (a substitute will do) and props that only help. */
  props: z.array(z.enum(PROPS)),
  helpful: z.array(z.enum(PROPS)),
  breathing: Breathing,
  /** Seconds of exhale the planner may choose from; absent when the pattern is fixed or free. */
  exhaleRangeS: z.optional(z.tuple([z.number(), z.number()])),
  usual: Dose,
  /** Least and most breaths a round (or seconds when breathing is free). */
  range: z.tuple([z.int(), z.int()]),
  setUpS: z.int().check(z.gte(0), z.lte(120)),
  tone: Tone,
  serves: z.partialRecord(Need, z.number().check(z.gte(0), z.lte(1))),
  demands: z.array(Demand),
  /** Flags that bar this drill over and above what its demands and position already bar. */
  bars: z.partialRecord(FlagName, z.string()),
  /** 0 supported and simple … 3 demanding; the planner goes at most one level above what is owned. */
  level: z.int().check(z.gte(0), z.lte(3)),
  easier: z.optional(z.string()),
  movement: z.string().check(z.maxLength(60)),
  steps: z.array(z.string().check(z.minLength(3), z.maxLength(140))).check(z.minLength(2)),
  cues: z.array(Cue).check(z.minLength(3)),
  watchFor: z.string(),
});
export type Drill = z.infer<typeof Drill>;
