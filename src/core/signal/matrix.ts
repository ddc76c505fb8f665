/** Small dense matrices, row by row. */

/** Matrix × vector, written into `into`, whose length is the number of rows. */
export function times(m: Float64Array, v: Float64Array, into: Float64Array): Float64Array {
  const columns = v.length;
  const even = columns & ~3;
  for (let i = 0, at = 0; i < into.length; i++) {
    // Four sums side by side: one alone would wait for itself.
    let a = 0,
      b = 0,
      c = 0,
      d = 0;
    let j = 0;
    for (; j < even; j += 4, at += 4) {
      a += m[at]! * v[j]!;
      b += m[at + 1]! * v[j + 1]!;
      c += m[at + 2]! * v[j + 2]!;
      d += m[at + 3]! * v[j + 3]!;
    }
    for (; j < columns; j++, at++) a += m[at]! * v[j]!;
    into[i] = a + b + c + d;
  }
  return into;
}

/** Writes a vector of length 1 in the direction of `v`. */
export function unitInto(into: Float64Array, at: number, v: Float64Array): void {
  let size = 0;
  for (let i = 0; i < v.length; i++) size += v[i]! * v[i]!;
  size = Math.sqrt(size) || 1;
  for (let i = 0; i < v.length; i++) into[at + i] = v[i]! / size;
}

/** Lower triangular factor of a positive definite matrix. */
export function cholesky(c: Float64Array, n: number): Float64Array {
  const l = new Float64Array(n * n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = c[i * n + j]!;
      for (let k = 0; k < j; k++) sum -= l[i * n + k]! * l[j * n + k]!;
      l[i * n + j] = i === j ? Math.sqrt(Math.max(sum, 1e-12)) : sum / l[j * n + j]!;
    }
  return l;
}

/**
 * The inverse of a lower triangle.
 * @param l n × n by rows, nothing on its diagonal nought
 */
export function invertLower(l: Float64Array, n: number): Float64Array {
  const v = new Float64Array(n * n);
  for (let j = 0; j < n; j++) {
    v[j * n + j] = 1 / l[j * n + j]!;
    for (let i = j + 1; i < n; i++) {
      let sum = 0;
      for (let k = j; k < i; k++) sum -= l[i * n + k]! * v[k * n + j]!;
      v[i * n + j] = sum / l[i * n + i]!;
    }
  }
  return v;
}

/**
 * The directions that hold most of the power of a set of vectors, strongest first, each of length 1: eigenvectors of
 * their second moments by Jacobi's rotations.
 *
 * @param vectors one after another, `n` values each
 */
export function principal(vectors: Float64Array, n: number, count: number): Float64Array {
  const a = new Float64Array(n * n);
  // Neighbours are nearly alike: every third says what all would.
  for (let at = 0; at < vectors.length; at += 3 * n)
    for (let i = 0; i < n; i++)
      for (let j = i; j < n; j++) a[i * n + j]! += vectors[at + i]! * vectors[at + j]!;
  for (let i = 0; i < n; i++) for (let j = 0; j < i; j++) a[i * n + j] = a[j * n + i]!;
  const e = new Float64Array(n * n);
  for (let i = 0; i < n; i++) e[i * n + i] = 1;
  for (let sweep = 0; sweep < 30; sweep++) {
    let off = 0;
    for (let p = 0; p < n; p++) for (let q = p + 1; q < n; q++) off += a[p * n + q]! ** 2;
    if (off < 1e-18 * vectors.length) break;
    for (let p = 0; p < n; p++) for (let q = p + 1; q < n; q++) rotate(a, e, n, p, q);
  }
  const order = Array.from({ length: n }, (_, i) => i).sort((x, y) => a[y * n + y]! - a[x * n + x]!);
  const made = new Float64Array(count * n);
  for (let k = 0; k < count; k++) for (let i = 0; i < n; i++) made[k * n + i] = e[i * n + order[k]!]!;
  return made;
}

/** One rotation that makes the entry p, q vanish. */
function rotate(a: Float64Array, e: Float64Array, n: number, p: number, q: number): void {
  const off = a[p * n + q]!;
  if (off === 0) return;
  const theta = (a[q * n + q]! - a[p * n + p]!) / (2 * off);
  const t = Math.sign(theta || 1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
  const c = 1 / Math.sqrt(t * t + 1);
  const s = t * c;
  for (let k = 0; k < n; k++) {
    const [x, y] = [a[k * n + p]!, a[k * n + q]!];
    a[k * n + p] = c * x - s * y;
    a[k * n + q] = s * x + c * y;
  }
  for (let k = 0; k < n; k++) {
    const [x, y] = [a[p * n + k]!, a[q * n + k]!];
    a[p * n + k] = c * x - s * y;
    a[q * n + k] = s * x + c * y;
    const [u, v] = [e[k * n + p]!, e[k * n + q]!];
    e[k * n + p] = c * u - s * v;
    e[k * n + q] = s * u + c * v;
  }
}
