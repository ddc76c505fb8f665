import type { Excursions, Zone } from '../body/zones';
import type { BreathsFound } from '../signal/breaths';
import type { HoldSummary } from '../look/holds';
import type { LookData, RingPosition } from '../look/look';
import type { Timing } from '../look/taps';
import type { Flags } from '../screen/flags';
import { clamp } from '../statistics';
import type { School } from './school';
import { THRESHOLD } from './thresholds';

/** A look with everything that can be computed from it, ready to be read. */
export type Observed = {
  look: LookData;
  flags: Flags;
  timing: Timing | null;
  curve: BreathsFound | null;
  holds: HoldSummary[];
  school: School;
};

/**
 * What one observation says about one reading. `degree`: 1 speaks fully for it, −1 fully against, null: not
 * looked at. `text` is the observation with its value, `against` what it was held against.
 */
export type Finding = { degree: number; text: string; against: string; source: string };
export type Probe = {
  weight: number;
  /** The test that would settle it, for the list of what to look at next. */
  measure: string;
  find: (o: Observed) => Finding | null;
};

const RINGS = 'rib rings in hook-lying';
const signed = (excess: number, span: number) => clamp(excess / span, -1, 1);
const pct = (v: number) => `${Math.round(v * 100)} %`;

const rings = (o: Observed, position: RingPosition = 'hookLying'): Excursions | null => o.look.rings[position] ?? null;
const has = (e: Excursions | null, ...zones: readonly Zone[]): e is Excursions => e !== null && zones.every((z) => e[z] !== undefined);
const average = (e: Excursions, ...zones: readonly Zone[]): number => zones.reduce((sum, z) => sum + e[z]!, 0) / zones.length;

function ringProbe(weight: number, zones: readonly Zone[], read: (e: Excursions, o: Observed) => Omit<Finding, 'source'> & { source?: string }): Probe {
  return {
    weight,
    measure: RINGS,
    find: (o) => {
      const e = rings(o) ?? rings(o, 'sitting') ?? rings(o, 'standing');
      if (!has(e, ...zones)) return null;
      return { source: 'P2, P5, common practice', ...read(e, o) };
    },
  };
}

const sign = <K extends keyof LookData['signs']>(weight: number, key: K, measure: string, read: (v: NonNullable<LookData['signs'][K]>) => Omit<Finding, 'source'>, source: string): Probe => ({
  weight,
  measure,
  find: ({ look }) => {
    const v = look.signs[key];
    return v === undefined ? null : { source, ...read(v as NonNullable<typeof v>) };
  },
});

const timed = (weight: number, read: (t: { ratePerMin: number; inhaleS: number; exhaleS: number; irregularity: number }, from: string) => Finding): Probe => ({
  weight,
  measure: 'quiet watch with taps, or a recorded curve',
  find: (o) => (o.curve ? read(o.curve, 'curve') : o.timing ? read(o.timing, 'taps') : null),
});

const ribs = ['lowerRibsRight', 'lowerRibsLeft'] as const;

