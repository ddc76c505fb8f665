import { RING_ZONES, ZONE_LABEL, type Zone } from '../body/zones';
import { POSITION } from '../body/positions';
import { mean, standardDeviation } from '../base/statistics';
import type { Measured } from '../change/change';
import { independentOf, OUR_CHOICE, type DayToDay, type NoiseKnown } from '../change/noise';
import { comfortableExhale } from '../look/exhales';
import { HOLD_DAYS, summariseHolds } from '../look/holds';
import { bestAlignment, lowBreath } from '../look/sweep';
import type { HoldKind, LookData, RelookTest } from '../look/look';
import { RING_POSITION, RING_POSITIONS } from '../look/places';
import type { QuietBreath, SeenBands, SeenClip } from '../look/quiet';
import { scoreSymptoms, SYMPTOMS } from '../look/symptoms';
import { TAPE_LABEL, TAPE_LEVELS, TAPE_SIDES, tapeResults } from '../look/tape';
import type { BlockResult } from '../run/run';
import { measureStance, STANCE_VALUES, type StanceValue } from '../video/stance';
import { LINE_PLACE, LINE_PLACES, type LinePlace } from '../video/line';

/** A look as far as it is measured. */
export type SeenMeasures = {
  data: LookData;
  quiet: QuietBreath | null;
  bands?: readonly SeenBands[];
  clips?: readonly SeenClip[];
};
/** A run, and a stretch of days at home, as far as they are measured. */
export type SeenRun = { results: readonly BlockResult[]; names: ReadonlyMap<string, string> };
export type SeenHome = { share: number | null; slots: number; complaints: number | null };

type Seen = { look: SeenMeasures; run: SeenRun; home: SeenHome };

/** What is said of a measure in one place; only what was taken in the same place, by the same device, is compared. */
export type Found = { measured: Measured; at: { key: string; label: string } | null };

/** What a measure is about; they stand together on the page. */
export const MEASURE_GROUPS = ['breath', 'where', 'hold', 'exhale', 'told', 'done'] as const;

type MeasureOf<From extends keyof Seen> = {
  from: From;
  id: string;
  label: string;
  unit: 's' | 'a minute' | '%' | 'of 10' | 'of 5' | 'of 64' | 'degrees' | 'cm' | 'mm' | 'dB' | 'yes or no';
  group: (typeof MEASURE_GROUPS)[number];
  /** The look again that takes it; null: none does. */
  test: RelookTest | null;
  /** Shown over the visits as a curve. */
  trend: boolean;
  /** What is known of its noise before anything is seen of the client. */
  noise: NoiseKnown;
  /** All that is said of it, the place to be preferred first. */
  find: (seen: Seen[From]) => Found[];
};

export type LookMeasure = MeasureOf<'look'>;
export type Measure = LookMeasure | MeasureOf<'run'> | MeasureOf<'home'>;

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

