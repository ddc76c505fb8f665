import { SYMPTOM_CUTOFFS } from '../look/symptoms';
import { SUPINE_UNTIL_WEEK } from '../screen/limits';
import type { OwnThresholds } from './thresholds.schema';

export type { OwnThresholds };

type Facts = {
  value: number;
  label: string;
  unit: '' | 's' | 'a minute' | '%' | 'cm' | 'points';
  source: string;
  /** Between what it can be set; absent: anything from 0 on. */
  range?: readonly [number, number];
};

/**
 * What observations are held against. Every figure is a screen that an instructor may set otherwise, never a
 * diagnosis. `source` is shown beside the evidence.
 */
export const THRESHOLD = {
  fastPerMin: {
    value: 22.2,
    label: 'quiet breathing reads as fast above',
    unit: 'a minute',
    source: 'Tobin 1983, Chest 84:202, 16.6 ± 2.8, mean + 2 SD (from memory)',
  },
  irregular: {
    value: 25,
    label: 'breaths read as irregular when they vary by more than',
    unit: '%',
    source: 'our choice',
  },
  calmHoldS: {
    value: 25,
    label: 'hold tolerance reads as low under',
    unit: 's',
    source: 'Kiesel 2017, Int J Sports Phys Ther 12:774 (cited)',
  },
  emptyPauseS: {
    value: 3,
    label: 'an empty pause reads as short under',
    unit: 's',
    source: 'P28, common practice',
  },
  exhaleRatio: {
    value: 1.2,
    label: 'the exhale reads as short under this many inhales',
    unit: '',
    source: 'P44, common practice',
  },
  comfortableExhaleS: {
    value: 5,
    label: 'a comfortable exhale reads as short under',
    unit: 's',
    source: 'P44, common practice',
  },
  sideDifference: {
    value: 35,
    label: 'the sides read as uneven when they differ by more than',
    unit: '%',
    source: 'our choice',
  },
  neckLift: {
    value: 25,
    label: 'neck and shoulders read as lifting above',
    unit: '%',
    source: 'P5, P14, common practice',
  },
  ribShareLying: {
    value: 55,
    label: 'ribs read as leading, lying, above',
    unit: '%',
    source: 'our choice; belly-led lying: Sharp 1975, J Appl Physiol 39:608 (direction)',
  },
  ribShareUpright: {
    value: 75,
    label: 'ribs read as leading, upright, above',
    unit: '%',
    source: 'our choice; rib-led upright: Verschakelen & Demedts 1995, AJRCCM 151:399 (direction)',
  },
  tapeCm: {
    value: 3,
    label: 'lower ribs read as stiff when the tape opens less than',
    unit: 'cm',
    source: 'our choice; papers give 2.5 to 5 cm (from memory)',
  },
  symptoms: {
    value: SYMPTOM_CUTOFFS.classic.from,
    label: 'the sixteen complaints speak from a total of',
    unit: 'points',
    source: `${SYMPTOM_CUTOFFS.classic.source}; ${SYMPTOM_CUTOFFS.later.from}: ${SYMPTOM_CUTOFFS.later.source}`,
  },
  supineWeek: {
    value: SUPINE_UNTIL_WEEK,
    label: 'in pregnancy no long work on the back from week',
    unit: '',
    source: 'our choice: sources differ, 16 to 28 weeks (from memory); P9',
    // A caution can be set earlier, and no later than the latest source.
    range: [1, 28],
  },
} as const satisfies Record<string, Facts>;

export type ThresholdName = keyof typeof THRESHOLD;

export const THRESHOLDS = Object.keys(THRESHOLD) as ThresholdName[];

export type Thresholds = Record<ThresholdName, number>;

export const DEFAULT_THRESHOLDS: Thresholds = Object.fromEntries(
  THRESHOLDS.map((name) => [name, THRESHOLD[name].value]),
) as Thresholds;

export const MOST = 500;

/** Between what a figure can be set. */
export const rangeOf = (name: ThresholdName): readonly [number, number] => {
  const facts: Facts = THRESHOLD[name];
  return facts.range ?? [0, MOST];
};

/** The shipped figures with those that were set otherwise; one that lies beyond its range counts as the end of it. */
export const withOwn = (own: OwnThresholds): Thresholds =>
  Object.fromEntries(
    THRESHOLDS.map((name) => {
      const [least, most] = rangeOf(name);
      return [name, Math.min(most, Math.max(least, own[name] ?? THRESHOLD[name].value))];
    }),
  ) as Thresholds;

/** Where a figure comes from, or that it has been set by hand. */
export const sourceOf = (name: ThresholdName, used: Thresholds): string =>
  used[name] === THRESHOLD[name].value ? THRESHOLD[name].source : 'set here by hand';
