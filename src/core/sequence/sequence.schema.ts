import * as z from 'zod/mini';
import { POSITIONS } from '../body/positions';
import { PROPS } from '../body/props';
import { WAYS } from '../body/ways';
import { Breathing, Dose } from '../breath/timeline.schema';
import { Drill } from '../drills/drill.schema';
import { Loading } from '../drills/lift';
import { RELOOK_TESTS } from '../look/look';
import { School } from '../aims/school.schema';
import { Tone } from '../tone/tone.schema';
import { Lesson } from './lesson.schema';
import { MOST_BLOCKS } from './sequence';

/** A drill with its dose in a sequence. */
export const Block = z.object({
  id: z.string().check(z.minLength(1), z.maxLength(40)),
  drillId: z.string().check(z.minLength(1), z.maxLength(40)),
  /** A drill that did not ship with Kokyu, as it was when it was put in, so that a sequence stays whole wherever it goes. */
  drill: z.optional(Drill),
  position: z.enum(POSITIONS),
  props: z.array(z.enum(PROPS)),
  breathing: Breathing,
  dose: Dose,
  setUpS: z.int().check(z.gte(0), z.lte(600)),
  tone: Tone,
  /** Done otherwise than usual, because a rule says so. */
  ways: z.optional(z.array(z.enum(WAYS))),
  /** The breaths are taken small, and that is said (practice P72). */
  small: z.optional(z.boolean()),
  /** The client owns the drill; it is told shortly and set up quickly. */
  known: z.optional(z.boolean()),
  /** How the breath goes with the load, where it is not as the drill has it. */
  loading: z.optional(Loading),
  /** Which of the drill's cues is shown first. */
  cue: z.int().check(z.gte(0), z.lte(99)),
  /** Blocks of one group are moved, copied and taken out together. */
  group: z.optional(z.string().check(z.maxLength(40))),
  /** Why it is here, and what a rule changed about it: one sentence each. */
  why: z.array(z.string().check(z.maxLength(2000))),
  changes: z.array(z.string().check(z.maxLength(2000))),
});

export type Block = z.infer<typeof Block>;

const Relook = z.object({
  test: z.enum(RELOOK_TESTS),
  position: z.enum(POSITIONS),
  lengthS: z.int().check(z.gte(30), z.lte(600)),
});

export const LeftOut = z.object({
  drillId: z.string(),
  kind: z.enum(['safety', 'prop', 'unfit', 'level', 'first', 'unwanted', 'notNeeded', 'enough', 'noRoom']),
  why: z.string().check(z.maxLength(4000)),
});

export type LeftOut = z.infer<typeof LeftOut>;

/** What is to be coached: blocks in order, then the same look again (practice P64). */
export const Sequence = z.object({
  minutes: z
    .number()
    .check(
      z.gte(3, { error: 'at least 3 minutes: a drill and the look again' }),
      z.lte(120, { error: 'at most 120 minutes' }),
    ),
  school: School,
  blocks: z.array(Block).check(z.maxLength(MOST_BLOCKS)),
  relook: Relook,
  leftOut: z.array(LeftOut),
  /** Why it is so, in a few sentences; gone with the first change by hand. */
  said: z.optional(z.string().check(z.maxLength(2000))),
  /** How good the choice of drills is, as proposed; gone with the first change by hand. */
  proof: z.optional(z.object({ value: z.number(), bound: z.number(), proven: z.boolean() })),
  /** The lesson that the blocks are taught in: asks, sign, sets with gates, task, home. Absent in sequences of before. */
  lesson: z.optional(Lesson),
});

export type Sequence = z.infer<typeof Sequence>;
