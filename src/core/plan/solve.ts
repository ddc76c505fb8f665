import { fail, ok, type Result } from '../base/result';
import { improve } from './improve';
import { judge, worthOf, type Plan, type Taken, MOST_ITEMS } from './plan';
import { prepare, type Prepared } from './prepare';
import {
  boundAfter,
  boundAt,
  findPrices,
  limitWorth,
  standingAt,
  type Prices,
  type Standing,
} from './prices';

export type Solved = {
  taken: Taken[];
  value: number;
  lengthS: number;
  /** No choice is worth more than this. Equal to the value when proven. */
  bound: number;
  proven: boolean;
  nodes: number;
};

export type SolveOptions = {
  /** Nodes looked at before it gives the best so far with its bound. */
  mostNodes?: number;
  /** Called now and then with nodes and bound; returning false ends the search with the best so far. */
  progress?: (nodes: number, best: number, bound: number) => boolean;
};

const DEFAULT_NODES = 400_000;
/** Ways that the first, unpriced beam keeps, and the priced one. Our choice: wider takes longer and finds little more. */
const QUICK_WIDTH = 40;
const WIDTH = 60;
const EPS = 1e-9;

/**
 * The best choice and a proof of it: branch and bound over "which item is taken next". The bound prices time and
 * coverage (Lagrange multipliers, found by subgradients) and then solves the rest exactly, change of place by change
 * of place, by dynamic programming; docs/planner.md says why that is never too low.
 */
export function solve(
  plan: Plan,
  { mostNodes = DEFAULT_NODES, progress }: SolveOptions = {},
): Result<Solved> {
  if (plan.items.length > MOST_ITEMS)
    return fail(`items: ${plan.items.length}, at most ${MOST_ITEMS} are weighed at once`, 'items');
  const unknown = plan.items.find((i) => i.options.some((o) => o.gains.length !== plan.weights.length));
  if (unknown)
    return fail(`items.${unknown.id}: an option has not as many gains as there are weights`, 'items');
  if (new Set(plan.items.map((i) => i.id)).size < plan.items.length)
    return fail('items: two have the same id', 'items');
  const prep = prepare(plan);
  const quick = beam(prep, QUICK_WIDTH, null);
  const prices = findPrices(prep, quick?.value ?? 0);
  const first = better(quick, beam(prep, WIDTH, prices[0]!));
  const start = first && improve(prep, first);
  const rootBound = Math.min(
    ...prices.map((p) =>
      boundAt(prep, p, 0, prep.startPlace, plan.budgetS, prep.empty, 0, limitWorth(p, prep.most)),
    ),
  );
  const search = { best: start, nodes: 0, stopped: false, openBound: -Infinity };
  explore(prep, prices, search, mostNodes, rootBound, progress);
  if (!search.best) {
    return search.stopped
      ? fail('nothing that keeps every wish was found in the nodes given', 'items')
      : fail(conflictOf(plan), 'items');
  }
  const { value, lengthS } = judge(plan, search.best.taken);
  const proven = !search.stopped;
  return ok({
    taken: search.best.taken,
    value,
    lengthS,
    bound: proven ? value : Math.max(value, Math.min(rootBound, Math.max(search.openBound, value))),
    proven,
    nodes: search.nodes,
  });
}

type Best = { taken: Taken[]; value: number };

const better = (a: Best | null, b: Best | null): Best | null => (a && (!b || a.value >= b.value) ? a : b);
type State = {
  k: number;
  place: number;
  leftS: number;
  costs: number;
  coverage: Float64Array;
  groups: ReadonlySet<number>;
  kinds: ReadonlySet<number>;
  /** What each limit still allows. */
  left: readonly number[];
  taken: readonly Taken[];
};

const gainOf = (plan: Plan, coverage: Float64Array): number =>
  plan.weights.reduce((s, w, n) => s + w * worthOf(plan.returns, coverage[n]!), 0);

