/**
 * Two channels over one breath, drawn against each other: a line when they move together, a fat loop when they do
 * not. The loop's width at mid height over its full width is the sine of the phase angle (Konno & Mead 1967, J Appl
 * Physiol 22:407; Agostoni & Mognoni 1966, J Appl Physiol 21:1827); its height at the ends over its full height is the
 * cosine, by which angles past 90° are told and those near it are not blurred.
 */
export type LoopAngle = {
  /** Sine and cosine as read off the loop, each −1 to 1; the sine is positive when the second channel leads. */
  sin: number;
  cos: number;
  /** 0 (together) to 180 (against each other). */
  phaseDeg: number;
  leads: 'first' | 'second' | 'together';
};

/** Below this, and above 180 minus it, no channel is said to lead. Our choice. */
const TOGETHER_DEG = 8;

/**
 * The loop of samples `from` (with) to `to` (without), which is one whole breath; taken to close on itself. Null when
 * one channel hardly moves or never crosses its middle.
 */
export function loopAngle(
  x: ArrayLike<number>,
  y: ArrayLike<number>,
  from: number,
  to: number,
): LoopAngle | null {
  const a = closed(x, from, to);
  const b = closed(y, from, to);
  const [ea, eb] = [extremes(a), extremes(b)];
  if (!(ea.size > 0) || !(eb.size > 0)) return null;
  const ca = crossings(a, ea.mid);
  const cb = crossings(b, eb.mid);
  if (!ca || !cb) return null;
  const widthA = (at(a, cb.down) - at(a, cb.up)) / ea.size;
  const widthB = (at(b, ca.up) - at(b, ca.down)) / eb.size;
  const heightB = (at(b, ea.top) - at(b, ea.bottom)) / eb.size;
  const heightA = (at(a, eb.top) - at(a, eb.bottom)) / ea.size;
  return angleOf((widthA + widthB) / 2, (heightA + heightB) / 2);
}

/** The angle whose sine and cosine were read with some error. */
export function angleOf(sin: number, cos: number): LoopAngle {
  const deg = (Math.atan2(sin, cos) * 180) / Math.PI;
  const phaseDeg = Math.abs(deg);
  const leads =
    phaseDeg < TOGETHER_DEG || phaseDeg > 180 - TOGETHER_DEG ? 'together' : deg > 0 ? 'second' : 'first';
  return { sin, cos, phaseDeg, leads };
}

/** A breath with its drift taken out, so that its end meets its beginning. */
function closed(x: ArrayLike<number>, from: number, to: number): Float64Array {
  const n = to - from;
  const drift = (x[Math.min(to, x.length - 1)]! - x[from]!) / n;
  return Float64Array.from({ length: n }, (_, i) => x[from + i]! - drift * i);
}

function extremes(v: Float64Array): { top: number; bottom: number; mid: number; size: number } {
  let high = 0;
  let low = 0;
  for (let i = 1; i < v.length; i++) {
    if (v[i]! > v[high]!) high = i;
    if (v[i]! < v[low]!) low = i;
  }
  const [top, bottom] = [vertex(v, high), vertex(v, low)];
  const [a, b] = [at(v, top), at(v, bottom)];
  return { top, bottom, mid: (a + b) / 2, size: a - b };
}

/** Between samples, by a parabola through three of them; the loop has no end. */
function vertex(v: Float64Array, k: number): number {
  const n = v.length;
  const [a, b, c] = [v[(k + n - 1) % n]!, v[k]!, v[(k + 1) % n]!];
  const bend = a - 2 * b + c;
  return bend === 0 ? k : k + Math.max(-0.5, Math.min(0.5, (a - c) / (2 * bend)));
}

function crossings(v: Float64Array, mid: number): { up: number; down: number } | null {
  let up: number | null = null;
  let down: number | null = null;
  const n = v.length;
  for (let i = 0; i < n; i++) {
    const [a, b] = [v[i]! - mid, v[(i + 1) % n]! - mid];
    if (a < 0 && b >= 0) up ??= i + a / (a - b);
    if (a >= 0 && b < 0) down ??= i + a / (a - b);
  }
  return up === null || down === null ? null : { up, down };
}

function at(v: Float64Array, place: number): number {
  const n = v.length;
  const i = Math.floor(place);
  const f = place - i;
  return v[(i + n) % n]! * (1 - f) + v[(i + 1 + n) % n]! * f;
}
