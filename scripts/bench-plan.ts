import highsLoader from 'highs';
import { LIBRARY } from '@/core/drills/library';
import type { Drill } from '@/core/drills/drill';
import type { Plan } from '@/core/plan/plan';
import { solve } from '@/core/plan/solve';
import { choicesOf, planOf } from '@/core/propose/choices';
import { type ProposalInput } from '@/core/propose/input';
import { budgetOf, relookPositionFor } from '@/core/propose/propose';
import { seeded } from '@/core/simulate/random';
import { benchInput } from './bench-input';
import { asMip } from '../tests/checks/plan-as-mip';

// The planner beside a general mixed-integer solver on the same instances, in one run.
const SEARCH_MS = 900;
const HIGHS_S = Number(process.env.HIGHS_S ?? 20);

const input = (minutes: number, library: readonly Drill[]): ProposalInput => ({
  ...benchInput(minutes),
  library,
});

/** The shipped drills and made-up variations of them, so many in all. */
function libraryOf(count: number): Drill[] {
  const random = seeded(11);
  return Array.from({ length: count }, (_, i) => {
    const drill = LIBRARY[i % LIBRARY.length]!;
    if (i < LIBRARY.length) return drill;
    const serves = Object.fromEntries(
      Object.entries(drill.serves).map(([n, v]) => [
        n,
        Math.round(Math.min(1, v! * (0.7 + 0.6 * random())) * 100) / 100,
      ]),
    );
    return {
      ...drill,
      id: `made-${i}`,
      name: `Made ${i}`,
      serves,
      setUpS: 10 + Math.floor(random() * 25),
      ownedFirst: [],
    };
  });
}

async function main() {
  const highs = await highsLoader();
  const besides = (plan: Plan) => {
    try {
      return highs.solve(asMip(plan), { time_limit: HIGHS_S, mip_rel_gap: 0, output_flag: false });
    } catch {
      return null;
    }
  };
  const gap = (value: number, bound: number) => `${((bound / value - 1) * 100).toFixed(2).padStart(6)} %`;
  const compare = (name: string, given: ProposalInput) => {
    const { options } = choicesOf(given);
    const { plan } = planOf(options, given, budgetOf(given.minutes), relookPositionFor(given));
    const start = performance.now();
    const end = start + SEARCH_MS;
    const made = solve(plan, { mostNodes: 5_000_000, progress: () => performance.now() < end });
    const ms = performance.now() - start;
    if (!made.ok) return console.log(`  ${name}: ${made.why}`);
    const { value, bound, proven } = made.value;
    const line = `  ${name.padEnd(24)}${ms.toFixed(0).padStart(6)} ms  value ${value.toFixed(3)}  ${proven ? 'proven  ' : gap(value, bound)}`;
    const from = performance.now();
    const other = besides(plan);
    const took = performance.now() - from;
    const said =
      other && Number.isFinite(other.ObjectiveValue) && other.ObjectiveValue > 0
        ? `${other.ObjectiveValue.toFixed(3)} (${other.Status}); ours is ${((value / other.ObjectiveValue) * 100).toFixed(1)} % of it in ${((ms / took) * 100).toFixed(1)} % of the time`
        : 'no answer in the time given';
    console.log(`${line}   highs ${(took / 1000).toFixed(1).padStart(5)} s  ${said}`);
  };
  console.log(
    `The planner beside highs (npm, WASM; at most ${HIGHS_S} s each), ${LIBRARY.length} drills (aim: proven, or the bound, within 1 s)`,
  );
  for (const minutes of [10, 20, 30, 40, 60]) compare(`${minutes} min`, input(minutes, LIBRARY));
  console.log('The same, 30 min, by size of the library');
  for (const count of [60, 125, 250, 500]) compare(`${count} drills`, input(30, libraryOf(count)));
}

void main();