function after(prep: Prepared, s: State, k: number, o: number): State | null {
  const { plan, place, group, changeS, changeCost, endS } = prep;
  const option = plan.items[k]!.options[o]!;
  const p = place[k]!;
  const leftS = s.leftS - option.lengthS - changeS[s.place]![p]!;
  if (leftS < endS[p]! - 1e-6) return null;
  const coverage = Float64Array.from(s.coverage, (c, n) => c + option.gains[n]!);
  return {
    k: k + 1,
    place: p,
    leftS,
    costs: s.costs + option.cost + changeCost[s.place]![p]!,
    coverage,
    groups: new Set(s.groups).add(group[k]!),
    kinds: prep.kind[k]! < 0 ? s.kinds : new Set(s.kinds).add(prep.kind[k]!),
    left:
      prep.counts[k]!.length === 0 ? s.left : s.left.map((n, l) => (prep.counts[k]!.includes(l) ? n - 1 : n)),
    taken: [...s.taken, { id: plan.items[k]!.id, option: o }],
  };
}

const root = (prep: Prepared): State => ({
  k: 0,
  place: prep.startPlace,
  leftS: prep.plan.budgetS,
  costs: 0,
  coverage: prep.empty,
  groups: new Set(),
  kinds: new Set(),
  left: prep.most,
  taken: [],
});

/** May item k be the next one? Its group is free, what it needs is there, and no locked group is passed by. */
function mayTake(prep: Prepared, s: State, k: number): boolean {
  if (s.groups.has(prep.group[k]!) || (s.groups.size === 0 && !prep.opens[k]!)) return false;
  if (s.kinds.has(prep.kind[k]!) || prep.counts[k]!.some((l) => s.left[l]! <= 0)) return false;
  return prep.after[k]!.every((g) => s.groups.has(g));
}
const passesLocked = (prep: Prepared, s: State, upTo: number): boolean =>
  [...prep.lockedUntil].some(([g, last]) => last < upTo && !s.groups.has(g));

/**
 * A first answer by a beam over the items: of all ways to have come so far, those stay that promise most. What a way
 * promises is the bound at the given prices, so that the beam looks at the whole rest and not at its own end alone;
 * without prices, what the time left could bring at the usual rate.
 */
function beam(prep: Prepared, width: number, prices: Prices | null): Best | null {
  const { plan } = prep;
  let ways: State[] = [root(prep)];
  let best: Best | null = null;
  const rate = plan.weights.reduce((a, b) => a + b, 0) / Math.max(1, plan.budgetS) / 2;
  const valueOf = (s: State) => gainOf(plan, s.coverage) - s.costs;
  const promise = (s: State, k: number) =>
    prices
      ? boundAt(prep, prices, k, s.place, s.leftS, s.coverage, s.costs, limitWorth(prices, s.left))
      : valueOf(s) + rate * s.leftS;
  const quickPromise = (s: State, k: number, o: number): number => {
    const made = after(prep, s, k, o);
    return made ? valueOf(made) + rate * made.leftS : -Infinity;
  };
  for (let k = 0; k < plan.items.length; k++) {
    const candidates: { s: State; o: number; v: number }[] = [];
    for (const s of ways) {
      const standing =
        prices && standingAt(prep, prices, s.leftS, s.coverage, s.costs, limitWorth(prices, s.left));
      candidates.push({ s, o: -1, v: promise(s, k + 1) });
      if (!mayTake(prep, s, k)) continue;
      for (let o = 0; o < plan.items[k]!.options.length; o++) {
        candidates.push({
          s,
          o,
          v:
            prices && standing
              ? boundAfter(prep, prices, standing, k, o, s.place, s.coverage)
              : quickPromise(s, k, o),
        });
      }
    }
    candidates.sort((x, y) => y.v - x.v);
    const next: State[] = [];
    for (const { s, o } of candidates) {
      if (next.length >= width) break;
      const made = o < 0 ? s : after(prep, s, k, o);
      if (made && !passesLocked(prep, made, k + 1)) next.push(made);
    }
    ways = next;
  }
  for (const s of ways) {
    const value = valueOf(s);
    if (s.leftS >= prep.endS[s.place]! - 1e-6 && (!best || value > best.value))
      best = { taken: [...s.taken], value };
  }
  return best;
}

type Search = { best: Best | null; nodes: number; stopped: boolean; openBound: number };

