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
    return [b0, 2 * b0, b0, 2 * (warped * warped - 1) * norm, (1 - damping * warped + warped * warped) * norm];
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
  for (let i = 0; i < n; i++) y[edge + i] = x[i]!;
  for (let i = 0; i < edge; i++) {
    y[edge - 1 - i] = 2 * x[0]! - x[i + 1]!;
    y[edge + n + i] = 2 * x[n - 1]! - x[n - 2 - i]!;
  }
  for (const pass of [1, -1] as const) runCascade(sections, y, pass);
  return y.slice(edge, edge + n);
}

function runCascade(sections: readonly Section[], y: Float64Array, direction: 1 | -1): void {
  const first = direction === 1 ? 0 : y.length - 1;
  for (const [b0, b1, b2, a1, a2] of sections) {
    // Steady state for a constant input of the first sample; a low-pass section passes it on unchanged.
    const gain = (b0 + b1 + b2) / (1 + a1 + a2);
    let z2 = (b2 - a2 * gain) * y[first]!;
    let z1 = (b1 - a1 * gain) * y[first]! + z2;
    for (let k = 0, i = first; k < y.length; k++, i += direction) {
      const input = y[i]!;
      const output = b0 * input + z1;
      z1 = b1 * input - a1 * output + z2;
      z2 = b2 * input - a2 * output;
      y[i] = output;
    }
  }
}
