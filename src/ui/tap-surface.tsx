'use client';

import { useRef, type ReactNode } from 'react';

type Props = {
  onTap: (timeStamp: number) => void;
  disabled?: boolean;
  tall?: boolean;
  label?: string;
  children: ReactNode;
};

/** Two touches nearer than this are one that bounced. */
const BOUNCE_MS = 120;
/** A click so long after the last touch was made by no pointer: a screen reader, a voice, a switch. */
const NO_POINTER_MS = 700;

/**
 * A large area that takes a tap the moment it is touched, by the first finger or the main button alone; Space and a click
 * without a pointer do the same.
 */
export function TapSurface({ onTap, disabled = false, tall = false, label, children }: Props) {
  const tappedAt = useRef(-Infinity);
  const touchedAt = useRef(-Infinity);
  const tap = (timeStamp: number) => {
    if (timeStamp - tappedAt.current < BOUNCE_MS) return;
    tappedAt.current = timeStamp;
    onTap(timeStamp);
  };
  return (
    <button
      type="button"
      data-testid="tap-surface"
      aria-label={label}
      disabled={disabled}
      className={`flex w-full touch-none flex-col items-center justify-center border-[1.5px] border-ink bg-sheet select-none disabled:opacity-40 ${tall ? 'h-[176px]' : 'h-[150px]'}`}
      onPointerDown={(e) => {
        e.preventDefault();
        touchedAt.current = e.timeStamp;
        if (!e.isPrimary || e.button !== 0) return;
        // What Space does from here on is what the tap did.
        e.currentTarget.focus({ preventScroll: true });
        tap(e.timeStamp);
      }}
      onContextMenu={(e) => e.preventDefault()}
      onClick={(e) => e.timeStamp - touchedAt.current > NO_POINTER_MS && tap(e.timeStamp)}
      onKeyDown={(e) => {
        if (e.key !== ' ') return;
        e.preventDefault();
        if (!e.repeat) tap(e.timeStamp);
      }}
      onKeyUp={(e) => e.key === ' ' && e.preventDefault()}
    >
      {children}
    </button>
  );
}
