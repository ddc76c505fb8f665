import type { BlockTimeline, Span } from '@/core/breath/timeline';
import { volumeAt } from '@/core/breath/volume';

export type Stroke = 'rise' | 'fall' | 'held' | 'quiet';

const STROKE: Record<Span['phase'], Stroke> = {
  inhale: 'rise',
  exhale: 'fall',
  holdIn: 'held',
  holdOut: 'held',
  free: 'quiet',
  rest: 'quiet',
};

export const STROKE_COLOUR: Record<Stroke, string> = {
  rise: 'var(--rise)',
  fall: 'var(--fall)',
  held: 'var(--held)',
  quiet: 'var(--rule)',
};

/** Bends of a rising or falling breath; each follows the curve with its slope at both ends, so that it is smooth at any size. */
const BENDS = 4;
const STEP = 1e-4;

/** The breath line of a block as one SVG path a stroke, true to the second; `x` and `y` map seconds and volume, evenly. */
export function breathPaths(
  timeline: BlockTimeline,
  x: (t: number) => number,
  y: (volume: number) => number,
): Record<Stroke, string> {
  const paths: Record<Stroke, string> = { rise: '', fall: '', held: '', quiet: '' };
  for (const { phase, startS, endS } of timeline.spans) {
    const time = (f: number) => x(startS + (endS - startS) * f);
    const point = (f: number, v: number) => `${time(f).toFixed(1)},${y(v).toFixed(1)}`;
    const at = (f: number) => volumeAt(phase, f);
    let d = `M${point(0, at(0))}`;
    if (phase !== 'inhale' && phase !== 'exhale') d += `L${point(1, at(1))}`;
    else
      for (let i = 0; i < BENDS; i++) {
        const [from, to] = [i / BENDS, (i + 1) / BENDS];
        const third = (to - from) / 3;
        d += `C${point(from + third, at(from) + slopeOf(at, from) * third)} ${point(to - third, at(to) - slopeOf(at, to) * third)} ${point(to, at(to))}`;
      }
    paths[STROKE[phase]] += d;
  }
  return paths;
}

const slopeOf = (of: (f: number) => number, f: number): number => {
  const [a, b] = [Math.max(0, f - STEP), Math.min(1, f + STEP)];
  return (of(b) - of(a)) / (b - a);
};