/** Depth first, the most promising next item first; what cannot beat the best is cut off. */
function explore(
  prep: Prepared,
  prices: readonly Prices[],
  search: Search,
  mostNodes: number,
  rootBound: number,
  progress?: SolveOptions['progress'],
): void {
  const { plan, place, group, kind, counts, changeS, changeCost, endS } = prep;
  const items = plan.items.length;
  const used = new Uint8Array(items);
  const usedKind = new Uint8Array(items);
  const left = Int32Array.from(prep.most);
  const taken: Taken[] = [];
  const bestValue = () => (search.best ? search.best.value + EPS : -Infinity);

  /** The lowest bound of any prices after item k at option o; given up as soon as one is no better than the best. */
  const boundOf = (
    k: number,
    o: number,
    from: number,
    coverage: Float64Array,
    standing: readonly Standing[],
  ): number => {
    let least = Infinity;
    for (let i = 0; i < prices.length; i++) {
      least = Math.min(least, boundAfter(prep, prices[i]!, standing[i]!, k, o, from, coverage));
      if (least <= bestValue()) return least;
    }
    return least;
  };

  const visit = (from: number, at: number, leftS: number, coverage: Float64Array, costs: number) => {
    search.nodes++;
    if (search.nodes % 500 === 0 && progress && !progress(search.nodes, search.best?.value ?? 0, rootBound))
      search.stopped = true;
    const locked = (upTo: number) => [...prep.lockedUntil].some(([g, last]) => last < upTo && !used[g]);
    const anyLocked = prep.lockedUntil.size > 0;
    if (leftS >= endS[at]! - 1e-6 && !(anyLocked && locked(items))) {
      const value = gainOf(plan, coverage) - costs;
      if (value > bestValue()) search.best = { taken: [...taken], value };
    }
    const standing = prices.map((p) => standingAt(prep, p, leftS, coverage, costs, limitWorth(p, left)));
    const children: { k: number; o: number; bound: number }[] = [];
    for (let k = from; k < items; k++) {
      if (anyLocked && locked(k)) break;
      if (used[group[k]!] || (taken.length === 0 && !prep.opens[k]!) || !prep.after[k]!.every((g) => used[g]))
        continue;
      if ((kind[k]! >= 0 && usedKind[kind[k]!]) || counts[k]!.some((l) => left[l]! <= 0)) continue;
      const p = place[k]!;
      for (let o = 0; o < plan.items[k]!.options.length; o++) {
        if (leftS - plan.items[k]!.options[o]!.lengthS - changeS[at]![p]! < endS[p]! - 1e-6) continue;
        const bound = boundOf(k, o, at, coverage, standing);
        if (bound > bestValue()) children.push({ k, o, bound });
      }
    }
    children.sort((a, b) => b.bound - a.bound);
    for (const { k, o, bound } of children) {
      if (bound <= bestValue()) break;
      if (search.stopped || search.nodes >= mostNodes) {
        search.stopped = true;
        search.openBound = Math.max(search.openBound, bound);
        break;
      }
      const option = plan.items[k]!.options[o]!;
      const p = place[k]!;
      const next = Float64Array.from(coverage, (c, n) => c + option.gains[n]!);
      used[group[k]!] = 1;
      if (kind[k]! >= 0) usedKind[kind[k]!] = 1;
      for (const l of counts[k]!) left[l]!--;
      taken.push({ id: plan.items[k]!.id, option: o });
      visit(
        k + 1,
        p,
        leftS - option.lengthS - changeS[at]![p]!,
        next,
        costs + option.cost + changeCost[at]![p]!,
      );
      taken.pop();
      used[group[k]!] = 0;
      if (kind[k]! >= 0) usedKind[kind[k]!] = 0;
      for (const l of counts[k]!) left[l]!++;
    }
  };
  visit(0, prep.startPlace, plan.budgetS, prep.empty, 0);
}

/** Why nothing keeps every wish: the locked groups that do not fit, in words. */
function conflictOf(plan: Plan): string {
  const locked = [...new Set(plan.items.filter((i) => i.locked).map((i) => i.group))];
  const shortest = (group: string) =>
    Math.min(...plan.items.filter((i) => i.group === group).flatMap((i) => i.options.map((o) => o.lengthS)));
  const needed = locked.reduce((s, g) => s + shortest(g), 0);
  return needed > plan.budgetS
    ? `what is locked (${locked.join(', ')}) takes at least ${needed} s of ${plan.budgetS}: give up one of them or give more time`
    : `what is locked (${locked.join(', ')}) cannot stand together with what has to come before and the way between places`;
}
