import { fail, ok, type Result } from '../result';
import { changeBetween, judge, worthOf, type Plan, type Taken } from './plan';

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
const ROUNDS = 350;
const KEPT = 3;
const EPS = 1e-9;

/**
 * The best choice and a proof of it: branch and bound over "which item is taken next". The bound prices time and
 * coverage (Lagrange multipliers, found by subgradients) and then solves the rest exactly, change of place by change
 * of place, by dynamic programming; docs/planner.md says why that is never too low.
 */
export function solve(plan: Plan, { mostNodes = DEFAULT_NODES, progress }: SolveOptions = {}): Result<Solved> {
  const unknown = plan.items.find((i) => i.options.some((o) => o.gains.length !== plan.weights.length));
  if (unknown) return fail(`items.${unknown.id}: an option has not as many gains as there are weights`, 'items');
  if (new Set(plan.items.map((i) => i.id)).size < plan.items.length) return fail('items: two have the same id', 'items');
  const prep = prepare(plan);
  const start = greedy(prep);
  const prices = findPrices(prep, start?.value ?? 0);
  const rootBound = Math.min(...prices.map((p) => boundAt(prep, p, 0, prep.startPlace, plan.budgetS, prep.empty, 0)));
  const search = { best: start, nodes: 0, stopped: false, openBound: -Infinity };
  explore(prep, prices, search, mostNodes, rootBound, progress);
  if (!search.best) {
    return search.stopped ? fail('nothing that keeps every wish was found in the nodes given', 'items') : fail(conflictOf(plan), 'items');
  }
  const { value, lengthS } = judge(plan, search.best.taken);
  const proven = !search.stopped;
  return ok({ taken: search.best.taken, value, lengthS, bound: proven ? value : Math.max(value, Math.min(rootBound, Math.max(search.openBound, value))), proven, nodes: search.nodes });
}

type Prepared = {
  plan: Plan;
  place: number[];
  group: number[];
  /** First item after this one that is of another group: items of one group best stand together. */
  past: number[];
  after: number[][];
  /** May this item come first? */
  opens: boolean[];
  /** Index of the last item of a locked group. */
  lockedUntil: Map<number, number>;
  startPlace: number;
  places: number;
  /** Seconds and cost from place to place; row 0 is "nowhere yet". */
  changeS: number[][];
  changeCost: number[][];
  endS: number[];
  empty: Float64Array;
  /** Needs with any weight. */
  active: number[];
};

function prepare(plan: Plan): Prepared {
  const names: (string | null)[] = [null, ...new Set([...plan.items.map((i) => i.place), ...(plan.start === null ? [] : [plan.start])])];
  const groups = [...new Set(plan.items.map((i) => i.group))];
  const changes = (of: (a: string | null, b: string | null) => number) => names.map((a) => names.map((b) => of(a, b)));
  const lockedUntil = new Map<number, number>();
  plan.items.forEach((item, i) => plan.items.some((x) => x.group === item.group && x.locked) && lockedUntil.set(groups.indexOf(item.group), i));
  return {
    plan,
    place: plan.items.map((i) => names.indexOf(i.place)),
    group: plan.items.map((i) => groups.indexOf(i.group)),
    past: plan.items.map((item, k) => {
      let end = k + 1;
      while (end < plan.items.length && plan.items[end]!.group === item.group) end++;
      return end;
    }),
    after: plan.items.map((i) => i.after.map((g) => groups.indexOf(g))),
    opens: plan.items.map((i) => plan.opens.length === 0 || plan.opens.includes(i.group)),
    lockedUntil,
    startPlace: names.indexOf(plan.start),
    places: names.length,
    changeS: changes((a, b) => changeBetween(plan, a, b)),
    changeCost: changes((a, b) => (a !== null && a !== b ? plan.changeCost : 0)),
    endS: names.map((a) => changeBetween(plan, a, plan.end)),
    empty: new Float64Array(plan.weights.length),
    active: plan.weights.flatMap((w, n) => (w > 0 ? [n] : [])),
  };
}

