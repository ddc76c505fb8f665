import { mean, standardDeviation } from '../src/core/base/statistics';
import { changeBetween, type Measured } from '../src/core/change/change';
import { smallestChange, spreadBetween, type NoiseKnown } from '../src/core/change/noise';
import { normalQuantile } from '../src/core/change/quantile';
import { dice } from '../tests/checks/bodies/body';

// How often a change is named, of clients who do not change and of clients who do, beside a reckoner who knows the true spread.
const CLIENTS = 4000;
const WITHIN = 2;
const BETWEEN = 3;
const TRIES = 5;
const stated: NoiseKnown = { kind: 'repeated', days: { share: 0, least: BETWEEN, source: '' } };
const trueSd = Math.sqrt(2 * (BETWEEN ** 2 + WITHIN ** 2 / TRIES));
const exact = normalQuantile(0.975) * trueSd;

console.log(
  `Changes named, ${CLIENTS} clients a figure: tries of SD ${WITHIN}, days of SD ${BETWEEN}, ${TRIES} tries a visit`,
);
console.log('  true change, × the smallest       0     1.5       2');
row('a stated spread of the days', 2, () => stated);
for (const looks of [3, 5, 8])
  row(`seen over ${looks} looks before`, looks + 1, (before) => ({
    kind: 'seen',
    ...spreadBetween([before])!,
  }));
row('reference: the spread is known', 2, () => null);

function row(name: string, visits: number, noiseOf: (before: number[]) => NoiseKnown | null): void {
  const flat: Measured = { value: 20, spread: WITHIN, n: TRIES };
  const figures = [0, 1.5, 2].map((times) => {
    const { gauss } = dice(visits * 10 + times);
    let named = 0;
    for (let c = 0; c < CLIENTS; c++) {
      const visit = (by: number): Measured => {
        const day = 20 + BETWEEN * gauss() + by;
        const tries = Array.from({ length: TRIES }, () => day + WITHIN * gauss());
        return { value: mean(tries), spread: standardDeviation(tries), n: TRIES };
      };
      const before = Array.from({ length: visits - 1 }, () => visit(0));
      const noise = noiseOf(before.map((v) => v.value));
      const now = visit(times * (noise === stated ? smallestChange(stated, flat, flat)! : exact));
      const last = before.at(-1)!;
      const verdict = noise
        ? changeBetween(last, now, noise).verdict !== 'withinNoise'
        : Math.abs(now.value - last.value) > exact;
      if (verdict) named++;
    }
    return `${((100 * named) / CLIENTS).toFixed(1).padStart(5)} %`;
  });
  console.log(`  ${name.padEnd(31)}${figures.join(' ')}`);
}
