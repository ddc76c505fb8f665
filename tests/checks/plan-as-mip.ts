import type { Plan } from '@/core/plan/plan';

/** The same as a mixed-integer program: a path through the options, with the coverage of each need cut into its slopes. */
export function asMip(plan: Plan): string {
  const nodes = plan.items.flatMap((item, i) => item.options.map((option, o) => ({ i, o, item, option, name: `n${i}_${o}` })));
  const objective: string[] = [];
  const rows: string[] = [];
  const bounds: string[] = [];
  const bins: string[] = [];
  const add = (c: number, v: string) => `${c < 0 ? '-' : '+'} ${Math.abs(c).toFixed(6)} ${v}`;
  const time: string[] = [];
  const into = new Map<string, string[]>();
  const out = new Map<string, string[]>();
  const push = (m: Map<string, string[]>, k: string, v: string) => void (m.get(k) ?? m.set(k, []).get(k)!).push(v);
  const arc = (from: string, to: string, seconds: number, cost: number) => {
    const v = `a_${from}_${to}`;
    bins.push(v);
    push(out, from, v);
    push(into, to, v);
    if (seconds) time.push(add(seconds, v));
    if (cost) objective.push(add(-cost, v));
  };
  const between = (a: string | null, b: string | null) => (a === null || b === null || a === b ? 0 : plan.changeS[a]![b]!);
  for (const b of nodes) if (plan.opens.length === 0 || plan.opens.includes(b.item.group)) arc('s', b.name, between(plan.start, b.item.place), plan.start !== null && plan.start !== b.item.place ? plan.changeCost : 0);
  for (const a of nodes) {
    arc(a.name, 't', between(a.item.place, plan.end), 0);
    for (const b of nodes) if (b.i > a.i && b.item.group !== a.item.group) arc(a.name, b.name, between(a.item.place, b.item.place), a.item.place !== b.item.place ? plan.changeCost : 0);
  }
  arc('s', 't', between(plan.start, plan.end), 0);
  rows.push(`start: ${out.get('s')!.map((v) => `+ ${v}`).join(' ')} = 1`);
  for (const x of nodes) {
    const [i, o] = [into.get(x.name)!, out.get(x.name)!];
    rows.push(`flow_${x.name}: ${i.map((v) => `+ ${v}`).join(' ')} ${o.map((v) => `- ${v}`).join(' ')} = 0`);
    rows.push(`use_${x.name}: ${i.map((v) => `+ ${v}`).join(' ')} - ${x.name} = 0`);
    bins.push(x.name);
    time.push(add(x.option.lengthS, x.name));
    if (x.option.cost) objective.push(add(-x.option.cost, x.name));
  }
  const groups = [...new Set(plan.items.map((i) => i.group))];
  for (const g of groups) {
    const of = nodes.filter((x) => x.item.group === g);
    rows.push(`one_${g}: ${of.map((x) => `+ ${x.name}`).join(' ')} <= 1`);
    if (of.some((x) => x.item.locked)) rows.push(`lock_${g}: ${of.map((x) => `+ ${x.name}`).join(' ')} >= 1`);
  }
  for (const x of nodes)
    for (const g of x.item.after) {
      const before = nodes.filter((y) => y.item.group === g && y.i < x.i);
      rows.push(`after_${x.name}_${g}: ${x.name} ${before.map((y) => `- ${y.name}`).join(' ')} <= 0`);
    }
  plan.weights.forEach((w, n) => {
    let from = 0;
    const parts = plan.returns.map(({ upTo, slope }, k) => {
      const v = `c${n}_${k}`;
      objective.push(add(w * slope, v));
      bounds.push(`0 <= ${v} <= ${(upTo - from).toFixed(6)}`);
      from = upTo;
      return v;
    });
    rows.push(`cover_${n}: ${parts.map((v) => `+ ${v}`).join(' ')} ${nodes.map((x) => add(-x.option.gains[n]!, x.name)).join(' ')} <= 0`);
  });
  rows.push(`time: ${time.join(' ')} <= ${plan.budgetS}`);
  return `Maximize\n obj: ${objective.join(' ')}\nSubject To\n ${rows.join('\n ')}\nBounds\n ${bounds.join('\n ')}\nBinary\n ${bins.join('\n ')}\nEnd\n`;
}