/** A price of time and of each need's coverage, with the best that the rest is worth at them: rest[item][place]. */
type Prices = { time: number; cover: Float64Array; rest: Float64Array[]; pick: Int16Array[] };

/** The rest from each item and place on, solved exactly once time and coverage have a price. */
function priced(prep: Prepared, time: number, cover: Float64Array): Prices {
  const { plan, place, past, places, changeS, changeCost, endS } = prep;
  const n = plan.items.length;
  const rest: Float64Array[] = new Array(n + 1);
  const pick: Int16Array[] = new Array(n);
  rest[n] = Float64Array.from(endS, (s) => -time * s);
  for (let k = n - 1; k >= 0; k--) {
    const item = plan.items[k]!;
    let best = -Infinity;
    let bestOption = 0;
    for (let o = 0; o < item.options.length; o++) {
      const option = item.options[o]!;
      let v = -option.cost - time * option.lengthS;
      for (let i = 0; i < cover.length; i++) v += cover[i]! * option.gains[i]!;
      if (v > best) {
        best = v;
        bestOption = o;
      }
    }
    const next = rest[k + 1]!;
    const here = new Float64Array(places);
    const chosen = new Int16Array(places).fill(-1);
    const p = place[k]!;
    for (let from = 0; from < places; from++) {
      const take = best - changeCost[from]![p]! - time * changeS[from]![p]! + rest[past[k]!]![p]!;
      here[from] = next[from]!;
      if (take > here[from]!) {
        here[from] = take;
        chosen[from] = bestOption;
      }
    }
    rest[k] = here;
    pick[k] = chosen;
  }
  return { time, cover, rest, pick };
}

/** Most that can still come: what is there, the rest at its prices, and what the prices leave of each need. */
function boundAt(prep: Prepared, prices: Prices, k: number, place: number, leftS: number, coverage: Float64Array, costs: number): number {
  let bound = -costs + prices.rest[k]![place]! + prices.time * leftS;
  for (let n = 0; n < coverage.length; n++) bound += surplus(prep.plan, n, coverage[n]!, prices.cover[n]!);
  return bound;
}

/** max over X ≥ x of w·f(X) − price·(X − x): the corner where the slope falls under the price. */
function surplus({ weights, returns }: Plan, n: number, x: number, price: number): number {
  const w = weights[n]!;
  let worth = 0;
  let from = 0;
  let reached = x;
  for (const { upTo, slope } of returns) {
    if (x > from) worth += slope * (Math.min(x, upTo) - from);
    if (upTo > x && w * slope > price) {
      worth += slope * (upTo - Math.max(x, from));
      reached = upTo;
    }
    from = upTo;
  }
  return w * worth - price * (reached - x);
}

/** Where the surplus has its corner: the coverage that the prices would buy. */
function wanted({ weights, returns }: Plan, n: number, price: number): number {
  let x = 0;
  for (const { upTo, slope } of returns) if (weights[n]! * slope > price) x = upTo;
  return x;
}

/** Prices by subgradient steps toward the lowest bound; the best few are kept. */
function findPrices(prep: Prepared, known: number): Prices[] {
  const { plan } = prep;
  const total = plan.weights.reduce((a, b) => a + b, 0) || 1;
  let time = plan.budgetS > 0 ? (0.3 * total) / plan.budgetS : 0;
  let cover = Float64Array.from(plan.weights, (w) => w * plan.returns[Math.min(1, plan.returns.length - 1)]!.slope);
  const kept: { bound: number; prices: Prices }[] = [];
  let scale = 1;
  let sinceBetter = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const prices = priced(prep, time, cover);
    const bound = boundAt(prep, prices, 0, prep.startPlace, plan.budgetS, prep.empty, 0);
    if (kept.length === 0 || bound < kept[0]!.bound - 1e-7) sinceBetter = 0;
    else if (++sinceBetter > 12) {
      scale *= 0.6;
      sinceBetter = 0;
    }
    kept.push({ bound, prices });
    kept.sort((a, b) => a.bound - b.bound);
    kept.length = Math.min(kept.length, KEPT);
    if (bound <= known + EPS || scale < 1e-4) break;
    const { usedS, covered } = chosenAt(prep, prices);
    const slack = plan.budgetS - usedS;
    const off = plan.weights.map((_, n) => covered[n]! - wanted(plan, n, prices.cover[n]!));
    const norm = (slack / (plan.budgetS || 1)) ** 2 + off.reduce((s, v) => s + v * v, 0);
    if (norm < 1e-14) break;
    const step = (scale * Math.max(1e-6, bound - known)) / norm;
    time = Math.max(0, prices.time - (step * slack) / (plan.budgetS || 1) / (plan.budgetS || 1));
    cover = Float64Array.from(prices.cover, (c, n) => Math.max(0, Math.min(plan.weights[n]! * plan.returns[0]!.slope, c - step * off[n]!)));
  }
  return kept.map((k) => k.prices);
}

