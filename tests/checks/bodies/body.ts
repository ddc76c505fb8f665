import type { BandRecord } from '@/core/signal/record';
import type { BandPlace } from '@/core/signal/places.schema';

/**
 * A second maker of breaths, which shares nothing with `core/simulate`: flows and not half cosines, breath lengths that
 * are log-normal (Tobin et al. 1988, J Appl Physiol 65:309: breath-to-breath variation; from memory), exhales that fall
 * exponentially as a relaxed lung empties (Brody 1954, Am J Physiol 178:189, from memory), heart, wander, pink noise,
 * posture, movement, speech, sighs and stops. All sizes are in depths of the usual breath. Invented figures, used for
 * their truth alone.
 */
export type BodySpec = {
  name: string;
  seed: number;
  hz: number;
  bits: number;
  seconds: number;
  ratePerMin: number;
  /** Root mean square of a sine of the usual depth over that of the noise, dB. */
  db: number;
  /** Inhale over inhale and exhale, 0–1. */
  duty: number;
  shape: 'cosine' | 'exponential' | 'steep' | 'mixed' | 'foreign';
  /** Rest after the exhale as a share of the breath, 0–0.32; and rest after the inhale. */
  rest: number;
  restFull: number;
  bands: 1 | 2 | 3;
  /** How far one band comes after the other, as a share of the breath. */
  lag: number;
  heart: number;
  wander: { size: number; hz: number };
  shifts: readonly { atS: number; depths: number; rampS: number }[];
  bursts: readonly { atS: number; lengthS: number; depths: number }[];
  stops: readonly { atS: number; lengthS: number }[];
  speech: readonly { atS: number; lengthS: number }[];
  sighsAtS: readonly number[];
};

export type TrueBreath = {
  startS: number;
  /** Flow in ends. */
  turnS: number;
  /** Flow out begins: the turn, unless there is a rest between. */
  outS: number;
  /** Flow out ends. */
  emptyS: number;
  /** The next flow in. */
  endS: number;
  depth: number;
  spoken: boolean;
};

export type Body = {
  spec: BodySpec;
  record: BandRecord;
  breaths: TrueBreath[];
  stops: { fromS: number; toS: number }[];
};

/** xorshift32, so that not even the randomness is the product's. */
export function dice(seed: number): { uniform(): number; gauss(): number } {
  let s = (seed * 2654435761) >>> 0 || 1;
  const uniform = () => {
    s ^= s << 13;
    s >>>= 0;
    s ^= s >>> 17;
    s ^= s << 5;
    s >>>= 0;
    return s / 4294967296;
  };
  for (let i = 0; i < 20; i++) uniform();
  // The sum of twelve uniforms: mean 6, variance 1.
  const gauss = () => {
    let sum = -6;
    for (let i = 0; i < 12; i++) sum += uniform();
    return sum;
  };
  return { uniform, gauss };
}

/** Volume against the share of a phase that is over, 0 → 1 in or out. */
type Shape = (u: number) => number;

const cosine: Shape = (u) => (1 - Math.cos(Math.PI * u)) / 2;
const bent =
  (power: number): Shape =>
  (u) =>
    cosine(u ** power);
/** Emptying of a lung: flow that comes on within `onset` of the phase and dies with the sharpness `k`. */
function emptying(k: number, onset: number): Shape {
  const volume = (u: number) => {
    const free = (1 - Math.exp(-k * u)) / k;
    if (onset === 0) return free;
    const q = k + 1 / onset;
    return free - (1 - Math.exp(-q * u)) / q;
  };
  const all = volume(1);
  return (u) => volume(u) / all;
}
const FOREIGN_IN: Shape[] = [
  (u) => u,
  (u) => 1 - (1 - u) ** 2,
  (u) => u ** 1.6,
  (u) => 0.5 * u + 0.5 * cosine(u),
];
const FOREIGN_OUT: Shape[] = [
  (u) => 1 - (1 - u) ** 2,
  (u) => Math.sin((Math.PI / 2) * u) ** 1.2,
  (u) => u,
  (u) => u ** 2 * (3 - 2 * u) * 0.6 + 0.4 * u,
  (u) => 1 - (1 - u ** 1.5) ** 1.5,
];

type Phase = { in: Shape; out: Shape };

