'use client';

import { useEffect, useRef } from 'react';
import type { LinePlace } from '@/core/video/line';
import { LineStage } from '@/pictures/line-stage';
import type { ClipState } from './use-clip';

/** What a press on the picture draws: a line at a place, or a known length. */
export type Pen = LinePlace | 'ruler';

/** The picture of a clip with its lines. */
export function ClipStage({ clip, pen }: { clip: ClipState; pen: Pen }) {
  const { open, atS, lines, ruler, worker } = clip;
  const canvas = useRef<HTMLCanvasElement>(null);
  const asked = useRef(0);
  const { run } = worker;
  useEffect(() => {
    const turn = ++asked.current;
    void run<{ bitmap: ImageBitmap }>((api) => api.frame(atS)).then((frame) => {
      if (!frame.ok || turn !== asked.current || !canvas.current) return;
      const { bitmap } = frame.value;
      canvas.current.width = bitmap.width;
      canvas.current.height = bitmap.height;
      canvas.current.getContext('2d')!.drawImage(bitmap, 0, 0);
      bitmap.close();
    });
  }, [atS, run, open]);
  if (!open) return null;
  return (
    <LineStage
      size={open}
      lines={lines}
      ruler={ruler}
      measuring={pen === 'ruler'}
      onDraw={(segment) =>
        pen === 'ruler' ? clip.setRuler({ ...segment, mm: ruler?.mm ?? 0 }) : void clip.draw(pen, segment)
      }
      onMove={(line, to) => void clip.draw(line.place, to, line.id)}
      onRemove={clip.remove}
    >
      <canvas
        ref={canvas}
        className="block w-full bg-rule"
        style={{ aspectRatio: `${open.width} / ${open.height}` }}
      />
    </LineStage>
  );
}