function chosenAt(prep: Prepared, prices: Prices): { usedS: number; covered: Float64Array } {
  const { plan, place, past, changeS, endS } = prep;
  const covered = new Float64Array(plan.weights.length);
  let usedS = 0;
  let here = prep.startPlace;
  for (let k = 0; k < plan.items.length; ) {
    const o = prices.pick[k]![here]!;
    if (o < 0) {
      k++;
      continue;
    }
    const option = plan.items[k]!.options[o]!;
    usedS += option.lengthS + changeS[here]![place[k]!]!;
    option.gains.forEach((g, n) => (covered[n]! += g));
    here = place[k]!;
    k = past[k]!;
  }
  return { usedS: usedS + endS[here]!, covered };
}

type Best = { taken: Taken[]; value: number };
type State = { k: number; place: number; leftS: number; costs: number; coverage: Float64Array; groups: ReadonlySet<number>; taken: readonly Taken[] };

const gainOf = (plan: Plan, coverage: Float64Array): number => plan.weights.reduce((s, w, n) => s + w * worthOf(plan.returns, coverage[n]!), 0);

function after(prep: Prepared, s: State, k: number, o: number): State | null {
  const { plan, place, group, changeS, changeCost, endS } = prep;
  const option = plan.items[k]!.options[o]!;
  const p = place[k]!;
  const leftS = s.leftS - option.lengthS - changeS[s.place]![p]!;
  if (leftS < endS[p]! - 1e-6) return null;
  const coverage = Float64Array.from(s.coverage, (c, n) => c + option.gains[n]!);
  return { k: k + 1, place: p, leftS, costs: s.costs + option.cost + changeCost[s.place]![p]!, coverage, groups: new Set(s.groups).add(group[k]!), taken: [...s.taken, { id: plan.items[k]!.id, option: o }] };
}

const root = (prep: Prepared): State => ({ k: 0, place: prep.startPlace, leftS: prep.plan.budgetS, costs: 0, coverage: prep.empty, groups: new Set(), taken: [] });

/** May item k be the next one? Its group is free, what it needs is there, and no locked group is passed by. */
function mayTake(prep: Prepared, s: State, k: number): boolean {
  if (s.groups.has(prep.group[k]!) || (s.groups.size === 0 && !prep.opens[k]!)) return false;
  return prep.after[k]!.every((g) => s.groups.has(g));
}
const passesLocked = (prep: Prepared, s: State, upTo: number): boolean => [...prep.lockedUntil].some(([g, last]) => last < upTo && !s.groups.has(g));

/** A first answer: a narrow beam, by what is there and what the time left could bring at the usual rate. */
function greedy(prep: Prepared): Best | null {
  const { plan } = prep;
  let beam: State[] = [root(prep)];
  let best: Best | null = null;
  const rate = plan.weights.reduce((a, b) => a + b, 0) / Math.max(1, plan.budgetS) / 2;
  const valueOf = (s: State) => gainOf(plan, s.coverage) - s.costs;
  for (let k = 0; k < plan.items.length; k++) {
    const next: State[] = [...beam];
    for (const s of beam) {
      if (!mayTake(prep, s, k)) continue;
      for (let o = 0; o < plan.items[k]!.options.length; o++) {
        const made = after(prep, s, k, o);
        if (made) next.push(made);
      }
    }
    beam = next.filter((s) => !passesLocked(prep, s, k + 1)).map((s) => ({ s, v: valueOf(s) + rate * s.leftS })).sort((a, b) => b.v - a.v).slice(0, 40).map((x) => x.s);
  }
  for (const s of beam) {
    const value = valueOf(s);
    if (s.leftS >= prep.endS[s.place]! - 1e-6 && (!best || value > best.value)) best = { taken: [...s.taken], value };
  }
  return best;
}

