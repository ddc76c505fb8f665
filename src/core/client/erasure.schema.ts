import * as z from 'zod/mini';

const Count = z.int().check(z.gte(0));

/** What is left of a client who was erased: proof that it was done, and nothing about them. */
export const Erasure = z.object({
  /** What the file was called in tables. */
  code: z.string().check(z.maxLength(20)),
  at: z.iso.datetime(),
  /** Rows by table. */
  rows: z.record(z.string(), Count),
  films: Count,
  /** Films whose files could not be reached, with their whole paths: nothing but random letters. */
  filmsLeft: z.array(z.string().check(z.maxLength(2000))).check(z.maxLength(10_000)),
  /** Classes and classes as they were coached that they were taken out of. */
  classes: Count,
  /** Backups by name that still hold them. */
  backups: z.array(z.string().check(z.maxLength(300))).check(z.maxLength(10_000)),
  /** Copies beside the file, left by an upgrade or a repair, that were deleted. */
  copies: Count,
  /** Their random names were still met in the file or its log after it was written anew. */
  found: z.boolean(),
});

export type Erasure = z.infer<typeof Erasure>;

/** What the erasure of a client takes away, before it is done. */
export type ErasePreview = Pick<Erasure, 'code' | 'rows' | 'classes' | 'backups' | 'copies'> & {
  name: string;
  filmsUnreachable: number;
  /** Titles of visits without a file that bear the name. */
  visits: string[];
  /** Why it cannot be done now; null: it can. */
  held: string | null;
};
