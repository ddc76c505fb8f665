import { RING_ZONES, ZONE_LABEL, type Zone } from '../body/zones';
import type { Measured } from '../change/change';
import { POSITION } from '../body/positions';
import { comfortableExhale } from '../look/exhales';
import { summariseHolds } from '../look/holds';
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
  /** What two values may differ by without being a change, where repeating within a look does not tell it. */
  noise?: number;
  /** All that a look says of it, the place to be preferred first. */
  find: (seen: SeenMeasures) => Found[];
};

/** A rating in tenths is taken to be uncertain by two steps. Our choice; no published noise for a rating by eye. */
export const RATING_NOISE = 0.2;
/** Less than two points on a scale of ten may be nothing. Common practice, no source. */
const PAIN_NOISE = 1.5;

const rating = (zone: Zone): Measure => ({
  id: `rating-${zone}`,
  label: ZONE_LABEL[zone],
  unit: '%',
  test: 'rings',
  trend: false,
  noise: RATING_NOISE * 100,
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
    find: ({ quiet }) => (quiet ? [{ measured: quiet.rate, at: null }] : []),
  },
  {
    id: 'exhale',
    label: 'exhale',
    unit: 's',
    test: 'quiet',
    trend: true,
    find: ({ quiet }) => (quiet ? [{ measured: quiet.exhale, at: null }] : []),
  },
  {
    id: 'hold',
    label: 'calm hold',
    unit: 's',
    test: 'hold',
    trend: true,
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
    noise: RATING_NOISE * 100,
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
    noise: RATING_NOISE * 100,
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
    noise: 0,
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
    noise: PAIN_NOISE,
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

export type Series = Pick<Measure, 'id' | 'label' | 'unit' | 'noise'> & {
  points: { at: string; measured: Measured }[];
};

/** The measures that are shown as a curve, each in the place where it was taken first. @param visits oldest first */
export const seriesOf = (visits: readonly (SeenMeasures & { at: string })[]): Series[] =>
  MEASURES.filter((m) => m.trend).map((measure) => {
    const found = visits.map((v) => ({ at: v.at, all: measure.find(v) }));
    const place = found.find((f) => f.all.length > 0)?.all[0]!.at ?? null;
    const points = found.flatMap(({ at, all }) => {
      const here = all.find((f) => f.at?.key === place?.key);
      return here ? [{ at, measured: here.measured }] : [];
    });
    const { id, unit, noise } = measure;
    return { id, label: labelAt(measure, place), unit, noise, points };
  });
