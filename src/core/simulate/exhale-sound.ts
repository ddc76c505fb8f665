import type { Sound } from '../formats/wav';
import { seeded } from './random';

/** How a made-up exhale is let out. */
export const EXHALE_SHAPES = ['even', 'fades', 'bursts'] as const;
export type ExhaleShape = (typeof EXHALE_SHAPES)[number];

const ROOM = 0.0006;
const LOUD = 0.12;
const LEAD_S = 0.6;

/** A hiss of `lengthS` in a quiet room: the stand-in for a microphone. Noise by its nature, so that its level is what counts. */
export function exhaleSound(shape: ExhaleShape, lengthS: number, hz = 16000, seed = 1): Sound {
  const random = seeded(seed);
  const n = Math.round((lengthS + 2 * LEAD_S) * hz);
  const samples = new Float32Array(n);
  for (let i = 0; i < n; i++) {
    const u = (i / hz - LEAD_S) / lengthS;
    samples[i] = (random() * 2 - 1) * (u < 0 || u > 1 ? ROOM : LOUD * levelOf(shape, u, lengthS));
  }
  return { hz, samples };
}

function levelOf(shape: ExhaleShape, u: number, lengthS: number): number {
  if (shape === 'fades') return 10 ** (-u * 0.75);
  if (shape === 'bursts') return 0.18 + 0.82 * Math.max(0, Math.sin(2 * Math.PI * u * lengthS * 0.9)) ** 2;
  return 1;
}