const rating = (zone: Zone): LookMeasure => ({
  from: 'look',
  group: 'where',
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

/** Timing of quiet breathing, by what took it and where. */
function inQuiet(quiet: QuietBreath | null, of: (quiet: QuietBreath) => Measured | null): Found[] {
  const measured = quiet && of(quiet);
  if (!quiet || !measured) return [];
  // Tapped lying is what is usual; anything else is said.
  const label = [
    quiet.from === 'taps' ? '' : `by ${quiet.from}`,
    quiet.position === 'hookLying' ? '' : POSITION[quiet.position].label,
  ]
    .filter(Boolean)
    .join(', ');
  return [{ measured, at: { key: `${quiet.from} ${quiet.position}`, label } }];
}

/** What bands say, in every position that has some. */
const inBands = (
  bands: readonly SeenBands[] | undefined,
  of: (analysis: SeenBands['analysis']) => Measured | null,
): Found[] =>
  (bands ?? []).flatMap(({ position, analysis }) => {
    const measured = of(analysis);
    return measured ? [{ measured, at: { key: position, label: RING_POSITION[position].label } }] : [];
  });

/** Holds of a kind that ended calm, by position. */
const calmHolds = ({ holds }: LookData, kind: HoldKind): Found[] =>
  summariseHolds(holds, kind).flatMap(({ position, meanCalmS, spreadS, calmTries }) =>
    meanCalmS === null
      ? []
      : [
          {
            measured: { value: meanCalmS, spread: spreadS ?? 0, n: calmTries },
            at: { key: position, label: POSITION[position].label },
          },
        ],
  );

/** What clips say, by position and view. */
const inClips = (
  clips: readonly SeenClip[] | undefined,
  of: (analysis: SeenClip['analysis']) => Measured | null,
): Found[] =>
  (clips ?? []).flatMap(({ position, view, bend, analysis }) => {
    const measured = bend === undefined ? of(analysis) : null;
    return measured
      ? [{ measured, at: { key: `${position} ${view}`, label: RING_POSITION[position].label } }]
      : [];
  });

/** How far a contour travels with ordinary breaths: told in mm only, since pixels of two days are not alike. */
const travel = (place: Exclude<LinePlace, 'still'>): LookMeasure => ({
  from: 'look',
  group: 'where',
  id: `clip-${place}`,
  label: `${LINE_PLACE[place].label}, by clip`,
  unit: 'mm',
  test: null,
  trend: false,
  noise: { kind: 'repeated', days: TRAVEL_DAYS },
  find: ({ clips }) =>
    inClips(clips, ({ lines }) => {
      const moved = lines.find((l) => l.place === place)?.ordinary;
      return moved?.mm === null || moved?.mm === undefined
        ? null
        : { value: moved.mm, spread: Math.abs(moved.mm) * moved.error, n: moved.n };
    }),
});

/** Angles and offsets of the stance, by the points that were tapped. */
const stance = (id: StanceValue['id'], label: string, unit: StanceValue['unit']): LookMeasure => ({
  from: 'look',
  group: 'where',
  id: `stance-${id}`,
  label,
  unit,
  test: null,
  trend: false,
  noise: { kind: 'repeated', days: STANCE_DAYS },
  find: ({ data }) =>
    (data.stances ?? []).flatMap(({ view, taps }) =>
      measureStance(taps).values.flatMap((v) =>
        v.id === id
          ? [{ measured: { value: v.value, spread: v.error ?? 0, n: 1 }, at: { key: view, label: '' } }]
          : [],
      ),
    ),
});

const once = (value: number): Measured => ({ value, spread: 0, n: 1 });
const DUTY_DAYS: DayToDay = { share: 0.06, least: 2, source: OUR_CHOICE };
const SHARE_DAYS: DayToDay = { share: 0.1, least: 5, source: OUR_CHOICE };
const PHASE_DAYS: DayToDay = { share: 0.15, least: 10, source: OUR_CHOICE };
const EVEN_DAYS: DayToDay = { share: 0.2, least: 0.5, source: OUR_CHOICE };
/** A travel by clip is off by up to 15 % as a whole, and where the line lies differs by day. Our choice. */
const TRAVEL_DAYS: DayToDay = { share: 0.15, least: 0.5, source: OUR_CHOICE };
/** How somebody stands differs by some degrees, or hundredths of the trunk, from day to day. Our choice: no figure at hand. */
const STANCE_DAYS: DayToDay = { share: 0, least: 2.5, source: OUR_CHOICE };
const TAPE_DAYS: DayToDay = { share: 0.08, least: 0.4, source: OUR_CHOICE };
/** A total of 16 answers of 0 to 4 from day to day. Our choice: no figure at hand. */
const COMPLAINTS_SEM = 2.5;
/** One point on a scale of breathlessness of ten, and of quality of five. Our choice: no figure at hand. */
const BREATHLESS_SEM = 0.7;
const QUALITY_SEM = 0.6;

const MORE_OF_LOOKS: readonly LookMeasure[] = [
  {
    from: 'look',
    group: 'breath',
    id: 'inhale',
    label: 'inhale',
    unit: 's',
    test: null,
    trend: false,
    noise: { kind: 'repeated', days: EXHALE_DAYS },
    find: ({ quiet }) => inQuiet(quiet, (q) => q.inhale),
  },
  {
    from: 'look',
    group: 'breath',
    id: 'duty',
    label: 'share of the breath that is inhale (Ti/Ttot)',
    unit: '%',
    test: null,
    trend: false,
    noise: { kind: 'repeated', days: DUTY_DAYS },
    find: ({ quiet }) =>
      inQuiet(quiet, (q) => ({
        value: q.dutyCycle * 100,
        // The relative spread of the inhale is most of it.
        spread: q.inhale.value > 0 ? (q.dutyCycle * 100 * q.inhale.spread) / q.inhale.value : 0,
        n: q.inhale.n,
      })),
  },
  {
    from: 'look',
    group: 'where',
    id: 'ribShare',
    label: 'share of the ribs, by bands',
    unit: '%',
    test: null,
    trend: false,
    noise: { kind: 'repeated', days: SHARE_DAYS },
    find: ({ bands }) =>
      inBands(bands, ({ breaths }) =>
        ofBreaths(breaths.flatMap((b) => (b.ribShare === null ? [] : [b.ribShare * 100]))),
      ),
  },
  {
    from: 'look',
    group: 'where',
    id: 'phase',
    label: 'phase of ribs and belly, by bands',
    unit: 'degrees',
    test: null,
    trend: false,
    noise: { kind: 'repeated', days: PHASE_DAYS },
    find: ({ bands }) =>
      inBands(bands, ({ breaths }) =>
        ofBreaths(breaths.flatMap((b) => (b.phaseDeg === null ? [] : [Math.abs(b.phaseDeg)]))),
      ),
  },
  {
    from: 'look',
    group: 'where',
    id: 'shoulderToBelly',
    label: 'shoulders over belly, by clip',
    unit: '%',
    test: null,
    trend: false,
    noise: { kind: 'repeated', days: { share: 0.2, least: 5, source: OUR_CHOICE } },
    find: ({ clips }) =>
      inClips(clips, ({ shoulderToBelly: { ordinary } }) =>
        ordinary === null ? null : once(ordinary * 100),
      ),
  },
  ...LINE_PLACES.flatMap((p) => (p === 'still' ? [] : [travel(p)])),
  ...STANCE_VALUES.map(({ id, label, unit }) => stance(id, label, unit)),
  {
    from: 'look',
    group: 'where',
    id: 'best',
    label: 'air reaching belly and ribs in the best alignment',
    unit: '%',
    test: null,
    trend: false,
    noise: ratedPct,
    find: ({ data }) =>
      (['sitting', 'standing'] as const).flatMap((family) => {
        const best = bestAlignment(data.rings, family);
        const low = best && data.rings[best.place] ? lowBreath(data.rings[best.place]!) : null;
        return low === null ? [] : [{ measured: once(low * 100), at: { key: family, label: family } }];
      }),
  },
  {
    from: 'look',
    group: 'exhale',
    id: 'evenness',
    label: 'unevenness of the heard exhale',
    unit: 'dB',
    test: null,
    trend: false,
    noise: { kind: 'repeated', days: EVEN_DAYS },
    find: ({ data }) => {
      const byWay = new Map<string, number[]>();
      for (const e of data.exhales ?? [])
        if (e.heard) byWay.set(e.through, [...(byWay.get(e.through) ?? []), e.heard.spreadDb]);
      return [...byWay].map(([through, values]) => ({
        measured: { value: mean(values), spread: standardDeviation(values), n: values.length },
        at: { key: through, label: `through ${through}` },
      }));
    },
  },
  {
    from: 'look',
    group: 'hold',
    id: 'fullBreathHold',
    label: 'full-breath hold',
    unit: 's',
    test: null,
    trend: false,
    noise: { kind: 'repeated', days: HOLD_DAYS },
    find: ({ data }) => calmHolds(data, 'fullBreath'),
  },
  {
    from: 'look',
    group: 'hold',
    id: 'cough',
    label: 'a cough in a full-breath hold',
    unit: 'yes or no',
    test: null,
    trend: false,
    noise: { kind: 'stated', sem: 0 },
    find: ({ data }) => {
      const tries = data.holds.filter((h) => h.kind === 'fullBreath' && h.cough !== undefined);
      return tries.length === 0 ? [] : [{ measured: once(tries.some((h) => h.cough) ? 1 : 0), at: null }];
    },
  },
  ...TAPE_LEVELS.flatMap((level) =>
    TAPE_SIDES.map((side): LookMeasure => ({
      from: 'look',
      group: 'where',
      id: `tape-${level}-${side}`,
      label: `tape, ${TAPE_LABEL[level]}${side === 'whole' ? '' : `, ${side}`}`,
      unit: 'cm',
      test: null,
      trend: false,
      noise: { kind: 'repeated', days: TAPE_DAYS },
      find: ({ data: { tape } }) => {
        const found = tape && tapeResults(tape).find((r) => r.level === level && r.side === side);
        return found
          ? [
              {
                measured: { value: found.excursionCm, spread: found.spreadCm ?? 0, n: found.tries },
                // The best of three and the mean of three are two measures.
                at: { key: tape.keep, label: '' },
              },
            ]
          : [];
      },
    })),
  ),
  {
    from: 'look',
    group: 'told',
    id: 'complaints',
    label: 'sixteen complaints',
    unit: 'of 64',
    test: null,
    trend: false,
    noise: { kind: 'stated', sem: COMPLAINTS_SEM },
    find: ({ data: { symptoms } }) => {
      const score = symptoms && scoreSymptoms(symptoms);
      return score && score.answered === SYMPTOMS.length ? [{ measured: once(score.total), at: null }] : [];
    },
  },
  {
    from: 'look',
    group: 'told',
    id: 'breathless',
    label: 'breathlessness at rest',
    unit: 'of 10',
    test: null,
    trend: false,
    noise: { kind: 'stated', sem: BREATHLESS_SEM },
    find: ({ data: { numbers } }) =>
      numbers?.breathlessness === undefined ? [] : [{ measured: once(numbers.breathlessness), at: null }],
  },
];

/** What runs say: how well each drill went, and how breathless blocks left the client. */
const OF_RUNS: readonly MeasureOf<'run'>[] = [
  {
    from: 'run',
    group: 'done',
    id: 'quality',
    label: 'quality',
    unit: 'of 5',
    test: null,
    trend: false,
    noise: { kind: 'stated', sem: QUALITY_SEM },
    find: ({ results, names }) =>
      [...new Set(results.map((r) => r.drillId))].flatMap((drillId) => {
        const said = results.flatMap((r) => (r.drillId === drillId && r.quality !== null ? [r.quality] : []));
        return said.length === 0
          ? []
          : [{ measured: once(mean(said)), at: { key: drillId, label: names.get(drillId) ?? drillId } }];
      }),
  },
  {
    from: 'run',
    group: 'told',
    id: 'breathlessAfter',
    label: 'breathlessness after blocks',
    unit: 'of 10',
    test: null,
    trend: false,
    noise: { kind: 'stated', sem: BREATHLESS_SEM },
    find: ({ results }) => {
      const said = results.flatMap((r) => (r.breathless === undefined ? [] : [r.breathless]));
      return said.length === 0 ? [] : [{ measured: once(mean(said)), at: null }];
    },
  },
];

/** What comes back from home, a week at a time. The chance of so many yes and no is all the noise that is known of it. */
const OF_HOME: readonly MeasureOf<'home'>[] = [
  {
    from: 'home',
    group: 'done',
    id: 'adherence',
    label: 'done of what was asked at home',
    unit: '%',
    test: null,
    trend: false,
    noise: { kind: 'repeated', days: { share: 0.1, least: 5, source: OUR_CHOICE } },
    find: ({ share, slots }) =>
      share === null || slots < 2
        ? []
        : [
            {
              measured: { value: share * 100, spread: 100 * Math.sqrt(share * (1 - share)), n: slots },
              at: null,
            },
          ],
  },
  {
    from: 'home',
    group: 'told',
    id: 'complaintsAtHome',
    label: 'sixteen complaints, answered at home',
    unit: 'of 64',
    test: null,
    trend: false,
    noise: { kind: 'stated', sem: COMPLAINTS_SEM },
    find: ({ complaints }) => (complaints === null ? [] : [{ measured: once(complaints), at: null }]),
  },
];

/** Mean and spread over breaths, which depend on one another. */
const ofBreaths = (values: readonly number[]): Measured | null =>
  values.length < 2
    ? null
    : { value: mean(values), spread: standardDeviation(values), n: independentOf(values) };

/** What is measured over visits, and again at the end of a run. */
export const MEASURES: readonly Measure[] = [
  {
    from: 'look',
    group: 'breath',
    id: 'rate',
    label: 'quiet rate',
    unit: 'a minute',
    test: 'quiet',
    trend: true,
    noise: { kind: 'repeated', days: RATE_DAYS },
    find: ({ quiet }) => inQuiet(quiet, (q) => q.rate),
  },
  {
    from: 'look',
    group: 'breath',
    id: 'exhale',
    label: 'exhale',
    unit: 's',
    test: 'quiet',
    trend: true,
    noise: { kind: 'repeated', days: EXHALE_DAYS },
    find: ({ quiet }) => inQuiet(quiet, (q) => q.exhale),
  },
  {
    from: 'look',
    group: 'hold',
    id: 'hold',
    label: 'calm hold',
    unit: 's',
    test: 'hold',
    trend: true,
    noise: { kind: 'repeated', days: HOLD_DAYS },
    find: ({ data }) => calmHolds(data, 'calm'),
  },
  {
    from: 'look',
    group: 'exhale',
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
  ...(['right', 'left'] as const).map((side): LookMeasure => ({
    from: 'look',
    group: 'where',
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
  ...RING_POSITIONS.map((position): LookMeasure => ({
    from: 'look',
    group: 'where',
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
    from: 'look',
    group: 'where',
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
    from: 'look',
    group: 'told',
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
  ...MORE_OF_LOOKS,
  ...OF_RUNS,
  ...OF_HOME,
];

/** The values of a measure that two looks have in the same place, in the place that the first prefers. */
export function inCommon(
  measure: LookMeasure,
  before: SeenMeasures,
  after: SeenMeasures,
): [Found, Found] | null {
  const later = measure.find(after);
  for (const from of measure.find(before)) {
    const to = later.find((f) => f.at?.key === from.at?.key);
    if (to) return [from, to];
  }
  return null;
}

/** A measure with the place it was taken in, where that changes what it means. */
export const labelAt = ({ label, trend }: Pick<Measure, 'label' | 'trend'>, at: Found['at']): string =>
  trend && at && at.label !== '' ? `${label}, ${at.label}` : label;

/** The measures that looks give. */
export const LOOK_MEASURES: readonly LookMeasure[] = MEASURES.filter(
  (m): m is LookMeasure => m.from === 'look',
);
