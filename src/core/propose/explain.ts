import { NEEDS, type Need } from '../aims/needs';
import { worthOf } from '../plan/plan';
import type { SolveOptions } from '../plan/solve';
import type { Result } from '../base/result';
import { amountOf, libraryOf, RETURNS, type ProposalInput } from './choices';
import { propose } from './propose';
import { drillOf, nameOf, type Sequence } from '../sequence/sequence';

/** What a block adds: the share of all that the sequence does for the needs which would be lost without it. */
export type Contribution = { share: number; needs: { need: Need; share: number }[] };

/**
 * What each block adds to the whole, by the planner's own return: what would be lost if it alone were taken out. Shares
 * of blocks that work on the same do not add up to 1.
 */
export function contributionsOf(
  sequence: Sequence,
  input: Pick<ProposalInput, 'needs'>,
): Record<string, Contribution> {
  const weights = NEEDS.map((need) => input.needs[need] ?? 0);
  const gains = sequence.blocks.map((block) => {
    const drill = drillOf(block);
    return NEEDS.map((need) => (drill ? (drill.serves[need] ?? 0) * amountOf(block, drill) : 0));
  });
  const covered = NEEDS.map((_, n) => gains.reduce((sum, g) => sum + g[n]!, 0));
  const worth = (n: number, coverage: number) => weights[n]! * worthOf(RETURNS, coverage);
  const whole = NEEDS.reduce((sum, _, n) => sum + worth(n, covered[n]!), 0);
  return Object.fromEntries(
    sequence.blocks.map((block, i) => {
      const lost = NEEDS.map((need, n) => ({
        need,
        share: whole > 0 ? (worth(n, covered[n]!) - worth(n, covered[n]! - gains[i]![n]!)) / whole : 0,
      })).filter((x) => x.share > 1e-6);
      return [
        block.id,
        { share: lost.reduce((sum, x) => sum + x.share, 0), needs: lost.sort((a, b) => b.share - a.share) },
      ];
    }),
  );
}

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
  const library = libraryOf({ ...input, minutes: sequence.minutes }).filter((d) => ids.has(d.id));
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
