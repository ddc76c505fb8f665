import { PROPS } from '@/core/body/props';
import { propose, type ProposalInput } from '@/core/sequence/propose';
import { findBreaths } from '@/core/signal/breaths';
import { butterworthLowPass, filterBothWays } from '@/core/signal/butterworth';
import { findPeaks } from '@/core/signal/peaks';

const best = (times: number, run: () => void): number => {
  let least = Infinity;
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    run();
    least = Math.min(least, performance.now() - start);
  }
  return least;
};
const line = (name: string, figure: string) => console.log(`  ${name.padEnd(43)}${figure}`);

const input = (minutes: number): ProposalInput => ({
  needs: { lowBreath: 2, exhaleLength: 1.5, sideRibs: 1, backRibs: 1, floorLink: 1, control: 0.7, upright: 0.6, settle: 0.3 },
  flags: {},
  props: [...PROPS],
  minutes,
  school: 'allRound',
  comfortableExhaleS: 5,
  ownedLevel: 2,
  relook: 'rings',
});

console.log('Proposals (aim: under 300 ms each)');
const cold = performance.now();
propose(input(20));
const first = performance.now() - cold;
line('20 min, the first of a process', `${first.toFixed(0).padStart(8)} ms`);
for (const minutes of [10, 20, 40, 60]) {
  const ms = best(5, () => propose(input(minutes)));
  line(`${minutes} min, warm`, `${ms.toFixed(0).padStart(8)} ms (${(ms / first).toFixed(2)} × the first)`);
}

console.log('Breath finding, one hour at 50 Hz');
const n = 3600 * 50;
const t = Float64Array.from({ length: n }, (_, i) => i / 50);
const x = t.map((s) => Math.sin(2 * Math.PI * 0.25 * s) + 0.05 * Math.sin(2 * Math.PI * 3.1 * s));
const sections = butterworthLowPass(4, 1, 50);
line('breaths found and timed, whole', `${(n / best(5, () => findBreaths(t, x)) / 1000).toFixed(1).padStart(8)} million samples/s`);
line('filter and peaks alone', `${(n / best(5, () => findPeaks(filterBothWays(sections, x), 0.5)) / 1000).toFixed(1).padStart(8)} million samples/s`);
