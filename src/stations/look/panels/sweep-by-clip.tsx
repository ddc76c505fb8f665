'use client';

import { useState } from 'react';
import { ringsByClip, sweepOfClips, type SweepClip } from '@/core/look/clip-excursions';
import type { ClipNote } from '@/core/look/look';
import { RING_POSITIONS } from '@/core/look/places';
import type { ClipAnalysis } from '@/core/video/clip';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { useJob } from '@/ui/use-job';
import type { ClipWorker } from '@/workers/clip.worker';
import { clipThread } from '@/workers/threads';
import { curvesKept } from './curves-kept';
import type { PanelProps } from './panel';

/** Fills the rows of the sweep from the clips that were kept with this look. */
export function SweepByClip({ look, set }: Pick<PanelProps, 'look' | 'set'>) {
  const { run, busy } = useJob<ClipWorker>(clipThread);
  const [said, setSaid] = useState<{ level: 'done' | 'care'; text: string } | null>(null);
  const notes = (look.clips ?? []).filter((c) => c.bend === undefined);
  if (notes.length === 0) return null;
  const seenIn = async (note: ClipNote): Promise<SweepClip[]> => {
    const bytes = await curvesKept(note.recordId);
    const opened = bytes && (await run<unknown>((api) => api.openKept(bytes)));
    const seen = opened?.ok
      ? await run<ClipAnalysis>((api) =>
          api.analyse(note.lines, { pxPerMm: note.pxPerMm ?? null, deepFromS: note.deepFromS }),
        )
      : null;
    return seen?.ok ? [{ note, seen: seen.value }] : [];
  };
  const fill = async () => {
    const clips: SweepClip[] = [];
    for (const note of notes) clips.push(...(await seenIn(note)));
    const { rings, scale } = sweepOfClips(clips);
    const places = RING_POSITIONS.filter((p) => rings[p]);
    set((l) => places.reduce((to, p) => ringsByClip(to, p, rings[p]!.excursions, rings[p]!.recordId), l));
    const missed = notes.length - clips.length;
    setSaid(
      places.length === 0 || missed > 0
        ? {
            level: 'care',
            text: `${places.length === 0 ? 'No line of these clips counts' : `${missed} of them cannot be read`}. What is not seen in a clip was left as it is.`,
          }
        : {
            level: 'done',
            text:
              places.length === 1
                ? 'Its row is filled.'
                : scale === 'one'
                  ? 'All rows are on one scale, by the known length in each clip.'
                  : 'Each clip is on its own scale: without a known length in each, compare the shares within a row, not one row with another.',
          },
    );
  };
  return (
    <div className="flex flex-wrap items-center gap-4">
      <Button disabled={busy} onClick={() => void fill()}>
        Fill from {notes.length === 1 ? 'the clip' : `the ${notes.length} clips`} of this look
      </Button>
      {said?.level === 'care' && <Notice level="care">{said.text}</Notice>}
      <p role="status" className="text-small text-soft">
        {said?.level === 'done' ? said.text : ''}
      </p>
    </div>
  );
}
