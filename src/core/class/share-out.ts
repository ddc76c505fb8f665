import type { Prop } from '../body/props';
import type { Room } from './class.schema';
import type { Way } from './own';

/** Who does what of one block, worth the most, with no more things than there are. */
export type Shared = {
  /** By person, which of their ways. */
  chosen: number[];
  /** Ways in which it is done beside the common one. */
  keys: string[];
  value: number;
  /** Every choice was looked at, or could not be better. */
  proven: boolean;
};

/** Choices looked at before the best so far stands. Our choice: a class of 24 with few things of a kind stays under it. */
const MOST_LOOKED = 20_000;
const EPS = 1e-9;

/**
 * Shares ways and things out: the sum of what each way is worth to its person, less `aKey` for every other way in which it
 * is done, since each has to be told and watched. Branch and bound, the people with the same ways taken as one.
 *
 * @param ways by person; each holds one that needs nothing
 * @param worth by person and way
 */
export function shareOut(
  ways: readonly (readonly Way[])[],
  worth: readonly (readonly number[])[],
  room: Room,
  aKey: number,
): Shared {
  const order = alike(ways, worth);
  const ranked = ways.map((list, i) => list.map((_, k) => k).sort((a, b) => worth[i]![b]! - worth[i]![a]!));
  const mostAfter = new Array<number>(order.length + 1).fill(0);
  for (let i = order.length - 1; i >= 0; i--) {
    const who = order[i]!.who;
    mostAfter[i] = mostAfter[i + 1]! + (worth[who]![ranked[who]![0]!] ?? 0);
  }
  const left: Partial<Record<Prop, number>> = { ...room };
  const keys = new Map<string, number>();
  const now = new Array<number>(ways.length).fill(0);
  let best: { chosen: number[]; value: number } | null = null;
  let looked = 0;
  const place = (at: number, value: number, fromRank: number): void => {
    if (looked > MOST_LOOKED && best) return;
    looked++;
    if (best && value + mostAfter[at]! <= best.value + EPS) return;
    if (at === order.length) {
      best = { chosen: [...now], value };
      return;
    }
    const { who, asBefore } = order[at]!;
    for (let r = asBefore ? fromRank : 0; r < ranked[who]!.length; r++) {
      const k = ranked[who]![r]!;
      const way = ways[who]![k]!;
      if (way.props.some((p) => (left[p] ?? 0) < 1)) continue;
      const fresh = way.key !== '' && !keys.has(way.key);
      for (const p of way.props) left[p] = left[p]! - 1;
      if (way.key !== '') keys.set(way.key, (keys.get(way.key) ?? 0) + 1);
      now[who] = k;
      place(at + 1, value + worth[who]![k]! - (fresh ? aKey : 0), r);
      for (const p of way.props) left[p] = left[p]! + 1;
      if (way.key !== '') {
        const n = keys.get(way.key)! - 1;
        if (n === 0) keys.delete(way.key);
        else keys.set(way.key, n);
      }
    }
  };
  place(0, 0, 0);
  const { chosen, value } = best ?? { chosen: ways.map((w) => w.length - 1), value: 0 };
  const used = new Set(chosen.map((k, i) => ways[i]![k]!.key));
  used.delete('');
  return { chosen, keys: [...used], value, proven: looked <= MOST_LOOKED };
}

/**
 * The people in an order in which those with the same ways stand together; of such, one need not take a better way than
 * the one before.
 */
function alike(
  ways: readonly (readonly Way[])[],
  worth: readonly (readonly number[])[],
): { who: number; asBefore: boolean }[] {
  const signs = ways.map((list, i) =>
    list.map((w, k) => `${w.key}|${w.props.join()}|${worth[i]![k]!.toFixed(9)}`).join(';'),
  );
  const order = ways
    .map((_, i) => i)
    .sort((a, b) => ways[a]!.length - ways[b]!.length || (signs[a]! < signs[b]! ? -1 : 1));
  return order.map((who, i) => ({ who, asBefore: i > 0 && signs[who] === signs[order[i - 1]!] }));
}
