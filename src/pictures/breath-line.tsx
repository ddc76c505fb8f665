import { useMemo } from 'react';
import { extremesOf } from '@/core/base/statistics';
import type { CoachedBlock } from '@/core/run/coached';
import { breathPaths, STROKE_COLOUR, type Stroke } from './breath-path';

/** Units a second, unless three breaths ahead would then not be seen. */
const SCALE = 44;
const AHEAD = 3;
const WIDTH = 1216;
const HEAD = 300;
const TOP = 14;
const BASE = 104;

/** The usual breath of a block, s, the shortest between two inhales; where nothing is counted, an ordinary one. */
function breathS({ timeline }: CoachedBlock): number {
  const inhales = timeline.spans.filter((s) => s.phase === 'inhale').map((s) => s.startS);
  const gaps = inhales.slice(1).map((s, i) => s - inhales[i]!);
  return gaps.length > 0 ? Math.max(4, Math.min(...gaps)) : 6;
}

/** The measured curve, from its lowest to its highest as high as the line. */
function measuredPoints(
  measured: readonly { t: number; v: number }[],
  x: (t: number) => number,
  y: (v: number) => number,
): string {
  const { low, high } = extremesOf(measured.map((p) => p.v));
  const reach = high - low || 1;
  return measured.map((p) => `${x(p.t).toFixed(1)},${y((p.v - low) / reach).toFixed(1)}`).join(' ');
}

/** The breath line running past a fixed mark: what was to the left, what comes to the right. */
export function BreathLine({
  coached,
  t,
  measured,
  className,
}: {
  coached: CoachedBlock;
  t: number;
  /** What was measured of the breath, on the same clock; drawn up to the mark, as high as the line. */
  measured?: readonly { t: number; v: number }[];
  className?: string;
}) {
  const y = (v: number) => BASE - v * (BASE - TOP);
  const scale = Math.min(SCALE, (WIDTH - HEAD) / (AHEAD * breathS(coached)));
  const paths = useMemo(
    () => breathPaths(coached.timeline, (s) => (s + coached.prepS) * scale, y),
    [coached, scale],
  );
  const at = t * scale;
  return (
    <svg viewBox={`0 0 ${WIDTH} 118`} className={className} preserveAspectRatio="none" aria-hidden>
      <line x1="0" x2={WIDTH} y1={BASE} y2={BASE} stroke="var(--rule)" />
      <g transform={`translate(${(HEAD - at).toFixed(1)},0)`} fill="none">
        <line
          x1="0"
          x2={coached.prepS * scale}
          y1={BASE}
          y2={BASE}
          stroke="var(--held)"
          strokeWidth="3"
          strokeDasharray="3 7"
          strokeLinecap="round"
        />
        {(Object.keys(paths) as Stroke[]).map((stroke) => (
          <path
            key={stroke}
            d={paths[stroke]}
            stroke={STROKE_COLOUR[stroke]}
            strokeWidth={stroke === 'held' ? 6 : 4}
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        ))}
      </g>
      {measured && measured.length > 1 && (
        <polyline
          points={measuredPoints(measured, (s) => HEAD - (t - s) * scale, y)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2"
          strokeDasharray="2 3"
        />
      )}
      <line x1={HEAD} x2={HEAD} y1="2" y2="116" stroke="var(--ink)" strokeWidth="2" />
    </svg>
  );
}
