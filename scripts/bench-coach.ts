import { percentile } from '../src/core/base/statistics';
import { LIBRARY } from '../src/core/drills/library';
import { refit } from '../src/core/run/refit';
import { at, coachedNow, type RunContext, type Session } from '../src/core/run/session';
import { step } from '../src/core/run/step';
import { NEW_RUN } from '../src/core/run/run';
import { blockFor } from '../src/core/sequence/alternatives';
import { layoutOf, type Sequence } from '../src/core/sequence/sequence';
import { PROPS } from '../src/core/body/props';
import { turnStream, type StreamedTurn } from '../src/core/signal/streaming';
import { bandBody, WAYS } from '../src/core/simulate/bands';
import { BandSetup } from '../src/core/simulate/bands.schema';

const library = LIBRARY;
const blocks = library.flatMap((drill, i) => {
  const made = blockFor(drill, { flags: {}, props: PROPS });
  return made ? [{ ...made, id: `b${i}` }] : [];
});
const relook: Sequence['relook'] = { test: 'rings', position: 'hookLying', lengthS: 60 };

console.log('What is left of a run, fitted to the time (aim: under 300 ms)');
for (const count of [6, 12, 30]) {
  const list = blocks.slice(0, count);
  const leftS = layoutOf({ blocks: list, relook }).totalS * 0.6;
  const times: number[] = [];
  for (let k = 0; k < 15; k++) {
    const began = performance.now();
    refit({ blocks: list, relook }, 0, 'hookLying', leftS, { needs: { lowBreath: 2, sideRibs: 1 } });
    times.push(performance.now() - began);
  }
  console.log(
    `  ${String(count).padStart(3)} blocks                   ${percentile(times, 0.5).toFixed(1)} ms median, ${Math.max(...times).toFixed(1)} ms at most`,
  );
}

const sequence: Sequence = {
  minutes: 60,
  school: 'lowQuiet',
  blocks: blocks.slice(0, 10),
  relook,
  leftOut: [],
};
const context: RunContext = { flags: {}, props: PROPS, library };
const paced = sequence.blocks.findIndex((b) => b.breathing.kind === 'paced' && !b.breathing.full);
const session: Session = { sequence, state: { ...NEW_RUN, index: paced }, running: true };
const there = at(session, coachedNow(session)!.prepS + 10);
const presses: number[] = [];
for (let k = 0; k < 200; k++) {
  const began = performance.now();
  step(there, k % 2 ? { kind: 'easier' } : { kind: 'exhale', byS: -0.5 }, context);
  presses.push(performance.now() - began);
}
console.log(
  `  a press, run of 10 blocks      ${percentile(presses, 0.5).toFixed(1)} ms median, ${percentile(presses, 0.95).toFixed(1)} ms at the 95th percentile`,
);

console.log(
  'Turns as they come, over all ways of breathing: how late they are noticed, and how many wrongly or not at all',
);
console.log('  rate a minute        5       6       8      12      16      20      26');
for (const db of [30, 20]) {
  const plainLate: string[] = [];
  const rows = { late: [] as string[], wrong: [] as string[], missed: [] as string[] };
  for (const ratePerMin of [5, 6, 8, 12, 16, 20, 26]) {
    const late: number[] = [];
    const plain: number[] = [];
    let asked = 0;
    let answered = 0;
    let wrong = 0;
    WAYS.filter((w) => w !== 'toneStopsBreath').forEach((way, i) => {
      const body = bandBody(
        BandSetup.parse({ way, ratePerMin, signalToNoiseDb: db, seed: 60 + i, places: ['lowerRibs'] }),
      );
      const stream = turnStream();
      const turns: StreamedTurn[] = [];
      const reference = plainStream(0.8);
      const told: { kind: string; noticedS: number }[] = [];
      for (let k = 0; k < 50 * 180; k++) {
        const sample = body.next();
        const turn = sample && stream.push(sample.tS, sample.values[0]!);
        if (turn) turns.push(turn);
        const other = sample && reference(sample.tS, sample.values[0]!);
        if (other) told.push(other);
      }
      const truth = body.truth.breaths.flatMap((b) => [
        { kind: 'inhale', atS: b.startS },
        { kind: 'exhale', atS: b.turnS },
      ]);
      const near = 15 / ratePerMin;
      for (const t of truth.filter((x) => x.atS > 20 && x.atS < 175)) {
        asked++;
        const hit = turns.find((x) => x.kind === t.kind && Math.abs(x.atS - t.atS) < near);
        if (!hit) continue;
        answered++;
        late.push(hit.noticedS - t.atS);
        const other = told.find(
          (x) => x.kind === t.kind && x.noticedS > t.atS && x.noticedS < t.atS + near * 2,
        );
        if (other) plain.push(other.noticedS - t.atS);
      }
      wrong += turns.filter(
        (x) =>
          x.atS > 21 &&
          x.atS < 174 &&
          !truth.some((t) => t.kind === x.kind && Math.abs(t.atS - x.atS) < near),
      ).length;
    });
    plainLate.push(percentile(plain, 0.95).toFixed(2).padStart(6));
    rows.late.push(percentile(late, 0.95).toFixed(2).padStart(6));
    rows.wrong.push(((100 * wrong) / asked).toFixed(1).padStart(6));
    rows.missed.push(((100 * (asked - answered)) / asked).toFixed(1).padStart(6));
  }
  console.log(`  ${db} dB, 95th, s   ${rows.late.join('  ')}`);
  console.log(`  reference, s      ${plainLate.join('  ')}`);
  console.log(`  ${db} dB, wrong, %  ${rows.wrong.join('  ')}`);
  console.log(`  ${db} dB, missed, % ${rows.missed.join('  ')}`);
}

// Reference: the mean of a tenth of a second, and a turn when it has come back by a tenth of the depth, which it is told.
function plainStream(depth: number) {
  const last: number[] = [];
  let going = 1;
  let extreme = -Infinity;
  return (t: number, v: number): Pick<StreamedTurn, 'kind' | 'noticedS'> | null => {
    last.push(v);
    if (last.length > 5) last.shift();
    const m = last.reduce((x, y) => x + y, 0) / last.length;
    if (m * going > extreme * going || !Number.isFinite(extreme)) extreme = m;
    if ((extreme - m) * going < depth / 10) return null;
    going = -going;
    extreme = m;
    return { kind: going > 0 ? 'inhale' : 'exhale', noticedS: t };
  };
}

const samples = 50 * 600;
const body = bandBody(BandSetup.parse({ way: 'allRound', ratePerMin: 12, places: ['lowerRibs'] }));
const values = Array.from({ length: samples }, () => body.next()!);
const stream = turnStream();
const began = performance.now();
for (const s of values) stream.push(s.tS, s.values[0]!);
const took = performance.now() - began;
console.log(
  `  a sample costs ${((1000 * took) / samples).toFixed(1)} µs; at 50 Hz ${((100 * took) / (samples / 50) / 1000).toFixed(3)} % of the time`,
);
