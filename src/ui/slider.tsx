'use client';

import { Slider as Radix } from 'radix-ui';

type Props = {
  label: string;
  value: number;
  onValue: (value: number) => void;
  min?: number;
  max?: number;
  step?: number;
  say?: (value: number) => string;
  /** The label takes no more room than it needs. */
  tight?: boolean;
};

export function Slider({
  label,
  value,
  onValue,
  min = 0,
  max = 1,
  step = 0.1,
  say = (v) => `${Math.round(v * 100)} %`,
  tight = false,
}: Props) {
  return (
    <div className="flex items-center gap-3">
      <span className={`shrink-0 text-small ${tight ? '' : 'w-44'}`}>{label}</span>
      <Radix.Root
        className="slide-row relative flex h-6 grow touch-none items-center"
        min={min}
        max={max}
        step={step}
        value={[value]}
        onValueChange={([v]) => onValue(v!)}
      >
        <Radix.Track className="relative h-[3px] grow bg-rule">
          <Radix.Range className="absolute h-full bg-rise" />
        </Radix.Track>
        <Radix.Thumb
          aria-label={label}
          aria-valuetext={say(value)}
          className="block size-4.5 rounded-full border-[1.5px] border-ink bg-sheet"
        />
      </Radix.Root>
      <span className="w-14 text-right text-small tabular-nums">{say(value)}</span>
    </div>
  );
}
