'use client';

import { useCallback, useEffect, useState } from 'react';
import type { DrawnLine } from '@/core/video/follow-lines';
import type { Segment } from '@/core/video/line';

/** A line on the picture, and the moment on which it was drawn. */
export type ClipLine = DrawnLine & { id: number; drawnAtS: number };

/** A known length on the picture. */
type Ruler = Segment & { mm: number };

/** What is drawn on a clip. */
type Drawn = { lines: ClipLine[]; part: { fromS: number; toS: number }; ruler: Ruler | null };
type Clip = { name: string; seconds: number };
type Kept = Clip & { drawn: Drawn };

const keyOf = (lookId: string) => `kokyu-clip-lines:${lookId}`;

/** Keeps it until this tab is closed: places on a picture, nothing of the picture. */
function keep(lookId: string, kept: Kept): void {
  try {
    sessionStorage.setItem(keyOf(lookId), JSON.stringify(kept));
  } catch {
    // A full or closed storage loses a convenience, nothing that was kept.
  }
}

/** What was drawn in this tab on the same clip of the same look; null: nothing. */
function drawnBefore(lookId: string, { name, seconds }: Clip): Drawn | null {
  try {
    const kept = JSON.parse(sessionStorage.getItem(keyOf(lookId)) ?? 'null') as Kept | null;
    return kept?.name === name && Math.abs(kept.seconds - seconds) < 1e-3 ? kept.drawn : null;
  } catch {
    return null;
  }
}

const NOTHING: Drawn = { lines: [], part: { fromS: 0, toS: 0 }, ruler: null };

/** Lines, part and known length of the clip that stands open. The page may be left and come back to before curves are kept. */
export function useDrawn(lookId: string, open: Clip | null) {
  const [drawn, setDrawn] = useState(NOTHING);
  useEffect(() => {
    if (open && drawn.lines.length > 0) keep(lookId, { name: open.name, seconds: open.seconds, drawn });
  }, [lookId, open, drawn]);
  return {
    drawn,
    setPart: useCallback((part: Drawn['part']) => setDrawn((d) => ({ ...d, part })), []),
    setRuler: useCallback((ruler: Ruler | null) => setDrawn((d) => ({ ...d, ruler })), []),
    setLines: useCallback(
      (change: (lines: ClipLine[]) => ClipLine[]) => setDrawn((d) => ({ ...d, lines: change(d.lines) })),
      [],
    ),
    /** Begins with a clip: with what was drawn on it before, else with all of it and no line. */
    begin: (name: string, seconds: number) =>
      setDrawn(drawnBefore(lookId, { name, seconds }) ?? { ...NOTHING, part: { fromS: 0, toS: seconds } }),
  };
}
