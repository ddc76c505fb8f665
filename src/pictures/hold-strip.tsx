import { POSITION } from '@/core/body/positions';
import type { HoldEnd, HoldKind, HoldTrial } from '@/core/look/look';
import { summariseHolds } from '@/core/look/holds';

const KIND_WORD: Record<HoldKind, string> = { calm: '', fullBreath: 'full · ', emptyPause: 'empty · ' };
const END_WORD: Record<HoldEnd, string> = { calm: 'calm', mouth: 'mouth', gasp: 'gasp' };

/** One bar a try; its end is drawn as calm (round), mouth (open) or gasp (ragged). The band is the noise of the test. */
export function HoldStrip({ trials, className }: { trials: readonly HoldTrial[]; className?: string }) {
  const longest = Math.max(30, ...trials.map((t) => t.holdS));
  const x = (s: number) => 128 + (s / longest) * 420;
  const noise = summariseHolds(trials).find((s) => s.noiseS !== null && s.meanCalmS !== null);
  const height = 26 + trials.length * 30;
  return (
    <svg
      viewBox={`0 0 640 ${height}`}
      className={className}
      role="img"
      aria-label={
        trials.map((t) => `${t.holdS.toFixed(0)} s, ${END_WORD[t.end]}`).join('; ') || 'no holds yet'
      }
    >
      {noise && (
        <rect
          x={x(Math.max(0, noise.meanCalmS! - noise.noiseS!))}
          y="2"
          width={x(noise.meanCalmS! + noise.noiseS!) - x(Math.max(0, noise.meanCalmS! - noise.noiseS!))}
          height={height - 22}
          fill="var(--rule)"
          opacity="0.55"
        />
      )}
      {[0, 10, 20, 30, 40, 50, 60]
        .filter((s) => s <= longest)
        .map((s) => (
          <g key={s}>
            <line x1={x(s)} x2={x(s)} y1="2" y2={height - 20} stroke="var(--rule)" />
            <text
              x={x(s)}
              y={height - 5}
              textAnchor="middle"
              fontSize="12.5"
              fill="var(--soft)"
              className="tabular-nums"
            >
              {s} s
            </text>
          </g>
        ))}
      {trials.map((t, i) => {
        const y = 18 + i * 30;
        const end = x(t.holdS);
        return (
          <g key={i}>
            <text x="0" y={y + 4} fontSize="13" fill="var(--ink)">
              {KIND_WORD[t.kind ?? 'calm']}
              {POSITION[t.position].label}
            </text>
            <line
              x1={x(0)}
              x2={end}
              y1={y}
              y2={y}
              stroke={t.end === 'calm' ? 'var(--rise)' : 'var(--fall)'}
              strokeWidth="9"
            />
            {t.end === 'calm' && <circle cx={end} cy={y} r="7" fill="var(--rise)" />}
            {t.end === 'mouth' && (
              <path d={`M${end},${y - 8}l12,8l-12,8`} fill="none" stroke="var(--fall)" strokeWidth="3" />
            )}
            {t.end === 'gasp' && (
              <path
                d={`M${end},${y - 9}l5,5l-4,4l6,4l-5,5`}
                fill="none"
                stroke="var(--stop)"
                strokeWidth="3"
              />
            )}
            <text x={end + 18} y={y + 4} fontSize="13" fill="var(--ink)" className="tabular-nums">
              {t.holdS.toFixed(0)} s, {END_WORD[t.end]}, {t.breathlessness}/10{t.cough ? ', cough' : ''}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
