import { worthOf, type Taken } from './plan';
import type { Prepared } from './prepare';

type Choice = { k: number; o: number };
type Answer = { taken: Taken[]; value: number };

const EPS = 1e-9;
/** Most work, counted in items of the choices that are evaluated: about a tenth of a second. Our choice. */
const MOST_STEPS = 300_000;

/**
 * A better answer near a given one, or the same: one item more, less or exchanged, while that helps; then two at a time
 * are taken out and the room is filled anew. Every constraint of the plan is kept. Deterministic.
 */
export function improve(prep: Prepared, from: Answer): Answer {
  const { plan } = prep;
  const index = new Map(plan.items.map((item, k) => [item.id, k]));
  const look = evaluator(prep);
  let best: readonly Choice[] = from.taken.map((t) => ({ k: index.get(t.id)!, o: t.option }));
  let value = look(best);
  let steps = 0;
  const all: Choice[] = plan.items.flatMap((item, k) => item.options.map((_, o) => ({ k, o })));
  const groupsOf = (list: readonly Choice[]): ReadonlySet<number> =>
    new Set(list.map((c) => prep.group[c.k]!));
  /** The best single addition to a list, again and again. */
  const fill = (list: readonly Choice[], worth: number): { list: readonly Choice[]; worth: number } => {
    for (;;) {
      const taken = groupsOf(list);
      let found: Choice | null = null;
      for (const c of all) {
        if (taken.has(prep.group[c.k]!)) continue;
        const v = look(list, c);
        steps += list.length;
        if (v > worth + EPS) [found, worth] = [c, v];
      }
      if (found) list = inserted(list, found);
      if (!found || steps > MOST_STEPS) return { list, worth };
    }
  };
  const take = (list: readonly Choice[], v: number): boolean => {
    if (!(v > value + EPS)) return false;
    [best, value] = [list, v];
    return true;
  };
  const exchange = (): boolean => {
    for (let i = 0; i < best.length; i++) {
      const without = best.filter((_, j) => j !== i);
      if (take(without, look(without))) return true;
      const taken = groupsOf(without);
      for (const c of all) {
        if (taken.has(prep.group[c.k]!)) continue;
        steps += without.length;
        const v = look(without, c);
        if (v > value + EPS) return take(inserted(without, c), v);
      }
    }
    return false;
  };
  const rebuild = (): boolean => {
    for (let i = 0; i < best.length; i++) {
      for (let j = i; j < best.length && steps < MOST_STEPS; j++) {
        const left = best.filter((_, x) => x !== i && x !== j);
        const made = fill(left, look(left));
        if (take(made.list, made.worth)) return true;
      }
    }
    return false;
  };
  do {
    const filled = fill(best, value);
    take(filled.list, filled.worth);
    while (steps < MOST_STEPS && exchange());
  } while (steps < MOST_STEPS && rebuild());
  return value > from.value + EPS
    ? { taken: best.map(({ k, o }) => ({ id: plan.items[k]!.id, option: o })), value }
    : from;
}

const inserted = (list: readonly Choice[], c: Choice): Choice[] => {
  const at = list.findIndex((x) => x.k > c.k);
  return at < 0 ? [...list, c] : [...list.slice(0, at), c, ...list.slice(at)];
};

/**
 * Value of a choice in item order, with one more if one is given; −∞ where it breaks a constraint. Makes nothing; its
 * tables are flat, since it is asked a hundred thousand times.
 */
function evaluator({
  plan,
  place,
  group,
  kind,
  counts,
  most: limits,
  after,
  opens,
  lockedUntil,
  startPlace,
  changeS,
  changeCost,
  endS,
  active,
  places,
}: Prepared): (list: readonly Choice[], extra?: Choice) => number {
  const { items, returns } = plan;
  const most = Math.max(...items.map((i) => i.options.length));
  const needs = active.length;
  const lengthOf = new Float64Array(items.length * most);
  const costOf = new Float64Array(items.length * most);
  const gainsOf = new Float64Array(items.length * most * needs);
  items.forEach((item, k) =>
    item.options.forEach((option, o) => {
      lengthOf[k * most + o] = option.lengthS;
      costOf[k * most + o] = option.cost;
      active.forEach((n, i) => (gainsOf[(k * most + o) * needs + i] = option.gains[n]!));
    }),
  );
  const wayS = Float64Array.from(changeS.flat());
  const wayCost = Float64Array.from(changeCost.flat());
  const weights = Float64Array.from(active, (n) => plan.weights[n]!);
  const coverage = new Float64Array(needs);
  const seen = new Int32Array(group.reduce((last, g) => Math.max(last, g), 0) + 1);
  const locked = [...lockedUntil.keys()];
  const seenKind = new Int32Array(kind.reduce((last, g) => Math.max(last, g), 0) + 1);
  const left = new Int32Array(limits.length);
  let turn = 0;
  return (list, extra) => {
    turn++;
    coverage.fill(0);
    left.set(limits);
    let [lengthS, costs, at, count] = [0, 0, startPlace, 0];
    let pending = extra;
    for (let i = 0; i < list.length || pending;) {
      const next = list[i];
      let c: Choice;
      if (pending && (!next || pending.k < next.k)) {
        c = pending;
        pending = undefined;
      } else {
        c = next!;
        i++;
      }
      const { k } = c;
      const g = group[k]!;
      if (seen[g] === turn || (count === 0 && !opens[k]!)) return -Infinity;
      const ofKind = kind[k]!;
      if (ofKind >= 0 && seenKind[ofKind] === turn) return -Infinity;
      if (ofKind >= 0) seenKind[ofKind] = turn;
      const against = counts[k]!;
      for (let j = 0; j < against.length; j++) if (--left[against[j]!]! < 0) return -Infinity;
      const firsts = after[k]!;
      for (let j = 0; j < firsts.length; j++) if (seen[firsts[j]!] !== turn) return -Infinity;
      const option = k * most + c.o;
      const way = at * places + place[k]!;
      lengthS += lengthOf[option]! + wayS[way]!;
      if (lengthS > plan.budgetS + 1e-6) return -Infinity;
      costs += costOf[option]! + wayCost[way]!;
      for (let n = 0, from = option * needs; n < needs; n++) coverage[n]! += gainsOf[from + n]!;
      seen[g] = turn;
      at = place[k]!;
      count++;
    }
    if (lengthS + endS[at]! > plan.budgetS + 1e-6) return -Infinity;
    for (const g of locked) if (seen[g] !== turn) return -Infinity;
    let value = -costs;
    for (let n = 0; n < needs; n++) value += weights[n]! * worthOf(returns, coverage[n]!);
    return value;
  };
}
