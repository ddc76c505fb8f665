/** Small repeatable random numbers, 0–1 (mulberry32). */
export function seeded(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Taps of a made-up client: turns of `breaths` breaths that vary by `irregular` (coefficient of variation). */
export function madeUpTaps(inhaleS: number, exhaleS: number, breaths: number, irregular: number, random: () => number): number[] {
  const vary = (s: number) => s * (1 + irregular * (random() + random() + random() - 1.5) * 2);
  const taps = [0];
  for (let i = 0; i < breaths; i++) {
    taps.push(taps.at(-1)! + vary(inhaleS));
    taps.push(taps.at(-1)! + vary(exhaleS));
  }
  return taps.map((t) => Math.round(t * 1000) / 1000);
}

/** A made-up band record as CSV: ribs and belly at `hz`, with drift, noise and a sigh. */
export function madeUpBands(inhaleS: number, exhaleS: number, seconds: number, hz: number, random: () => number): string {
  const rows = ['time_s,ribs,belly'];
  let breathStart = 0;
  let scale = 1;
  for (let i = 0; i < seconds * hz; i++) {
    const t = i / hz;
    while (t - breathStart >= inhaleS + exhaleS) {
      breathStart += inhaleS + exhaleS;
      scale = random() > 0.94 ? 2.1 : 0.9 + random() * 0.2;
    }
    const at = t - breathStart;
    const volume = at < inhaleS ? (1 - Math.cos((Math.PI * at) / inhaleS)) / 2 : (1 + Math.cos((Math.PI * (at - inhaleS)) / exhaleS)) / 2;
    const noise = () => (random() - 0.5) * 0.02;
    rows.push(`${t.toFixed(2)},${(0.4 * scale * volume + 0.001 * t + noise()).toFixed(4)},${(0.7 * scale * volume + noise()).toFixed(4)}`);
  }
  return `${rows.join('\n')}\n`;
}
