import type { SolveOptions } from '../plan/solve';
import type { Result } from '../base/result';
import type { ProposalInput } from './input';
import { propose } from './propose';
import { nameOf, type Sequence } from '../sequence/sequence';

/** What other minutes would do to a sequence: what comes, what goes, and the whole as it then would be. */
export type OtherMinutes = { minutes: number; comes: string[]; goes: string[]; sequence: Sequence };

/** With more time everything that is in stays in; what would come with it. */
export function withMoreTime(
  sequence: Sequence,
  input: Omit<ProposalInput, 'minutes'>,
  byMin: number,
  how?: SolveOptions,
): Result<OtherMinutes> {
  const ids = [...new Set(sequence.blocks.map((b) => b.drillId))];
  return compared(
    sequence,
    propose(
      {
        ...input,
        minutes: sequence.minutes + byMin,
        locked: ids,
        unwanted: (input.unwanted ?? []).filter((id) => !ids.includes(id)),
      },
      how,
    ),
  );
}

/** With less time only what is in may stay; what to drop. */
export function withLessTime(
  sequence: Sequence,
  input: Omit<ProposalInput, 'minutes'>,
  byMin: number,
  how?: SolveOptions,
): Result<OtherMinutes> {
  const ids = new Set(sequence.blocks.map((b) => b.drillId));
  const library = input.library.filter((d) => ids.has(d.id));
  return compared(
    sequence,
    propose(
      {
        ...input,
        minutes: sequence.minutes - byMin,
        library,
        locked: (input.locked ?? []).filter((id) => ids.has(id)),
        owned: [...(input.owned ?? []), ...library.flatMap((d) => d.ownedFirst.filter((f) => !ids.has(f)))],
      },
      how,
    ),
  );
}

function compared(before: Sequence, made: Result<Sequence>): Result<OtherMinutes> {
  if (!made.ok) return made;
  const sequence = made.value;
  const names = (of: Sequence, without: Sequence) =>
    of.blocks.filter((b) => !without.blocks.some((o) => o.drillId === b.drillId)).map(nameOf);
  return {
    ok: true,
    value: {
      minutes: sequence.minutes,
      comes: names(sequence, before),
      goes: names(before, sequence),
      sequence: {
        ...sequence,
        leftOut: before.leftOut.length > sequence.leftOut.length ? before.leftOut : sequence.leftOut,
      },
    },
  };
}
