import type { Plan } from './plan.schema';

export type { Plan };

/** A plan of more items is no session and would be solved for minutes; the whole library is a tenth of it. Our choice. */
export const MOST_ITEMS = 500;

export type Taken = { id: string; option: number };

/** Worth of a need's coverage by the falling slopes. */
export function worthOf(returns: Plan['returns'], coverage: number): number {
  let worth = 0;
  let from = 0;
  for (const { upTo, slope } of returns) {
    if (coverage <= from) break;
    worth += slope * (Math.min(coverage, upTo) - from);
    from = upTo;
  }
  return worth;
}

/** Seconds that a change of place takes; none where nothing changes. */
export const changeBetween = (plan: Pick<Plan, 'changeS'>, from: string | null, to: string | null): number =>
  from === null || to === null || from === to ? 0 : (plan.changeS[from]?.[to] ?? 0);

/** What a change of place costs; none where nothing changes, and none to begin with. */
export const costBetween = (
  plan: Pick<Plan, 'changeCost' | 'changeCosts'>,
  from: string | null,
  to: string,
): number => (from === null || from === to ? 0 : (plan.changeCosts[from]?.[to] ?? plan.changeCost));

/** Value and length of a choice, and why it may not be; the plain definition that every solver is held against. */
export function judge(
  plan: Plan,
  taken: readonly Taken[],
): { value: number; lengthS: number; wrong: string | null } {
  const index = new Map(plan.items.map((item, i) => [item.id, i]));
  const coverage = plan.weights.map(() => 0);
  const groups = new Set<string>();
  const kinds = new Set<string>();
  let [value, lengthS, last] = [0, 0, -1];
  let place = plan.start;
  let wrong: string | null = null;
  for (const t of taken) {
    const at = index.get(t.id);
    const item = at === undefined ? undefined : plan.items[at];
    const option = item?.options[t.option];
    if (at === undefined || !item || !option)
      return { value: 0, lengthS: 0, wrong: `there is no ${t.id} with option ${t.option}` };
    if (groups.size === 0 && plan.opens.length > 0 && !plan.opens.includes(item.id))
      wrong ??= `${t.id} may not come first`;
    if (at <= last) wrong ??= `${t.id} is out of order`;
    if (groups.has(item.group)) wrong ??= `${item.group} stands in it twice`;
    if (item.kind !== undefined && kinds.has(item.kind)) wrong ??= `two of the kind ${item.kind}`;
    if (item.kind !== undefined) kinds.add(item.kind);
    const missing = item.after.find((g) => !groups.has(g));
    if (missing !== undefined) wrong ??= `${t.id} comes before ${missing}`;
    lengthS += option.lengthS + changeBetween(plan, place, item.place);
    value -= option.cost + costBetween(plan, place, item.place);
    option.gains.forEach((g, n) => (coverage[n]! += g));
    groups.add(item.group);
    place = item.place;
    last = at;
  }
  lengthS += changeBetween(plan, place, plan.end);
  coverage.forEach((c, n) => (value += plan.weights[n]! * worthOf(plan.returns, c)));
  const left = plan.items.find((i) => i.locked && !groups.has(i.group));
  if (left) wrong ??= `${left.group} is locked and not in it`;
  plan.limits.forEach(({ most, of }, i) => {
    const count = taken.filter((t) => of.includes(t.id)).length;
    if (count > most) wrong ??= `limit ${i + 1}: ${count} where ${most} may be`;
  });
  if (lengthS > plan.budgetS + 1e-6) wrong ??= `it takes ${lengthS} s of ${plan.budgetS}`;
  return { value, lengthS, wrong };
}
