'use client';

import { useMemo, useState } from 'react';
import { PLACE_LABEL, placeOf, type BandPlace } from '@/core/signal/places';
import { Notice } from '@/ui/notice';
import { LiveFigure } from './live-figure';
import { LiveTrace } from './live-trace';
import type { Recording } from '../use-recording';

export const clock = (s: number): string =>
  `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, '0')}`;

/** A record as it runs: the curves, how long, what is missing and what could not be read, and a place for a remark. */
export function LivePanel({ recording }: { recording: Recording }) {
  const [remark, setRemark] = useState('');
  const { state, gaps, garbage } = recording;
  const places = useMemo(
    () => recording.names.map((n) => (n in PLACE_LABEL ? (n as BandPlace) : placeOf(n))),
    [recording.names],
  );
  const many = (n: number) => (n > 1 ? 's' : '');
  return (
    <div className="space-y-2">
      <div className="flex gap-4">
        <div className="min-w-0 grow">
          <LiveTrace
            recorder={recording.recorder}
            labels={recording.names.map((n) => PLACE_LABEL[n as BandPlace] ?? n)}
          />
        </div>
        {places.some((p) => p !== null) && <LiveFigure recorder={recording.recorder} places={places} />}
      </div>
      <div className="flex flex-wrap items-center gap-6 tabular-nums">
        <strong className="text-head">{clock(recording.lengthS)}</strong>
        <span>{recording.samples.toLocaleString()} samples</span>
        <span role="status">
          {state === 'live' ? 'live' : state === 'connecting' ? 'connecting …' : ''}
          {gaps > 0 && ` · ${gaps} gap${many(gaps)}`}
        </span>
        <input
          aria-label="Remark"
          placeholder="a remark, then Enter"
          className="grow border-b-[1.5px] border-ink bg-transparent"
          maxLength={120}
          value={remark}
          onChange={(e) => setRemark(e.target.value)}
          onKeyDown={(e) => {
            if (e.key !== 'Enter' || remark.trim() === '') return;
            recording.note(remark.trim());
            setRemark('');
          }}
        />
      </div>
      {state === 'lost' && (
        <Notice level="care">
          Connection lost: {recording.why}. The record goes on; what is missing becomes a marked gap.
        </Notice>
      )}
      {garbage && (
        <Notice level="care">
          {garbage.count} line{many(garbage.count)} from the device could not be read and{' '}
          {garbage.count > 1 ? 'were' : 'was'} left out; the last: {garbage.last}.
        </Notice>
      )}
    </div>
  );
}
