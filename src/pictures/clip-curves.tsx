import type { ClipAnalysis } from '@/core/video/clip';
import { LINE_PLACE } from '@/core/video/line';
import type { FollowedLine } from '@/core/video/line.schema';
import { CareHatch } from './zone-hatch';

const LEFT = 132;
const RIGHT = 990;
const ROW = 46;
/** More points than this are not seen. */
const MOST_POINTS = 700;

type Props = {
  analysis: ClipAnalysis;
  lines: readonly FollowedLine[];
  seconds: number;
  /** Where the playhead stands, s; null: there is no clip beside. */
  atS: number | null;
  onSeek?: (atS: number) => void;
  className?: string;
};

/**
 * The curve of each line under one time axis: outwards is up. Turns are ticks, deep breaths are shaded, what was lost
 * is hatched.
 */
export function ClipCurves({ analysis, lines, seconds, atS, onSeek, className }: Props) {
  const x = (t: number) => LEFT + (t / (seconds || 1)) * (RIGHT - LEFT);
  const bottom = lines.length * ROW;
  const { breaths } = analysis.breaths;
  const deep = analysis.deep.map((i) => breaths[i]!);
  const every = seconds > 120 ? 30 : seconds > 40 ? 10 : 5;
  return (
    <svg
      viewBox={`0 0 1000 ${bottom + 24}`}
      className={className}
      role="img"
      aria-label={`Curves of ${lines.length} lines, ${analysis.breaths.counted} breaths`}
      onPointerDown={(e) => {
        const box = e.currentTarget.getBoundingClientRect();
        const at = ((((e.clientX - box.left) / box.width) * 1000 - LEFT) / (RIGHT - LEFT)) * seconds;
        onSeek?.(Math.max(0, Math.min(seconds, at)));
      }}
    >
      <defs>
        <CareHatch id="clip-lost" />
      </defs>
      {deep[0] && (
        <rect
          x={x(deep[0].startS)}
          y="0"
          width={x(Math.min(seconds, deep.at(-1)!.endS)) - x(deep[0].startS)}
          height={bottom}
          fill="var(--rise)"
          opacity="0.09"
        />
      )}
      {breaths.map((b) => (
        <line
          key={b.turnS}
          x1={x(b.turnS)}
          x2={x(b.turnS)}
          y1="0"
          y2={bottom}
          stroke={b.trusted ? 'var(--rule)' : 'var(--care)'}
          strokeDasharray={b.trusted ? undefined : '2 3'}
        />
      ))}
      {lines.map((line, i) => {
        const result = analysis.lines[i]!;
        return (
          <g key={i} transform={`translate(0 ${i * ROW})`}>
            <text x="0" y={ROW / 2 + 4} fontSize="12.5" fill={result.counts ? 'var(--ink)' : 'var(--soft)'}>
              {LINE_PLACE[line.place].label}
            </text>
            {line.lost.map((s) => (
              <rect
                key={s.fromS}
                x={x(s.fromS)}
                y="4"
                width={Math.max(1.5, x(s.toS) - x(s.fromS))}
                height={ROW - 8}
                fill="url(#clip-lost)"
              />
            ))}
            <path
              d={pathOf(analysis.steady[i]!, seconds, x)}
              fill="none"
              stroke={
                result.counts ? (line.place === 'still' ? 'var(--held)' : 'var(--rise)') : 'var(--held)'
              }
              strokeWidth="1.7"
              strokeDasharray={result.counts ? undefined : '4 3'}
            />
            <line x1="0" x2={RIGHT} y1={ROW} y2={ROW} stroke="var(--rule)" />
          </g>
        );
      })}
      {Array.from({ length: Math.floor(seconds / every) + 1 }, (_, i) => i * every).map((t) => (
        <text key={t} x={x(t)} y={bottom + 17} fontSize="12" textAnchor="middle" fill="var(--soft)">
          {t} s
        </text>
      ))}
      {atS !== null && atS >= 0 && atS <= seconds && (
        <line x1={x(atS)} x2={x(atS)} y1="0" y2={bottom} stroke="var(--fall)" strokeWidth="2" />
      )}
    </svg>
  );
}

function pathOf(values: Float64Array, seconds: number, x: (t: number) => number): string {
  const step = Math.max(1, Math.floor(values.length / MOST_POINTS));
  let [low, high] = [Infinity, -Infinity];
  for (const v of values) {
    low = Math.min(low, v);
    high = Math.max(high, v);
  }
  // A curve of under a pixel is not blown up to the height of its row.
  const reach = Math.max(high - low, 1);
  const middle = (high + low) / 2;
  let d = '';
  for (let i = 0; i < values.length; i += step)
    d += `${d === '' ? 'M' : 'L'}${x((i / (values.length - 1)) * seconds).toFixed(1)} ${(ROW / 2 - ((values[i]! - middle) / reach) * (ROW - 12)).toFixed(1)}`;
  return d;
}
