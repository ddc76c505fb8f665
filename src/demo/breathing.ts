/** Taps of a made-up client: turns of `breaths` breaths that vary by `irregular` (coefficient of variation). */
export function madeUpTaps(
  inhaleS: number,
  exhaleS: number,
  breaths: number,
  irregular: number,
  random: () => number,
): number[] {
  const vary = (s: number) => s * (1 + irregular * (random() + random() + random() - 1.5) * 2);
  const taps = [0];
  for (let i = 0; i < breaths; i++) {
    taps.push(taps.at(-1)! + vary(inhaleS));
    taps.push(taps.at(-1)! + vary(exhaleS));
  }
  return taps.map((t) => Math.round(t * 1000) / 1000);
}
