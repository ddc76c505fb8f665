import * as z from 'zod/mini';
import { Pattern } from '../breath/pattern.schema';
import { CueKind } from '../drills/drill.schema';
import { StopSign } from '../screen/stop-signs.schema';
import { CUE_OUTCOMES, GATE_CHOICES, STOP_DONE } from './recorded';

export const BlockResult = z.object({
  blockId: z.string(),
  drillId: z.string(),
  quality: z.nullable(z.int().check(z.gte(1), z.lte(5))),
  note: z.string().check(z.maxLength(2000)),
  outcome: z.enum(['done', 'skipped', 'easier', 'harder', 'stopped']),
  /** Breathlessness 0–10, asked of the client after the block (CR10, see `recorded.ts`). */
  breathless: z.optional(z.int().check(z.gte(0), z.lte(10))),
});

export type BlockResult = z.infer<typeof BlockResult>;

/** What a cue did when it was said. `cue` is its place in the whole list of the drill's cues. */
const SaidCue = z.object({
  blockId: z.string(),
  drillId: z.string(),
  cue: z.int().check(z.gte(0), z.lte(99)),
  kind: CueKind,
  outcome: z.enum(CUE_OUTCOMES),
});

/** A fault that was seen; `fault` is its place in the drill's own list. */
const SeenFault = z.object({
  blockId: z.string(),
  drillId: z.string(),
  fault: z.int().check(z.gte(0), z.lte(99)),
});

/** A sign as it was taken: its tries, in its own unit (a word by its place). Absent: not taken. */
const SignTaken = z.array(z.number().check(z.gte(-100), z.lte(10_000))).check(z.minLength(1), z.maxLength(3));

/** What of a lesson was asked and taken, beside its blocks. */
export const LessonTaken = z.object({
  /** Answers of the day by the id of the question; one that is not here was not asked. */
  day: z.optional(z.record(z.string().check(z.maxLength(60)), z.boolean())),
  /** The sign at the start, and the same again at the end. */
  first: z.optional(SignTaken),
  again: z.optional(SignTaken),
  /** Questions and sign are over, made or left out: the blocks have the room. */
  opened: z.optional(z.literal(true)),
  /** What was decided before a set or a block: further, the set before once more, or stepped down past the rest of it. */
  gates: z.optional(
    z.array(z.object({ blockId: z.string(), choice: z.enum(GATE_CHOICES) })).check(z.maxLength(200)),
  ),
  /** What was seen of a set, and after which cue: its first, its second, or the image. */
  seen: z.optional(
    z
      .array(
        z.object({
          blockId: z.string(),
          as: z.enum(['right', 'wrong']),
          cue: z.int().check(z.gte(0), z.lte(2)),
          /** Seconds into the block. */
          s: z.number().check(z.gte(0)),
        }),
      )
      .check(z.maxLength(300)),
  ),
  /** Repetitions, ends of phrases and steps as they were tapped, seconds into the breaths of a block. */
  counted: z.optional(z.record(z.string(), z.array(z.number().check(z.gte(0))).check(z.maxLength(400)))),
  /** The client’s own step, s, where breaths are counted by steps, and where in that block the first one would lie. */
  stride: z.optional(
    z.object({ s: z.number().check(z.gte(0.3), z.lte(1.5)), fromS: z.number(), blockId: z.string() }),
  ),
});
export type LessonTaken = z.infer<typeof LessonTaken>;

/** Where a run stands. `blockS` is the clock inside the block (or the look again), so that a reload resumes there. */
export const RunState = z.object({
  stage: z.enum(['running', 'relook', 'done', 'stopped']),
  index: z.int().check(z.gte(0)),
  blockS: z.number().check(z.gte(0)),
  results: z.array(BlockResult).check(z.maxLength(300)),
  stopSign: z.optional(StopSign),
  stopNote: z.optional(z.string().check(z.maxLength(2000))),
  /** What was done about the stop sign. */
  stopDone: z.optional(z.array(z.enum(STOP_DONE)).check(z.maxLength(STOP_DONE.length))),
  /** Time beside the clock of the block: a set-up that waits until it is said to be over, or a rest. `s` counts up. */
  aside: z.optional(
    z.object({
      kind: z.enum(['setUp', 'rest']),
      s: z.number().check(z.gte(0)),
      /** The gate before this set-up is behind it. */
      through: z.optional(z.literal(true)),
    }),
  ),
  /** Seconds that the run has run, pauses left out. */
  elapsedS: z.optional(z.number().check(z.gte(0))),
  /** While it runs: its clock read `s` at `atMs`, ms of the server's day, on the page `by`. What other screens on the run go by. */
  runs: z.optional(
    z.object({
      s: z.number().check(z.gte(0)),
      atMs: z.number().check(z.gte(0)),
      by: z.optional(z.string().check(z.maxLength(64))),
    }),
  ),
  /** Who sets the pace where that is not the clock. */
  lead: z.optional(z.enum(['client', 'meet'])),
  /** While a client is met at their own pace: the block, the breath that is aimed at, and the length that it began with. */
  meet: z.optional(
    z.object({ blockId: z.string(), aim: Pattern, fromS: z.number().check(z.gte(0.5), z.lte(600)) }),
  ),
  /** The fault of the present block whose mending is said in place of a cue. */
  mending: z.optional(z.int().check(z.gte(0), z.lte(99))),
  /** Cues of the present block that were shown since the last round of them. */
  shown: z.optional(z.array(z.int().check(z.gte(0), z.lte(99))).check(z.maxLength(100))),
  /** What the last change of course came to, in one line. */
  said: z.optional(z.string().check(z.maxLength(500))),
  lesson: z.optional(LessonTaken),
  cues: z.optional(z.array(SaidCue).check(z.maxLength(500))),
  faults: z.optional(z.array(SeenFault).check(z.maxLength(500))),
  /** Seconds that the set-up of a block really took, its change of position left out. */
  setUps: z.optional(z.record(z.string(), z.number().check(z.gte(0), z.lte(3600)))),
  /** Inhales before and after blocks of full exhales, where bands were followed. */
  inhales: z.optional(
    z
      .array(
        z.object({
          blockId: z.string(),
          before: z.array(z.number()).check(z.maxLength(20)),
          after: z.array(z.number()).check(z.maxLength(20)),
        }),
      )
      .check(z.maxLength(100)),
  ),
  /** The last look that was made again. */
  relookLookId: z.optional(z.string()),
  /** It is looked again amid the run: blocks are to come. */
  amid: z.optional(z.literal(true)),
  /** Asked after the run, where the floor or the wall was worked on (practice P77). */
  asked: z.optional(z.object({ leaked: z.optional(z.boolean()), pushedOut: z.optional(z.boolean()) })),
});

export type RunState = z.infer<typeof RunState>;
