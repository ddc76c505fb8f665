/** One second-order section: b0 b1 b2 over 1 a1 a2. */
export type Section = readonly [b0: number, b1: number, b2: number, a1: number, a2: number];

/**
 * Low-pass Butterworth filter as second-order sections, by the bilinear transform with a prewarped edge.
 *
 * @param order even, 2 to 12
 * @param cutoffHz −3 dB edge, below half the sampling rate
 */
export function butterworthLowPass(order: number, cutoffHz: number, sampleHz: number): Section[] {
  const warped = Math.tan((Math.PI * cutoffHz) / sampleHz);
  return Array.from({ length: order / 2 }, (_, i): Section => {
    // Pole pair of the analogue prototype at this damping; from the real axis outward, as SciPy orders them.
    const damping = 2 * Math.cos((Math.PI * (2 * i + 1)) / (2 * order));
    const norm = 1 / (1 + damping * warped + warped * warped);
    const b0 = warped * warped * norm;
    return [
      b0,
      2 * b0,
      b0,
      2 * (warped * warped - 1) * norm,
      (1 - damping * warped + warped * warped) * norm,
    ];
  });
}

/**
 * Runs the sections forward and backward, so that nothing is delayed. Ends are extended by an odd reflection of
 * 3·(2·sections + 1) samples and the sections start at their steady state, as SciPy's `sosfiltfilt` does; with
 * shorter input the extension is shortened.
 */
export function filterBothWays(sections: readonly Section[], x: ArrayLike<number>): Float64Array {
  const n = x.length;
  const edge = Math.max(0, Math.min(3 * (2 * sections.length + 1), n - 1));
  const y = new Float64Array(n + 2 * edge);
  if (ArrayBuffer.isView(x)) y.set(x as unknown as Float64Array, edge);
  else for (let i = 0; i < n; i++) y[edge + i] = x[i]!;
  for (let i = 0; i < edge; i++) {
    y[edge - 1 - i] = 2 * x[0]! - x[i + 1]!;
    y[edge + n + i] = 2 * x[n - 1]! - x[n - 2 - i]!;
  }
  for (const direction of [1, -1] as const) {
    let at = 0;
    // Two sections in one walk over the memory: most of the time goes there.
    for (; at + 1 < sections.length; at += 2) runTwo(sections[at]!, sections[at + 1]!, y, direction);
    if (at < sections.length) runOne(sections[at]!, y, direction);
  }
  return y.subarray(edge, edge + n);
}

/** States for a constant input of 1: a low-pass section passes it on unchanged. */
function steady([b0, b1, b2, a1, a2]: Section): { z1: number; z2: number } {
  const gain = (b0 + b1 + b2) / (1 + a1 + a2);
  const z2 = b2 - a2 * gain;
  return { z1: b1 - a1 * gain + z2, z2 };
}

function runOne(section: Section, y: Float64Array, direction: 1 | -1): void {
  const [b0, b1, b2, a1, a2] = section;
  const first = direction === 1 ? 0 : y.length - 1;
  const start = steady(section);
  let z1 = start.z1 * y[first]!;
  let z2 = start.z2 * y[first]!;
  for (let k = 0, i = first; k < y.length; k++, i += direction) {
    const input = y[i]!;
    const output = b0 * input + z1;
    z1 = b1 * input - a1 * output + z2;
    z2 = b2 * input - a2 * output;
    y[i] = output;
  }
}

function runTwo(one: Section, two: Section, y: Float64Array, direction: 1 | -1): void {
  const [b0, b1, b2, a1, a2] = one;
  const [d0, d1, d2, c1, c2] = two;
  const first = direction === 1 ? 0 : y.length - 1;
  const [s, t] = [steady(one), steady(two)];
  let z1 = s.z1 * y[first]!;
  let z2 = s.z2 * y[first]!;
  let w1 = t.z1 * y[first]!;
  let w2 = t.z2 * y[first]!;
  const end = direction === 1 ? y.length : -1;
  for (let i = first; i !== end; i += direction) {
    const input = y[i]!;
    const between = b0 * input + z1;
    z1 = b1 * input - a1 * between + z2;
    z2 = b2 * input - a2 * between;
    const output = d0 * between + w1;
    w1 = d1 * between - c1 * output + w2;
    w2 = d2 * between - c2 * output;
    y[i] = output;
  }
}
