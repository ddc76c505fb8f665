import { ACROSS, type Strip } from './strip';

/** Neighbouring rows are looked at together in so many groups, each of which has a vote. */
export const GROUPS = 7;

/** How grey changes along the line, a profile a group; one after the other. */
export type Profiles = Float32Array;

/**
 * Changes of grey along a strip: rows smoothed a little, then the difference of neighbours; group g holds rows 2g − 1
 * to 2g + 1.
 */
export function profilesOf(strip: Strip, places: number): Profiles {
  const profiles = new Float32Array(GROUPS * places);
  // Room of two places at both ends holds the edge going on.
  const sum = new Float32Array(places + 4);
  for (let g = 0; g < GROUPS; g++) {
    const [from, to] = [Math.max(0, 2 * g - 1), Math.min(ACROSS - 1, 2 * g + 1)];
    sum.fill(0);
    for (let v = from; v <= to; v++) {
      const row = v * places;
      for (let u = 0; u < places; u++) sum[u + 2] = sum[u + 2]! + strip[row + u]!;
    }
    sum[0] = sum[1] = sum[2]!;
    sum[places + 2] = sum[places + 3] = sum[places + 1]!;
    const out = g * places;
    const size = 1 / (8 * (to - from + 1));
    // The difference of means of two neighbours each: (1, 1, −1, −1) widened to (1, 2, 0, −2, −1).
    for (let u = 0; u < places; u++)
      profiles[out + u] = (sum[u + 4]! + 2 * sum[u + 3]! - 2 * sum[u + 1]! - sum[u]!) * size;
  }
  return profiles;
}
