import type { BandAnalysis } from '@/core/signal/analyse';
import { PLACE_LABEL } from '@/core/signal/places';
import type { BandPreview, ChannelPreview } from '@/core/signal/preview';
import { FAULT_LABEL } from '@/core/signal/quality';
import { CareHatch } from './zone-hatch';

const LEFT = 96;
const RIGHT = 976;
const ROW = 84;

type Props = {
  preview: BandPreview;
  analysis: BandAnalysis | null;
  chosen?: number | null;
  onChoose?: (breath: number) => void;
  className?: string;
};

/** A record of bands: one curve a channel, the turns of the breath, sighs, what cannot be trusted (hatched) and gaps (grey). */
export function BandPicture({ preview, analysis, chosen = null, onChoose, className }: Props) {
  const { lengthS, channels, notes } = preview;
  const x = (t: number) => LEFT + (t / (lengthS || 1)) * (RIGHT - LEFT);
  const height = channels.length * ROW + 34;
  const bottom = channels.length * ROW;
  const every = tickEvery(lengthS);
  const ticks = Array.from({ length: Math.floor(lengthS / every) + 1 }, (_, i) => i * every);
  const breaths = analysis?.breaths ?? [];
  const few = breaths.length < 260;
  return (
    <svg
      viewBox={`0 -15 1000 ${height + 15}`}
      className={className}
      role="group"
      aria-label={`Bands, ${breaths.length} breaths found`}
    >
      <defs>
        <CareHatch id="not-trusted" />
      </defs>
      {analysis?.gaps.map((g) => (
        <rect
          key={g.fromS}
          x={x(g.fromS)}
          y="4"
          width={Math.max(1.5, x(g.toS) - x(g.fromS))}
          height={bottom - 4}
          fill="var(--rule)"
        />
      ))}
      {chosen !== null && breaths[chosen] && (
        <rect
          x={x(breaths[chosen].startS)}
          y="4"
          width={x(breaths[chosen].endS) - x(breaths[chosen].startS)}
          height={bottom - 4}
          fill="var(--rise)"
          opacity="0.14"
        />
      )}
      {channels.map((c, i) => (
        <g key={c.name} transform={`translate(0 ${i * ROW})`}>
          <text x="0" y={ROW / 2 + 4} fontSize="13.5" fill="var(--ink)">
            {c.place ? PLACE_LABEL[c.place] : c.name}
          </text>
          {analysis?.quality.spans
            .filter((s) => s.why !== 'lost' && (s.channel ?? i) === i)
            .map((s) => (
              <rect
                key={`${s.why}${s.fromS}`}
                x={x(s.fromS)}
                y="6"
                width={Math.max(2, x(Math.min(s.toS, lengthS)) - x(s.fromS))}
                height={ROW - 14}
                fill="url(#not-trusted)"
                opacity="0.6"
              >
                <title>{FAULT_LABEL[s.why]}</title>
              </rect>
            ))}
          <path d={curveOf(c, x)} fill="none" stroke="var(--ink)" strokeWidth="1.2" strokeLinejoin="round" />
        </g>
      ))}
      {few &&
        breaths.map((b, i) => (
          <g key={b.startS} className={onChoose ? 'cursor-pointer' : undefined} onClick={() => onChoose?.(i)}>
            {onChoose && (
              <rect
                x={x(b.startS)}
                y="0"
                width={Math.max(1, x(b.endS) - x(b.startS))}
                height={bottom}
                fill="transparent"
              />
            )}
            <path
              d={`M${x(b.startS)},${bottom - 2}l-4,7h8z`}
              fill={b.trusted ? 'var(--rise)' : 'var(--held)'}
            />
            <path d={`M${x(b.turnS)},7l-4,-7h8z`} fill={b.trusted ? 'var(--fall)' : 'var(--held)'} />
            {b.sigh && b.trusted && (
              <text x={x(b.turnS)} y="-3" textAnchor="middle" fontSize="12.5" fill="var(--soft)">
                sigh
              </text>
            )}
            {b.pauseEmptyS > 0 && (
              <line
                x1={x(b.endS - b.pauseEmptyS)}
                x2={x(b.endS)}
                y1={bottom - 1}
                y2={bottom - 1}
                stroke="var(--held)"
                strokeWidth="3"
              />
            )}
          </g>
        ))}
      {notes
        .filter((n) => n.atS > 0)
        .map((n) => (
          <g key={`${n.atS}${n.text}`}>
            <line
              x1={x(n.atS)}
              x2={x(n.atS)}
              y1="0"
              y2={bottom}
              stroke="var(--tone)"
              strokeWidth="1.4"
              strokeDasharray="2 3"
            />
            <text x={x(n.atS) + 3} y="12" fontSize="12.5" fill="var(--tone)">
              {n.text}
            </text>
          </g>
        ))}
      {ticks.map((t) => (
        <text
          key={t}
          x={x(t)}
          y={bottom + 24}
          textAnchor="middle"
          fontSize="12.5"
          fill="var(--soft)"
          className="tabular-nums"
        >
          {clockOf(t, every)}
        </text>
      ))}
    </svg>
  );
}

function curveOf({ points, low, high }: ChannelPreview, x: (t: number) => number): string {
  const y = (v: number) => ROW - 12 - ((v - low) / (high - low || 1)) * (ROW - 22);
  return points
    .map(
      (p, i) =>
        `${i === 0 ? 'M' : 'L'}${x(p.t).toFixed(1)},${y(p.low).toFixed(1)}${p.high === p.low ? '' : `L${x(p.t).toFixed(1)},${y(p.high).toFixed(1)}`}`,
    )
    .join('');
}

const tickEvery = (lengthS: number): number =>
  [10, 30, 60, 300, 600, 1800, 3600, 7200].find((s) => lengthS / s <= 12) ?? 14400;
const clockOf = (t: number, every: number): string =>
  every >= 3600 ? `${t / 3600} h` : every >= 60 ? `${t / 60} min` : `${t} s`;
