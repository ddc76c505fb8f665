import { fail, ok, type Result } from '../base/result';
import { mean, median, percentile, senSlope, standardDeviation } from '../base/statistics';
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

const SHORTEST_S = 0.6;
/** A dip this long belongs to the exhale: breath that comes in bursts. Between two exhales there is an inhale. Our choice. */
const GAP_S = 0.8;
/** What stands out for less than this is a click of the mouth or a knock. Our choice. */
const CLICK_S = 0.2;
/** Quieter than this is taken for no sound at all, dB. Our choice. */
const NOTHING_HEARD_DB = -66;
/** The quiet is where the mean over this time is lowest, and what is within so many dB of it. Our choice. */
const QUIET_S = 0.3;
const QUIET_REACH_DB = 1.5;
/** Sound begins so many spreads of the quiet above it, and this much at least, dB. Our choice. */
const ABOVE_SPREADS = 4;
const ABOVE_DB = 1;
/** An exhale whose loudest tenth stands less than this above the quiet is not told from it, dB. Our choice. */
const STANDS_OUT_DB = 3;
/** What is this much quieter than the loudest does not belong to the exhale. Our choice. */
const BELOW_LOUDEST_DB = 45;
/**
 * A last part that falls faster than this is the room that rings on, dB a second: 60 dB in 2.4 s. An exhale fades
 * slower. Our choice.
 */
const ECHO_DB_PER_S = 25;
/** Share of the exhale that evenness is judged on. */
const MIDDLE = 0.8;
/**
 * dB from which an exhale is no longer even: its change from end to end, and the dips of one that comes in bursts. Our
 * choice.
 */
const FADE_DB = 4;
const DIP_DB = 3;
const DIPS = 2;

/**
 * Exhales in a row of levels (mean squares, one per LEVEL_S), in order. They are told from the quiet of the same sound,
 * so that a second of it is needed; a sound that is alike from first to last is noise to it.
 *
 * @example heardExhales(levelMeter(48000)(samples)) // [{ lengthS: 6.2, evenness: 'fades', … }]
 */
export function heardExhales(levels: readonly number[]): Result<HeardExhale[]> {
  const dbs = levels.map(loudnessOf);
  if (dbs.length * LEVEL_S < SHORTEST_S) return fail(`the sound is shorter than ${SHORTEST_S} s`, 'sound');
  const calm = withoutClicks(dbs);
  const loudest = percentile(calm, 0.98);
  if (loudest < NOTHING_HEARD_DB)
    return fail(
      'the sound is silent: nothing above the noise of the microphone. Is it the right one, and is it on?',
      'sound',
    );
  const quiet = quietOf(calm);
  const limit = Math.max(
    NOTHING_HEARD_DB,
    quiet.db + Math.max(ABOVE_DB, ABOVE_SPREADS * quiet.spread),
    loudest - BELOW_LOUDEST_DB,
  );
  if (loudest < quiet.db + STANDS_OUT_DB)
    return fail(
      'no exhale heard: the sound is equally loud from first to last. Leave a second of quiet before and after the exhale, and bring the microphone nearer',
      'sound',
    );
  const found = spansAbove(calm, limit)
    .map((s) => describe(levels, calm, s, quiet.db))
    .filter((e) => e.lengthS >= SHORTEST_S);
  return found.length > 0 ? ok(found) : fail(`no exhale of ${SHORTEST_S} s or longer was heard`, 'sound');
}

/** The middle of five levels each: clicks are shorter, and edges stay where they are. */
const withoutClicks = (dbs: readonly number[]): number[] =>
  dbs.map((_, i) => median(dbs.slice(Math.max(0, i - 2), i + 3)));

/** Level and spread of what is quiet in a sound. */
function quietOf(dbs: readonly number[]): { db: number; spread: number } {
  const size = Math.min(dbs.length, Math.round(QUIET_S / LEVEL_S));
  let lowest = Infinity;
  for (let i = 0; i + size <= dbs.length; i++) lowest = Math.min(lowest, mean(dbs.slice(i, i + size)));
  const quiet = dbs.filter((v) => v < lowest + QUIET_REACH_DB);
  return { db: Math.max(NOTHING_HEARD_DB - 4, mean(quiet)), spread: standardDeviation(quiet) };
}

type Stretch = { from: number; to: number };

function spansAbove(dbs: readonly number[], limit: number): Stretch[] {
  const runs: Stretch[] = [];
  dbs.forEach((db, i) => {
    if (db < limit) return;
    const last = runs.at(-1);
    if (last && i === last.to) last.to = i + 1;
    else runs.push({ from: i, to: i + 1 });
  });
  const spans: Stretch[] = [];
  for (const run of runs.filter((r) => (r.to - r.from) * LEVEL_S >= CLICK_S)) {
    const last = spans.at(-1);
    if (last && (run.from - last.to) * LEVEL_S <= GAP_S) last.to = run.to;
    else spans.push({ ...run });
  }
  return spans;
}

function describe(
  levels: readonly number[],
  dbs: readonly number[],
  span: Stretch,
  quietDb: number,
): HeardExhale {
  // What the room adds is taken off, or a fading exhale would seem to end in evenness.
  const room = 10 ** (quietDb / 10);
  const own = dbs.map((db) => 10 * Math.log10(Math.max(10 ** (db / 10) - room, room / 4)));
  const bursts = dipsIn(middleOf(own, span)) >= DIPS;
  const { from, to } = bursts ? span : { from: span.from, to: endOf(own, span) };
  const middle = middleOf(own, { from, to });
  const times = middle.map((_, i) => i * LEVEL_S);
  const slopeDbPerS = senSlope(times, middle);
  const spreadDb = standardDeviation(middle.map((v, i) => v - slopeDbPerS * times[i]!));
  const change = slopeDbPerS * (times.at(-1) ?? 0);
  const evenness: Evenness = bursts
    ? 'bursts'
    : change < -FADE_DB
      ? 'fades'
      : change > FADE_DB
        ? 'swells'
        : 'even';
  return {
    startS: from * LEVEL_S,
    lengthS: (to - from) * LEVEL_S,
    loudnessDb: loudnessOf(mean(levels.slice(from, to))),
    spreadDb,
    slopeDbPerS,
    evenness,
  };
}

function middleOf(dbs: readonly number[], { from, to }: Stretch): number[] {
  const edge = Math.round(((1 - MIDDLE) / 2) * (to - from));
  return dbs.slice(from + edge, to - edge).map((v) => Math.max(v, SILENCE_DB + 20));
}

/** How often it falls by DIP_DB and rises by it again. */
function dipsIn(dbs: readonly number[]): number {
  let high = dbs[0] ?? 0;
  let low = Infinity;
  let dips = 0;
  for (const v of dbs) {
    if (low === Infinity) {
      high = Math.max(high, v);
      if (v <= high - DIP_DB) low = v;
    } else {
      low = Math.min(low, v);
      if (v >= low + DIP_DB) {
        dips++;
        high = v;
        low = Infinity;
      }
    }
  }
  return dips;
}

/** Where the exhale ends: before the last steep fall, in which only the room rings on. */
function endOf(dbs: readonly number[], { from, to }: Stretch): number {
  const step = 3;
  let end = to;
  while (
    end - step > from + SHORTEST_S / LEVEL_S &&
    (dbs[end - step]! - dbs[end - 1]!) / ((step - 1) * LEVEL_S) > ECHO_DB_PER_S
  )
    end--;
  return end === to ? to : end - step + 2;
}
