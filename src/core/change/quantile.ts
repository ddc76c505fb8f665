/**
 * The value that a normal variable stays under with probability `p`, 0 < p < 1: Abramowitz & Stegun 26.2.23 as a start,
 * then Newton's method.
 *
 * @example normalQuantile(0.975) // 1.95996
 */
export function normalQuantile(p: number): number {
  const tail = Math.min(p, 1 - p);
  const r = Math.sqrt(-2 * Math.log(tail));
  let x =
    r -
    (2.515517 + 0.802853 * r + 0.010328 * r * r) / (1 + 1.432788 * r + 0.189269 * r * r + 0.001308 * r ** 3);
  for (let k = 0; k < 6; k++) {
    const off = upperTail(x) - tail;
    x += off / (Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI));
  }
  return p < 0.5 ? -x : x;
}

/** Probability beyond x ≥ 0 of a normal variable: a series near 0, a continued fraction far out. */
function upperTail(x: number): number {
  const density = Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
  if (x < 2) {
    let term = x;
    let sum = x;
    for (let k = 1; k < 60; k++) {
      term *= (x * x) / (2 * k + 1);
      sum += term;
    }
    return 0.5 - density * sum;
  }
  let fraction = 0;
  for (let k = 60; k > 0; k--) fraction = k / (x + fraction);
  return density / (x + fraction);
}

/**
 * The value that Student's t stays under with probability `p`, 0.5 < p < 1, by Newton's method, and by halving
 * the stretch it lies in where that leaves it.
 *
 * @param df degrees of freedom, above 0, need not be whole; Infinity gives the normal one
 */
export function studentQuantile(p: number, df: number): number {
  if (df > 1e5) return normalQuantile(p);
  const target = 1 - p;
  // Between these lies the answer: t has heavier tails than the normal.
  let low = normalQuantile(p);
  let high = Math.max(10, low);
  while (studentTail(high, df) > target && high < 1e12) high *= 4;
  const scale = Math.exp(logGamma((df + 1) / 2) - logGamma(df / 2)) / Math.sqrt(df * Math.PI);
  let t = low;
  for (let k = 0; k < 200 && high - low > 1e-10 * high; k++) {
    const off = studentTail(t, df) - target;
    if (off > 0) low = t;
    else high = t;
    const newton = t + off / (scale * (1 + (t * t) / df) ** (-(df + 1) / 2));
    if (Math.abs(newton - t) <= 1e-12 * high) return newton;
    t = newton > low && newton < high ? newton : (low + high) / 2;
  }
  return (low + high) / 2;
}

/** Probability that t exceeds `t` ≥ 0: half the regularised incomplete beta function of df/(df + t²). */
const studentTail = (t: number, df: number): number => incompleteBeta(df / (df + t * t), df / 2, 0.5) / 2;

/**
 * The value that a beta variable stays under with probability `p`, 0 < p < 1, by halving.
 *
 * @param a successes and one's prior for them, above 0 @param b the same for failures
 * @example betaQuantile(0.5, 1, 1) // 0.5
 */
export function betaQuantile(p: number, a: number, b: number): number {
  let low = 0;
  let high = 1;
  const terms = a + b < 100 ? FEW_TERMS : TERMS;
  for (let k = 0; k < 34; k++) {
    const mid = (low + high) / 2;
    if (incompleteBeta(mid, a, b, terms) < p) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

/**
 * Terms of the continued fraction: it is exact to the last digits with 200 for any degrees of freedom, with 60 for
 * small ones.
 */
const TERMS = 200;
const FEW_TERMS = 60;

/** Regularised incomplete beta function by its continued fraction (Abramowitz & Stegun 26.5.8). */
function incompleteBeta(x: number, a: number, b: number, terms = TERMS): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(1 - x, b, a, terms);
  const front = Math.exp(a * Math.log(x) + b * Math.log(1 - x) + logGamma(a + b) - logGamma(a) - logGamma(b));
  let fraction = 1;
  for (let m = terms; m > 0; m--) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    const odd = (-(a + m - 1) * (a + b + m - 1) * x) / ((a + 2 * m - 2) * (a + 2 * m - 1));
    fraction = 1 + odd / (1 + even / fraction);
  }
  return front / a / fraction;
}

/** Natural logarithm of the gamma function for z > 0: Stirling's series after shifting upward (Abramowitz & Stegun 6.1.41). */
function logGamma(z: number): number {
  let shifted = z;
  let product = 1;
  while (shifted < 9) product *= shifted++;
  const q = 1 / (shifted * shifted);
  const series = (1 / 12 - q * (1 / 360 - q * (1 / 1260 - q / 1680))) / shifted;
  return (
    (shifted - 0.5) * Math.log(shifted) - shifted + Math.log(2 * Math.PI) / 2 + series - Math.log(product)
  );
}
