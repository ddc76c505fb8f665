import { fail, ok, type Result } from '../base/result';
import { mean, senSlope, standardDeviation } from '../base/statistics';
import { LEVEL_S, loudnessOf, SILENCE_DB } from './loudness';

/** How even an exhale sounds (practice P41: one loudness from first to last). */
export type Evenness = 'even' | 'fades' | 'swells' | 'bursts';

export const EVENNESS_LABEL: Record<Evenness, string> = {
  even: 'even',
  fades: 'fades',
  swells: 'swells',
  bursts: 'comes in bursts',
};

export type HeardExhale = {
  startS: number;
  lengthS: number;
  /** dB after BS.1770, over the whole exhale. */
  loudnessDb: number;
  /** Standard deviation of the level over the middle 80 %, dB, its slope taken out. */
  spreadDb: number;
  /** Change of level over the middle 80 %, dB a second. */
  slopeDbPerS: number;
  evenness: Evenness;
};

/** An exhale begins this far above the quiet and ends when it has been back below for GAP_S. Our choice. */
const ABOVE_QUIET_DB = 9;
/** What is this much quieter than the loudest does not belong to the exhale. Our choice. */
const BELOW_LOUDEST_DB = 28;
const SHORTEST_S = 0.6;
const GAP_S = 0.35;
/** Quieter than this is taken for no sound at all, dB. Our choice. */
const NOTHING_HEARD_DB = -66;
/** Share of the exhale that evenness is judged on. */
const MIDDLE = 0.8;
/** dB from which an exhale is no longer even: its change from end to end, and its spread. Our choice. */
const FADE_DB = 4;
const BURST_DB = 2.2;

/**
 * Exhales in a row of levels (mean squares, one per LEVEL_S), in order.
 *
 * @example heardExhales(levelMeter(48000)(samples)) // [{ lengthS: 6.2, evenness: 'fades', … }]
 */
export function heardExhales(levels: readonly number[]): Result<HeardExhale[]> {
  const dbs = levels.map(loudnessOf);
  if (dbs.length * LEVEL_S < SHORTEST_S) return fail(`the sound is shorter than ${SHORTEST_S} s`, 'sound');
  const loudest = percentile(dbs, 0.98);
  if (loudest < NOTHING_HEARD_DB)
    return fail(
      'the sound is silent: nothing above the noise of the microphone. Is it the right one, and is it on?',
      'sound',
    );
  const quiet = percentile(dbs, 0.05);
  const limit = Math.max(
    NOTHING_HEARD_DB,
    Math.min(quiet + ABOVE_QUIET_DB, loudest - 3),
    loudest - BELOW_LOUDEST_DB,
  );
  // A sound without any quiet in it is one exhale from first to last.
  const throughout = loudest - quiet < ABOVE_QUIET_DB;
  const spans = throughout ? [{ from: 0, to: dbs.length }] : spansAbove(dbs, limit);
  const found = spans
    .filter((s) => (s.to - s.from) * LEVEL_S >= SHORTEST_S)
    .map((s) => describe(levels, dbs, s));
  return found.length > 0 ? ok(found) : fail(`no exhale of ${SHORTEST_S} s or longer was heard`, 'sound');
}

type Stretch = { from: number; to: number };

function spansAbove(dbs: readonly number[], limit: number): Stretch[] {
  const gap = Math.round(GAP_S / LEVEL_S);
  const spans: Stretch[] = [];
  dbs.forEach((db, i) => {
    if (db < limit) return;
    const last = spans.at(-1);
    if (last && i - last.to <= gap) last.to = i + 1;
    else spans.push({ from: i, to: i + 1 });
  });
  return spans;
}

function describe(levels: readonly number[], dbs: readonly number[], { from, to }: Stretch): HeardExhale {
  const lengthS = (to - from) * LEVEL_S;
  const edge = Math.round(((1 - MIDDLE) / 2) * (to - from));
  const middle = dbs.slice(from + edge, to - edge).map((v) => Math.max(v, SILENCE_DB + 20));
  const times = middle.map((_, i) => i * LEVEL_S);
  const slopeDbPerS = senSlope(times, middle);
  const flat = middle.map((v, i) => v - slopeDbPerS * times[i]!);
  const spreadDb = standardDeviation(flat);
  const change = slopeDbPerS * times.at(-1)!;
  const evenness: Evenness =
    spreadDb > BURST_DB ? 'bursts' : change < -FADE_DB ? 'fades' : change > FADE_DB ? 'swells' : 'even';
  return {
    startS: from * LEVEL_S,
    lengthS,
    loudnessDb: loudnessOf(mean(levels.slice(from, to))),
    spreadDb,
    slopeDbPerS,
    evenness,
  };
}

function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
}
