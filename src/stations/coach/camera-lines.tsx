'use client';

import { useEffect, useRef, useState } from 'react';
import { LINE_PLACE, LINE_PLACES, type LinePlace, type Segment } from '@/core/video/line';
import type { LiveLine } from '@/core/video/live';
import { snapLine } from '@/core/video/snap';
import { openCamera, type Camera } from '@/devices/camera';
import { LineStage } from '@/pictures/line-stage';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import { Select } from '@/ui/select';

const PENS = LINE_PLACES.map((value) => ({ value, label: LINE_PLACE[value].label }));
const HEIGHT_PX = 300;

/** The picture of this machine's camera, with the lines that Coach follows. Nothing of the picture is kept. */
export function CameraLines({
  lines,
  onLines,
}: {
  lines: readonly LiveLine[];
  onLines: (lines: LiveLine[]) => void;
}) {
  const [camera, setCamera] = useState<Camera | null>(null);
  const [why, setWhy] = useState('');
  const [pen, setPen] = useState<LinePlace>('belly');
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let over = false;
    let opened: Camera | null = null;
    openCamera()
      .then((c) => {
        opened = c;
        if (over) c.stop();
        else setCamera(c);
      })
      .catch((error: Error) => setWhy(error.message));
    return () => {
      over = true;
      opened?.stop();
    };
  }, []);
  useEffect(() => {
    if (!camera) return;
    return camera.each(() => {
      const pencil = canvas.current?.getContext('2d');
      if (pencil) camera.draw(pencil);
    });
  }, [camera]);
  if (why !== '') return <Notice level="care">{why}</Notice>;
  if (!camera) return <p role="status">Opening the camera …</p>;
  const snapped = (place: LinePlace, segment: Segment): LiveLine => ({
    place,
    ...snapLine(camera.grey(), segment).line,
  });
  return (
    <div className="space-y-2">
      <Select label="A drag on the picture draws" options={PENS} value={pen} onValue={setPen} />
      <LineStage
        size={camera.size}
        heightPx={HEIGHT_PX}
        lines={lines.map((l, id) => ({ ...l, id }))}
        onDraw={(segment) => onLines([...lines, snapped(pen, segment)])}
        onMove={(line, to) => onLines(lines.map((l, i) => (i === line.id ? snapped(l.place, to) : l)))}
        onRemove={(id) => onLines(lines.filter((_, i) => i !== id))}
      >
        <canvas
          ref={canvas}
          width={camera.size.width}
          height={camera.size.height}
          className="block w-full bg-rule"
        />
      </LineStage>
      <p className="flex flex-wrap items-baseline gap-x-4 text-small text-soft">
        <span>
          {lines.length === 0
            ? 'Draw one across the belly or the lower ribs, from inside the body outwards, and one on an edge that does not move.'
            : `${lines.length} ${lines.length === 1 ? 'line' : 'lines'}. The camera has to stay where it is.`}
        </span>
        {lines.length > 0 && (
          <Press look="text" onClick={() => onLines([])}>
            take them away
          </Press>
        )}
      </p>
    </div>
  );
}
