'use client';

import { useEffect, useRef, useState } from 'react';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Slider } from '@/ui/slider';
import type { ClipState } from './use-clip';

/** From which side of the picture the face is taken away: above for one who stands, beside for one who lies. */
const SIDES = [
  { value: 'top', label: 'top' },
  { value: 'left', label: 'left' },
  { value: 'right', label: 'right' },
] as const;
const WAYS = [
  { value: 'coarse', label: 'made coarse' },
  { value: 'cut', label: 'cut off' },
] as const;
type Side = (typeof SIDES)[number]['value'];
type Way = (typeof WAYS)[number]['value'];

/** A part that is made coarse keeps so many blocks across: no face is known by them. Our choice. */
const BLOCKS = 7;
const QUALITY = 0.85;

type Props = { clip: ClipState; busy: boolean; onKeep: (picture: Blob) => void; onLeave: () => void };

/** The picture at the playhead with its face cut off or made coarse, before it is kept. */
export function FacelessPicture({ clip, busy, onKeep, onLeave }: Props) {
  const { atS, lines, open, worker } = clip;
  const { run } = worker;
  const canvas = useRef<HTMLCanvasElement>(null);
  const [side, setSide] = useState<Side>('top');
  const [way, setWay] = useState<Way>('coarse');
  const [share, setShare] = useState(() => neckOf(lines, open?.height ?? 1));
  const [picture, setPicture] = useState<ImageBitmap | null>(null);
  useEffect(() => {
    let left = false;
    void run<{ bitmap: ImageBitmap }>((api) => api.frame(atS)).then((frame) => {
      if (frame.ok && !left) setPicture(frame.value.bitmap);
    });
    return () => void (left = true);
  }, [atS, run]);
  useEffect(() => {
    if (picture && canvas.current) drawWithout(canvas.current, picture, side, share, way);
  }, [picture, side, share, way]);
  return (
    <div className="flex flex-wrap items-end gap-6">
      <canvas
        ref={canvas}
        className="max-h-64 max-w-full bg-rule"
        aria-label="The picture as it will be kept"
      />
      <div className="min-w-56 space-y-3">
        <Choice label="The face is at the" options={SIDES} value={side} onValue={(v) => v && setSide(v)} />
        <Choice label="It is" options={WAYS} value={way} onValue={(v) => v && setWay(v)} />
        <Slider label="how far in" min={0.04} max={0.8} step={0.02} tight value={share} onValue={setShare} />
        <div className="flex gap-3">
          <Button
            kind="main"
            disabled={busy || !picture}
            onClick={() => canvas.current?.toBlob((blob) => blob && onKeep(blob), 'image/jpeg', QUALITY)}
          >
            Keep this picture
          </Button>
          <Button kind="quiet" onClick={onLeave}>
            Leave it
          </Button>
        </div>
      </div>
    </div>
  );
}

/** Down to the shoulder line, or where a face usually ends when there is none. */
function neckOf(lines: ClipState['lines'], height: number): number {
  const shoulder = lines.find((l) => l.place === 'shoulder');
  const share = shoulder ? Math.max(shoulder.from.y, shoulder.to.y) / height : 0.25;
  return Math.ceil(Math.max(0.06, Math.min(0.6, share)) * 50) / 50;
}

/** Draws a picture without a part of it; what is made coarse is first made small, so that nothing finer is left. */
function drawWithout(to: HTMLCanvasElement, picture: ImageBitmap, side: Side, share: number, way: Way): void {
  const { width, height } = picture;
  const part = {
    top: { x: 0, y: 0, w: width, h: Math.round(height * share) },
    left: { x: 0, y: 0, w: Math.round(width * share), h: height },
    right: { x: width - Math.round(width * share), y: 0, w: Math.round(width * share), h: height },
  }[side];
  const kept =
    side === 'top'
      ? { x: 0, y: part.h, w: width, h: height - part.h }
      : { x: side === 'left' ? part.w : 0, y: 0, w: width - part.w, h: height };
  const shown = way === 'cut' ? kept : { x: 0, y: 0, w: width, h: height };
  to.width = Math.max(1, shown.w);
  to.height = Math.max(1, shown.h);
  const pen = to.getContext('2d')!;
  pen.drawImage(picture, shown.x, shown.y, shown.w, shown.h, 0, 0, shown.w, shown.h);
  if (way === 'cut' || part.w === 0 || part.h === 0) return;
  const small = new OffscreenCanvas(BLOCKS, Math.max(1, Math.round((BLOCKS * part.h) / part.w)));
  const soft = small.getContext('2d')!;
  soft.imageSmoothingQuality = 'high';
  soft.drawImage(picture, part.x, part.y, part.w, part.h, 0, 0, small.width, small.height);
  pen.imageSmoothingEnabled = false;
  pen.drawImage(small, 0, 0, small.width, small.height, part.x, part.y, part.w, part.h);
}
