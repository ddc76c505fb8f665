import { pattern } from '@/core/breath/pattern';
import { drillById } from '@/core/drills/library';
import { judgeBlock } from '@/core/sequence/judge';
import { isHurried, LEAST_PACED_S } from '@/core/sequence/pace';
import { blockFor } from '@/core/sequence/alternatives';
import type { Block } from '@/core/sequence/sequence';
import { ALL_PROPS } from '../helpers';

// Our choice: no exhale under 2 s is counted, nobody is counted faster than they breathe when nobody asks, and no pause with
// empty lungs after more than 20 breaths a minute.
const drill = drillById('twoHands')!;
const whom = { flags: {}, props: ALL_PROPS };
const plain: Block = { ...blockFor(drill, whom)!, id: 'b' };
const paced = (inhaleS: number, exhaleS: number, holdOutS = 0): Block => ({
  ...plain,
  breathing: { kind: 'paced', pattern: pattern(inhaleS, 0, exhaleS, holdOutS) },
});
const texts = (block: Block, client = {}) =>
  judgeBlock(block, drill, { ...whom, client })
    .map((f) => f.text)
    .join('; ');

describe('an exhale too short to be counted', () => {
  it('is one under 2 s: a block that is made is then as it comes', () => {
    const made = (comfortableExhaleS: number) =>
      blockFor(drill, { ...whom, client: { comfortableExhaleS } })!.breathing;
    expect(LEAST_PACED_S).toBe(2);
    expect(made(2)).toMatchObject({ kind: 'paced', pattern: { exhaleS: 2 } });
    expect(made(1.9)).toMatchObject({ kind: 'free' });
  });
  it('stops a block that was changed by hand, with a fix that leaves it uncounted', () => {
    expect(texts(paced(1.5, 2))).not.toMatch(/only hurry/);
    expect(texts(paced(1.5, 1.5))).toMatch(/out 1.5 s is not paced/);
  });
});

describe('a count that hurries', () => {
  it('is one faster than the client breathes when nobody asks; unknown hurries nobody', () => {
    expect(isHurried(pattern(3, 0, 3, 0), 10)).toBe(false);
    expect(isHurried(pattern(3, 0, 2.5, 0), 10)).toBe(true);
    expect(isHurried(pattern(1, 0, 1, 0), null)).toBe(false);
  });
});
