import * as z from 'zod/mini';
import { FIGURE_NAMES } from '../body/figure/figures';
import { HAND_CONTACTS } from '../body/figure/poses';
import { POSITIONS } from '../body/positions';
import { PROPS } from '../body/props';
import { ZONES } from '../body/zones';
import { Breathing, Dose } from '../breath/timeline.schema';
import { Lift } from './lift';
import { GOALS } from '../aims/goals';
import { Need } from '../aims/needs.schema';
import { READINGS } from '../aims/reading-names';
import { FLAGS } from '../screen/flag-table';
import { REMEDIES } from '../screen/remedies';
import { StopSign } from '../screen/stop-signs.schema';
import { NO_TONE } from '../tone/tone';
import { Tone } from '../tone/tone.schema';
import { When } from './wording.schema';
import { STAGES, CUE_KINDS, words, MOST_CUE_WORDS, STEP_KINDS, DEMANDS, DRILL_SCHOOLS } from './drill';

export const Stage = z.enum(STAGES);

export type Stage = z.infer<typeof Stage>;

export const CueKind = z.enum(CUE_KINDS);

export type CueKind = z.infer<typeof CueKind>;

export const Cue = z.object({
  kind: CueKind,
  text: z.string().check(
    z.minLength(1, { error: 'a cue needs words' }),
    z.maxLength(120),
    z.refine((t) => words(t) <= MOST_CUE_WORDS, { error: `a cue has at most ${MOST_CUE_WORDS} words` }),
  ),
  /** When it holds; always, when nothing is said. So with every sentence of a drill. */
  when: z.optional(When),
});

export type Cue = z.infer<typeof Cue>;

export const StepKind = z.enum(STEP_KINDS);

export type StepKind = z.infer<typeof StepKind>;

export const Step = z.object({
  kind: StepKind,
  text: z.string().check(z.minLength(3, { error: 'a step needs words' }), z.maxLength(180)),
  when: z.optional(When),
});

export type Step = z.infer<typeof Step>;

/** What may go wrong, how it is seen, and what to say or do then. */
export const Fault = z.object({
  sign: z.string().check(z.minLength(3), z.maxLength(120)),
  mend: z.string().check(z.minLength(3), z.maxLength(160)),
  when: z.optional(When),
  /** The breath is lost with it, and with the breath the value of the drill (practice P63). */
  losesBreath: z.optional(z.boolean()),
});

export type Fault = z.infer<typeof Fault>;

/** One text, or several of which the first that holds is said. */
const oneOf = (text: z.ZodMiniString) =>
  z.union([text, z.array(z.object({ text, when: z.optional(When) })).check(z.minLength(1), z.maxLength(6))]);

export const Demand = z.enum(DEMANDS);

export type Demand = z.infer<typeof Demand>;

const FlagName = z.enum(FLAGS);

const share = z.number().check(z.gte(0), z.lte(1));

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
  /** What it is called where the name would not be right. */
  names: z._default(
    z.array(z.object({ text: z.string().check(z.minLength(3), z.maxLength(48)), when: When })),
    [],
  ),
  stage: Stage,
  /** Where it can be done, best first. */
  positions: z.array(z.enum(POSITIONS)).check(z.minLength(1, { error: 'at least one position' })),
  /** Needed props (a substitute will do) and props that only help. */
  props: z._default(z.array(z.enum(PROPS)), []),
  helpful: z._default(z.array(z.enum(PROPS)), []),
  /** Of these only the thing itself will do, neither a substitute nor bare hands. */
  strict: z._default(z.array(z.enum(PROPS)), []),
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
  /** What a prop makes of this drill, where that is other than what the prop usually does. */
  propAsks: z.optional(z.partialRecord(z.enum(PROPS), z.array(Demand))),
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
  /** Readings and goals that are worked on with it first; it then stands right behind the arrival. */
  leads: z._default(z.array(z.enum(READINGS)), []),
  leadsGoal: z._default(z.array(z.enum(GOALS)), []),
  /** Readings with which it is not proposed, and why. */
  unfit: z._default(z.partialRecord(z.enum(READINGS), z.string().check(z.maxLength(120))), {}),
  /** Drills of one kind do the same with another prop: substitutes, not a series (practice P71). */
  kind: z.optional(z.string().check(z.maxLength(40))),
  /** Drawn in and where its move ends; absent: as the position is. `on`: the phase on which it goes there and the other on which it comes back. `hands`: what they are on at the start, if not as the figure has them. */
  figure: z._default(
    z.object({
      start: z.optional(z.enum(FIGURE_NAMES)),
      end: z.optional(z.enum(FIGURE_NAMES)),
      on: z.optional(z.enum(['inhale', 'exhale'])),
      hands: z.optional(
        z.object({ near: z.optional(z.enum(HAND_CONTACTS)), far: z.optional(z.enum(HAND_CONTACTS)) }),
      ),
    }),
    {},
  ),
  movement: z._default(oneOf(z.string().check(z.maxLength(100))), 'none'),
  /** How the effort moves the ribs, for drills with a load (practice P57, P58). */
  lift: z.optional(Lift),
  steps: z.array(Step).check(z.minLength(2, { error: 'at least two steps' }), z.maxLength(24)),
  cues: z.array(Cue).check(z.minLength(3, { error: 'at least three cues' }), z.maxLength(24)),
  faults: z
    .array(Fault)
    .check(z.minLength(1, { error: 'at least one fault and its mending' }), z.maxLength(12)),
  feeling: oneOf(z.string().check(z.minLength(3, { error: 'say what is to be felt' }), z.maxLength(160))),
  /** Signs to watch for here above all; every stop sign stops every drill. */
  stopSigns: z._default(z.array(StopSign), ['dizziness', 'pain']),
});

export type Drill = z.infer<typeof Drill>;

/** As it is written down: what has a default may be left out. */
export type WrittenDrill = z.input<typeof Drill>;
