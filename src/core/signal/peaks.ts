/**
 * Indices of local maxima whose prominence is at least `prominence`, in order. A flat top counts once, at its
 * middle. Prominence: how far the signal falls on the higher-floored side before it rises above the peak again
 * (the definition of SciPy's `find_peaks`).
 */
export function findPeaks(x: ArrayLike<number>, prominence: number): number[] {
  return localMaxima(x).filter((peak) => prominenceOf(x, peak) >= prominence);
}

function localMaxima(x: ArrayLike<number>): number[] {
  const found: number[] = [];
  for (let i = 1; i < x.length - 1; i++) {
    if (x[i - 1]! >= x[i]!) continue;
    let end = i;
    while (end + 1 < x.length && x[end + 1] === x[i]) end++;
    if (end + 1 < x.length && x[end + 1]! < x[i]!) found.push((i + end) >> 1);
    i = end;
  }
  return found;
}

export function prominenceOf(x: ArrayLike<number>, peak: number): number {
  const height = x[peak]!;
  const floor = (step: 1 | -1) => {
    let low = height;
    for (let i = peak; i >= 0 && i < x.length && x[i]! <= height; i += step) low = Math.min(low, x[i]!);
    return low;
  };
  return height - Math.max(floor(-1), floor(1));
}
