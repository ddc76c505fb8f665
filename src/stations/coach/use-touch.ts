'use client';

import { useEffect } from 'react';
import type { Moment } from '@/core/run/coached';

/** How long one second is felt, ms. */
const BUZZ_MS = 40;

/** Where breaths are counted by touch: each second is felt in the hand that holds the tablet, and passed on with a finger. */
export function useTouch(on: boolean, moment: Moment | null, running: boolean): void {
  const second =
    on && running && moment?.kind === 'breath' && moment.span.phase !== 'free' && moment.span.phase !== 'rest'
      ? `${moment.span.startS} ${Math.ceil(moment.leftS - 1e-6)}`
      : '';
  useEffect(() => {
    // Firefox and Safari have no such thing; the count on the screen is there in any case.
    if (second !== '' && 'vibrate' in navigator) navigator.vibrate(BUZZ_MS);
  }, [second]);
}
