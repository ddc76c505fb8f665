import { worthOf, type Taken } from './plan';
import type { Prepared } from './prepare';

type Choice = { k: number; o: number };
type Answer = { taken: Taken[]; value: number };

const EPS = 1e-9;
/** Most evaluations of a choice, about a microsecond each. Our choice. */
const MOST_LOOKS = 120_000;

/**
 * A better answer near a given one, or the same: one item more, less or exchanged, while that helps; then two at a time
 * are taken out and the room is filled anew. Every constraint of the plan is kept. Deterministic.
 */
export function improve(prep: Prepared, from: Answer): Answer {
  const { plan } = prep;
  const index = new Map(plan.items.map((item, k) => [item.id, k]));
  const look = evaluator(prep);
  let best: Choice[] = from.taken.map((t) => ({ k: index.get(t.id)!, o: t.option }));
  let value = look(best);
  let looks = 0;
  const all: Choice[] = plan.items.flatMap((item, k) => item.options.map((_, o) => ({ k, o })));
  const with_ = (list: readonly Choice[], c: Choice): Choice[] => {
    const at = list.findIndex((x) => x.k > c.k);
    return at < 0 ? [...list, c] : [...list.slice(0, at), c, ...list.slice(at)];
  };
  /** The best single addition to a list, again and again. */
  const fill = (list: Choice[], worth: number): { list: Choice[]; worth: number } => {
    for (;;) {
      let found: Choice[] | null = null;
      for (const c of all) {
        if (list.some((x) => prep.group[x.k] === prep.group[c.k])) continue;
        const next = with_(list, c);
        const v = look(next);
        looks++;
        if (v > worth + EPS) [found, worth] = [next, v];
      }
      if (!found || looks > MOST_LOOKS) return { list: found ?? list, worth };
      list = found;
    }
  };
  const take = (list: Choice[], v: number): boolean => {
    if (!(v > value + EPS)) return false;
    [best, value] = [list, v];
    return true;
  };
  const exchange = (): boolean => {
    for (let i = 0; i < best.length; i++) {
      const without = best.filter((_, j) => j !== i);
      if (take(without, look(without))) return true;
      for (const c of all) {
        if (without.some((x) => prep.group[x.k] === prep.group[c.k])) continue;
        const next = with_(without, c);
        looks++;
        if (take(next, look(next))) return true;
      }
    }
    return false;
  };
  const rebuild = (): boolean => {
    for (let i = 0; i < best.length; i++) {
      for (let j = i; j < best.length && looks < MOST_LOOKS; j++) {
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
    while (looks < MOST_LOOKS && exchange());
  } while (looks < MOST_LOOKS && rebuild());
  return value > from.value + EPS ? { taken: best.map(({ k, o }) => ({ id: plan.items[k]!.id, option: o })), value } : from;
}

/** Value of a choice in item order, −∞ where it breaks a constraint. */
function evaluator({ plan, place, group, after, opens, lockedUntil, startPlace, changeS, changeCost, endS }: Prepared): (list: readonly Choice[]) => number {
  const needs = plan.weights.length;
  const coverage = new Float64Array(needs);
  const groups = new Set<number>();
  return (list) => {
    coverage.fill(0);
    groups.clear();
    let [lengthS, costs, at] = [0, 0, startPlace];
    for (const { k, o } of list) {
      if (groups.has(group[k]!) || (groups.size === 0 && !opens[k]!)) return -Infinity;
      for (const g of after[k]!) if (!groups.has(g)) return -Infinity;
      const option = plan.items[k]!.options[o]!;
      const p = place[k]!;
      lengthS += option.lengthS + changeS[at]![p]!;
      costs += option.cost + changeCost[at]![p]!;
      for (let n = 0; n < needs; n++) coverage[n]! += option.gains[n]!;
      groups.add(group[k]!);
      at = p;
    }
    if (lengthS + endS[at]! > plan.budgetS + 1e-6) return -Infinity;
    for (const g of lockedUntil.keys()) if (!groups.has(g)) return -Infinity;
    let value = -costs;
    for (let n = 0; n < needs; n++) value += plan.weights[n]! * worthOf(plan.returns, coverage[n]!);
    return value;
  };
}
