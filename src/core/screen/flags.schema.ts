import * as z from 'zod/mini';
import { FLAG, flagEntry, FLAGS, type Flag, type FlagEntry } from './flag-table';

type Value<E extends FlagEntry> = E extends { kind: 'yes' }
  ? boolean
  : E extends { kind: 'number' }
    ? number
    : E extends { options: readonly { value: infer V }[] }
      ? V
      : never;

/**
 * What a client brings that changes what may be done (practice P7). Every flag may be absent, which means that
 * it was asked and does not apply.
 */
export type Flags = { [F in Flag]?: Value<(typeof FLAG)[F]> | undefined };

function valueOf(entry: FlagEntry): z.ZodMiniType {
  if (entry.kind === 'yes') return z.boolean();
  if (entry.kind === 'choice') return z.enum(entry.options.map((o) => o.value));
  const { asked, unit, whole, max, tooMuch } = entry;
  const number = whole ? z.int({ error: `${asked}: give whole ${unit}` }) : z.number();
  return number.check(
    z.gte(0, { error: `${asked}: cannot be below 0 ${unit}` }),
    z.lte(max, { error: `${asked}: ${tooMuch}` }),
  );
}

/** The flags of the table, each with a plausible value. */
export const Flags = z.strictObject(
  Object.fromEntries(FLAGS.map((flag) => [flag, z.optional(valueOf(flagEntry(flag)))])),
) as unknown as z.ZodMiniType<Flags, Flags>;
