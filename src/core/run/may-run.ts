import type { Result } from '../base/result';
import type { Drill } from '../drills/drill';
import { openRedFlags, RED_FLAG_LABEL } from '../screen/red-flags';
import type { Screen } from '../screen/screen';
import { problemsOf } from '../sequence/check';
import type { Sequence } from '../sequence/sequence';
import { mayRunWith } from './may-run-with';

/** Why nothing at all may be coached with a client; null where it may. */
export function barOf(screen: Pick<Screen, 'redFlags'>): string | null {
  const open = openRedFlags(screen.redFlags);
  return open.length === 0
    ? null
    : `A red flag is open (${open.map((r) => RED_FLAG_LABEL[r.flag]).join(', ')}): nothing is coached until Screen says what was done about it.`;
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
