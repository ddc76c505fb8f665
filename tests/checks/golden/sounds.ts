/** Sounds by formula that an outside loudness meter is given; one channel, −1 to 1. */
export const SOUNDS: Record<string, { hz: number; seconds: number; at: (t: number, i: number) => number }> = {
  'full-scale 997 Hz': { hz: 48000, seconds: 8, at: (t) => Math.sin(2 * Math.PI * 997 * t) },
  '100 Hz at -20 dB': { hz: 48000, seconds: 8, at: (t) => 0.1 * Math.sin(2 * Math.PI * 100 * t) },
  '5 kHz at -12 dB': { hz: 48000, seconds: 8, at: (t) => 10 ** (-12 / 20) * Math.sin(2 * Math.PI * 5000 * t) },
  'hiss of a linear congruential generator': { hz: 44100, seconds: 8, at: (_, i) => 0.2 * (hiss(i) * 2 - 1) },
  '1 kHz at 16 kHz sampling': { hz: 16000, seconds: 8, at: (t) => 0.25 * Math.sin(2 * Math.PI * 1000 * t) },
};

let state = 1;
/** Uniform 0–1; called in order of `i`, so that a run from 0 always gives the same. */
function hiss(i: number): number {
  if (i === 0) state = 1;
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return state / 4294967296;
}

export function soundOf(name: string): { hz: number; samples: Float32Array } {
  const { hz, seconds, at } = SOUNDS[name]!;
  return { hz, samples: Float32Array.from({ length: hz * seconds }, (_, i) => at(i / hz, i)) };
}
