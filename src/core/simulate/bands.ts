import { onRibs, PLACE_LABEL } from '../signal/places';
import type { BandPlace } from '../signal/places.schema';
import type { BandRecord, Span } from '../signal/record';
import { normal, seeded } from './random';
import type { BandSetup, Way, BandEvent } from './bands.schema';

export type { Way, BandSetup };

/** Ways of breathing that bands can show (practice P34), and the two that schools wish for (P31). */
export const WAYS = [
  'lowQuiet',
  'allRound',
  'upperChest',
  'bellyOnly',
  'stuckInhale',
  'reversed',
  'oneSided',
  'fast',
  'irregular',
  'shortExhale',
  'pauses',
  'toneStopsBreath',
] as const;

type WayFacts = {
  label: string;
  /** Relative excursion of each place in a breath of depth 1; negative draws in on the inhale. */
  gain: Record<BandPlace, number>;
  /** Share of the breath that goes in, 0–1. */
  duty: number;
  /** How far the ribs come before the belly, degrees; negative: after it. */
  ribsLeadDeg: number;
  /** Spread of the breath length over its mean. */
  irregularity: number;
  /** Seconds without movement after the exhale, as a share of the breath. */
  restShare: number;
  sighChance: number;
  /** Rise of the end of the exhale per breath, in depths. */
  stacks: number;
  /** Every so many seconds the breath stops for STOP_S. */
  stopsEveryS?: number;
};

const even = { duty: 0.4, ribsLeadDeg: 0, irregularity: 0.06, restShare: 0, sighChance: 0.01, stacks: 0 };

const gain = (upperRibs: number, right: number, left: number, belly: number): Record<BandPlace, number> => ({
  upperRibs,
  lowerRibs: (right + left) / 2,
  lowerRibsRight: right,
  lowerRibsLeft: left,
  belly,
});

/** What each way looks like at the bands. Invented figures for the directions of the practice text; for simulation only. */
export const WAY: Record<Way, WayFacts> = {
  lowQuiet: { ...even, label: 'low and quiet', gain: gain(0.15, 0.4, 0.4, 0.9), ribsLeadDeg: -12 },
  allRound: { ...even, label: 'all round', gain: gain(0.5, 0.8, 0.8, 0.55) },
  upperChest: {
    ...even,
    label: 'upper chest',
    gain: gain(0.95, 0.45, 0.45, 0.2),
    duty: 0.46,
    ribsLeadDeg: 35,
  },
  bellyOnly: { ...even, label: 'belly only', gain: gain(0.05, 0.1, 0.1, 1), ribsLeadDeg: -20 },
  stuckInhale: {
    ...even,
    label: 'stuck on the inhale',
    gain: gain(0.6, 0.55, 0.55, 0.4),
    duty: 0.5,
    stacks: 0.06,
    sighChance: 0.08,
  },
  reversed: { ...even, label: 'reversed', gain: gain(0.9, 0.8, 0.8, -0.5) },
  oneSided: { ...even, label: 'one-sided', gain: gain(0.4, 0.9, 0.25, 0.5) },
  fast: { ...even, label: 'fast', gain: gain(0.6, 0.5, 0.5, 0.45), duty: 0.46 },
  irregular: {
    ...even,
    label: 'irregular',
    gain: gain(0.5, 0.5, 0.5, 0.6),
    irregularity: 0.36,
    sighChance: 0.06,
  },
  shortExhale: { ...even, label: 'short exhale', gain: gain(0.5, 0.5, 0.5, 0.5), duty: 0.54 },
  pauses: {
    ...even,
    label: 'rests after the exhale',
    gain: gain(0.3, 0.6, 0.6, 0.7),
    duty: 0.3,
    restShare: 0.25,
  },
  toneStopsBreath: {
    ...even,
    label: 'breath stops when tone is kept',
    gain: gain(0.4, 0.5, 0.5, 0.4),
    stopsEveryS: 32,
  },
};

/** Gains change with the body's posture: belly-led lying, rib-led upright (Sharp 1975, J Appl Physiol 39:608; direction only). */
export const POSTURES = ['lying', 'sitting', 'standing'] as const;

const POSTURE_GAIN: Record<(typeof POSTURES)[number], { ribs: number; belly: number }> = {
  lying: { ribs: 0.85, belly: 1.15 },
  sitting: { ribs: 1.05, belly: 0.85 },
  standing: { ribs: 1.1, belly: 0.75 },
};

