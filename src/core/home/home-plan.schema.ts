import * as z from 'zod/mini';
import { Block } from '../sequence/sequence.schema';
import { isZone } from './clock-time';
import { HOME_AMOUNTS, HOME_PLACES, MOST_CHECKS, MOST_ENTRIES, MOST_QUIET } from './home-places';

/** A time of day on the client's clock, 24 h. */
const TimeOfDay = z.string().check(z.regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: 'a time like 07:30' }));
/** A day on the client's calendar. */
const Day = z.iso.date();
/** 1 Monday to 7 Sunday (ISO 8601). */
const Weekday = z.int().check(z.gte(1), z.lte(7));
const Span = z.object({ from: TimeOfDay, to: TimeOfDay });

/** When a client is awake, works, and wants no reminder. A span that ends before it begins goes past midnight. */
export const HomeDay = z.object({
  wakeAt: TimeOfDay,
  bedAt: TimeOfDay,
  work: z.optional(z.object({ ...Span.shape, days: z.array(Weekday).check(z.maxLength(7)) })),
  /** Days without practice. */
  off: z.array(Weekday).check(z.maxLength(6)),
  quiet: z.array(Span).check(z.maxLength(MOST_QUIET)),
  /** An IANA name. */
  zone: z.string().check(z.maxLength(64), z.refine(isZone, { error: 'a time zone like Europe/Oslo' })),
});

export type HomeDay = z.infer<typeof HomeDay>;

/** A drill at a place in the day, with the dose that it has there each time. */
export const HomeEntry = z.object({
  id: z.string().check(z.minLength(1), z.maxLength(40)),
  block: Block,
  place: z.enum(HOME_PLACES),
});

export type HomeEntry = z.infer<typeof HomeEntry>;

/** What is done between two visits. */
export const HomePlan = z.object({
  day: HomeDay,
  entries: z.array(HomeEntry).check(z.maxLength(MOST_ENTRIES)),
  /** How often posture and breath are looked at, a day. */
  checks: z.int().check(z.gte(0), z.lte(MOST_CHECKS)),
  /** First and last day. */
  from: Day,
  until: Day,
  amount: z.enum(HOME_AMOUNTS),
  /** Drills that are not to go home. */
  unwanted: z.array(z.string().check(z.maxLength(40))).check(z.maxLength(200)),
  /** The sixteen complaints are asked at home from the first day on; else in the last days. */
  asks: z.boolean(),
  /** A sentence of the instructor's own to the client. */
  note: z.string().check(z.maxLength(400)),
});

export type HomePlan = z.infer<typeof HomePlan>;
