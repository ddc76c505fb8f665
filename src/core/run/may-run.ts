import type { Result } from '../base/result';
import { stopsOf, type Screened } from '../screen/known';
import { problemsOf, type CheckClient } from '../sequence/check';
import type { Sequence } from '../sequence/sequence';
import { mayRunWith } from './may-run-with';

/** Why nothing at all may be coached with a client; null where it may. */
export function barOf(screen: Pick<Screened, 'redFlags' | 'answers'>): string | null {
  const open = stopsOf(screen);
  return open.length === 0
    ? null
    : `A red flag is open (${open.join(', ')}): nothing is coached until Screen says what was done about it.`;
}

/** Whether a sequence may be coached with a client: nothing that stops everything, no block barred, and something to do. */
export const mayRun = (
  screen: Pick<Screened, 'redFlags' | 'answers'>,
  sequence: Sequence,
  client: CheckClient,
): Result<null> => mayRunWith(barOf(screen), problemsOf(sequence, client), sequence);
