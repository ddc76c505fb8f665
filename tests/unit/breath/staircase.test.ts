import fc from 'fast-check';
import { startStaircase, stepStaircase, type Ending, type Staircase } from '@/core/breath/staircase';
import { seeded } from '@/core/simulate/random';

const climb = (from: number, endings: readonly Ending[]): Staircase =>
  endings.reduce(stepStaircase, startStaircase(from));
const ending = fc.constantFrom<Ending>('calm', 'notCalm');

describe('the staircase', () => {
  it('moves by half a second or not at all, and stays between 1 and 20 s', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.array(ending, { maxLength: 80 }),
        (from, all) => {
          let at = startStaircase(from);
          for (const e of all) {
            const next = stepStaircase(at, e);
            expect(Math.abs(next.exhaleS - at.exhaleS)).toBeLessThanOrEqual(0.5 + 1e-9);
            expect(next.exhaleS).toBeGreaterThanOrEqual(1);
            expect(next.exhaleS).toBeLessThanOrEqual(20);
            if (e === 'notCalm') expect(next.exhaleS).toBeLessThanOrEqual(at.exhaleS);
            at = next;
          }
        },
      ),
    ));
  it('notes a reversal at the length where it turned, and only there', () => {
    expect(climb(5, ['calm', 'calm', 'calm', 'calm']).reversals).toEqual([]);
    expect(climb(5, ['calm', 'calm', 'notCalm']).reversals).toEqual([5.5]);
    expect(climb(5, ['calm', 'calm', 'notCalm', 'calm', 'calm']).reversals).toEqual([5.5, 5]);
    expect(climb(5, ['notCalm', 'notCalm']).reversals).toEqual([]);
  });
  it('keeps a calm go in mind only until one that is not', () => {
    expect(climb(5, ['calm']).calmInARow).toBe(1);
    expect(climb(5, ['calm', 'notCalm', 'calm'])).toMatchObject({ exhaleS: 4.5, calmInARow: 1 });
  });
  it('never changes what it was given', () => {
    const before = Object.freeze(startStaircase(6));
    expect(() => stepStaircase(stepStaircase(before, 'calm'), 'calm')).not.toThrow();
    expect(before).toEqual(startStaircase(6));
  });
  // Levitt 1971, J Acoust Soc Am 49:467: two in a row up, one down, settles where 70.7 % go well.
  it('settles where 70.7 in a hundred are calm', () => {
    const random = seeded(7);
    const [middle, width] = [8, 0.9];
    const calmAt = (s: number) => 1 / (1 + Math.exp((s - middle) / width));
    let at = startStaircase(4);
    const lengths: number[] = [];
    for (let i = 0; i < 30_000; i++) {
      at = stepStaircase(at, random() < calmAt(at.exhaleS) ? 'calm' : 'notCalm');
      if (i > 500) lengths.push(calmAt(at.exhaleS));
    }
    const share = lengths.reduce((a, b) => a + b, 0) / lengths.length;
    expect(share).toBeGreaterThan(0.66);
    expect(share).toBeLessThan(0.75);
  });
});
