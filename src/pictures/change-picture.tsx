import type { ReportPicture } from '@/core/client/report';
import { changeLine, changeSaidAloud } from './change-line';

/** One measure over the visits as a report shows it. The band is what days do by themselves. */
export function ChangePicture({ picture, day }: { picture: ReportPicture; day: (at: string) => string }) {
  const { width, height, points, band, baseY } = changeLine(picture);
  const ends = [points[0]!, points.at(-1)!];
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="w-full"
      role="img"
      aria-label={changeSaidAloud(picture, day)}
    >
      {band && <rect x={0} y={band.y} width={width} height={band.height} fill="var(--rule)" opacity={0.5} />}
      <polyline
        points={points.map((p) => `${p.x},${p.y}`).join(' ')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={2}
      />
      {points.map((p) => (
        <g key={p.at}>
          <circle cx={p.x} cy={p.y} r={4} fill="var(--ink)" />
          <text x={p.x} y={p.textY} textAnchor="middle" fontSize={13} fontWeight={700} fill="var(--ink)">
            {p.text}
          </text>
        </g>
      ))}
      {ends.map((p, i) => (
        <text
          key={i}
          x={p.x}
          y={baseY}
          textAnchor={i === 0 ? 'start' : 'end'}
          dx={i === 0 ? -30 : 30}
          fontSize={12}
          fill="var(--soft)"
        >
          {day(p.at)}
        </text>
      ))}
    </svg>
  );
}