type Search = { best: Best | null; nodes: number; stopped: boolean; openBound: number };

/** Depth first, the most promising next item first; what cannot beat the best is cut off. */
function explore(prep: Prepared, prices: readonly Prices[], search: Search, mostNodes: number, rootBound: number, progress?: SolveOptions['progress']): void {
  const { plan, place, group, past, changeS, changeCost, endS, active } = prep;
  const items = plan.items.length;
  const used = new Uint8Array(items);
  const taken: Taken[] = [];
  const bestValue = () => (search.best ? search.best.value + EPS : -Infinity);

  /** Bound after item k at option o is taken from here, without making anything. */
  const boundOf = (k: number, o: number, from: number, leftS: number, coverage: Float64Array, costs: number): number => {
    const option = plan.items[k]!.options[o]!;
    const p = place[k]!;
    let least = Infinity;
    for (const price of prices) {
      let bound = -(costs + option.cost + changeCost[from]![p]!) + price.rest[past[k]!]![p]! + price.time * (leftS - option.lengthS - changeS[from]![p]!);
      for (const n of active) bound += surplus(plan, n, coverage[n]! + option.gains[n]!, price.cover[n]!);
      if (bound < least) least = bound;
      if (least <= bestValue()) return least;
    }
    return least;
  };

  const visit = (from: number, at: number, leftS: number, coverage: Float64Array, costs: number) => {
    search.nodes++;
    if (search.nodes % 2000 === 0 && progress && !progress(search.nodes, search.best?.value ?? 0, rootBound)) search.stopped = true;
    const locked = (upTo: number) => [...prep.lockedUntil].some(([g, last]) => last < upTo && !used[g]);
    const anyLocked = prep.lockedUntil.size > 0;
    if (leftS >= endS[at]! - 1e-6 && !(anyLocked && locked(items))) {
      const value = gainOf(plan, coverage) - costs;
      if (value > bestValue()) search.best = { taken: [...taken], value };
    }
    const children: { k: number; o: number; bound: number }[] = [];
    for (let k = from; k < items; k++) {
      if (anyLocked && locked(k)) break;
      if (used[group[k]!] || (taken.length === 0 && !prep.opens[k]!) || !prep.after[k]!.every((g) => used[g])) continue;
      const p = place[k]!;
      for (let o = 0; o < plan.items[k]!.options.length; o++) {
        if (leftS - plan.items[k]!.options[o]!.lengthS - changeS[at]![p]! < endS[p]! - 1e-6) continue;
        const bound = boundOf(k, o, at, leftS, coverage, costs);
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
      taken.push({ id: plan.items[k]!.id, option: o });
      visit(k + 1, p, leftS - option.lengthS - changeS[at]![p]!, next, costs + option.cost + changeCost[at]![p]!);
      taken.pop();
      used[group[k]!] = 0;
    }
  };
  visit(0, prep.startPlace, plan.budgetS, prep.empty, 0);
}

/** Why nothing keeps every wish: the locked groups that do not fit, in words. */
function conflictOf(plan: Plan): string {
  const locked = [...new Set(plan.items.filter((i) => i.locked).map((i) => i.group))];
  const shortest = (group: string) => Math.min(...plan.items.filter((i) => i.group === group).flatMap((i) => i.options.map((o) => o.lengthS)));
  const needed = locked.reduce((s, g) => s + shortest(g), 0);
  return needed > plan.budgetS ? `what is locked (${locked.join(', ')}) takes at least ${needed} s of ${plan.budgetS}: give up one of them or give more time` : `what is locked (${locked.join(', ')}) cannot stand together with what has to come before and the way between places`;
}
