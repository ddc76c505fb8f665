import * as z from 'zod/mini';
import { sameRecord } from './same';

/**
 * Who wrote a save and which of theirs it is. A writer is one open page; it lives on in the draft that the page leaves
 * behind, so that a reload goes on as the same writer. Numbers rise with every save, whether it is answered or not.
 */
export const Stamp = z.object({
  writer: z.string().check(z.minLength(1), z.maxLength(64)),
  n: z.int().check(z.gte(1)),
});
export type Stamp = z.infer<typeof Stamp>;

/** The records that are saved over the revision that they were made from. */
export const REVISED_KINDS = ['screen', 'look', 'sequence', 'run', 'class', 'classRun', 'homePlan'] as const;
export type RevisedKind = (typeof REVISED_KINDS)[number];

/** A value on its way over the revision that it was made from. */
export type Save<T> = { rev: number; stamp: Stamp | null; data: T; keepEarlier: boolean };

/** A value as it is kept. Every save from revision `from` on was the writer's. */
export type Kept<T> = { rev: number; data: T; writer: string | null; n: number; from: number };

/** What a save comes to. `data` comes back where something else stands now than what was sent. */
export type Saved<T> =
  | { ok: true; rev: number; data?: T; refused?: string[] }
  | { ok: false; why: string; conflict?: { rev: number; data: T } };

/** A save by the program itself, which nobody repeats. */
export const over = <T>(rev: number, data: T, keepEarlier = false): Save<T> => ({
  rev,
  data,
  keepEarlier,
  stamp: null,
});

export type SaveVerdict = 'store' | 'already' | 'conflict';

/**
 * Whether a save may be stored. Repeating one is harmless: a save whose number is not above the last of its writer is
 * there already, or something later of the same hand is. A writer who did not hear of an answer may go on over their own
 * saves. A value equal to what is kept needs no storing. Anything else meets the work of somebody else.
 */
export function judgeSave<T>(kept: Kept<T>, save: Save<T>): SaveVerdict {
  const own = save.stamp !== null && save.stamp.writer === kept.writer;
  if (own && save.stamp!.n <= kept.n) return 'already';
  if (save.rev === kept.rev) return 'store';
  if (own && save.rev >= kept.from && save.rev < kept.rev) return 'store';
  return sameRecord(kept.data, save.data) ? 'already' : 'conflict';
}

/**
 * What is kept after a save was stored. A writer who says the same once more, as a page does that is left, makes no new
 * revision: the next page, which may be here already, would meet it as the work of somebody else.
 */
export function afterSave<T>(kept: Kept<T>, { stamp, data }: Save<T>): Kept<T> {
  const goesOn = stamp !== null && stamp.writer === kept.writer;
  if (goesOn && sameRecord(kept.data, data)) return { ...kept, n: stamp.n };
  return {
    rev: kept.rev + 1,
    data,
    writer: stamp?.writer ?? null,
    n: stamp?.n ?? 0,
    from: goesOn ? kept.from : kept.rev,
  };
}
