'use client';

import type { ReactNode } from 'react';

type Props = {
  onTap: (timeStamp: number) => void;
  disabled?: boolean;
  tall?: boolean;
  label?: string;
  children: ReactNode;
};

/** A large area that takes a tap the moment it is touched; Space does the same through the keys of the screen. */
export function TapSurface({ onTap, disabled = false, tall = false, label, children }: Props) {
  return (
    <button
      type="button"
      data-testid="tap-surface"
      aria-label={label}
      disabled={disabled}
      className={`flex w-full touch-none flex-col items-center justify-center border-[1.5px] border-ink bg-sheet select-none disabled:opacity-40 ${tall ? 'h-[176px]' : 'h-[150px]'}`}
      onPointerDown={(e) => {
        e.preventDefault();
        onTap(e.timeStamp);
      }}
      onKeyUp={(e) => e.key === ' ' && e.preventDefault()}
    >
      {children}
    </button>
  );
}
