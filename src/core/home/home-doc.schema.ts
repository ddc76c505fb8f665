import * as z from 'zod/mini';
import { StopSign } from '../screen/stop-signs.schema';
import { HomeEntry, HomePlan } from './home-plan.schema';

/** A picture that was drawn where the plan was made: what is inside of an SVG. */
const Drawn = z.object({
  said: z.string().check(z.maxLength(300)),
  viewBox: z.string().check(z.maxLength(80)),
  markup: z.string().check(z.maxLength(200_000)),
});

const words = z.string().check(z.maxLength(400));

/** A drill as it is told at home. */
const HomeWords = z.object({
  entryId: HomeEntry.shape.id,
  name: words,
  position: words,
  props: words,
  /** Placing and contact, then the rest of the teaching, in order. */
  place: z.array(words),
  steps: z.array(words),
  cues: z.array(words),
  counts: words,
  dose: words,
  feeling: words,
  full: z.boolean(),
  pictures: z.array(Drawn).check(z.maxLength(2)),
  /** What it is counted by in place of seconds: the client’s own steps, or lines that are said. */
  by: z.optional(
    z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('steps'), in: z.int(), out: z.int() }),
      z.object({ kind: z.literal('phrase') }),
    ]),
  ),
});

/**
 * All that a phone has of a client: the plan, its words and pictures, a first name. Nothing about health is in it but the
 * drills themselves.
 */
export const HomeDoc = z.object({
  format: z.literal('kokyu-home'),
  version: z.literal(1),
  planId: z.uuid(),
  number: z.int().check(z.gte(1)),
  firstName: z.string().check(z.maxLength(40)),
  plan: HomePlan,
  words: z.array(HomeWords),
  /** Sentences that hold all day: to breathe out on every effort, never to hold the breath in water. */
  mind: z.array(words),
  /** The sixteen complaints are asked for. */
  asks: z.boolean(),
  /** The stop signs that are watched for with this client; absent in what was sent before there were more than six. */
  stops: z.optional(z.array(StopSign).check(z.maxLength(40))),
  /** No number is shown and no count sounds: this client hates being counted. */
  uncounted: z.optional(z.boolean()),
  /** Nothing is done for now: the instructor waits for something first. */
  held: z.optional(z.boolean()),
});

export type HomeDoc = z.infer<typeof HomeDoc>;
export type HomeWords = z.infer<typeof HomeWords>;
export type Drawn = z.infer<typeof Drawn>;
