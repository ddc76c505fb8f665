import { NEEDS, type Need } from '../aims/needs';
import { worthOf } from '../plan/plan';
import { drillOf, type Sequence } from '../sequence/sequence';
import { doseWorth } from '../sequence/dose';
import { RETURNS } from './choices';
import { type ProposalInput } from './input';
import { gainFactor } from './gain';

/** What a block adds: the share of all that the sequence does for the needs which would be lost without it. */
export type Contribution = { share: number; needs: { need: Need; share: number }[] };

/**
 * What each block adds to the whole, by the planner's own return: what would be lost if it alone were taken out. Shares
 * of blocks that work on the same do not add up to 1.
 */
export function contributionsOf(
  sequence: Sequence,
  input: Omit<ProposalInput, 'minutes' | 'library'>,
): Record<string, Contribution> {
  const given = { ...input, minutes: sequence.minutes, library: [] };
  const weights = NEEDS.map((need) => input.needs[need] ?? 0);
  const gains = sequence.blocks.map((block) => {
    const drill = drillOf(block);
    const worth = drill ? doseWorth(drill, block) : 0;
    return NEEDS.map((need) =>
      drill ? (drill.serves[need] ?? 0) * worth * gainFactor(drill, block.position, need, given) : 0,
    );
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
