import * as z from 'zod/mini';
import { School } from '../aims/school.schema';
import { PROPS } from '../body/props';
import { BlockResult, LessonTaken, RunState } from '../run/run.schema';
import { STOP_DONE } from '../run/recorded';
import { Flags } from '../screen/flags.schema';
import { StopSign } from '../screen/stop-signs.schema';
import { Sequence } from '../sequence/sequence.schema';
import { CLASS_MANNERS, MOST_MINUTES, MOST_PEOPLE } from './limits';

/** How many of each thing there are; places at the wall and at the counter count like things. */
export const Room = z.partialRecord(z.enum(PROPS), z.int().check(z.gte(0), z.lte(99)));

export type Room = z.infer<typeof Room>;

const Initials = z.string().check(z.minLength(1), z.maxLength(6));

/** Somebody who comes: a client of the studio, or one who drops in and of whom only the flags are known. */
export const RosterEntry = z.object({
  id: z.string().check(z.minLength(1), z.maxLength(40)),
  clientId: z.nullable(z.string().check(z.maxLength(40))),
  initials: Initials,
  /** Of somebody who drops in. */
  flags: z.optional(Flags),
});

export type RosterEntry = z.infer<typeof RosterEntry>;

/** A class: who comes, when, what the room has, and the sequence that all of them do. */
export const ClassData = z.object({
  name: z.string().check(z.maxLength(80)),
  /** 1 Monday to 7 Sunday (ISO 8601); absent: no fixed day. */
  weekday: z.optional(z.int().check(z.gte(1), z.lte(7))),
  /** Time of day, 24 h. */
  time: z.optional(z.string().check(z.regex(/^([01]\d|2[0-3]):[0-5]\d$/))),
  minutes: z.int().check(z.gte(10), z.lte(MOST_MINUTES)),
  school: School,
  /** Few drills at a full dose, or many known ones at three to ten breaths (practice P67, P82). */
  manner: z.enum(CLASS_MANNERS),
  room: Room,
  roster: z.array(RosterEntry).check(z.maxLength(MOST_PEOPLE)),
  sequence: z.nullable(Sequence),
  /** The task that the class works towards; absent: what most of them want. */
  taskId: z.optional(z.string().check(z.minLength(1), z.maxLength(40))),
});

export type ClassData = z.infer<typeof ClassData>;

/** Somebody in a class as it was coached. */
export const ClassPerson = z.object({
  id: z.string().check(z.minLength(1), z.maxLength(40)),
  clientId: z.nullable(z.string().check(z.maxLength(40))),
  initials: Initials,
  /** Of somebody who dropped in. */
  flags: z.optional(Flags),
  /** The run that goes into this person's file. */
  runId: z.string().check(z.maxLength(40)),
  present: z.boolean(),
  /** What was said of this person's blocks; what everybody did stands in the run of the class. */
  results: z.array(BlockResult).check(z.maxLength(300)),
  /** What this person answered, took as their sign, and decided at a gate where that was other than the class. */
  lesson: z.optional(LessonTaken),
  /** A stop sign ends it for this person; the others go on. `index`: the block in which it was seen. */
  stop: z.optional(
    z.object({
      index: z.int().check(z.gte(0)),
      sign: StopSign,
      note: z.string().check(z.maxLength(2000)),
      done: z.array(z.enum(STOP_DONE)).check(z.maxLength(STOP_DONE.length)),
    }),
  ),
});

export type ClassPerson = z.infer<typeof ClassPerson>;

/** A class as it is coached: the common sequence, where it stands, and everybody in it. */
export const ClassRun = z.object({
  sequence: Sequence,
  state: RunState,
  /** What the room had. */
  room: Room,
  people: z.array(ClassPerson).check(z.maxLength(MOST_PEOPLE)),
});

export type ClassRun = z.infer<typeof ClassRun>;
