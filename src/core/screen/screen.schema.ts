import * as z from 'zod/mini';
import { GOALS } from '../aims/goals';
import { PROPS } from '../body/props';
import { COUNTINGS } from '../breath/counting';
import { BodySize } from '../body/size.schema';
import { Complaint } from './complaints.schema';
import { Flags } from './flags.schema';
import { ASKED } from './asked-groups';
import { Answers } from './questions.schema';
import { RedFlagRecord } from './red-flags.schema';

/** Consent is asked for each thing by itself; touch never follows from being watched (practice P6). */
export const Consent = z.object({ watched: z.boolean(), filmed: z.boolean(), touched: z.boolean() });

export type Consent = z.infer<typeof Consent>;

/** What is asked before anything is coached. */
export const Screen = z.object({
  consent: Consent,
  flags: Flags,
  /** Questions to which was said that nothing of it applies. */
  asked: z.optional(z.array(z.enum(ASKED)).check(z.maxLength(ASKED.length))),
  redFlags: z.array(RedFlagRecord).check(z.maxLength(50)),
  /** In the client's own words, and as a short list that asks for needs. */
  goals: z.string().check(z.maxLength(1000)),
  goalList: z.optional(z.array(z.enum(GOALS)).check(z.maxLength(GOALS.length))),
  /** Questions that were asked because they matter for this client. */
  answers: z.optional(Answers),
  /** Where on the body something hurts, pulls, leaks or is heavy. */
  complaints: z.optional(z.array(Complaint).check(z.maxLength(20))),
  /** The task that the goal is worked on with: its grade today and the one that is wanted. */
  task: z.optional(
    z.object({
      id: z.string().check(z.minLength(1), z.maxLength(40)),
      today: z.int().check(z.gte(1), z.lte(5)),
      wanted: z.int().check(z.gte(1), z.lte(5)),
    }),
  ),
  /** How breaths are counted for this client. */
  counting: z.optional(z.enum(COUNTINGS)),
  props: z.array(z.enum(PROPS)).check(z.maxLength(PROPS.length)),
  /** For the arithmetic of volumes alone; absent: an assumed body. */
  size: z.optional(BodySize),
});

export type Screen = z.infer<typeof Screen>;
