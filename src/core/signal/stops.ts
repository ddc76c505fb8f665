import type { Evenly } from './evenly';
import type { Span } from './record';

/** A stop is named from this length and from so many breaths. 10 s is the usual scoring length (from memory). Not a diagnosis. */
const STOP_S = 10;
const STOP_BREATHS = 1.5;
/**
 * Within a window of this length a stop reaches less than this share of a depth, a straight line taken out, and that
 * line is flat.
 */
const WINDOW_S = 8;
const REACH = 0.25;
const SLOPE_DEPTHS = 0.35;
/** The curve is averaged over this share of a breath first, so that heart and noise do not count as breathing. */
const AVERAGED = 0.22;
const THIN_HZ = 4;
/** A stop ends where the curve is this share of a depth off its line. Our choice. */
const LEAVES = 0.14;
/** Ends are known to within this, s. */
const HALF_A_SECOND = 0.5;

/** Where nothing moved for long, whatever the rest level drifts. Times in seconds of the curve. */
export function stopsIn({ hz, y }: Evenly, depth: number, cycleS: number): Span[] {
  const stride = Math.max(1, Math.round(hz / THIN_HZ));
  const rate = hz / stride;
  const half = Math.max(stride, Math.round((AVERAGED * cycleS * hz) / 2));
  const sums = new Float64Array(y.length + 1);
  for (let i = 0; i < y.length; i++) sums[i + 1] = sums[i]! + y[i]!;
  const x = new Float64Array(Math.floor(y.length / stride));
  for (let k = 0; k < x.length; k++) {
    const a = Math.max(0, k * stride - half);
    const b = Math.min(y.length, k * stride + half);
    x[k] = (sums[b]! - sums[a]!) / (b - a);
  }
  const size = Math.round(WINDOW_S * rate);
  const step = Math.max(1, Math.round(rate / 2));
  const spans: Span[] = [];
  for (let a = 0; a + size <= x.length; a += step) {
    if (!still(x, a, size, depth)) continue;
    const last = spans.at(-1);
    if (last && a / rate <= last.toS) last.toS = (a + size) / rate;
    else spans.push({ fromS: a / rate, toS: (a + size) / rate });
  }
  return spans
    .filter((s) => s.toS - s.fromS >= Math.max(STOP_S, STOP_BREATHS * cycleS) - HALF_A_SECOND)
    .map((s) => trimmed(x, rate, s, depth));
}

/** Windows hang over by what little moves within them: a stop ends where the curve leaves the line of its middle part. */
function trimmed(x: Float64Array, rate: number, { fromS, toS }: Span, depth: number): Span {
  const [from, to] = [Math.round(fromS * rate), Math.round(toS * rate)];
  const [a, b] = [from + Math.round((to - from) * 0.25), to - Math.round((to - from) * 0.25)];
  const { at } = lineThrough(x, a, b - a);
  const off = (i: number) => Math.abs(x[i]! - at(i)) > LEAVES * depth;
  let first = a;
  while (first > from && !off(first - 1)) first--;
  let last = b - 1;
  while (last < to - 1 && !off(last + 1)) last++;
  return { fromS: first / rate, toS: (last + 1) / rate };
}

function still(x: Float64Array, from: number, size: number, depth: number): boolean {
  // A still window is flat but for its line: most are told by a few samples, without the line.
  const most = (REACH + SLOPE_DEPTHS) * depth;
  for (let i = from; i < from + size; i += 4) if (Math.abs(x[i]! - x[from]!) > most) return false;
  const { slope, at } = lineThrough(x, from, size);
  if (Math.abs(slope) * size > SLOPE_DEPTHS * depth) return false;
  let low = Infinity;
  let high = -Infinity;
  for (let i = from; i < from + size; i++) {
    const v = x[i]! - at(i);
    if (v < low) low = v;
    if (v > high) high = v;
    if (high - low > REACH * depth) return false;
  }
  return true;
}

/** The straight line of least squares through so many samples, by index. */
function lineThrough(
  x: Float64Array,
  from: number,
  size: number,
): { slope: number; at: (i: number) => number } {
  const mid = from + (size - 1) / 2;
  let sum = 0;
  let slope = 0;
  let squares = 0;
  for (let i = from; i < from + size; i++) {
    sum += x[i]!;
    slope += (i - mid) * x[i]!;
    squares += (i - mid) ** 2;
  }
  slope /= squares;
  return { slope, at: (i) => sum / size + slope * (i - mid) };
}