export const UPPER_CHEST: readonly Probe[] = [
  ringProbe(3, ['sternum', 'belly'], (e) => ({
    degree: signed(e.sternum! - e.belly!, 0.4),
    text: `sternum ${pct(e.sternum!)}, belly ${pct(e.belly!)}`,
    against: 'the belly is to move at least as much in a quiet breath',
  })),
  ringProbe(2, ['neck'], (e) => ({
    degree: signed(e.neck! - THRESHOLD.neckLift.value / 2, THRESHOLD.neckLift.value),
    text: `neck and shoulders lift ${pct(e.neck!)}`,
    against: 'no lift in quiet breathing',
    source: THRESHOLD.neckLift.source,
  })),
  {
    weight: 3,
    measure: 'two hands',
    find: ({ look: { twoHands: t } }) =>
      t
        ? {
            degree: clamp((t.chest - t.belly) / 0.5 + (t.first === 'chest' ? 0.4 : t.first === 'belly' ? -0.4 : 0), -1, 1),
            text: `chest hand ${pct(t.chest)}, belly hand ${pct(t.belly)}, ${t.first === 'together' ? 'both together' : `${t.first} first`}`,
            against: 'the lower hand first and more',
            source: 'P15, common practice',
          }
        : null,
  },
  {
    weight: 2,
    measure: '5 ordinary + 5 deep',
    find: ({ look: { fiveAndFive: f } }) =>
      f
        ? {
            degree: f.ordinaryLift > 0 ? 1 : [-1, 0.2, 0.7, 1][f.deepLift]!,
            text: `shoulders on deep breaths ${LIFT[f.deepLift]}, on ordinary ones ${LIFT[f.ordinaryLift]}`,
            against: 'shoulders that stay down on the deep breaths',
            source: 'P14, common practice',
          }
        : null,
  },
  {
    weight: 1,
    measure: '5 ordinary + 5 deep',
    find: ({ look: { fiveAndFive: f } }) =>
      f
        ? {
            degree: f.nostrilFlare && f.yawning ? 1 : f.nostrilFlare || f.yawning ? 0.6 : -0.5,
            text: `nostril flare ${f.nostrilFlare ? 'seen' : 'not seen'}, yawning ${f.yawning ? 'a lot' : 'no'}`,
            against: 'neither on ordinary breaths',
            source: 'P14, common practice',
          }
        : null,
  },
  sign(1, 'mouth', 'nose or mouth, in the quiet watch', (v) => ({ degree: v ? 0.8 : -0.5, text: v ? 'breathes through the mouth' : 'breathes through the nose', against: 'nose in quiet breathing' }), 'P16, common practice'),
];

const LIFT = ['none', 'slight', 'clear', 'strong'] as const;

export const BELLY_ONLY: readonly Probe[] = [
  ringProbe(3, ['belly', ...ribs], (e, o) => ({
    degree: o.school === 'lowQuiet' ? -0.5 : signed(e.belly! - average(e, ...ribs) - 0.15, 0.4),
    text: `belly ${pct(e.belly!)}, lower ribs ${pct(average(e, ...ribs))}`,
    against: o.school === 'lowQuiet' ? 'in this school a belly that leads is what is wanted' : 'the lower ribs are to widen as much as the belly',
    source: 'P31, common practice',
  })),
  ringProbe(2, ['sternum', ...ribs], (e, o) => ({
    degree: o.school === 'lowQuiet' ? -0.5 : signed(0.25 - average(e, 'sternum', ...ribs), 0.2),
    text: `sternum ${pct(e.sternum!)}, lower ribs ${pct(average(e, ...ribs))}`,
    against: o.school === 'lowQuiet' ? 'still ribs are accepted in this school' : 'stiff ribs, under 25 %',
    source: 'P31, common practice',
  })),
];

export const FRONT_ONLY: readonly Probe[] = [
  ringProbe(3, ['lowerRibsBack', 'belly'], (e) => ({
    degree: signed(0.2 - e.lowerRibsBack!, 0.2),
    text: `back of the lower ribs ${pct(e.lowerRibsBack!)}`,
    against: 'silent under 15 %',
  })),
  ringProbe(1, ['betweenBlades', 'lowBack'], (e) => ({
    degree: signed(0.2 - average(e, 'betweenBlades', 'lowBack'), 0.2),
    text: `between the blades ${pct(e.betweenBlades!)}, low back ${pct(e.lowBack!)}`,
    against: 'silent under 15 %',
  })),
];

export const STUCK_INHALE: readonly Probe[] = [
  sign(3, 'flare', 'front ribs at the end of the exhale', (v) => ({
    degree: v === 'stays' ? 1 : v === 'drops' ? -0.3 : -1,
    text: v === 'stays' ? 'front ribs flared and stay up on the exhale' : v === 'drops' ? 'front ribs flared but drop on the exhale' : 'no flare',
    against: 'ribs that drop on the exhale',
  }), 'P21, common practice'),
  sign(2, 'cannotFill', 'ask: can you get a full breath in?', (v) => ({ degree: v ? 1 : -0.5, text: v ? 'says a full breath will not go in' : 'a full breath goes in', against: 'what the client says' }), 'P21, common practice'),
  timed(1, (t, from) => ({
    degree: signed(1.1 - t.exhaleS / t.inhaleS, 0.3),
    text: `${t.inhaleS.toFixed(1)} s in, ${t.exhaleS.toFixed(1)} s out (${from})`,
    against: 'an exhale longer than the inhale',
    source: 'P21, common practice',
  })),
];

