import { changeBetween, type Plan } from './plan';

/** A plan with its names turned into numbers. */
export type Prepared = {
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

export function prepare(plan: Plan): Prepared {
  const names: (string | null)[] = [
    null,
    ...new Set([...plan.items.map((i) => i.place), ...(plan.start === null ? [] : [plan.start])]),
  ];
  const groups = [...new Set(plan.items.map((i) => i.group))];
  const changes = (of: (a: string | null, b: string | null) => number) =>
    names.map((a) => names.map((b) => of(a, b)));
  const lockedUntil = new Map<number, number>();
  plan.items.forEach(
    (item, i) =>
      plan.items.some((x) => x.group === item.group && x.locked) &&
      lockedUntil.set(groups.indexOf(item.group), i),
  );
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
