import type { BandRecord } from '@/core/signal/record';

/** 40 s of isovolume manoeuvre with the belly worth twice the ribs (a share `leak` of its air lost), then breaths of 500 mL of shifting share, or all of one. */
export function manoeuvres(leak = 0, oneShare: number | null = null): BandRecord {
  const hz = 25;
  const n = 200 * hz;
  const ribs = new Float64Array(n);
  const belly = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const t = i / hz;
    if (t < 40) {
      ribs[i] = 0.3 * (1 - leak) * Math.sin(2 * Math.PI * 0.4 * t);
      belly[i] = -0.6 * Math.sin(2 * Math.PI * 0.4 * t);
    } else {
      const k = Math.floor((t - 40) / 5);
      const share = oneShare ?? 0.3 + (0.4 * ((k * 7) % 5)) / 4;
      const v = (1 - Math.cos((2 * Math.PI * (t - 40)) / 5)) / 2;
      ribs[i] = share * v;
      belly[i] = 2 * (1 - share) * v;
    }
  }
  const channel = (name: string, place: 'lowerRibs' | 'belly', values: Float64Array) => ({
    name,
    place,
    unit: '',
    values,
  });
  return {
    hz,
    startAt: null,
    gaps: [],
    notes: [],
    channels: [channel('ribs', 'lowerRibs', ribs), channel('belly', 'belly', belly)],
  };
}
