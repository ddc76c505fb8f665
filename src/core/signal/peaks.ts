/**
 * Indices of local maxima whose prominence is at least `prominence`, in order. A flat top counts once, at its
 * middle. Prominence: how far the signal falls on the higher-floored side before it rises above the peak again
 * (the definition of SciPy's `find_peaks`).
 */
export function findPeaks(x: ArrayLike<number>, prominence: number): number[] {
  return localMaxima(x).filter((peak) => reaches(x, peak, prominence, -1) && reaches(x, peak, prominence, 1));
}

function localMaxima(x: ArrayLike<number>): number[] {
  const found: number[] = [];
  const last = x.length - 1;
  for (let i = 1; i < last; i++) {
    if (x[i - 1]! >= x[i]!) continue;
    if (x[i]! > x[i + 1]!) {
      found.push(i);
      i++;
      continue;
    }
    if (x[i]! < x[i + 1]!) continue;
    let end = i;
    while (end + 1 < x.length && x[end + 1] === x[i]) end++;
    if (end + 1 < x.length && x[end + 1]! < x[i]!) found.push((i + end) >> 1);
    i = end;
  }
  return found;
}

/** Does the signal fall by `prominence` on this side before it rises above the peak? Stops as soon as it is known. */
function reaches(x: ArrayLike<number>, peak: number, prominence: number, step: 1 | -1): boolean {
  const height = x[peak]!;
  for (let i = peak; i >= 0 && i < x.length && x[i]! <= height; i += step)
    if (height - x[i]! >= prominence) return true;
  return false;
}

/**
 * How far a peak stands above the higher of the two lowest points that part it from something higher (as SciPy’s `peak_prominences`).
 */
export function prominenceOf(x: ArrayLike<number>, peak: number): number {
  const height = x[peak]!;
  const floor = (step: 1 | -1) => {
    let low = height;
    for (let i = peak; i >= 0 && i < x.length && x[i]! <= height; i += step) low = Math.min(low, x[i]!);
    return low;
  };
  return height - Math.max(floor(-1), floor(1));
}
