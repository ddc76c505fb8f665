import { butterworthLowPass, filterBothWays } from '@/core/signal/butterworth';
import { analyse } from '@/core/signal/analyse';
import { findPeaks } from '@/core/signal/peaks';
import type { BandRecord } from '@/core/signal/record';
import { bodyOf, type Body } from './body';
import { records, type Kind, type Listed } from './records';
import golden from '../golden/bodies-by-scipy.json';
import { percentile, scoreOf, type Answer, type Score } from './score';

export function answerOfKokyu(spec: Listed): Answer {
  const found = analyse(made(spec).record);
  if (!found.ok) return { breaths: [], marks: [], stops: [] };
  const { breaths, quality, apnoeas } = found.value;
  return {
    breaths: breaths.map((b) => ({ ...b, restS: b.pauseEmptyS })),
    marks: quality.spans,
    stops: apnoeas,
  };
}

/** SciPy's filter and peaks on the same record (`scripts/golden-bodies.ts`); only of set 1. */
export function answerOfSciPy({ name, hz }: Listed): Answer {
  const found = golden.records.find((r) => r.name === name)!;
  const breaths = found.peaks.slice(1, -1).map((p, i) => ({
    startS: found.troughs[i]! / hz,
    turnS: p / hz,
    endS: found.troughs[i + 1]! / hz,
    trusted: true,
    restS: 0,
  }));
  return { breaths, marks: [], stops: [] };
}

/** The same recipe by Kokyu's own filter and peaks, to be held against SciPy's: the mean of the bands over their spread, 1 Hz, a quarter of the usual reach. */
export function peaksOf({ hz, channels }: BandRecord): number[] {
  const n = channels[0]!.values.length;
  const sum = new Float64Array(n);
  for (const { values } of channels) {
    const m = values.reduce((s, v) => s + v, 0) / n;
    const sd = Math.sqrt(values.reduce((s, v) => s + (v - m) ** 2, 0) / n);
    values.forEach((v, i) => (sum[i]! += (v - m) / sd));
  }
  const y = filterBothWays(butterworthLowPass(4, 1, hz), sum);
  const sorted = Float64Array.from(y).sort();
  const at = (share: number) => sorted[Math.floor(share * (n - 1))]!;
  return findPeaks(y, 0.25 * (at(0.95) - at(0.05)));
}

export type Scored = { spec: Listed; score: Score };

export const scored = (list: readonly Listed[], answer: (spec: Listed) => Answer): Scored[] =>
  list.map((spec) => ({ spec, score: scoreOf(made(spec), answer(spec)) }));

const bodies = new Map<string, Body>();
/** A body is made once in a process. */
export function made(spec: Listed): Body {
  const key = `${spec.name} ${spec.seed}`;
  if (!bodies.has(key)) bodies.set(key, bodyOf(spec));
  return bodies.get(key)!;
}

const abs = (v: readonly number[]) => v.map(Math.abs);
export const turns = (all: readonly Scored[]) => abs(all.flatMap((s) => s.score.turnMs));
export const starts = (all: readonly Scored[]) => abs(all.flatMap((s) => s.score.startMs));
const pair = (v: readonly number[]) => `${percentile(v, 0.5).toFixed(0)}/${percentile(v, 0.9).toFixed(0)}`;
export const mean = (v: readonly number[]): number => v.reduce((s, x) => s + x, 0) / Math.max(1, v.length);
export const duties = (all: readonly Scored[]) =>
  all.flatMap((s) => (s.score.dutyPoints === null ? [] : [s.score.dutyPoints]));
export const share = (all: readonly Scored[], of: (s: Score) => [number, number]): [number, number] =>
  all.reduce<[number, number]>(([a, b], s) => [a + of(s.score)[0], b + of(s.score)[1]], [0, 0]);

/** Lines of the table: a name and what one finder reaches. */
export function table(all: readonly Scored[]): [string, string][] {
  const of = (...kinds: Kind[]) => all.filter((s) => kinds.includes(s.spec.kind));
  const still = of('still');
  const held = still.filter((s) => s.spec.shape !== 'foreign');
  const fast = (db: number) => held.filter((s) => s.spec.db === db && s.spec.ratePerMin >= 8);
  const ratio = ([a, b]: [number, number]) => `${a} of ${b}`;
  const line = (s: readonly Scored[]) =>
    `turn ${pair(turns(s))} start ${pair(starts(s))} ms, Ti/Ttot ${mean(duties(s)).toFixed(1)}, F1 ${mean(s.map((x) => x.score.f1)).toFixed(3)}, rate ${percentile(rates(s), 0.5).toFixed(1)}/${percentile(rates(s), 0.9).toFixed(1)} %`;
  const marks = (s: readonly Scored[]) =>
    `${line(s)}, marked ${ratio(share(s, (x) => x.marked))}, right ${ratio(share(s, (x) => x.right))}, trusted over ${s.reduce((n, x) => n + x.score.trustedOver, 0)}`;
  const calm = of('still', 'speech', 'outOfStep');
  const hours = calm.reduce((h, s) => h + s.score.hours, 0);
  const falseMarks = calm.reduce((n, s) => n + s.score.right[1], 0);
  const noStops = all.reduce((h, s) => h + s.score.hours, 0);
  return [
    ['still, all', line(still)],
    ['20 dB, 8–40 a minute', line(fast(20))],
    ['10 dB, 8–40 a minute', line(fast(10))],
    ['4 a minute', line(held.filter((s) => s.spec.ratePerMin === 4))],
    ['5–6 a minute', line(held.filter((s) => s.spec.ratePerMin === 5 || s.spec.ratePerMin === 6))],
    ...(['cosine', 'exponential', 'steep', 'mixed', 'foreign'] as const).map((shape): [string, string] => [
      shape,
      line(still.filter((s) => s.spec.shape === shape)),
    ]),
    ['with rests', line(still.filter((s) => s.spec.rest > 0))],
    ['rests where there is none', String(still.reduce((n, s) => n + s.score.falseRests, 0))],
    ['shifts of 2 depths and more', marks(of('shift'))],
    ['smaller shifts', marks(of('smallShift'))],
    ...[0.6, 0.95, 1.3, 1.65].map((from): [string, string] => {
      const sized = of('smallShift')
        .flatMap((s) => s.score.shifts)
        .filter((s) => s.depths >= from && s.depths < from + 0.35);
      return [
        `  of ${from} to ${(from + 0.35).toFixed(2)} depths, marked`,
        ratio([sized.filter((s) => s.marked).length, sized.length]),
      ];
    }),
    ['bursts', marks(of('burst'))],
    ['bursts, one band', marks(of('oneBandBurst'))],
    ['out of step', line(of('outOfStep'))],
    ['speech and sighs', line(of('speech'))],
    ['false marks an hour, nobody moved', `${(falseMarks / hours).toFixed(2)} (${falseMarks})`],
    [
      'stops',
      `${ratio(share(of('stop'), (s) => s.stopsFound))}, false an hour ${(all.reduce((n, s) => n + s.score.stopsFalse, 0) / noStops).toFixed(2)}`,
    ],
  ];
}

const rates = (all: readonly Scored[]) =>
  all.flatMap((s) => (s.score.ratePct === null ? [] : [s.score.ratePct]));

export const setOf = (set: number): Listed[] => records(set);
