/**
 * Loudness after ITU-R BS.1770: a filter for how the head and ear weigh frequencies, then the mean square. A full-scale
 * sine of 997 Hz in one channel reads −3.01.
 */
export type Biquad = readonly [b0: number, b1: number, b2: number, a1: number, a2: number];

/** The two stages of the weighting at any sampling rate; at 48 kHz they are the coefficients of the standard. */
export function kWeighting(hz: number): [shelf: Biquad, highPass: Biquad] {
  // Analogue prototypes behind the standard's 48 kHz coefficients: centre, gain and quality of each stage.
  const [f1, gainDb, q1] = [1681.974450955533, 3.999843853973347, 0.7071752369554196];
  const k = Math.tan((Math.PI * f1) / hz);
  const high = 10 ** (gainDb / 20);
  const band = high ** 0.4996667741545416;
  const a0 = 1 + k / q1 + k * k;
  const shelf: Biquad = [
    (high + (band * k) / q1 + k * k) / a0,
    (2 * (k * k - high)) / a0,
    (high - (band * k) / q1 + k * k) / a0,
    (2 * (k * k - 1)) / a0,
    (1 - k / q1 + k * k) / a0,
  ];
  const [f2, q2] = [38.13547087602444, 0.5003270373238773];
  const l = Math.tan((Math.PI * f2) / hz);
  const c0 = 1 + l / q2 + l * l;
  return [shelf, [1, -2, 1, (2 * (l * l - 1)) / c0, (1 - l / q2 + l * l) / c0]];
}

const OFFSET_DB = -0.691;
/** What is shown for no sound at all. */
export const SILENCE_DB = -100;

/** Loudness of a mean square, dB. */
export const loudnessOf = (meanSquare: number): number =>
  meanSquare > 0 ? Math.max(SILENCE_DB, OFFSET_DB + 10 * Math.log10(meanSquare)) : SILENCE_DB;

/** Length of one level, s. Short enough for a burst, long enough for the lowest note of a hiss. Our choice. */
export const LEVEL_S = 0.05;

/**
 * A meter that is fed samples as they come and gives a weighted mean square for every 50 ms; the same levels live and
 * after.
 *
 * @example const meter = levelMeter(48000); meter(samples) // mean squares since the last call
 */
export function levelMeter(hz: number): (samples: ArrayLike<number>) => number[] {
  const [[b0, b1, b2, a1, a2], [d0, d1, d2, c1, c2]] = kWeighting(hz);
  const block = Math.round(LEVEL_S * hz);
  let z1 = 0,
    z2 = 0,
    w1 = 0,
    w2 = 0,
    sum = 0,
    count = 0;
  return (samples) => {
    const levels: number[] = [];
    for (let i = 0; i < samples.length; i++) {
      const x = samples[i]!;
      const y = b0 * x + z1;
      z1 = b1 * x - a1 * y + z2;
      z2 = b2 * x - a2 * y;
      const v = d0 * y + w1;
      w1 = d1 * y - c1 * v + w2;
      w2 = d2 * y - c2 * v;
      sum += v * v;
      if (++count === block) {
        levels.push(sum / block);
        sum = 0;
        count = 0;
      }
    }
    return levels;
  };
}

/** Loudness of a whole sound without gating, dB. */
export function loudness(samples: ArrayLike<number>, hz: number): number {
  const squares = levelMeter(hz)(samples);
  return loudnessOf(squares.length === 0 ? 0 : squares.reduce((a, b) => a + b, 0) / squares.length);
}
