import { RING_ZONES, ZONE_LABEL, type Zone } from '../body/zones';
import { changeBetween, type Change, type Measured } from '../change/change';
import {
  OUR_CHOICE,
  pooledSpread,
  smallestChange,
  spreadBetween,
  type DayToDay,
  type NoiseKnown,
} from '../change/noise';
import { mean } from '../base/statistics';
import { POSITION } from '../body/positions';
import { comfortableExhale } from '../look/exhales';
import { HOLD_DAYS, summariseHolds } from '../look/holds';
import { lowBreath } from '../look/sweep';
import type { LookData, RelookTest } from '../look/look';
import { RING_POSITION, RING_POSITIONS } from '../look/places';
import type { QuietBreath } from '../look/quiet';

/** A look as far as it is measured. */
export type SeenMeasures = { data: LookData; quiet: QuietBreath | null };

/** What a look says of a measure in one place; only what was taken in the same place is compared. */
export type Found = { measured: Measured; at: { key: string; label: string } | null };

export type Measure = {
  id: string;
  label: string;
  unit: 's' | 'a minute' | '%' | 'of 10' | 'yes or no';
  /** The look again that takes it. */
  test: RelookTest;
  /** Shown over the visits as a curve. */
  trend: boolean;
  /** What is known of its noise before anything is seen of the client. */
  noise: NoiseKnown;
  /** All that a look says of it, the place to be preferred first. */
  find: (seen: SeenMeasures) => Found[];
};

/**
 * Standard error of a rating by eye in steps of a tenth: under one step. Our choice; no published noise for it. Alone, three
 * steps then count as a change.
 */
const RATING_SEM = 0.085;
/** Less than two points on a scale of ten may be nothing (common practice, no source): a little under 2 over 1.96·√2. */
const PAIN_SEM = 0.7;

/** Between-day spreads are stated as they are for want of a source that we could look up; all are our choice. */
const RATE_DAYS: DayToDay = { share: 0.06, least: 0.8, source: OUR_CHOICE };
const EXHALE_DAYS: DayToDay = { share: 0.12, least: 0.2, source: OUR_CHOICE };
const COMFORT_DAYS: DayToDay = { share: 0.15, least: 0.4, source: OUR_CHOICE };
const ratedPct: NoiseKnown = { kind: 'stated', sem: RATING_SEM * 100 };

const rating = (zone: Zone): Measure => ({
  id: `rating-${zone}`,
  label: ZONE_LABEL[zone],
  unit: '%',
  test: 'rings',
  trend: false,
  noise: ratedPct,
  find: ({ data }) =>
    RING_POSITIONS.flatMap((position) => {
      const share = data.rings[position]?.[zone];
      if (share === undefined) return [];
      const at = { key: position, label: RING_POSITION[position].label };
      return [{ measured: { value: share * 100, spread: 0, n: 1 }, at }];
    }),
});

/** What is measured over visits, and again at the end of a run. */
export const MEASURES: readonly Measure[] = [
  {
    id: 'rate',
    label: 'quiet rate',
    unit: 'a minute',
    test: 'quiet',
    trend: true,
    noise: { kind: 'repeated', days: RATE_DAYS },
    find: ({ quiet }) => (quiet ? [{ measured: quiet.rate, at: null }] : []),
  },
  {
    id: 'exhale',
    label: 'exhale',
    unit: 's',
    test: 'quiet',
    trend: true,
    noise: { kind: 'repeated', days: EXHALE_DAYS },
    find: ({ quiet }) => (quiet ? [{ measured: quiet.exhale, at: null }] : []),
  },
  {
    id: 'hold',
    label: 'calm hold',
    unit: 's',
    test: 'hold',
    trend: true,
    noise: { kind: 'repeated', days: HOLD_DAYS },
    find: ({ data }) =>
      summariseHolds(data.holds).flatMap(({ position, meanCalmS, spreadS, calmTries }) =>
        meanCalmS === null
          ? []
          : [
              {
                measured: { value: meanCalmS, spread: spreadS ?? 0, n: calmTries },
                at: { key: position, label: POSITION[position].label },
              },
            ],
      ),
  },
  {
    id: 'comfortable',
    label: 'comfortable exhale',
    unit: 's',
    test: 'exhale',
    trend: true,
    noise: { kind: 'repeated', days: COMFORT_DAYS },
    find: ({ data }) => {
      const e = comfortableExhale(data);
      return e
        ? [{ measured: { value: e.comfortableS, spread: e.spreadS ?? 0, n: Math.max(1, e.quiet) }, at: null }]
        : [];
    },
  },
  ...(['right', 'left'] as const).map((side): Measure => ({
    id: `bend-${side}`,
    label: `${side} side in the side bend`,
    unit: '%',
    test: 'sideBend',
    trend: false,
    noise: ratedPct,
    find: ({ data: { sideBend } }) =>
      sideBend?.[side] === undefined
        ? []
        : [
            {
              measured: { value: sideBend[side] * 100, spread: 0, n: 1 },
              at: { key: sideBend.position, label: POSITION[sideBend.position].label },
            },
          ],
  })),
  ...RING_POSITIONS.map((position): Measure => ({
    id: `low-${position}`,
    label: `low breath, ${RING_POSITION[position].label}`,
    unit: '%',
    test: 'sweep',
    trend: false,
    noise: ratedPct,
    find: ({ data }) => {
      const low = data.rings[position] ? lowBreath(data.rings[position]) : null;
      return low === null ? [] : [{ measured: { value: low * 100, spread: 0, n: 1 }, at: null }];
    },
  })),
  {
    id: 'fullBreath',
    label: 'a full breath goes in',
    unit: 'yes or no',
    test: 'fullBreath',
    trend: false,
    noise: { kind: 'stated', sem: 0 },
    find: ({ data: { signs } }) =>
      signs.cannotFill === undefined
        ? []
        : [{ measured: { value: signs.cannotFill ? 0 : 1, spread: 0, n: 1 }, at: null }],
  },
  {
    id: 'pain',
    label: 'pain',
    unit: 'of 10',
    test: 'pain',
    trend: true,
    noise: { kind: 'stated', sem: PAIN_SEM },
    find: ({ data: { numbers } }) =>
      numbers?.pain === undefined ? [] : [{ measured: { value: numbers.pain, spread: 0, n: 1 }, at: null }],
  },
  ...(['neck', ...RING_ZONES] as const).map(rating),
];

