import { LEVEL_S, loudnessOf } from '@/core/sound/loudness';
import type { HeardExhale } from '@/core/sound/exhale';

const LOW = -70;
const HIGH = -10;

/** Loudness over time; what was heard as an exhale is filled, the rest stands as a line. */
export function LevelStrip({
  levels,
  exhales,
  className,
}: {
  levels: readonly number[];
  exhales: readonly HeardExhale[];
  className?: string;
}) {
  const lengthS = Math.max(4, levels.length * LEVEL_S);
  const x = (t: number) => 34 + (t / lengthS) * 946;
  const y = (db: number) => 100 - ((Math.min(HIGH, Math.max(LOW, db)) - LOW) / (HIGH - LOW)) * 92;
  const stride = Math.max(1, Math.ceil(levels.length / 900));
  const shown = levels
    .filter((_, i) => i % stride === 0)
    .map((v, i) => ({ t: i * stride * LEVEL_S, db: loudnessOf(v) }));
  const line = (points: typeof shown) =>
    points.map((p, i) => `${i === 0 ? 'M' : 'L'}${x(p.t).toFixed(1)},${y(p.db).toFixed(1)}`).join('');
  return (
    <svg
      viewBox="0 0 990 124"
      className={className}
      role="img"
      aria-label={
        exhales.length === 0
          ? 'Loudness, no exhale heard yet'
          : `Loudness, ${exhales.length} exhale${exhales.length > 1 ? 's' : ''} heard`
      }
    >
      {[-60, -40, -20].map((db) => (
        <g key={db}>
          <line x1="34" x2="980" y1={y(db)} y2={y(db)} stroke="var(--rule)" />
          <text x="0" y={y(db) + 4} fontSize="12.5" fill="var(--soft)" className="tabular-nums">
            {db}
          </text>
        </g>
      ))}
      {exhales.map((e) => {
        const inside = shown.filter((p) => p.t >= e.startS && p.t <= e.startS + e.lengthS);
        return (
          inside.length > 1 && (
            <path
              key={e.startS}
              d={`${line(inside)}L${x(inside.at(-1)!.t)},100L${x(inside[0]!.t)},100Z`}
              fill="var(--fall)"
              opacity="0.3"
            />
          )
        );
      })}
      <path d={line(shown)} fill="none" stroke="var(--fall)" strokeWidth="1.8" />
      {Array.from({ length: Math.floor(lengthS / 2) + 1 }, (_, i) => i * 2)
        .filter((_, i, all) => i % Math.ceil(all.length / 14) === 0)
        .map((t) => (
          <text key={t} x={x(t)} y="120" textAnchor="middle" fontSize="12.5" fill="var(--soft)">
            {t} s
          </text>
        ))}
    </svg>
  );
}
