import fc from 'fast-check';
import { PROPS, type Prop } from '@/core/body/props';
import type { Room } from '@/core/class/class.schema';
import { SITS_OUT, type Way } from '@/core/class/own';
import { shareOut } from '@/core/class/share-out';

const way = (key: string, props: Prop[]): Way => ({ ...SITS_OUT, kind: 'common', key, props });

/** Every choice of ways looked at, worth its sum less what the keys cost; what there are not enough things for left out. */
function best(ways: Way[][], worth: number[][], room: Room, aKey: number): number {
  let most = -Infinity;
  const chosen: number[] = [];
  const place = (i: number): void => {
    if (i === ways.length) {
      const used: Partial<Record<Prop, number>> = {};
      const keys = new Set<string>();
      let value = 0;
      chosen.forEach((k, p) => {
        const w = ways[p]![k]!;
        value += worth[p]![k]!;
        if (w.key !== '') keys.add(w.key);
        for (const prop of w.props) used[prop] = (used[prop] ?? 0) + 1;
      });
      if (Object.entries(used).every(([p, n]) => n <= (room[p as Prop] ?? 0)))
        most = Math.max(most, value - aKey * keys.size);
      return;
    }
    ways[i]!.forEach((_, k) => {
      chosen[i] = k;
      place(i + 1);
    });
  };
  place(0);
  return most;
}

const SOME = PROPS.slice(0, 3);

it('shares out as well as looking at every choice does', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.array(
          fc.tuple(
            fc.constantFrom('', 'a', 'b', 'c'),
            fc.subarray([...SOME]),
            fc.integer({ min: -5, max: 20 }).map((n) => n / 10),
          ),
          { maxLength: 4 },
        ),
        { minLength: 1, maxLength: 5 },
      ),
      fc.dictionary(fc.constantFrom(...SOME), fc.integer({ min: 0, max: 3 })),
      fc.constantFrom(0, 0.1, 0.5, 2),
      (people, room, aKey) => {
        const ways = people.map((list) => [...list.map(([key, props]) => way(key, props)), way('out', [])]);
        const worth = people.map((list) => [...list.map(([, , w]) => w), -1]);
        const shared = shareOut(ways, worth, room, aKey);
        expect(shared.value).toBeCloseTo(best(ways, worth, room, aKey), 9);
        expect(shared.proven).toBe(true);
      },
    ),
    { numRuns: 400 },
  );
});

it('takes people with the same ways as one: a full class with few things of a kind is shared out at once', () => {
  const ways = Array.from({ length: 24 }, () => [
    way('', ['ball']),
    way('pillow', ['pillow']),
    way('out', []),
  ]);
  const worth = ways.map(() => [1, 0.9, 0]);
  const shared = shareOut(ways, worth, { ball: 9, pillow: 11 }, 0.01);
  expect(shared.proven).toBe(true);
  const told = shared.chosen.map((k, i) => ways[i]![k]!.key);
  expect([told.filter((k) => k === '').length, told.filter((k) => k === 'pillow').length]).toEqual([9, 11]);
  expect(shared.keys.sort()).toEqual(['out', 'pillow']);
});

it('gives another way only where it is worth what one more way costs', () => {
  const ways = [
    [way('', []), way('a', [])],
    [way('', []), way('a', [])],
  ];
  const worth = [
    [1, 1.2],
    [1, 1.2],
  ];
  expect(shareOut(ways, worth, {}, 0.3).keys).toEqual(['a']);
  expect(shareOut(ways, worth, {}, 0.5).keys).toEqual([]);
});
