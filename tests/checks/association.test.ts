/**
 * Shares and their differences against the worked tables of Newcombe 1998 (Stat Med 17:857, table I, and 17:873, table II,
 * method 10), both from memory.
 */
import { newcombe, wentWith, wilson, type Stretch } from '@/core/follow/association';
import { dice } from './bodies/body';

it.each([
  [81, 263, 0.2553, 0.3662],
  [15, 148, 0.0624, 0.1605],
  [0, 20, 0, 0.1611],
  [1, 29, 0.0061, 0.1718],
])('a share of %i in %i lies within its limits', (x, n, low, high) => {
  const found = wilson(x, n, 0.95);
  expect(found.low).toBeCloseTo(low, 4);
  expect(found.high).toBeCloseTo(high, 4);
});

it.each([
  [56, 70, 48, 80, 0.0524, 0.3339],
  [9, 10, 3, 10, 0.1705, 0.809],
  [6, 7, 2, 7, 0.0582, 0.8062],
  [5, 56, 0, 29, -0.0381, 0.1926],
  [0, 10, 0, 20, -0.1611, 0.2775],
  [10, 10, 0, 10, 0.6075, 1],
])('%i of %i less %i of %i lies within its limits', (a, m, b, n, low, high) => {
  const found = newcombe({ better: a, of: m }, { better: b, of: n }, 0.95);
  expect(found.value).toBeCloseTo(a / m - b / n, 12);
  expect(found.low).toBeCloseTo(low, 4);
  expect(found.high).toBeCloseTo(high, 4);
});

describe('what went with getting better', () => {
  /** Stretches of so many people, each with every drill by chance. */
  const stretches = ({ uniform }: ReturnType<typeof dice>, people: number, helps: number): Stretch[] =>
    Array.from({ length: people * 2 }, (_, i) => {
      const items = new Set(Array.from({ length: 12 }, (_, d) => `d${d}`).filter(() => uniform() < 0.4));
      return { person: `p${i % people}`, items, better: uniform() < 0.3 + (items.has('d0') ? helps : 0) };
    });
  const sure = (s: readonly Stretch[]) =>
    wentWith(s, 5).filter((w) => w.difference && (w.difference.low > 0 || w.difference.high < 0));

  it('of drills that do nothing none stands out in nineteen studios of twenty', () => {
    const STUDIOS = 600;
    const wrong = Array.from({ length: STUDIOS }, (_, i) => sure(stretches(dice(9000 + i), 30, 0))).filter(
      (s) => s.length > 0,
    ).length;
    expect(wrong / STUDIOS).toBeLessThanOrEqual(0.05 + 3 * Math.sqrt((0.05 * 0.95) / STUDIOS));
  });

  it('one that does much stands out, by itself', () => {
    const found = Array.from({ length: 60 }, (_, i) =>
      sure(stretches(dice(70 + i), 60, 0.5)).map((w) => w.item),
    );
    expect(found.filter((f) => f.includes('d0')).length).toBeGreaterThan(54);
    expect(found.filter((f) => f.some((d) => d !== 'd0')).length).toBeLessThan(8);
  });

  it('says nothing of too few people, however often they come', () => {
    const few: Stretch[] = Array.from({ length: 40 }, (_, i) => ({
      person: i % 2 === 0 ? `p${i}` : `few ${i % 8}`,
      items: new Set(i % 2 === 0 ? ['usual'] : ['usual', 'rare']),
      better: i % 2 === 1,
    }));
    expect(wentWith(few, 5).find((w) => w.item === 'rare')).toMatchObject({
      with: { better: 20, of: 20, people: 4 },
      difference: null,
    });
    expect(wentWith(few, 4).find((w) => w.item === 'rare')!.difference!.low).toBeGreaterThan(0.5);
  });
});
