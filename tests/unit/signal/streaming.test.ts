import { percentile } from '@/core/base/statistics';
import { turnStream, type StreamedTurn } from '@/core/signal/streaming';
import { bandBody, WAYS, type Way } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';

/** What a stream noticed of a made-up body, beside what was true. */
function heard(way: Way, ratePerMin: number, signalToNoiseDb: number, seed: number) {
  const body = bandBody(bandSetup({ way, ratePerMin, signalToNoiseDb, seed, places: ['lowerRibs'] }));
  const stream = turnStream();
  const turns: StreamedTurn[] = [];
  for (let i = 0; i < 50 * 150; i++) {
    const sample = body.next();
    const turn = sample && stream.push(sample.tS, sample.values[0]!);
    if (turn) turns.push(turn);
  }
  const truth = body.truth.breaths.flatMap((b) => [
    { kind: 'inhale' as const, atS: b.startS },
    { kind: 'exhale' as const, atS: b.turnS },
  ]);
  const near = (60 / ratePerMin) * 0.25;
  const asked = truth.filter((t) => t.atS > 20 && t.atS < 145);
  const answers = asked.map(
    (t) =>
      turns
        .filter((x) => x.kind === t.kind && Math.abs(x.atS - t.atS) < near)
        .map((x) => ({ lateS: x.noticedS - t.atS, offS: Math.abs(x.atS - t.atS) }))[0],
  );
  const wrong = turns.filter(
    (x) =>
      x.atS > 21 && x.atS < 144 && !truth.some((t) => t.kind === x.kind && Math.abs(t.atS - x.atS) < near),
  );
  return { asked: asked.length, answers: answers.flatMap((a) => a ?? []), wrong: wrong.length };
}

const ways = WAYS.filter((w) => w !== 'toneStopsBreath');
const over = (rates: readonly number[], db: number) => {
  const all = rates.flatMap((rate) => ways.map((way, i) => heard(way, rate, db, 40 + i)));
  const answers = all.flatMap((a) => a.answers);
  const asked = all.reduce((n, a) => n + a.asked, 0);
  return {
    late95: percentile(
      answers.map((a) => a.lateS),
      0.95,
    ),
    off50: percentile(
      answers.map((a) => a.offS),
      0.5,
    ),
    missed: 1 - answers.length / asked,
    wrong: all.reduce((n, a) => n + a.wrong, 0) / asked,
  };
};

describe('turns as they come', () => {
  it('at 20 dB and 12 to 26 a minute: nineteen of twenty within 0.35 s, at most one in fifty wrong', () => {
    const { late95, off50, missed, wrong } = over([12, 16, 20, 26], 20);
    expect(late95).toBeLessThanOrEqual(0.35);
    expect(off50).toBeLessThanOrEqual(0.06);
    expect(missed).toBeLessThanOrEqual(0.02);
    expect(wrong).toBeLessThanOrEqual(0.02);
  });

  it('of slow breathing it is later: the less a curve bends, the longer it takes to be sure', () => {
    const clear = over([6, 8], 30);
    expect(clear.late95).toBeLessThanOrEqual(0.35);
    expect(clear.wrong).toBeLessThanOrEqual(0.02);
    const noisy = over([6, 8], 20);
    expect(noisy.late95).toBeLessThanOrEqual(0.55);
    expect(noisy.wrong).toBeLessThanOrEqual(0.025);
  });

  it('tells the usual breath, and finds its way again after a gap in the line', () => {
    const stream = turnStream();
    const wave = (t: number) => Math.sin((2 * Math.PI * t) / 5);
    const turns: StreamedTurn[] = [];
    for (let i = 0; i < 50 * 90; i++) {
      const t = i / 50;
      if (t > 40 && t < 47) continue;
      const turn = stream.push(t, wave(t));
      if (turn) turns.push(turn);
    }
    expect(stream.periodS()).toBeCloseTo(5, 1);
    expect(stream.depth()).toBeCloseTo(2, 0);
    expect(turns.filter((x) => x.atS > 50).length).toBeGreaterThanOrEqual(15);
    for (const { kind, atS } of turns.filter((x) => x.atS > 10 && (x.atS < 39 || x.atS > 53))) {
      const phase = ((atS % 5) + 5) % 5;
      expect(phase).toBeCloseTo(kind === 'exhale' ? 1.25 : 3.75, 0);
    }
  });

  it('says nothing of a band that does not move, and takes what is no number for nothing', () => {
    const stream = turnStream();
    for (let i = 0; i < 2000; i++) {
      expect(stream.push(i / 50, 3)).toBeNull();
      expect(stream.push(i / 50 + 0.001, NaN)).toBeNull();
    }
    expect(stream.periodS()).toBeNull();
  });
});