const STOP_S = 6;

type TrueBreath = { startS: number; turnS: number; exhaleEndS: number; endS: number; scale: number };

type Breath = TrueBreath & { level: number };

/** The exhale falls a little faster at first, as a relaxed one does. */
const EXHALE_SKEW = 0.92;

function volumeIn(b: Breath, t: number): number {
  if (t <= b.turnS) return (b.scale * (1 - Math.cos((Math.PI * (t - b.startS)) / (b.turnS - b.startS)))) / 2;
  if (t >= b.exhaleEndS) return 0;
  const u = (t - b.turnS) / (b.exhaleEndS - b.turnS);
  return (b.scale * (1 + Math.cos(Math.PI * u ** EXHALE_SKEW))) / 2;
}

export type BandBody = {
  /** The next sample of every channel; null while the line is lost. */
  next(): { tS: number; values: number[] } | null;
  /** Goes to the sample at or after a time without making those before it, however many they are. */
  skipTo(tS: number): void;
  truth: { breaths: TrueBreath[]; wrong: (Span & { why: BandEvent['kind']; channel: number | null })[] };
};

/**
 * A made-up body with bands on, sample by sample. The same setup gives the same samples.
 *
 * @example const body = bandBody(bandSetup({ way: 'reversed' })); body.next() // { tS: 0, values: [0.01, -0.02] }
 */
export function bandBody(setup: BandSetup): BandBody {
  const facts = WAY[setup.way];
  const rhythm = seeded(setup.seed);
  const spread = normal(rhythm);
  const noises = setup.places.map((_, c) => normal(seeded(setup.seed * 7919 + c + 1)));
  const posture = POSTURE_GAIN[setup.posture];
  const gains = setup.places.map(
    (p) => setup.depth * facts.gain[p] * (onRibs(p) ? posture.ribs : posture.belly),
  );
  // A sine of depth g has the variance g²/8; the largest channel sets the noise of all, as one amplifier would.
  const widest = Math.max(...gains.map(Math.abs));
  const sigma = widest / Math.sqrt(8) / 10 ** (setup.signalToNoiseDb / 20);
  const cycleS = 60 / setup.ratePerMin;
  // Ribs and belly move apart round the breath at the mouth, which is their sum and keeps its time.
  const lag = (facts.ribsLeadDeg / 360) * cycleS;
  const [ribs, belly] = [true, false].map((r) =>
    sum(setup.places.map((p, c) => (onRibs(p) === r ? Math.abs(gains[c]!) : 0))),
  ) as [number, number];
  const shifts = setup.places.map((p) =>
    ribs + belly === 0 ? 0 : onRibs(p) ? (-lag * belly) / (ribs + belly) : (lag * ribs) / (ribs + belly),
  );
  const breaths: Breath[] = [];
  const truth: BandBody['truth'] = { breaths, wrong: wrongSpans(setup) };
  const sighs = setup.events.filter((e) => e.kind === 'sigh');
  const apnoeas = setup.events.filter((e) => e.kind === 'apnoea');
  const addBreath = () => {
    const last = breaths.at(-1);
    const startS = last?.endS ?? 0;
    const vary = Math.max(0.45, 1 + facts.irregularity * Math.max(-2.5, Math.min(2.5, spread())));
    const sigh = rhythm() < facts.sighChance || sighs.some((e) => e.atS >= startS && e.atS < startS + cycleS);
    const scale = sigh ? 2.3 : Math.max(0.6, 1 + 0.08 * spread());
    const length = cycleS * vary * (sigh ? 1.3 : 1);
    const turnS = startS + length * facts.duty;
    const exhaleEndS = startS + length * (1 - facts.restShare);
    const apnoea = apnoeas.find((e) => e.atS >= startS && e.atS < startS + length);
    const stops =
      facts.stopsEveryS !== undefined &&
      Math.floor(startS / facts.stopsEveryS) !== Math.floor((startS + length) / facts.stopsEveryS);
    const endS = startS + length + (apnoea?.lengthS ?? 0) + (stops && startS > 0 ? STOP_S : 0);
    const level = sigh ? 0 : Math.min(1.2, (last?.level ?? 0) + facts.stacks);
    breaths.push({ startS, turnS, exhaleEndS, endS, scale, level });
  };
  // One breath lies before the record, so that no channel begins in the middle of nothing.
  addBreath();
  for (const b of breaths)
    for (const key of ['startS', 'turnS', 'exhaleEndS', 'endS'] as const) b[key] -= cycleS * 1.5;
  let from = 0;
  const volumeAt = (t: number): number => {
    while (breaths.at(-1)!.endS <= t + cycleS) addBreath();
    while (from > 0 && breaths[from]!.startS > t) from--;
    while (breaths[from]!.endS <= t) from++;
    const b = breaths[from]!;
    const before = from > 0 ? breaths[from - 1]!.level : 0;
    // The level that is left over is reached while the breath goes out.
    const part = t <= b.turnS ? 0 : Math.min(1, (t - b.turnS) / (b.exhaleEndS - b.turnS));
    return volumeIn(b, t) + before + (b.level - before) * part;
  };
  let i = 0;
  return {
    truth,
    skipTo(tS) {
      i = Math.max(i, Math.round(tS * setup.hz));
    },
    next() {
      const tS = i++ / setup.hz;
      const values = gains.map((g, c) => {
        const clean = g * volumeAt(tS - shifts[c]!);
        return (
          disturb(setup, c, tS, clean, widest) + sigma * noises[c]!() + (setup.driftPerMin * widest * tS) / 60
        );
      });
      return setup.events.some((e) => e.kind === 'loss' && tS >= e.atS && tS < e.atS + e.lengthS)
        ? null
        : { tS, values };
    },
  };
}

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

