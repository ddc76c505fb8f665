import { changeS } from '../body/positions';
import { durationS } from '../breath/timeline';
import { FREE_BETWEEN_S } from '../sequence/dose';
import type { Block } from '../sequence/sequence';

/** After so much paced breathing the next block begins with some that comes as it likes (practice P72), s. */
const PACED_FROM_S = 120;

/** Seconds that a block takes with the free breathing that may have to stand before it. */
export const withFreeBefore = (block: Block): number =>
  Math.max(block.setUpS, block.breathing.kind === 'free' ? 0 : FREE_BETWEEN_S) +
  durationS(block.breathing, block.dose);

/** The blocks, with set-up long enough to breathe as it comes wherever a long paced block went before. */
export function spaced(blocks: readonly Block[]): Block[] {
  let pacedS = 0;
  return blocks.map((block, i) => {
    const before = blocks[i - 1];
    const gapS = (before ? changeS(before.position, block.position) : 0) + block.setUpS;
    const free = block.breathing.kind === 'free';
    const needs = !free && pacedS >= PACED_FROM_S && gapS < FREE_BETWEEN_S;
    pacedS = free
      ? 0
      : (gapS >= FREE_BETWEEN_S || needs ? 0 : pacedS) + durationS(block.breathing, block.dose);
    return needs ? { ...block, setUpS: block.setUpS + FREE_BETWEEN_S - gapS } : block;
  });
}