export const REVERSED: readonly Probe[] = [
  sign(4, 'reversed', 'which way the belly goes on the inhale', (v) => ({
    degree: v ? 1 : -1,
    text: v ? 'the belly draws in on the inhale' : 'the belly comes out on the inhale',
    against: 'the belly comes out on the inhale',
  }), 'P17, common practice'),
  ringProbe(1, ['belly'], (e) => ({ degree: signed(0.1 - e.belly!, 0.3), text: `belly ${pct(e.belly!)}`, against: 'a belly that moves out' })),
];

export const ONE_SIDED: readonly Probe[] = (['hookLying', 'sitting', 'standing'] as const).map((position, i): Probe => ({
  weight: i === 0 ? 3 : 1.5,
  measure: `rib rings ${position === 'hookLying' ? 'in hook-lying' : position}, right and left`,
  find: (o) => {
    const e = rings(o, position);
    if (!has(e, ...ribs)) return null;
    const [r, l] = [e.lowerRibsRight!, e.lowerRibsLeft!];
    const wide = Math.max(r, l);
    return {
      degree: wide < 0.1 ? -0.2 : signed(Math.abs(r - l) / wide - THRESHOLD.sideDifference.value / 2, THRESHOLD.sideDifference.value / 2 + 0.15),
      text: `${position === 'hookLying' ? 'lying' : position}: right ${pct(r)}, left ${pct(l)}`,
      against: `sides within ${pct(THRESHOLD.sideDifference.value)} of the larger`,
      source: THRESHOLD.sideDifference.source,
    };
  },
}));

/** Fast or irregular: one of the two is enough, so that the other speaks only a little against it. Our choice. */
const EITHER_LOW = -0.3;

export const FAST: readonly Probe[] = [
  timed(2, (t, from) => ({
    degree: Math.max(EITHER_LOW, signed(t.ratePerMin - THRESHOLD.fastPerMin.value + 2, 4)),
    text: `${t.ratePerMin.toFixed(1)} a minute (${from})`,
    against: `usual range up to ${THRESHOLD.fastPerMin.value}`,
    source: THRESHOLD.fastPerMin.source,
  })),
  timed(1.5, (t, from) => ({
    degree: Math.max(EITHER_LOW, signed(t.irregularity - THRESHOLD.irregular.value + 0.05, 0.15)),
    text: `breaths vary by ${pct(t.irregularity)} (${from})`,
    against: `up to ${pct(THRESHOLD.irregular.value)}`,
    source: THRESHOLD.irregular.source,
  })),
];

export const SHORT_EXHALE: readonly Probe[] = [
  timed(2, (t, from) => ({
    degree: signed(THRESHOLD.exhaleRatio.value - t.exhaleS / t.inhaleS, 0.3),
    text: `exhale ${(t.exhaleS / t.inhaleS).toFixed(2)} times the inhale (${from})`,
    against: `at least ${THRESHOLD.exhaleRatio.value} times`,
    source: THRESHOLD.exhaleRatio.source,
  })),
  {
    weight: 2,
    measure: 'comfortable exhale',
    find: ({ look: { comfortableExhaleS: s } }) =>
      s === undefined
        ? null
        : {
            degree: signed(THRESHOLD.comfortableExhaleS.value - s, 1.5),
            text: `comfortable exhale ${s} s`,
            against: `at least ${THRESHOLD.comfortableExhaleS.value} s`,
            source: THRESHOLD.comfortableExhaleS.source,
          },
  },
];

