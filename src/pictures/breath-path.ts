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

/** The breath line of a block as one SVG path a stroke, true to the second; `x` and `y` map seconds and volume. */
export function breathPaths(
  timeline: BlockTimeline,
  x: (t: number) => number,
  y: (volume: number) => number,
): Record<Stroke, string> {
  const paths: Record<Stroke, string> = { rise: '', fall: '', held: '', quiet: '' };
  for (const span of timeline.spans) {
    const points = span.phase === 'inhale' || span.phase === 'exhale' ? 8 : 1;
    let d = '';
    for (let i = 0; i <= points; i++) {
      const f = i / points;
      d += `${i === 0 ? 'M' : 'L'}${x(span.startS + (span.endS - span.startS) * f).toFixed(1)},${y(volumeAt(span.phase, f)).toFixed(1)}`;
    }
    paths[STROKE[span.phase]] += d;
  }
  return paths;
}
