import { type Plan } from './plan';
import type { Prepared } from './prepare';

const ROUNDS = 350;
const KEPT = 3;
const EPS = 1e-9;
/** How far a limit's price moves beside that of coverage; any figure is right, this one was quick. */
const LIMIT_SCALE = 0.4;

/**
 * A price of time, of each need's coverage and of each limit, with the best that the rest is worth at them:
 * rest[item][place].
 */
export type Prices = {
  time: number;
  cover: Float64Array;
  limit: Float64Array;
  rest: Float64Array[];
  pick: Int16Array[];
};

/** The rest from each item and place on, solved exactly once time and coverage have a price. */
function priced(prep: Prepared, time: number, cover: Float64Array, limit: Float64Array): Prices {
  const { plan, place, past, places, changeS, changeCost, endS, counts } = prep;
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
    for (const l of counts[k]!) best -= limit[l]!;
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
  return { time, cover, limit, rest, pick };
}

/** What the limits still allow is worth at their prices. */
export function limitWorth({ limit }: Prices, left: ArrayLike<number>): number {
  let worth = 0;
  for (let l = 0; l < limit.length; l++) worth += limit[l]! * left[l]!;
  return worth;
}

/** Most that can still come: what is there, the rest at its prices, and what the prices leave of each need. */
export function boundAt(
  prep: Prepared,
  prices: Prices,
  k: number,
  place: number,
  leftS: number,
  coverage: Float64Array,
  costs: number,
  limits: number,
): number {
  let bound = -costs + prices.rest[k]![place]! + prices.time * leftS + limits;
  for (let n = 0; n < coverage.length; n++) bound += surplus(prep.plan, n, coverage[n]!, prices.cover[n]!);
  return bound;
}

/** What holds for everything that may come after a state: worked out once, asked for every item and option. */
export type Standing = { base: number; surplus: Float64Array };

/** The part of a bound that does not depend on what is taken next. */
export function standingAt(
  { plan, active }: Prepared,
  prices: Prices,
  leftS: number,
  coverage: Float64Array,
  costs: number,
  limits: number,
): Standing {
  const surpluses = new Float64Array(coverage.length);
  let base = -costs + prices.time * leftS + limits;
  for (const n of active) {
    surpluses[n] = surplus(plan, n, coverage[n]!, prices.cover[n]!);
    base += surpluses[n]!;
  }
  return { base, surplus: surpluses };
}

/** Most that can still come after item k is taken at option o, without making anything. */
export function boundAfter(
  { plan, place, past, changeS, changeCost, serves, counts }: Prepared,
  prices: Prices,
  { base, surplus: before }: Standing,
  k: number,
  o: number,
  from: number,
  coverage: Float64Array,
): number {
  const option = plan.items[k]!.options[o]!;
  const p = place[k]!;
  let bound =
    base -
    option.cost -
    changeCost[from]![p]! +
    prices.rest[past[k]!]![p]! -
    prices.time * (option.lengthS + changeS[from]![p]!);
  for (const l of counts[k]!) bound -= prices.limit[l]!;
  for (const n of serves[k]!)
    bound += surplus(plan, n, coverage[n]! + option.gains[n]!, prices.cover[n]!) - before[n]!;
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
export function findPrices(prep: Prepared, known: number): Prices[] {
  const { plan } = prep;
  const total = plan.weights.reduce((a, b) => a + b, 0) || 1;
  let time = plan.budgetS > 0 ? (0.3 * total) / plan.budgetS : 0;
  let cover = Float64Array.from(
    plan.weights,
    (w) => w * plan.returns[Math.min(1, plan.returns.length - 1)]!.slope,
  );
  let limit = new Float64Array(prep.most.length);
  const kept: { bound: number; prices: Prices }[] = [];
  let scale = 1;
  let sinceBetter = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const prices = priced(prep, time, cover, limit);
    const bound = boundAt(
      prep,
      prices,
      0,
      prep.startPlace,
      plan.budgetS,
      prep.empty,
      0,
      limitWorth(prices, prep.most),
    );
    if (kept.length === 0 || bound < kept[0]!.bound - 1e-7) sinceBetter = 0;
    else if (++sinceBetter > 12) {
      scale *= 0.6;
      sinceBetter = 0;
    }
    kept.push({ bound, prices });
    kept.sort((a, b) => a.bound - b.bound);
    kept.length = Math.min(kept.length, KEPT);
    if (bound <= known + EPS || scale < 1e-4) break;
    const { usedS, covered, counted } = chosenAt(prep, prices);
    const slack = plan.budgetS - usedS;
    const off = plan.weights.map((_, n) => covered[n]! - wanted(plan, n, prices.cover[n]!));
    const over = prep.most.map((most, l) => counted[l]! - most);
    // Of what is dear to change and cheap already, nothing is left to step on.
    const moves = over.map((v, l) => (v < 0 && prices.limit[l] === 0 ? 0 : v));
    const norm =
      (slack / (plan.budgetS || 1)) ** 2 +
      off.reduce((s, v) => s + v * v, 0) +
      moves.reduce((s, v) => s + (v * LIMIT_SCALE) ** 2, 0);
    if (norm < 1e-14) break;
    const step = (scale * Math.max(1e-6, bound - known)) / norm;
    time = Math.max(0, prices.time - (step * slack) / (plan.budgetS || 1) / (plan.budgetS || 1));
    limit = Float64Array.from(prices.limit, (v, l) =>
      Math.max(0, v + step * moves[l]! * LIMIT_SCALE * LIMIT_SCALE),
    );
    cover = Float64Array.from(prices.cover, (c, n) =>
      Math.max(0, Math.min(plan.weights[n]! * plan.returns[0]!.slope, c - step * off[n]!)),
    );
  }
  return kept.map((k) => k.prices);
}

function chosenAt(
  prep: Prepared,
  prices: Prices,
): { usedS: number; covered: Float64Array; counted: number[] } {
  const { plan, place, past, changeS, endS, counts } = prep;
  const counted = prep.most.map(() => 0);
  const covered = new Float64Array(plan.weights.length);
  let usedS = 0;
  let here = prep.startPlace;
  for (let k = 0; k < plan.items.length;) {
    const o = prices.pick[k]![here]!;
    if (o < 0) {
      k++;
      continue;
    }
    const option = plan.items[k]!.options[o]!;
    usedS += option.lengthS + changeS[here]![place[k]!]!;
    option.gains.forEach((g, n) => (covered[n]! += g));
    for (const l of counts[k]!) counted[l]!++;
    here = place[k]!;
    k = past[k]!;
  }
  return { usedS: usedS + endS[here]!, covered, counted };
}