function shapesOf(spec: BodySpec, { uniform }: ReturnType<typeof dice>): () => Phase {
  const sharp = (low: number, high: number): Phase => ({
    in: bent(0.85 + 0.3 * uniform()),
    out: emptying(low + (high - low) * uniform(), uniform() < 0.4 ? 0 : 0.02 + 0.07 * uniform()),
  });
  const round = (): Phase => ({ in: bent(0.9 + 0.2 * uniform()), out: bent(0.8 + 0.25 * uniform()) });
  const pick = (from: readonly Shape[]) => from[Math.floor(uniform() * from.length)]!;
  if (spec.shape === 'foreign') {
    // A person keeps to one way of breathing.
    const own = { in: pick(FOREIGN_IN), out: pick(FOREIGN_OUT) };
    return () => own;
  }
  if (spec.shape === 'mixed') {
    const kinds = [round, () => sharp(1.5, 2.5), () => sharp(2.5, 4), () => sharp(4, 5)];
    return () => kinds[Math.floor(uniform() * kinds.length)]!();
  }
  const own = spec.shape === 'cosine' ? round() : spec.shape === 'steep' ? sharp(4, 5) : sharp(1.5, 4);
  return () => own;
}

type Made = TrueBreath & Phase;

function breathsOf(spec: BodySpec): { made: Made[]; stops: { fromS: number; toS: number }[] } {
  const random = dice(spec.seed);
  const { uniform, gauss } = random;
  const shape = shapesOf(spec, random);
  const usual = 60 / spec.ratePerMin;
  const spread = 0.06 + 0.1 * uniform();
  const bounded = () => Math.max(-2.4, Math.min(2.4, gauss()));
  const made: Made[] = [];
  const stops: { fromS: number; toS: number }[] = [];
  const left = [...spec.stops];
  const sighs = [...spec.sighsAtS];
  let t = -usual * (1 + uniform());
  while (t < spec.seconds + usual) {
    const spoken = spec.speech.some((s) => t >= s.atS && t < s.atS + s.lengthS);
    const sigh = !spoken && sighs.length > 0 && t >= sighs[0]!;
    if (sigh) sighs.shift();
    const length = spoken ? 4 + 5 * uniform() : usual * Math.exp(spread * bounded()) * (sigh ? 1.4 : 1);
    const depth = (spoken ? 0.9 : 1) * Math.exp(0.14 * bounded()) * (sigh ? 2 + 0.8 * uniform() : 1);
    const rest = spoken ? 0 : spec.rest * length * (0.7 + 0.6 * uniform());
    const full = spoken ? 0 : spec.restFull * length * (0.7 + 0.6 * uniform());
    const moving = length - rest - full;
    const duty = spoken ? 0.13 : spec.duty * Math.exp(0.06 * bounded());
    const turnS = t + duty * moving;
    let endS = t + length;
    if (left.length > 0 && t >= left[0]!.atS) {
      const stop = left.shift()!;
      stops.push({ fromS: endS - rest, toS: endS + stop.lengthS });
      endS += stop.lengthS;
    }
    const own = shape();
    made.push({
      startS: t,
      turnS,
      outS: turnS + full,
      emptyS: t + length - rest,
      endS,
      depth,
      spoken,
      in: spoken ? bent(0.8) : own.in,
      out: spoken ? syllables(Math.ceil(length * 0.8), uniform()) : own.out,
    });
    t = endS;
  }
  return { made, stops };
}

/** Breath let out in pieces, as in speech. */
function syllables(n: number, phase: number): Shape {
  return (u) =>
    u + (0.5 / (2 * Math.PI * n)) * (Math.sin(2 * Math.PI * (n * u + phase)) - Math.sin(2 * Math.PI * phase));
}

function volumeOf(b: Made, t: number): number {
  if (t < b.turnS) return b.depth * b.in((t - b.startS) / (b.turnS - b.startS));
  if (t < b.outS) return b.depth;
  return t < b.emptyS ? b.depth * (1 - b.out((t - b.outS) / (b.emptyS - b.outS))) : 0;
}

/** Pink noise of standard deviation 1: white noise through the fractional integrator (1 − z⁻¹)^(−½) (Kasdin 1995, Proc IEEE 83:802). */
function pink(n: number, gauss: () => number): Float64Array {
  const TAPS = 600;
  const h = [1];
  for (let k = 1; k < TAPS; k++) h.push((h[k - 1]! * (k - 0.5)) / k);
  const white = Float64Array.from({ length: n + TAPS }, gauss);
  const size = Math.sqrt(h.reduce((s, v) => s + v * v, 0));
  return Float64Array.from({ length: n }, (_, i) => {
    let sum = 0;
    for (let k = 0; k < TAPS; k++) sum += h[k]! * white[i + TAPS - k - 1]!;
    return sum / size;
  });
}

