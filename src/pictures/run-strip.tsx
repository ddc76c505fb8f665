import { useMemo } from 'react';
import { coachedBlock } from '@/core/run/coached';
import { layoutOf, type Sequence } from '@/core/sequence/sequence';
import { breathPaths, STROKE_COLOUR, type Stroke } from './breath-path';

const WIDTH = 1200;
const HEIGHT = 34;
const TOP = 5;
const BASE = 28;

type Props = {
  sequence: Sequence;
  /** The block that runs, and seconds into it. */
  index: number;
  blockS: number;
  /** What is said of it to who does not see it. */
  title: string;
  className?: string;
};

/** The whole sequence as one breath line, its blocks apart, with where it stands. */
export function RunStrip({ sequence, index, blockS, title, className }: Props) {
  const layout = useMemo(() => layoutOf(sequence), [sequence]);
  const scale = WIDTH / Math.max(1, layout.totalS);
  const paths = useMemo(() => {
    const all: Record<Stroke, string> = { rise: '', fall: '', held: '', quiet: '' };
    for (const placed of layout.placed) {
      const { timeline, prepS } = coachedBlock(placed);
      const of = breathPaths(
        timeline,
        (s) => (placed.startS + prepS + s) * scale,
        (v) => BASE - v * (BASE - TOP),
      );
      for (const stroke of Object.keys(all) as Stroke[]) all[stroke] += of[stroke];
    }
    return all;
  }, [layout, scale]);
  const now = ((layout.placed[index]?.startS ?? layout.totalS) + blockS) * scale;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={title}
      className={className}
    >
      {layout.placed.map((p, i) => (
        <rect
          key={p.block.id}
          x={p.startS * scale}
          y="0"
          width={Math.max(1, (p.endS - p.startS) * scale - 2)}
          height={HEIGHT}
          fill={i === index ? 'var(--sheet)' : 'none'}
          stroke={i === index ? 'var(--ink)' : 'var(--rule)'}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {layout.placed.map((p) => (
        <line
          key={p.block.id}
          x1={p.startS * scale}
          x2={p.workStartS * scale}
          y1={BASE}
          y2={BASE}
          stroke="var(--held)"
          strokeWidth="2"
          strokeDasharray="2 4"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      <g fill="none" strokeWidth="1.2">
        {(Object.keys(paths) as Stroke[]).map((stroke) => (
          <path
            key={stroke}
            d={paths[stroke]}
            stroke={STROKE_COLOUR[stroke]}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </g>
      <rect x="0" y="0" width={Math.max(0, now)} height={HEIGHT} fill="var(--paper)" opacity="0.55" />
      <line
        x1={now}
        x2={now}
        y1="0"
        y2={HEIGHT}
        stroke="var(--ink)"
        strokeWidth="3"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
