import { fail, ok, type Result } from '../base/result';
import type { Drill } from '../drills/drill';
import { openRedFlags, RED_FLAG_LABEL } from '../screen/red-flags';
import type { Screen } from '../screen/screen';
import { problemsOf, type Problem } from '../sequence/check';
import type { Sequence } from '../sequence/sequence';

/** Why nothing at all may be coached with a client; null where it may. */
export function barOf(screen: Pick<Screen, 'redFlags'>): string | null {
  const open = openRedFlags(screen.redFlags);
  return open.length === 0
    ? null
    : `A red flag is open (${open.map((r) => RED_FLAG_LABEL[r.flag]).join(', ')}): nothing is coached until Screen says what was done about it.`;
}

/** The same decision where the bar and the problems of the sequence are known already. */
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

/** Whether a sequence may be coached with a client: no red flag open, no block barred, and something to do. */
export const mayRun = (
  screen: Pick<Screen, 'redFlags' | 'flags' | 'props'>,
  sequence: Sequence,
  library: readonly Drill[],
): Result<null> =>
  mayRunWith(
    barOf(screen),
    problemsOf(sequence, { flags: screen.flags, props: screen.props, library }),
    sequence,
  );