const COUGH_S = 0.8;

function disturb(setup: BandSetup, channel: number, t: number, clean: number, widest: number): number {
  let v = clean;
  for (const e of setup.events) {
    if (t < e.atS) continue;
    const since = t - e.atS;
    if (e.kind === 'cough' && since < COUGH_S)
      v += widest * 1.8 * Math.sin((Math.PI * since) / COUGH_S) * Math.sin(2 * Math.PI * 4.2 * since);
    if (e.kind === 'movement' && since < e.lengthS)
      v += widest * 4 * Math.sin((Math.PI * since) / e.lengthS) ** 2;
    if (e.kind === 'slip' && e.channel === channel) v = v * 0.25 - widest * 1.6 * Math.min(1, since / 0.4);
  }
  return v;
}

function wrongSpans(setup: BandSetup): BandBody['truth']['wrong'] {
  return setup.events.flatMap((e): BandBody['truth']['wrong'] => {
    if (e.kind === 'cough') return [{ fromS: e.atS, toS: e.atS + COUGH_S, why: e.kind, channel: null }];
    if (e.kind === 'movement' || e.kind === 'loss')
      return [{ fromS: e.atS, toS: e.atS + e.lengthS, why: e.kind, channel: null }];
    return e.kind === 'slip' ? [{ fromS: e.atS, toS: Infinity, why: e.kind, channel: e.channel }] : [];
  });
}

/** A whole record of the simulated bands, with what is true about it. */
export function simulateBands(
  setup: BandSetup,
  seconds: number,
): { record: BandRecord; truth: BandBody['truth'] } {
  const body = bandBody(setup);
  const n = Math.round(seconds * setup.hz);
  const channels = setup.places.map((place) => ({
    name: PLACE_LABEL[place],
    place,
    unit: '',
    values: new Float64Array(n),
  }));
  const gaps: Span[] = [];
  let lastKnown = 0;
  for (let i = 0; i < n; i++) {
    const sample = body.next();
    if (sample === null) continue;
    if (i - lastKnown > 1) {
      gaps.push({ fromS: lastKnown / setup.hz, toS: i / setup.hz });
      channels.forEach((c, k) => bridge(c.values, lastKnown, i, sample.values[k]!));
    }
    channels.forEach((c, k) => (c.values[i] = sample.values[k]!));
    lastKnown = i;
  }
  return { record: { hz: setup.hz, startAt: null, channels, gaps, notes: [] }, truth: body.truth };
}

function bridge(values: Float64Array, from: number, to: number, end: number): void {
  for (let i = from + 1; i < to; i++)
    values[i] = values[from]! + ((end - values[from]!) * (i - from)) / (to - from);
}
