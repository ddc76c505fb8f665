import { mean } from '../base/statistics';
import type { Measured } from '../change/change';
import {
  foundWithPower,
  pooledSpread,
  smallestChange,
  spreadBetween,
  type NoiseKnown,
} from '../change/noise';
import { normalQuantile } from '../change/quantile';
import { ewma, ewmaSd, theilSen } from '../change/trend';
import type { Measure } from './measures';

/** A value of a measure on its day. */
export type Point = {
  at: string;
  /** Nothing was done since the one before: what differs is noise. */
  sameState: boolean;
  measured: Measured;
};

/** `changed` beyond noise, `noise` and no more, or it cannot be told yet. */
type Verdict = 'changed' | 'noise' | 'cannotTell';

/** A measure over the visits, in one place and by one device, and what can be said of it. */
export type Followed = {
  id: string;
  label: string;
  unit: Measure['unit'];
  group: Measure['group'];
  /** Shown as a curve. */
  trend: boolean;
  points: { at: string; measured: Measured }[];
  /** The newest value less the first. */
  difference: number | null;
  /** Half of the band round the first value in which nothing is said to have changed; null: not known. */
  noise: number | null;
  noiseFrom: 'seen' | 'stated' | 'within' | 'unknown';
  verdict: Verdict;
  /** How many more looks like the newest it would take to tell, where more looks can; else null. */
  moreLooks: number | null;
  /** The true rise that is found four times in five; null where the noise is not known, or grows as fast. */
  found80: number | null;
  slope: { perWeek: number; low: number; high: number } | null;
  /** Where the weighted average has gone, if it has left its limits. */
  drift: 'up' | 'down' | null;
};

/** A twentieth of false changes over the whole page, of which most are kept for the verdict and the rest for the drift. */
const FALSE_CHANGED = 0.04;
const FALSE_DRIFT = 0.01;
/** Weight of the newest value (NIST/SEMATECH e-Handbook, 6.3.2.4: 0.2 to 0.3). */
const LAMBDA = 0.25;
const SLOPE_LEVEL = 0.95;
const POWER = 0.8;
/** Nobody makes more looks than this to find out. Our choice. */
const MOST_LOOKS = 12;
const WEEK_MS = 7 * 86_400_000;

/**
 * What a row of values says. The newest is held against the first: that is one question for each measure, and all that are
 * asked on a page share the twentieth of wrong answers (Bonferroni).
 *
 * @param points oldest first, all of one place and device @param together how many questions this one counts as: all of
 *   the page where they weigh alike
 */
export function followed(
  measure: Pick<Measure, 'id' | 'unit' | 'group' | 'trend' | 'noise'>,
  label: string,
  points: readonly Point[],
  together: number,
): Followed {
  const known = noiseOfClient(measure.noise, points);
  const within = pooledSpread(points.map((p) => p.measured));
  const [first, last] = [points[0], points.length > 1 ? points.at(-1) : undefined];
  const usual = first && { ...first.measured, n: Math.max(1, mean(points.map((p) => p.measured.n))) };
  const asked = Math.max(1, together);
  const noise = first
    ? smallestChange(known, first.measured, last?.measured ?? usual!, asked, within, FALSE_CHANGED)
    : null;
  const difference = first && last ? last.measured.value - first.measured.value : null;
  const quantile = normalQuantile(1 - FALSE_CHANGED / 2 / asked);
  return {
    id: measure.id,
    label,
    unit: measure.unit,
    group: measure.group,
    trend: measure.trend,
    points: points.map(({ at, measured }) => ({ at, measured })),
    difference,
    noise,
    noiseFrom: noise === null ? 'unknown' : known.kind === 'repeated' ? 'within' : known.kind,
    ...verdictOf(difference, noise),
    found80:
      first && noise !== null
        ? foundWithPower(POWER, known, first.measured, last?.measured ?? usual!, asked, within, FALSE_CHANGED)
        : null,
    slope: slopeOf(points),
    drift: noise === null ? null : driftOf(points, noise / quantile / Math.SQRT2, asked),
  };
}

const HAIR = 1e-9;

/**
 * With a difference of r standard errors of one look, one look at each end tells where r > z·√2; more looks at the newer end
 * bring that down toward z, and no further: below it nothing can be told from this beginning.
 */
function verdictOf(difference: number | null, noise: number | null): Pick<Followed, 'verdict' | 'moreLooks'> {
  if (difference === null) return { verdict: 'cannotTell', moreLooks: 1 };
  // Without a noise more looks of the same kind tell nothing: what is needed is tries, or looks at equal state.
  if (noise === null) return { verdict: 'cannotTell', moreLooks: null };
  if (Math.abs(difference) > noise + HAIR) return { verdict: 'changed', moreLooks: null };
  if (noise === 0) return { verdict: 'noise', moreLooks: null };
  const ratio = (Math.abs(difference) * Math.SQRT2) / noise;
  if (ratio <= 1) return { verdict: 'noise', moreLooks: null };
  const more = Math.ceil(1 / (ratio ** 2 - 1)) - 1;
  return more > MOST_LOOKS
    ? { verdict: 'noise', moreLooks: null }
    : { verdict: 'cannotTell', moreLooks: Math.max(1, more) };
}

/** The noise as it was seen in this client at equal state, where that is enough, else as the measure states it. */
function noiseOfClient(noise: NoiseKnown, points: readonly Point[]): NoiseKnown {
  const groups: number[][] = [];
  for (const p of points) {
    if (p.sameState && groups.length > 0) groups.at(-1)!.push(p.measured.value);
    else groups.push([p.measured.value]);
  }
  const seen = spreadBetween(groups);
  return seen ? { kind: 'seen', ...seen } : noise;
}

function slopeOf(points: readonly Point[]): Followed['slope'] {
  const weeks = points.map((p) => (Date.parse(p.at) - Date.parse(points[0]!.at)) / WEEK_MS);
  const made = theilSen(
    weeks,
    points.map((p) => p.measured.value),
    SLOPE_LEVEL,
  );
  return made && { perWeek: made.slope, low: made.low, high: made.high };
}

/**
 * Whether the weighted average stands outside its limits at the newest look. What it is held against is the mean of the
 * looks at the first state, whose own error widens the limits.
 */
function driftOf(points: readonly Point[], sem: number, together: number): Followed['drift'] {
  let base = 1;
  while (base < points.length && points[base]!.sameState) base++;
  const after = points.slice(base);
  if (after.length === 0 || sem === 0) return null;
  const target = mean(points.slice(0, base).map((p) => p.measured.value));
  const at = ewma(
    after.map((p) => p.measured.value),
    target,
    LAMBDA,
  ).at(-1)!;
  // What the average has taken in of the new values has their noise and that of the beginning.
  const taken = 1 - (1 - LAMBDA) ** after.length;
  const sd = sem * Math.sqrt(ewmaSd(LAMBDA, after.length) ** 2 + taken ** 2 / base);
  const limit = normalQuantile(1 - FALSE_DRIFT / 2 / together) * sd;
  return Math.abs(at - target) <= limit ? null : at > target ? 'up' : 'down';
}
