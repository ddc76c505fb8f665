import * as z from 'zod/mini';
import { SPARES, type Spared } from './complaints';
import { FLAG, flagEntry, FLAGS, type Flag, type FlagEntry } from './flag-table';

type Value<E extends FlagEntry> = E extends { kind: 'yes' }
  ? boolean
  : E extends { kind: 'number' }
    ? number
    : E extends { kind: 'date' }
      ? string
      : E extends { options: readonly { value: infer V }[] }
        ? V
        : never;

/**
 * What a client brings that changes what may be done (practice P7). Every flag may be absent, which means that
 * it was asked and does not apply.
 */
export type Flags = { [F in Flag]?: Value<(typeof FLAG)[F]> | undefined } & {
  /** Not asked but known: the studio's own week for work on the back, and how far a floor that leaks has come. */
  supineUntilWeek?: number | undefined;
  floorStepsDone?: number | undefined;
  /** Whether a clinician said yes to exercise: since the birth; with this heart or blood pressure. Absent: not asked. */
  clearedBirth?: boolean | undefined;
  clearedPressure?: boolean | undefined;
  /** The only operation that is known of was the birth itself (see `settledFlags`). */
  bornByOperation?: boolean | undefined;
  /** What is not asked of this body because of where it hurts (see `complaints.ts`). */
  spared?: readonly Spared[] | undefined;
};

function valueOf(entry: FlagEntry): z.ZodMiniType {
  if (entry.kind === 'yes') return z.boolean();
  if (entry.kind === 'choice') return z.enum(entry.options.map((o) => o.value));
  if (entry.kind === 'date') return z.iso.date({ error: `${entry.asked}: a day like 2026-03-31` });
  const { asked, unit, whole, max, tooMuch } = entry;
  const number = whole ? z.int({ error: `${asked}: give whole ${unit}` }) : z.number();
  return number.check(
    z.gte(0, { error: `${asked}: cannot be below 0 ${unit}` }),
    z.lte(max, { error: `${asked}: ${tooMuch}` }),
  );
}

/** The flags of the table, each with a plausible value. */
export const Flags = z.strictObject({
  ...Object.fromEntries(FLAGS.map((flag) => [flag, z.optional(valueOf(flagEntry(flag)))])),
  supineUntilWeek: z.optional(z.int().check(z.gte(0), z.lte(44))),
  floorStepsDone: z.optional(z.int().check(z.gte(0), z.lte(9))),
  clearedBirth: z.optional(z.boolean()),
  clearedPressure: z.optional(z.boolean()),
  spared: z.optional(z.array(z.enum(SPARES)).check(z.maxLength(SPARES.length))),
}) as unknown as z.ZodMiniType<Flags, Flags>;
