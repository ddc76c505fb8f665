import type { StreamedTurn } from '../signal/streaming';
import type { Biquad } from './loudness';

/**
 * Breath is heard as a hiss; the tones of a run, a voice and most of a room lie below this, Hz. The highest tone of a run
 * is at 660. Our choice.
 */
const HISS_FROM_HZ = 1800;
/** Length of one level, s. */
const STEP_S = 0.025;
/** The quiet is the lowest mean over this time within the last so many seconds. Our choice. */
const QUIET_S = 0.3;
const REMEMBERED_S = 15;
/** Breath is heard from so many dB above the quiet, and is over under the lower one. Our choice: by trial on made-up sounds. */
const ABOVE_DB = 9;
const UNDER_DB = 5;
/** It has to last so long to count as begun, and to be gone so long to count as over, s: that is how late a turn is told. */
const BEGUN_S = 0.2;
const OVER_S = 0.275;
/** Quieter than this nothing is heard, dB of full scale. Our choice. */
const NOTHING_DB = -85;

/** A high-pass of the second order, after R. Bristow-Johnson, “Audio EQ Cookbook” (W3C Working Group Note, 2021). */
function highPass(hz: number): Biquad {
  const w = (2 * Math.PI * HISS_FROM_HZ) / hz;
  const alpha = Math.sin(w) / Math.SQRT2;
  const c = Math.cos(w);
  const a0 = 1 + alpha;
  return [(1 + c) / 2 / a0, -(1 + c) / a0, (1 + c) / 2 / a0, (-2 * c) / a0, (1 - alpha) / a0];
}

function filter([b0, b1, b2, a1, a2]: Biquad): (x: number) => number {
  let z1 = 0;
  let z2 = 0;
  return (x) => {
    const y = b0 * x + z1;
    z1 = b1 * x - a1 * y + z2;
    z2 = b2 * x - a2 * y;
    return y;
  };
}

/** Turns out of what is heard, fed samples as they come. */
export type SoundTurns = {
  /** @returns the turns that were noticed in these samples; times in seconds since the first one */
  push: (samples: ArrayLike<number>) => StreamedTurn[];
  /** Seconds from the beginning of one heard exhale to that of the next, as last heard; null before the second. */
  periodS: () => number | null;
};

/**
 * Exhales that can be heard, each with its beginning and its end, as they come. The end counts as the turn to the inhale:
 * an empty pause is not told from it. A second of quiet is needed before the first.
 *
 * @param hz 8000 or more
 * @example soundTurns(48000).push(samples) // [{ kind: 'exhale', atS: 3.1, noticedS: 3.3, travel: 0 }]
 */
export function soundTurns(hz: number): SoundTurns {
  const [once, twice] = [filter(highPass(hz)), filter(highPass(hz))];
  const size = Math.max(1, Math.round(STEP_S * hz));
  const stepS = size / hz;
  const steps = (s: number) => Math.round(s / stepS);
  const dbs: number[] = [];
  const means: number[] = [];
  let [square, count, total] = [0, 0, 0];
  let heard = false;
  /** Steps in a row, a drop-out of one left aside, that speak for the other state. */
  let run = 0;
  let missed = 0;
  let began: number | null = null;
  let period: number | null = null;

  const level = (db: number): StreamedTurn | null => {
    total++;
    dbs.push(db);
    if (dbs.length > steps(QUIET_S)) dbs.shift();
    if (dbs.length === steps(QUIET_S)) means.push(dbs.reduce((a, b) => a + b, 0) / dbs.length);
    if (means.length > steps(REMEMBERED_S)) means.shift();
    if (means.length < steps(1 - QUIET_S)) return null;
    const quiet = Math.max(
      NOTHING_DB,
      means.reduce((a, b) => Math.min(a, b)),
    );
    const speaks = heard ? db < quiet + UNDER_DB : db > quiet + ABOVE_DB;
    if (speaks) {
      run += 1 + missed;
      missed = 0;
    } else if (run > 0 && missed === 0) missed = 1;
    else run = missed = 0;
    if (run < steps(heard ? OVER_S : BEGUN_S)) return null;
    heard = !heard;
    const noticedS = total * stepS;
    const atS = noticedS - run * stepS;
    run = missed = 0;
    if (heard) {
      period = began === null ? null : atS - began;
      began = atS;
    }
    return { kind: heard ? 'exhale' : 'inhale', atS, noticedS, travel: 0 };
  };

  return {
    periodS: () => period,
    push(samples) {
      const turns: StreamedTurn[] = [];
      for (let i = 0; i < samples.length; i++) {
        const y = twice(once(samples[i]!));
        square += y * y;
        if (++count < size) continue;
        const turn = level(square > 0 ? 10 * Math.log10(square / size) : -200);
        if (turn) turns.push(turn);
        square = count = 0;
      }
      return turns;
    },
  };
}
