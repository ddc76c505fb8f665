import { fail, ok, type Result } from '../base/result';
import type { Problem } from '../sequence/check';
import type { Sequence } from '../sequence/sequence';

/** Whether a sequence may be coached, where the bar and the problems of the sequence are known already. */
export function mayRunWith(
  bar: string | null,
  problems: readonly Problem[],
  sequence: Sequence,
): Result<null> {
  if (bar !== null) return fail(bar);
  const stop = problems.find((p) => p.level === 'stop');
  if (stop) return fail(`Not started: ${stop.text}. Mend it in Write.`);
  return sequence.blocks.length === 0 ? fail('Not started: the sequence has no block yet.') : ok(null);
}