export const LOW_HOLD: readonly Probe[] = [
  {
    weight: 3,
    measure: 'calm hold, three tries in one position',
    find: ({ holds }) => {
      const h = holds[0];
      if (!h) return null;
      const best = h.bestCalmS ?? 0;
      return {
        degree: h.bestCalmS === null ? 1 : signed(THRESHOLD.calmHoldS.value - best, 10),
        text: h.bestCalmS === null ? `no calm hold in ${h.tries} tries` : `best calm hold ${best.toFixed(0)} s`,
        against: `under ${THRESHOLD.calmHoldS.value} s as a screen`,
        source: THRESHOLD.calmHoldS.source,
      };
    },
  },
  {
    weight: 2,
    measure: 'what the first breath after a hold looks like',
    find: ({ look: { holds } }) => {
      if (holds.length === 0) return null;
      const rough = holds.filter((h) => h.end !== 'calm').length;
      return {
        degree: rough === 0 ? -0.6 : clamp((rough / holds.length) * 1.5, 0, 1),
        text: `${rough} of ${holds.length} holds ended with the mouth open or a gasp`,
        against: 'the next breath through the nose, lips closed',
        source: 'P25, common practice',
      };
    },
  },
];

const flagged = (weight: number, test: (f: Flags) => string, measure: string, source: string): Probe => ({
  weight,
  measure,
  find: ({ flags }) => {
    const text = test(flags);
    return text === '' ? null : { degree: 1, text, against: 'told at screening', source };
  },
});

const floorFelt = (weight: number, wanted: 'holds' | 'pushedDown'): Probe =>
  sign(weight, 'floorFelt', 'ask what the client feels between the sit bones', (v) => ({
    degree: v === wanted ? 1 : v === 'silent' && wanted === 'holds' ? 0.2 : -0.7,
    text: `floor, as felt: ${{ moves: 'moves with the breath', silent: 'nothing felt', holds: 'holds and does not let go', pushedDown: 'is pushed down on effort' }[v]}`,
    against: 'softens on the inhale, firms on the exhale',
  }), 'P49, common practice');

export const FLOOR_HOLDING: readonly Probe[] = [
  floorFelt(3, 'holds'),
  flagged(2, (f) => (f.floorTension ? 'pelvic-floor pain or tension' : ''), 'screening: pelvic floor', 'P10, common practice'),
  sign(1, 'buttocksClench', 'buttocks on the exhale', (v) => ({ degree: v ? 0.8 : -0.4, text: v ? 'buttocks clench on the exhale' : 'buttocks quiet', against: 'quiet buttocks' }), 'P22, common practice'),
];

export const FLOOR_OVERLOADED: readonly Probe[] = [
  sign(3, 'lowerBelly', 'lower belly on the exhale', (v) => ({
    degree: v === 'balloonsOut' ? 1 : v === 'still' ? 0.1 : -1,
    text: { balloonsOut: 'the lower belly balloons out on the exhale', still: 'the lower belly stays still', drawsInFirst: 'the lower belly draws in first' }[v],
    against: 'the lower belly draws in before the upper',
  }), 'P22, common practice'),
  floorFelt(3, 'pushedDown'),
  flagged(2, (f) => [f.leaking ? 'leaking' : '', f.heaviness ? 'heaviness' : ''].filter(Boolean).join(', '), 'screening: pelvic floor', 'P10, common practice'),
];

export const TONE_STOPS_BREATH: readonly Probe[] = [
  sign(3, 'toneStopsBreath', 'set a light tone and go on breathing', (v) => ({ degree: v ? 1 : -1, text: v ? 'the breath stops when tone is kept' : 'breathes on with tone kept', against: 'breathing goes on, a little smaller' }), 'P52, common practice'),
];

export const LOST_UPRIGHT: readonly Probe[] = (['sitting', 'standing'] as const).map((position): Probe => ({
  weight: position === 'standing' ? 2 : 1.5,
  measure: `rib rings ${position}, beside those in hook-lying`,
  find: (o) => {
    const lying = rings(o);
    const up = rings(o, position);
    if (!has(lying, 'belly', ...ribs) || !has(up, 'belly', ...ribs)) return null;
    const [a, b] = [average(lying, 'belly', ...ribs), average(up, 'belly', ...ribs)];
    return {
      degree: a < 0.2 ? -0.2 : signed(1 - b / a - 0.3, 0.3),
      text: `belly and lower ribs ${pct(a)} lying, ${pct(b)} ${position}`,
      against: 'at most a third lost on coming upright',
      source: 'P19, common practice; direction: Verschakelen & Demedts 1995 (cited)',
    };
  },
}));
