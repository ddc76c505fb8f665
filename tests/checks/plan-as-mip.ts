import { changeBetween, costBetween, type Plan } from '@/core/plan/plan';

/**
 * The same as a mixed-integer program in the LP format: a flow of one through layers, one an item, and places; at each
 * layer the flow passes the item by or takes it at one of its options. The coverage of a need is cut into its slopes.
 */
export function asMip(plan: Plan): string {
  const n = plan.items.length;
  const names = [plan.start, ...new Set(plan.items.map((i) => i.place).filter((p) => p !== plan.start))];
  const placeOf = plan.items.map((i) => names.indexOf(i.place));
  // A place is met at a layer once an item before it lies there.
  const met = (k: number, p: number) => p === 0 || placeOf.slice(0, k).includes(p);
  const objective: string[] = [];
  const time: string[] = [];
  const rows: string[] = [];
  const bounds: string[] = [];
  const binaries: string[] = [];
  const add = (c: number, v: string) => `${c < 0 ? '-' : '+'} ${Math.abs(c).toFixed(6)} ${v}`;
  const plus = (vs: readonly string[]) => vs.map((v) => `+ ${v}`).join(' ');
  const skip = (k: number, p: number) => `s_${k}_${p}`;
  const takes = plan.items.map((item, k) =>
    item.options.map((option, o) =>
      names.flatMap((from, p) => {
        if (!met(k, p)) return [];
        if (p === 0 && plan.start === null && plan.opens.length > 0 && !plan.opens.includes(item.id))
          return [];
        const v = `t_${k}_${o}_${p}`;
        binaries.push(v);
        time.push(add(option.lengthS + changeBetween(plan, from ?? null, item.place), v));
        const cost = option.cost + costBetween(plan, from ?? null, item.place);
        if (cost !== 0) objective.push(add(-cost, v));
        return [{ v, p }];
      }),
    ),
  );
  const all = (k: number) => takes[k]!.flat().map((t) => t.v);
  for (let k = 0; k <= n; k++)
    names.forEach((place, p) => {
      if (!met(k, p)) return;
      const into =
        k === 0
          ? []
          : [...(met(k - 1, p) ? [skip(k - 1, p)] : []), ...(placeOf[k - 1] === p ? all(k - 1) : [])];
      const out =
        k === n
          ? [`e_${p}`]
          : [
              skip(k, p),
              ...takes[k]!.flat()
                .filter((t) => t.p === p)
                .map((t) => t.v),
            ];
      rows.push(
        `flow_${k}_${p}: ${plus(out)} ${into.map((v) => `- ${v}`).join(' ')} = ${k === 0 && p === 0 ? 1 : 0}`,
      );
      const endS = changeBetween(plan, place ?? null, plan.end);
      if (k === n && endS > 0) time.push(add(endS, `e_${p}`));
    });
  const groups = new Map<string, number[]>();
  plan.items.forEach((item, k) => groups.set(item.group, [...(groups.get(item.group) ?? []), k]));
  let g = 0;
  for (const of of groups.values()) {
    rows.push(`one_${g}: ${plus(of.flatMap(all))} <= 1`);
    if (of.some((k) => plan.items[k]!.locked)) rows.push(`lock_${g}: ${plus(of.flatMap(all))} >= 1`);
    g++;
  }
  for (const kind of new Set(plan.items.flatMap((i) => i.kind ?? [])))
    rows.push(`kind_${g++}: ${plus(plan.items.flatMap((i, k) => (i.kind === kind ? all(k) : [])))} <= 1`);
  plan.limits.forEach(({ most, of }, l) => {
    const vs = plan.items.flatMap((i, k) => (of.includes(i.id) ? all(k) : []));
    if (vs.length > 0) rows.push(`limit_${l}: ${plus(vs)} <= ${most}`);
  });
  plan.items.forEach((item, k) =>
    item.after.forEach((first, i) => {
      const before = (groups.get(first) ?? []).filter((j) => j < k).flatMap(all);
      rows.push(`after_${k}_${i}: ${plus(all(k))} ${before.map((v) => `- ${v}`).join(' ')} <= 0`);
    }),
  );
  // With a place to start from, what comes first is not told by the place: the first item needs an opener before it.
  if (plan.start !== null && plan.opens.length > 0) {
    plan.items.forEach((item, k) => {
      if (plan.opens.includes(item.id)) return;
      const before = plan.items.flatMap((other, j) => (j < k && plan.opens.includes(other.id) ? all(j) : []));
      rows.push(`opens_${k}: ${plus(all(k))} ${before.map((v) => `- ${v}`).join(' ')} <= 0`);
    });
  }
  plan.weights.forEach((w, need) => {
    let from = 0;
    const parts = plan.returns.map(({ upTo, slope }, i) => {
      const v = `c_${need}_${i}`;
      objective.push(add(w * slope, v));
      bounds.push(`0 <= ${v} <= ${(upTo - from).toFixed(6)}`);
      from = upTo;
      return v;
    });
    const gains = takes
      .flatMap((options, k) =>
        options.flatMap((of, o) => of.map(({ v }) => ({ v, gain: plan.items[k]!.options[o]!.gains[need]! }))),
      )
      .filter((x) => x.gain > 0);
    rows.push(`cover_${need}: ${plus(parts)} ${gains.map(({ v, gain }) => add(-gain, v)).join(' ')} <= 0`);
  });
  rows.push(`time: ${time.join(' ')} <= ${plan.budgetS}`);
  return `Maximize\n obj: ${objective.join(' ')}\nSubject To\n ${rows.join('\n ')}\nBounds\n ${bounds.join('\n ')}\nBinary\n ${binaries.join('\n ')}\nEnd\n`;
}
