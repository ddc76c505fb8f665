import { dice, type BodySpec } from './body';

export const RATES = [4, 5, 6, 8, 10, 12, 15, 18, 22, 26, 32, 40];
const SHAPES = ['cosine', 'exponential', 'steep', 'mixed', 'foreign'] as const;

/** What a record shows beside breathing. */
export type Kind =
  'still' | 'shift' | 'smallShift' | 'burst' | 'oneBandBurst' | 'stop' | 'speech' | 'outOfStep';
export type Listed = BodySpec & { kind: Kind };

function base(kind: Kind, index: number, set: number): Listed {
  const seed = 1000 * (set + 1) + index * 17 + kind.length * 131;
  const { uniform } = dice(seed + 5);
  const ratePerMin = RATES[index % RATES.length]!;
  return {
    kind,
    name: `${kind} ${index}`,
    seed,
    hz: [10, 20, 25, 50, 100][Math.floor(uniform() * 5)]!,
    bits: 8 + Math.floor(3 * uniform()),
    seconds: Math.max(100, (60 / ratePerMin) * 18),
    ratePerMin,
    db: index % 2 === 0 ? 20 : 10,
    duty: 0.34 + 0.14 * uniform(),
    shape: SHAPES[Math.floor(uniform() * 4)]!,
    rest: uniform() < 0.3 ? 0.1 + 0.18 * uniform() : 0,
    restFull: uniform() < 0.12 ? 0.06 + 0.08 * uniform() : 0,
    bands: ([2, 2, 3, 1] as const)[Math.floor(uniform() * 4)]!,
    lag: 0,
    heart: 0.01 + 0.03 * uniform(),
    wander: { size: 0.05 + 0.1 * uniform(), hz: 0.008 + 0.012 * uniform() },
    shifts: [],
    bursts: [],
    stops: [],
    speech: [],
    sighsAtS: [],
  };
}

/** Kept away from the ends and from one another. */
function times(spec: BodySpec, count: number): number[] {
  const { uniform } = dice(spec.seed + 77);
  return Array.from({ length: count }, (_, k) => spec.seconds * ((k + 0.3 + 0.4 * uniform()) / count));
}

/**
 * 312 records a set. One set was used while the finder was written (0), the figures are of another (1).
 *
 * @param set any whole number; each has its own bodies
 */
export function records(set: number): Listed[] {
  const still = Array.from({ length: 120 }, (_, i): Listed => {
    const spec = base('still', i, set);
    // Every rate with every shape at both noises.
    const shape = SHAPES[Math.floor(i / 24) % 5]!;
    return { ...spec, db: Math.floor(i / 12) % 2 === 0 ? 20 : 10, shape, name: `still ${shape} ${i}` };
  });
  const shift = Array.from({ length: 48 }, (_, i): Listed => {
    const spec = base(i < 36 ? 'shift' : 'smallShift', i, set);
    const { uniform } = dice(spec.seed + 3);
    const sign = uniform() < 0.5 ? 1 : -1;
    return {
      ...spec,
      shifts: times(spec, 2).map((atS, k) => ({
        atS,
        // There and back, or twice the same way.
        depths:
          (k === 1 && uniform() < 0.7 ? -sign : sign) * (i < 36 ? 2 + 3 * uniform() : 0.6 + 1.3 * uniform()),
        rampS: 0.5 + 1.5 * uniform(),
      })),
    };
  });
  const burst = Array.from({ length: 48 }, (_, i): Listed => {
    const spec = base(i < 32 ? 'burst' : 'oneBandBurst', i, set);
    const { uniform } = dice(spec.seed + 4);
    return {
      ...spec,
      bands: i < 32 ? (i % 3 === 0 ? 3 : 2) : 1,
      bursts: times(spec, 2).map((atS) => ({ atS, lengthS: 3 + 6 * uniform(), depths: 2.5 + 3 * uniform() })),
    };
  });
  const stop = Array.from({ length: 36 }, (_, i): Listed => {
    const spec = base('stop', i, set);
    const { uniform } = dice(spec.seed + 6);
    return {
      ...spec,
      ratePerMin: RATES[3 + (i % 9)]!,
      seconds: 150,
      wander: { size: 0.1 + 0.12 * uniform(), hz: 0.012 + 0.01 * uniform() },
      stops: [{ atS: 40 + 40 * uniform(), lengthS: 12 + 8 * uniform() }],
    };
  });
  const speech = Array.from({ length: 30 }, (_, i): Listed => {
    const spec = base('speech', i, set);
    return {
      ...spec,
      ratePerMin: RATES[3 + (i % 7)]!,
      seconds: 150,
      speech: i % 2 === 0 ? [{ atS: 60, lengthS: 25 }] : [],
      sighsAtS: [25, 100],
    };
  });
  const outOfStep = Array.from({ length: 30 }, (_, i): Listed => {
    const spec = base('outOfStep', i, set);
    return { ...spec, bands: 2, lag: 0.08 + 0.2 * dice(spec.seed + 8).uniform() };
  });
  return [...still, ...shift, ...burst, ...stop, ...speech, ...outOfStep];
}
