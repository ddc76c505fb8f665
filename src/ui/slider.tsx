'use client';

import { Slider as Radix } from 'radix-ui';

type Props = {
  label: string;
  /** Absent: nothing was said yet; the thumb waits in the middle and says so. */
  value: number | undefined;
  onValue: (value: number) => void;
  min?: number;
  max?: number;
  step?: number;
  say?: (value: number) => string;
  /** The label takes no more room than it needs. */
  tight?: boolean;
  /** Label and value stand beside it already. */
  bare?: boolean;
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
  bare = false,
}: Props) {
  const said = value === undefined ? 'not yet' : say(value);
  const middle = (min + max) / 2;
  return (
    <div className="flex flex-wrap items-center gap-x-3">
      {!bare && <span className={`shrink-0 text-small ${tight ? '' : 'w-44'}`}>{label}</span>}
      <Radix.Root
        className="slide-row relative flex h-6 min-w-40 grow basis-40 touch-none items-center"
        min={min}
        max={max}
        step={step}
        value={[value ?? middle]}
        onValueChange={([v]) => onValue(v!)}
        onPointerUp={() => value === undefined && onValue(middle)}
      >
        <Radix.Track className="relative h-[3px] grow bg-rule">
          <Radix.Range className={`absolute h-full bg-rise ${value === undefined ? 'invisible' : ''}`} />
        </Radix.Track>
        <Radix.Thumb
          aria-label={label}
          aria-valuetext={said}
          className={`block size-4.5 rounded-full border-[1.5px] border-ink ${value === undefined ? 'border-dashed bg-paper' : 'bg-sheet'}`}
        />
      </Radix.Root>
      {!bare && <span className="w-14 text-right text-small tabular-nums">{said}</span>}
    </div>
  );
}
