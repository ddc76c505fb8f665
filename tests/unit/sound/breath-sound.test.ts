import { percentile } from '@/core/base/statistics';
import { soundTurns } from '@/core/sound/breath-sound';
import type { StreamedTurn } from '@/core/signal/streaming';
import { seeded } from '@/core/simulate/random';

const HZ = 16000;

type Breath = { fromS: number; toS: number };
/** Breaths that are heard, each as loud as `db` above the room, fading by `fadeDb`; with what a run sounds like over it. */
function sound(
  breaths: Breath[],
  lengthS: number,
  db: number,
  fadeDb = 0,
  tones = false,
  seed = 1,
): Float32Array {
  const random = seeded(seed);
  const room = 0.001;
  const samples = new Float32Array(lengthS * HZ);
  for (let i = 0; i < samples.length; i++) {
    const t = i / HZ;
    const at = breaths.find((b) => t >= b.fromS && t < b.toS);
    const u = at ? (t - at.fromS) / (at.toS - at.fromS) : 0;
    samples[i] = (random() * 2 - 1) * room * (at ? 10 ** ((db - fadeDb * u) / 20) : 1);
  }
  if (tones)
    for (const { fromS, toS } of breaths)
      for (const [beginS, hz, forS] of [
        [fromS, 440, 0.34],
        [toS, 494, 0.34],
        // Pips that count in.
        [fromS - 1, 660, 0.07],
      ] as const)
        for (let i = 0; i < forS * HZ; i++) {
          const fade = Math.min(1, i / 160, (forS * HZ - i) / 160);
          const at = Math.round(beginS * HZ) + i;
          if (at < samples.length) samples[at]! += 0.2 * fade * Math.sin((2 * Math.PI * hz * i) / HZ);
        }
  return samples;
}

const every = (lengthS: number, periodS: number, exhaleS: number): Breath[] =>
  Array.from({ length: Math.floor((lengthS - 3) / periodS) }, (_, i) => ({
    fromS: 2 + i * periodS,
    toS: 2 + i * periodS + exhaleS,
  }));

/** Fed as a microphone hands it over, 2,048 at a time. */
function heard(samples: Float32Array): StreamedTurn[] {
  const stream = soundTurns(HZ);
  const turns: StreamedTurn[] = [];
  for (let i = 0; i < samples.length; i += 2048) turns.push(...stream.push(samples.subarray(i, i + 2048)));
  return turns;
}

it.each([
  [8, 5, 14, 0],
  [6, 4, 20, 6],
  [4, 2.2, 25, 0],
  [12, 8, 20, 8],
])(
  'hears every exhale of a breath of %s s (%s s out, %s dB above the room, fading by %s) once, in time',
  (period, out, db, fade) => {
    const breaths = every(90, period, out);
    const turns = heard(sound(breaths, 90, db, fade));
    expect(turns.map((t) => t.kind)).toEqual(breaths.flatMap(() => ['exhale', 'inhale']));
    const exhales = turns.filter((t) => t.kind === 'exhale');
    const late = turns.map((t) => t.noticedS - t.atS);
    // What is aimed at for bands holds here: noticed within 0.35 s in nineteen of twenty.
    expect(percentile(late, 0.95)).toBeLessThanOrEqual(0.35);
    exhales.forEach((t, i) => expect(Math.abs(t.atS - breaths[i]!.fromS)).toBeLessThan(0.06));
    const ends = turns.filter((t) => t.kind === 'inhale');
    // A fading one is over for the ear a little before it is over.
    ends.forEach((t, i) => expect(Math.abs(t.atS - breaths[i]!.toS)).toBeLessThan(fade > 0 ? 0.3 : 0.06));
  },
);

it('does not take the tones of a run for breath, alone or over it', () => {
  const breaths = every(60, 8, 5);
  const silent = sound(breaths, 60, 0, 0, true);
  expect(heard(silent)).toEqual([]);
  const both = heard(sound(breaths, 60, 20, 0, true));
  expect(both.map((t) => t.kind)).toEqual(breaths.flatMap(() => ['exhale', 'inhale']));
  both
    .filter((t) => t.kind === 'exhale')
    .forEach((t, i) => expect(Math.abs(t.atS - breaths[i]!.fromS)).toBeLessThan(0.06));
});

it('hears nothing in a quiet or an evenly loud room, and no knock', () => {
  expect(heard(sound([], 30, 0))).toEqual([]);
  expect(heard(new Float32Array(10 * HZ))).toEqual([]);
  const knocks = Array.from({ length: 8 }, (_, i) => ({ fromS: 3 + 2 * i, toS: 3.1 + 2 * i }));
  expect(heard(sound(knocks, 25, 30))).toEqual([]);
});

it('says how long the breath is from one exhale to the next, the same however it is cut', () => {
  const samples = sound(every(40, 6, 4), 40, 20);
  const stream = soundTurns(HZ);
  expect(stream.periodS()).toBeNull();
  const whole = stream.push(samples);
  expect(stream.periodS()).toBeCloseTo(6, 1);
  expect(heard(samples)).toEqual(whole);
});
