'use client';

import type { SideBend } from '@/core/look/look';
import { clamp } from '@/core/base/statistics';
import { Figure } from '@/pictures/figure';
import { Choice } from '@/ui/choice';
import { Slider } from '@/ui/slider';
import type { PanelProps } from './panel';
import { TestHead } from './test-head';

const WHERE = [
  { value: 'sitting', label: 'sitting' },
  { value: 'standing', label: 'standing' },
  { value: 'sideLying', label: 'side-lying, the upper side' },
] as const;

/** Bent away from a hand: how far does the open side widen, right and left. */
export function SideBendTest({ look, set }: Pick<PanelProps, 'look' | 'set'>) {
  const bend: SideBend = look.sideBend ?? { position: 'sitting' };
  const change = (patch: Partial<SideBend>) =>
    set((l) => ({ ...l, sideBend: { ...(l.sideBend ?? { position: 'sitting' }), ...patch } }));
  const say = (v: number | undefined) => () => (v === undefined ? 'not yet' : `${Math.round(v * 100)} %`);
  const { right, left } = bend;
  const wide = Math.max(right ?? 0, left ?? 0);
  const differ =
    right === undefined || left === undefined || wide === 0
      ? null
      : clamp(Math.abs(right - left) / wide, 0, 1);
  return (
    <section aria-label="Side bend" className="space-y-5">
      <TestHead test="sideBend">
        <Figure
          position={bend.position}
          view={bend.position === 'sideLying' ? 'side' : 'front'}
          className="h-24 w-28 shrink-0"
        />
      </TestHead>
      <Choice
        label="Position"
        options={WHERE}
        value={bend.position}
        onValue={(position) => position && change({ position })}
      />
      <div className="grid max-w-[720px] gap-3">
        <Slider
          label="right side widens"
          value={right ?? 0}
          onValue={(v) => change({ right: v })}
          say={say(right)}
        />
        <Slider
          label="left side widens"
          value={left ?? 0}
          onValue={(v) => change({ left: v })}
          say={say(left)}
        />
      </div>
      <svg
        viewBox="0 0 420 120"
        className="h-32 w-[440px]"
        role="img"
        aria-label={`Right ${say(right)()}, left ${say(left)()}`}
      >
        {(
          [
            ['right', right, -1],
            ['left', left, 1],
          ] as const
        ).map(([side, value, sign]) => (
          <g key={side}>
            <path
              d={`M${210 + sign * 34},18Q${210 + sign * (64 + (value ?? 0) * 100)},60 ${210 + sign * 34},102`}
              fill={value === undefined ? 'none' : 'var(--rise)'}
              fillOpacity="0.28"
              stroke={value === undefined ? 'var(--held)' : 'var(--rise)'}
              strokeWidth="2"
              strokeDasharray={value === undefined ? '3 4' : undefined}
            />
            <text x={210 + sign * 178} y="64" textAnchor="middle" fontSize="14" fill="var(--ink)">
              {side}
            </text>
          </g>
        ))}
        <path d="M176,18L176,102M244,18L244,102" stroke="var(--held)" strokeWidth="1.4" />
      </svg>
      {differ !== null && (
        <p>
          The sides differ by <strong className="tabular-nums">{Math.round(differ * 100)} %</strong> of the
          larger.
        </p>
      )}
    </section>
  );
}
