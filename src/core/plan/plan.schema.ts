import * as z from 'zod/mini';
import { MOST_ITEMS } from './plan';

const id = z.string().check(z.minLength(1), z.maxLength(60));

const seconds = z.number().check(z.gte(0), z.lte(36000));

/**
 * What is planned, bare of everything that makes it about breathing; docs/planner.md says it formally. Items are
 * taken in their order in the list, each at one of its options.
 */
export const Plan = z.object({
  /** Seconds in all, changes of place included. */
  budgetS: seconds,
  /** Weight of each need. */
  weights: z.array(z.number().check(z.gte(0), z.lte(1000))).check(z.minLength(1), z.maxLength(40)),
  /** What a need's coverage is worth: a concave line through (0, 0), by stretches of falling slope. */
  returns: z
    .array(z.object({ upTo: z.number().check(z.gt(0)), slope: z.number().check(z.gte(0)) }))
    .check(z.minLength(1), z.maxLength(8)),
  items: z
    .array(
      z.object({
        id,
        /** Items of one group exclude each other: one drill in several positions. */
        group: id,
        /** Items of one kind exclude each other as well: other drills that do the same. */
        kind: z.optional(id),
        place: id,
        options: z
          .array(
            z.object({
              lengthS: seconds,
              gains: z.array(z.number().check(z.gte(0), z.lte(100))),
              cost: z._default(z.number().check(z.gte(-1000), z.lte(1000)), 0),
            }),
          )
          .check(z.minLength(1), z.maxLength(12)),
        /** Groups that have to come before this one. */
        after: z._default(z.array(id), []),
        /** Has to be in. */
        locked: z._default(z.boolean(), false),
      }),
    )
    .check(z.maxLength(MOST_ITEMS)),
  /** Cost of any change of place, and its seconds by from and to; a pair that is not named takes 0 s. */
  changeCost: z._default(z.number().check(z.gte(0)), 0),
  /** Where a change costs otherwise, by from and to. */
  changeCosts: z._default(
    z.record(z.string(), z.record(z.string(), z.number().check(z.gte(0), z.lte(1000)))),
    {},
  ),
  changeS: z._default(z.record(z.string(), z.record(z.string(), seconds)), {}),
  /** Items one of which has to come first; empty: any. */
  opens: z._default(z.array(id), []),
  /** At most so many of these items. */
  limits: z._default(
    z
      .array(z.object({ most: z.int().check(z.gte(0), z.lte(MOST_ITEMS)), of: z.array(id) }))
      .check(z.maxLength(8)),
    [],
  ),
  /** Where it begins and has to end; the way to the end takes its time. */
  start: z._default(z.nullable(id), null),
  end: z._default(z.nullable(id), null),
});

export type Plan = z.infer<typeof Plan>;
