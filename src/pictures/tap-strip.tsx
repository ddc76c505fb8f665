'use client';

import type { Turn } from '@/core/look/taps';

type Props = { taps: readonly number[]; first: Turn; onRemove?: (index: number) => void };

const HEIGHT = 92;

/** The breath as it was tapped: up for in, down for out. Each tap is a mark that can be taken out. */
export function TapStrip({ taps, first, onRemove }: Props) {
  if (taps.length < 1) return null;
  const from = taps[0]!;
  const span = Math.max(20, taps[taps.length - 1]! - from);
  const x = (t: number) => 14 + ((t - from) / span) * 960;
  const low = (i: number) => (i % 2 === 0) === (first === 'inhale');
  const y = (i: number) => (low(i) ? HEIGHT - 26 : 14);
  return (
    <svg viewBox={`0 0 990 ${HEIGHT}`} className="w-full" role="group" aria-label={`${taps.length} taps`}>
      {taps.slice(1).map((t, k) => (
        <path
          key={k}
          d={`M${x(taps[k]!)},${y(k)}C${(x(taps[k]!) + x(t)) / 2},${y(k)} ${(x(taps[k]!) + x(t)) / 2},${y(k + 1)} ${x(t)},${y(k + 1)}`}
          fill="none"
          stroke={low(k) ? 'var(--rise)' : 'var(--fall)'}
          strokeWidth="2.5"
        />
      ))}
      {taps.slice(1).map(
        (t, k) =>
          (t - taps[k]!) / span > 0.022 && (
            <text
              key={k}
              x={(x(taps[k]!) + x(t)) / 2}
              y={HEIGHT - 5}
              textAnchor="middle"
              fontSize="12.5"
              fill="var(--soft)"
              className="tabular-nums"
            >
              {(t - taps[k]!).toFixed(1)}
            </text>
          ),
      )}
      {taps.map((t, i) => (
        <g
          key={i}
          role={onRemove ? 'button' : undefined}
          tabIndex={onRemove ? 0 : undefined}
          aria-label={onRemove ? `Tap ${i + 1} at ${t.toFixed(2)} s: take it out` : undefined}
          onClick={() => onRemove?.(i)}
          onKeyDown={(e) => (e.key === 'Enter' || e.key === 'Delete') && onRemove?.(i)}
        >
          <circle cx={x(t)} cy={y(i)} r="11" fill="transparent" />
          <circle cx={x(t)} cy={y(i)} r="4.5" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.8" />
        </g>
      ))}
    </svg>
  );
}
