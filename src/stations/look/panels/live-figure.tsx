'use client';

import { useEffect, useMemo, useRef } from 'react';
import { extremesOf } from '@/core/base/statistics';
import { PLACE_ZONES, type BandPlace } from '@/core/signal/places';
import type { BandRecorder } from '@/core/signal/recorder';
import { Figure } from '@/pictures/figure';

/** The stretch that the least and the most of a band are taken from: two or three breaths. */
const WITHIN_S = 12;

/** A body whose zones fill and empty with the bands that lie on them, as the record runs. */
export function LiveFigure({
  recorder,
  places,
}: {
  recorder: React.RefObject<BandRecorder | null>;
  places: readonly (BandPlace | null)[];
}) {
  const body = useRef<HTMLDivElement>(null);
  useEffect(() => {
    let frame = 0;
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const r = recorder.current;
      if (!r || r.samples() < 2) return;
      r.last(WITHIN_S).values.forEach((v, c) => {
        const place = places[c];
        if (!place || v.length === 0) return;
        const { low, high } = extremesOf(v);
        const share = high > low ? (v[v.length - 1]! - low) / (high - low) : 0;
        for (const zone of PLACE_ZONES[place])
          body.current?.style.setProperty(`--breath-${zone}`, share.toFixed(2));
      });
    };
    draw();
    return () => cancelAnimationFrame(frame);
  }, [recorder, places]);
  const breath = useMemo(
    () => Object.fromEntries(places.flatMap((p) => (p ? PLACE_ZONES[p] : [])).map((zone) => [zone, 1])),
    [places],
  );
  return (
    <div ref={body} className="h-[240px] w-28 shrink-0">
      <Figure
        position="standing"
        view="front"
        breath={breath}
        className="size-full"
        title="Where the bands lie, filling with the breath"
      />
    </div>
  );
}
