import * as z from 'zod/mini';
import { POSITIONS } from '../body/positions';
import { PROPS } from '../body/props';
import { COUNTINGS } from '../breath/counting';
import { Pattern } from '../breath/pattern.schema';
import { Demand } from '../drills/drill.schema';

const line = (most = 400) => z.string().check(z.minLength(1), z.maxLength(most));
const seconds = z.number().check(z.gte(0), z.lte(7200));

/** The breath of a set. `full`: each exhale goes on until the ribs stop sinking; its seconds are a guess. */
const SetBreath = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('seconds'), pattern: Pattern, full: z.optional(z.boolean()) }),
  z.object({
    kind: z.literal('steps'),
    in: z.int().check(z.gte(1), z.lte(20)),
    out: z.int().check(z.gte(1), z.lte(20)),
  }),
  z.object({ kind: z.literal('movement'), pattern: Pattern, in: line(120), out: line(120) }),
  z.object({
    kind: z.literal('phrase'),
    inS: z.number().check(z.gte(0.5), z.lte(30)),
    outS: z.number().check(z.gte(0.5), z.lte(60)),
  }),
  z.object({ kind: z.literal('hold'), holdS: z.number().check(z.gte(1), z.lte(120)) }),
  z.object({ kind: z.literal('free') }),
]);

/** One set: a breath, how often, and what is done while the breath is left alone after it. */
export const LessonSet = z.object({
  breath: SetBreath,
  /** As the instructor reads it, with whatever is particular about this set. */
  told: line(),
  /** How many, with their unit; absent where only the clock counts. */
  dose: z.optional(line(80)),
  count: z.optional(z.int().check(z.gte(1), z.lte(200))),
  workS: seconds,
  freeS: seconds,
  meanwhile: line(120),
  /** The side that it is for, where the sides differ. */
  side: z.optional(z.enum(['both', 'right', 'left'])),
});
export type LessonSet = z.infer<typeof LessonSet>;

/** What has to be so before something harder, and what is done when it is not. */
const GateRule = z.object({ before: line(80), onlyIf: line(), otherwise: line() });
export type GateRule = z.infer<typeof GateRule>;

const LessonBlock = z.object({
  id: line(40),
  title: line(120),
  /** What stays when time runs short, and what is cut then. */
  core: z.boolean(),
  late: z.optional(line(80)),
  /** The drill that it was made of; absent in a lesson written by hand. */
  drillId: z.optional(line(40)),
  /** The grade of the task that it practises. */
  grade: z.optional(z.int().check(z.gte(1), z.lte(5))),
  place: z.enum(POSITIONS),
  position: line(),
  props: z.array(z.enum(PROPS)),
  propsTold: line(),
  hands: line(),
  getThere: line(),
  sets: z.array(LessonSet).check(z.minLength(1), z.maxLength(12)),
  effort: line(),
  effortPct: z.number().check(z.gte(0), z.lte(100)),
  side: line(160),
  gate: z.object({ told: line(600), rules: z.array(GateRule).check(z.minLength(1)) }),
  right: line(),
  wrong: line(),
  correct: line(120),
  cues: z.array(line(120)).check(z.minLength(2), z.maxLength(2)),
  image: line(120),
  limit: line(200),
  /** In the client's own voice. */
  why: line(200),
  /** What it asks of the body beyond breath and position; rules go by it. */
  demands: z.array(Demand),
  teachS: seconds,
});
export type LessonBlock = z.infer<typeof LessonBlock>;

const Spent = z.object({ teachS: seconds, guidedS: seconds, freeS: seconds });

/** A question of the day: what a yes changes, and whom to ask. */
const LessonAsk = z.object({
  id: z.optional(line(40)),
  question: line(300),
  ifYes: line(),
  ask: line(200),
  /** In a class: asked of those alone whom it concerns, and not of the room. */
  alone: z.optional(z.literal(true)),
});

/** What is taken at both ends: same position, same words, same instrument. */
const LessonSign = z.object({
  signId: z.optional(line(40)),
  position: line(),
  words: line(),
  tries: line(80),
  record: line(),
  change: line(),
  also: z.optional(line()),
  time: Spent,
});

const LessonTask = z.object({
  taskId: z.optional(line(40)),
  name: line(120),
  grades: z.array(line()).check(z.minLength(5), z.maxLength(5)),
  today: z.int().check(z.gte(0), z.lte(5)),
  todayTold: line(),
  breath: line(),
  wayBack: line(),
});

const LessonHome = z.object({ when: line(), does: line(), dose: line(), stop: line(), call: line() });
export type LessonHome = z.infer<typeof LessonHome>;

/** A look that comes first where little is known, and the two ways on from it. */
const LessonLook = z.object({
  what: line(),
  words: line(),
  branches: z.array(z.object({ if: line(), then: line() })).check(z.minLength(2), z.maxLength(2)),
});

/** All the questions that there are, of a class in which every file calls for another. */
const MOST_LESSON_ASKS = 40;

/** A lesson: asks, a sign, blocks of sets with gates, a task, the sign again, and what goes home. */
export const Lesson = z.object({
  title: line(120),
  minutes: z.number().check(z.gte(5), z.lte(120)),
  counting: z.enum(COUNTINGS),
  countingTold: line(),
  client: z.optional(z.object({ who: line(), found: line(), wants: line() })),
  idea: line(600),
  note: z.optional(line()),
  look: z.optional(LessonLook),
  asks: z.array(LessonAsk).check(z.minLength(1), z.maxLength(MOST_LESSON_ASKS)),
  notToday: line(600),
  stop: line(600),
  sign: LessonSign,
  blocks: z.array(LessonBlock).check(z.minLength(1), z.maxLength(16)),
  task: z.optional(LessonTask),
  again: z.object({ same: line(600), say: line(), then: line(600), time: Spent }),
  home: z.array(LessonHome).check(z.minLength(1), z.maxLength(2)),
  homeS: seconds,
});
export type Lesson = z.infer<typeof Lesson>;