/** The values of a measure that two looks have in the same place, in the place that the first prefers. */
export function inCommon(measure: Measure, before: SeenMeasures, after: SeenMeasures): [Found, Found] | null {
  const later = measure.find(after);
  for (const from of measure.find(before)) {
    const to = later.find((f) => f.at?.key === from.at?.key);
    if (to) return [from, to];
  }
  return null;
}

/** A measure with the place it was taken in, where that changes what it means. */
export const labelAt = ({ label, trend }: Measure, at: Found['at']): string =>
  trend && at ? `${label}, ${at.label}` : label;

export type Series = Pick<Measure, 'id' | 'label' | 'unit'> & {
  points: { at: string; measured: Measured }[];
  /** Half of the band of noise round the first visit; null when it is not known. */
  noise: number | null;
  /** The newest visit against the one before it. */
  change: Change | null;
};

/** A visit as it is followed. */
export type FollowedVisit = SeenMeasures & {
  at: string;
  /** Nothing was done since the visit before: what differs is noise. */
  sameState: boolean;
};

/**
 * The measures that are shown as a curve, each in the place where it was taken first. Three and more looks at equal state
 * make the noise of the client's own; all curves shown together share the twentieth of false changes.
 *
 * @param visits oldest first
 */
export function seriesOf(visits: readonly FollowedVisit[]): Series[] {
  const all = MEASURES.filter((m) => m.trend).map((measure) => {
    const found = visits.map((v) => ({ ...v, all: measure.find(v) }));
    const place = found.find((f) => f.all.length > 0)?.all[0]!.at ?? null;
    const points = found.flatMap(({ at, sameState, all: here }) => {
      const one = here.find((f) => f.at?.key === place?.key);
      return one ? [{ at, sameState, measured: one.measured }] : [];
    });
    return { measure, place, points };
  });
  const together = all.filter((s) => s.points.length > 1).length;
  return all.map(({ measure, place, points }) => {
    const known = noiseOfClient(measure, points);
    const within = pooledSpread(points.map((p) => p.measured));
    const [first, before, last] = [points[0], points.at(-2), points.at(-1)];
    const usual = first && { ...first.measured, n: Math.max(1, mean(points.map((p) => p.measured.n))) };
    return {
      id: measure.id,
      label: labelAt(measure, place),
      unit: measure.unit,
      points: points.map(({ at, measured }) => ({ at, measured })),
      noise: first ? smallestChange(known, first.measured, usual!, together, within) : null,
      change: before ? changeBetween(before.measured, last!.measured, known, together, within) : null,
    };
  });
}

/** The noise as it was seen in this client at equal state, where that is enough, else as the measure states it. */
function noiseOfClient(
  { noise }: Measure,
  points: readonly { sameState: boolean; measured: Measured }[],
): NoiseKnown {
  const groups: number[][] = [];
  for (const p of points) {
    if (p.sameState && groups.length > 0) groups.at(-1)!.push(p.measured.value);
    else groups.push([p.measured.value]);
  }
  const seen = spreadBetween(groups);
  return seen ? { kind: 'seen', ...seen } : noise;
}