const PLACES: Record<1 | 2 | 3, BandPlace[]> = {
  1: ['belly'],
  2: ['lowerRibs', 'belly'],
  3: ['upperRibs', 'lowerRibs', 'belly'],
};

/** A movement of the body: noise between 0.3 and 1.8 Hz under a bell. */
function burstOf(
  at: { lengthS: number; depths: number },
  { uniform }: ReturnType<typeof dice>,
): (t: number) => number {
  const waves = Array.from({ length: 6 }, () => ({
    hz: 0.3 + 1.5 * uniform(),
    phase: 2 * Math.PI * uniform(),
    size: 0.4 + uniform(),
  }));
  const all = Math.sqrt(waves.reduce((s, w) => s + w.size ** 2, 0) / 2);
  return (since) =>
    since < 0 || since > at.lengthS
      ? 0
      : ((at.depths * Math.sin((Math.PI * since) / at.lengthS) ** 0.7) / (2 * all)) *
        waves.reduce((s, w) => s + w.size * Math.sin(2 * Math.PI * w.hz * since + w.phase), 0);
}

/** A body of a specification: what the bands say and what is true. */
export function bodyOf(spec: BodySpec): Body {
  const { made, stops } = breathsOf(spec);
  const n = Math.round(spec.seconds * spec.hz);
  const usual = 60 / spec.ratePerMin;
  const channels = PLACES[spec.bands].map((place, c) => {
    const random = dice(spec.seed * 31 + c + 7);
    const { uniform, gauss } = random;
    const gain = 0.5 + uniform();
    const hum = pink(n, gauss);
    const sigma = 1 / Math.sqrt(8) / 10 ** (spec.db / 20);
    const beat = 0.95 + 0.5 * uniform();
    const beatPhase = 7 * uniform();
    const heart = spec.heart * (0.6 + 0.8 * uniform());
    const slow = { size: spec.wander.size * (0.7 + 0.6 * uniform()), phase: 7 * uniform() };
    const bursts = spec.bursts.map((b) => ({ ...b, of: burstOf(b, random), weight: 0.5 + uniform() }));
    const shiftWeights = spec.shifts.map(() => 0.75 + 0.5 * uniform());
    let k = 0;
    const lagS = c === 0 ? 0 : spec.lag * usual;
    const values = Float64Array.from({ length: n }, (_, i) => {
      const t = i / spec.hz;
      while (k + 1 < made.length && made[k + 1]!.startS <= t - lagS) k++;
      let v = volumeOf(made[k]!, t - lagS);
      v += heart * (Math.sin(2 * Math.PI * beat * t + beatPhase) + 0.3 * Math.sin(4 * Math.PI * beat * t));
      v += slow.size * Math.sin(2 * Math.PI * spec.wander.hz * t + slow.phase);
      spec.shifts.forEach((s, j) => {
        const u = (t - s.atS) / s.rampS;
        v += u <= 0 ? 0 : s.depths * shiftWeights[j]! * (u >= 1 ? 1 : cosine(u));
      });
      bursts.forEach((b) => (v += b.weight * b.of(t - b.atS)));
      v += sigma * (Math.sqrt(0.6) * hum[i]! + Math.sqrt(0.4) * gauss());
      return gain * v;
    });
    return { name: place, place, unit: '', values: counted(values, spec.bits) };
  });
  return {
    spec,
    record: { hz: spec.hz, startAt: null, channels, gaps: [], notes: [] },
    breaths: made.map((b) => ({
      startS: b.startS,
      turnS: b.turnS,
      outS: b.outS,
      emptyS: b.emptyS,
      endS: b.endS,
      depth: b.depth,
      spoken: b.spoken,
    })),
    stops,
  };
}

/** As a converter of so many bits gives it; its range is a little wider than what came. */
function counted(values: Float64Array, bits: number): Float64Array {
  const low = values.reduce((m, v) => Math.min(m, v), Infinity);
  const high = values.reduce((m, v) => Math.max(m, v), -Infinity);
  const step = ((high - low) * 1.1) / 2 ** bits;
  return values.map((v) => Math.round(v / step) * step);
}
