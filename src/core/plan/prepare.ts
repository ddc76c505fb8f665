import { changeBetween, costBetween, type Plan } from './plan';

/** A plan with its names turned into numbers. */
export type Prepared = {
  plan: Plan;
  place: number[];
  group: number[];
  /** −1 where an item has no kind. */
  kind: number[];
  /**
   * For each item the limits that it counts against, and how many each allows: those of the plan, and that of a group
   * with several items, and of a kind, there is one at most. So exclusions have prices of their own.
   */
  counts: number[][];
  most: number[];
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
  /** Needs with any weight, and those of them that an item does anything for. */
  active: number[];
  serves: number[][];
};

/** A plan in arrays and numbers, as the search reads it. */
export function prepare(plan: Plan): Prepared {
  const names: (string | null)[] = [
    null,
    ...new Set([...plan.items.map((i) => i.place), ...(plan.start === null ? [] : [plan.start])]),
  ];
  const groups = [...new Set(plan.items.map((i) => i.group))];
  const several = (of: (i: Plan['items'][number]) => string | undefined): Plan['limits'] =>
    [...new Set(plan.items.flatMap((i) => of(i) ?? []))].flatMap((name) => {
      const ids = plan.items.filter((i) => of(i) === name).map((i) => i.id);
      return ids.length > 1 ? [{ most: 1, of: ids }] : [];
    });
  const limits = [...plan.limits, ...several((i) => i.group), ...several((i) => i.kind)];
  const kinds = [...new Set(plan.items.flatMap((i) => i.kind ?? []))];
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
    kind: plan.items.map((i) => (i.kind === undefined ? -1 : kinds.indexOf(i.kind))),
    counts: plan.items.map((i) => limits.flatMap(({ of }, l) => (of.includes(i.id) ? [l] : []))),
    most: limits.map((l) => l.most),
    past: plan.items.map((item, k) => {
      let end = k + 1;
      while (end < plan.items.length && plan.items[end]!.group === item.group) end++;
      return end;
    }),
    after: plan.items.map((i) => i.after.map((g) => groups.indexOf(g))),
    opens: plan.items.map((i) => plan.opens.length === 0 || plan.opens.includes(i.id)),
    lockedUntil,
    startPlace: names.indexOf(plan.start),
    places: names.length,
    changeS: changes((a, b) => changeBetween(plan, a, b)),
    changeCost: changes((a, b) => (b === null ? 0 : costBetween(plan, a, b))),
    endS: names.map((a) => changeBetween(plan, a, plan.end)),
    empty: new Float64Array(plan.weights.length),
    active: plan.weights.flatMap((w, n) => (w > 0 ? [n] : [])),
    serves: plan.items.map((i) =>
      plan.weights.flatMap((w, n) => (w > 0 && i.options.some((o) => o.gains[n]! > 0) ? [n] : [])),
    ),
  };
}
