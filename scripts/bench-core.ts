import { propose } from '@/core/propose/propose';
import { benchInput as input } from './bench-input';
import { printEdf, parseEdf } from '@/core/formats/edf';
import { EMPTY_LOOK } from '@/core/look/look';
import { composeLesson } from '@/core/lesson/compose';
import { MODEL_CLIENTS } from '@/core/lesson/model-clients';
import { readLook } from '@/core/read/read';
import { analyse } from '@/core/signal/analyse';
import { RELATIVE } from '@/core/signal/calibrate';
import { carrierOf, compartmentsOf, thinChannels, withSmoothed } from '@/core/signal/carrier';
import { stretchesBetween } from '@/core/signal/evenly';
import { findBreaths } from '@/core/signal/find';
import { judge } from '@/core/signal/quality';
import { simulateBands } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';
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

console.log('Proposals (aim: under 300 ms each)');
const cold = performance.now();
propose(input(20));
const first = performance.now() - cold;
line('20 min, the first of a process', `${first.toFixed(0).padStart(8)} ms`);
for (const minutes of [10, 20, 40, 60]) {
  const ms = best(5, () => propose(input(minutes)));
  line(`${minutes} min, warm`, `${ms.toFixed(0).padStart(8)} ms (${(ms / first).toFixed(2)} × the first)`);
}
console.log(
  'The same with 40,000 nodes for a proof, as Write asks for it (aim: proven, or the bound, within 1 s)',
);
for (const minutes of [10, 20, 30, 40, 60]) {
  const start = performance.now();
  const made = propose(input(minutes), { mostNodes: 40_000 });
  const proof = made.ok ? made.value.proof! : null;
  line(
    `${minutes} min`,
    `${(performance.now() - start).toFixed(0).padStart(8)} ms, ${proof?.proven ? 'proven' : `within ${((proof!.bound / proof!.value - 1) * 100).toFixed(2)} % of the best`}`,
  );
}

console.log(
  'Lessons of the twelve model clients at 10 to 60 minutes (aim: first answer under 150 ms, proven in 1 s)',
);
const times: number[] = [];
let unproven = 0;
for (const client of MODEL_CLIENTS) composeLesson(client);
for (const minutes of [10, 15, 20, 25, 30, 40, 50, 60])
  for (const client of MODEL_CLIENTS) {
    const start = performance.now();
    const made = composeLesson({ ...client, minutes });
    times.push(performance.now() - start);
    if (made.ok && !made.value.proof.proven) unproven += 1;
  }
times.sort((a, b) => a - b);
const at = (share: number) => times[Math.min(times.length - 1, Math.floor(times.length * share))]!;
line(
  `${times.length} lessons, warm: median, 95 %, longest`,
  `${[0.5, 0.95, 1]
    .map((s) => at(s).toFixed(0))
    .join(', ')
    .padStart(8)} ms (${(at(0.5) / first).toFixed(2)} × the first proposal)`,
);
line('not proven', String(unproven).padStart(8));

const HOURS = 8;
console.log(`Bands, ${HOURS} hours of four channels at 50 Hz (aim: filter and peaks faster than SciPy)`);
const { record } = simulateBands(
  bandSetup({
    way: 'allRound',
    places: ['upperRibs', 'lowerRibsRight', 'lowerRibsLeft', 'belly'],
    events: [{ kind: 'cough', atS: 4000, lengthS: 1, channel: 0 }],
  }),
  HOURS * 3600,
);
const samples = record.channels.length * record.channels[0]!.values.length;
const sections = butterworthLowPass(4, 1, 50);
const perSecond = (ms: number) => `${(samples / ms / 1000).toFixed(1).padStart(8)} million samples/s`;
line(
  'filter and peaks alone',
  perSecond(
    best(5, () => record.channels.forEach((c) => findPeaks(filterBothWays(sections, c.values), 0.3))),
  ),
);
line(
  'filter, breaths and quality (aim: thrice SciPy)',
  perSecond(
    best(5, () => {
      const channels = thinChannels(record).map((x) => withSmoothed(x, stretchesBetween(x, [])));
      const stretches = stretchesBetween(channels[0]!.x, []);
      const carrier = carrierOf(channels, compartmentsOf(record, channels), RELATIVE, stretches);
      judge(record, channels, stretches, findBreaths(carrier.x, stretches, {}, carrier.y.y));
    }),
  ),
);
const whole = best(3, () => analyse(record));
line('whole analysis: breaths, loops, quality', `${perSecond(whole)}, ${(whole / 1000).toFixed(2)} s`);
const edf = printEdf(record);
line('EDF read', perSecond(best(3, () => parseEdf(edf))));
const look = {
  ...EMPTY_LOOK,
  rings: { hookLying: { belly: 0.4, sternum: 0.6, lowerRibsRight: 0.3, lowerRibsLeft: 0.3 } },
};
line(
  'reading a look',
  `${best(20, () => readLook(look, {}))
    .toFixed(2)
    .padStart(8)} ms`,
);
