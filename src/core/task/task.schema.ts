import * as z from 'zod/mini';
import { FIGURE_NAMES } from '../body/figure/figures';
import { POSITIONS } from '../body/positions';
import { Demand } from '../drills/drill.schema';
import { CONDITIONS } from './conditions';

const line = (most = 160) =>
  z
    .string()
    .check(
      z.minLength(1, { error: 'cannot be empty' }),
      z.maxLength(most, { error: `at most ${most} characters` }),
    );
const share = z.number().check(z.gte(0), z.lte(100));

/** How the breath goes with a task. `tied`: with its two halves. */
const TASK_BREATHS = ['tied', 'steps', 'phrase', 'seconds', 'free'] as const;

/** A number of a grade, 1 the easiest of five. */
export const GradeNumber = z.int().check(z.gte(1), z.lte(5));

const LoadWay = z.object({
  says: line(),
  /** Low belly drawn in, and set all round, % of full effort: one way for each school of control. */
  drawInPct: z.optional(share),
  bracePct: z.optional(share),
});

/** What changes a task, and how. */
const TaskRule = z.object({
  if: z.array(z.enum(CONDITIONS)).check(z.minLength(1)),
  says: line(),
  /** The highest grade that stays open; 0: none. */
  atMost: z.optional(z.int().check(z.gte(0), z.lte(5))),
  /** Who has to say yes before anything over the first grade. */
  yesOf: z.optional(z.enum(['surgeon', 'doctor', 'clinician', 'physiotherapist'])),
});

/** Something that a client wants to do in daily life, in five grades, with a breath for each part of it. */
export const Task = z.object({
  id: z.string().check(
    z.regex(/^[a-z][a-zA-Z0-9-]{1,39}$/, {
      error: 'an id is a small letter, then letters, digits, dashes',
    }),
  ),
  name: line(60),
  /** Words of a goal that point to it. */
  words: z
    .array(line(40))
    .check(z.minLength(1, { error: 'at least one word' }), z.maxLength(40, { error: 'at most forty words' })),
  phases: z
    .array(z.object({ does: line(), breath: line() }))
    .check(
      z.minLength(2, { error: 'at least two parts' }),
      z.maxLength(12, { error: 'at most twelve parts' }),
    ),
  loads: z.object({ light: LoadWay, moderate: z.optional(LoadWay), heavy: z.optional(LoadWay) }),
  /** From easy to hard. */
  grades: z.array(line()).check(z.minLength(5, { error: 'five grades' }), z.maxLength(5)),
  /** How it is practised in the room. */
  practice: z.object({
    position: z.enum(POSITIONS),
    breath: z.enum(TASK_BREATHS),
    /** Seconds; steps where the breath goes by steps. */
    inS: z.number().check(z.gte(1), z.lte(20)),
    outS: z.number().check(z.gte(1), z.lte(20)),
    in: line(60),
    out: line(60),
    unit: line(20),
  }),
  /** What a grade and all above it ask of the body beyond the position. */
  demands: z.record(z.string().check(z.regex(/^[1-5]$/)), z.array(Demand)),
  props: z.array(line(60)),
  signs: z.array(line(80)),
  flags: z.array(TaskRule),
  cues: z.array(line(90)).check(z.minLength(2), z.maxLength(2)),
  image: line(90),
  watch: line(),
  stepDown: line(),
  caution: line(200),
  /** Drawn at the start and the end of its main phase; absent: as the position is. */
  figure: z.object({ start: z.optional(z.enum(FIGURE_NAMES)), end: z.optional(z.enum(FIGURE_NAMES)) }),
});

export type Task = z.infer<typeof Task>;
/** As it is written down. */
export type WrittenTask = z.input<typeof Task>;
export type GradeNumber = z.infer<typeof GradeNumber>;
