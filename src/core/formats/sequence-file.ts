import * as z from 'zod/mini';
import { contradictionIn } from '../drills/drill';
import { parseWith } from '../base/parse';
import { fail, type Result } from '../base/result';
import { Sequence } from '../sequence/sequence.schema';

/** A sequence by itself, without anything about a client. */
export const SequenceFile = z.object({
  format: z.literal('kokyu-sequence'),
  version: z.literal(1),
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  sequence: Sequence,
});
export type SequenceFile = z.infer<typeof SequenceFile>;

/** Reads a sequence file, the drills that it carries with it; the first thing that is wrong is named. */
export function parseSequenceFile(text: string): Result<SequenceFile> {
  try {
    const file = parseWith(SequenceFile, JSON.parse(text));
    const wrong = file.ok
      ? file.value.sequence.blocks.flatMap((b) => (b.drill ? (contradictionIn(b.drill) ?? []) : []))
      : [];
    return wrong.length > 0
      ? fail(`a drill in it contradicts itself: ${wrong[0]}. Nothing was brought in.`, 'blocks')
      : file;
  } catch {
    return fail('This is not a sequence file: it is no JSON. Nothing was brought in.', 'file');
  }
}
