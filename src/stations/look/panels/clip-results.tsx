'use client';

import { mean } from '@/core/base/statistics';
import { excursionsOf, ringsByClip } from '@/core/look/clip-excursions';
import type { ClipNote, LookData } from '@/core/look/look';
import { RING_POSITION } from '@/core/look/places';
import { TIMING_ERROR_S, type ClipAnalysis, type ClipLineResult, type Moved } from '@/core/video/clip';
import { LINE_FAULT } from '@/core/video/gate';
import { LINE_PLACE } from '@/core/video/line';
import { ClipCurves } from '@/pictures/clip-curves';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import type { Shown } from './use-clip';
import { Figures } from './test-head';

type Props = {
  shown: Shown;
  position: ClipNote['position'];
  /** The moment of the clip that is seen beside; null: none is open. */
  atS: number | null;
  onSeek: (atS: number) => void;
  onDeepFrom: (deepFromS: number | null | undefined) => void;
  onKeep: () => void;
  /** Null for a body that is bent: its rings would be those of the bend. */
  onRings: ((change: (look: LookData) => LookData) => void) | null;
  busy: boolean;
};

/** What following the lines of a clip gave: curves, the quality of each line, how far it moves, and what may be claimed. */
export function ClipResults({ shown, position, atS, onSeek, onDeepFrom, onKeep, onRings, busy }: Props) {
  const { analysis, recordId } = shown;
  const inPart = atS === null ? null : atS - shown.fromS;
  if (!analysis.ok)
    return (
      <Notice level="care">
        {analysis.why.endsWith('.') ? analysis.why : `${analysis.why}.`} Nothing is read from this clip.
      </Notice>
    );
  const seen = analysis.value;
  const excursions = excursionsOf(seen);
  const zones = Object.keys(excursions).length;
  return (
    <section aria-label="What the clip shows" className="space-y-3">
      {shown.cutsS.length > 0 && (
        <Notice level="care">
          The clip is cut at {shown.cutsS.map((c) => `${c.toFixed(1)} s`).join(', ')}: only the part of the
          lines was followed.
        </Notice>
      )}
      <ClipCurves
        analysis={seen}
        lines={shown.lines}
        seconds={shown.seconds}
        atS={inPart}
        onSeek={(t) => onSeek(t + shown.fromS)}
        className="w-full"
      />
      <Figures
        small
        items={[
          { label: 'ordinary breaths', value: String(seen.ordinary.length) },
          { label: 'deep breaths', value: String(seen.deep.length) },
          ...rateOf('rate, ordinary', seen, seen.ordinary),
          ...rateOf('deep', seen, seen.deep),
          {
            label: 'in, out',
            value: `${seen.breaths.inhaleS.toFixed(1)} · ${seen.breaths.exhaleS.toFixed(1)}`,
            unit: `s, ± ${TIMING_ERROR_S}`,
          },
          ...share('shoulder over belly', seen.shoulderToBelly.ordinary),
          ...share('on deep breaths', seen.shoulderToBelly.deep),
          ...share('smaller side over larger', seen.sideRatio),
        ]}
      />
      <p className="flex flex-wrap items-center gap-x-4 text-small">
        <span className="text-soft">
          {seen.deep.length > 0 ? 'Deep breaths are shaded. ' : 'No step to deeper breaths was found. '}
        </span>
        {inPart !== null && (
          <Press look="text" onClick={() => onDeepFrom(Math.max(0, inPart))}>
            Deep ones begin where the playhead stands
          </Press>
        )}
        {seen.deep.length > 0 && (
          <Press look="text" onClick={() => onDeepFrom(null)}>
            There are no deep ones
          </Press>
        )}
        {shown.options.deepFromS !== undefined && (
          <Press look="text" onClick={() => onDeepFrom(undefined)}>
            Find them by their depth
          </Press>
        )}
      </p>
      <LinesTable seen={seen} />
      <p className="max-w-[95ch] text-fine text-soft">
        Seen is only what moves across a line, in this picture; it is no volume. Breaths are counted while the
        client is still and silent; moments are right to about {TIMING_ERROR_S} s, travel to 15 % from 2 px on
        and to 30 % below (± in the table).{' '}
        {seen.anglesApart && 'The lines point different ways: their travel is not of one direction. '}
        {seen.stillPx !== null &&
          `The background moved by ${seen.stillPx.toFixed(2)} px (root mean square)${seen.stillPx > 0.08 ? ', which was taken away' : ''}.`}
      </p>
      <div className="flex flex-wrap items-center gap-4">
        {!shown.recordId && (
          <Button kind="main" disabled={busy} onClick={onKeep}>
            Keep the curves with this look
          </Button>
        )}
        {zones > 0 && onRings && recordId && (
          <Button
            disabled={busy}
            onClick={() => onRings((l) => ringsByClip(l, position, excursions, recordId))}
          >
            Put {zones === 1 ? 'this zone' : `these ${zones} zones`} on the rings,{' '}
            {RING_POSITION[position].label}
          </Button>
        )}
        <span className="text-small text-soft">
          {shown.recordId ? 'Kept: Read and Follow use it.' : 'Kept first, they can go on the rings.'}
        </span>
      </div>
    </section>
  );
}

/** Breaths a minute of some of the breaths. */
const rateOf = (label: string, seen: ClipAnalysis, of: readonly number[]) => {
  const lengths = of.map((i) => seen.breaths.breaths[i]!).map((b) => b.endS - b.startS);
  return lengths.length === 0 ? [] : [{ label, value: (60 / mean(lengths)).toFixed(1), unit: 'a minute' }];
};

const share = (label: string, value: number | null) =>
  value === null ? [] : [{ label, value: `${Math.round(value * 100)}`, unit: '%' }];

function LinesTable({ seen }: { seen: ClipAnalysis }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full min-w-[720px] text-small tabular-nums">
        <thead>
          <tr className="border-b border-ink text-left text-fine text-soft">
            <th className="py-1 font-normal">line</th>
            <th className="font-normal">ordinary</th>
            <th className="font-normal">deep</th>
            <th className="font-normal">begins</th>
            <th className="font-normal">halves agree</th>
            <th className="w-[46%] font-normal">how good it is</th>
          </tr>
        </thead>
        <tbody>
          {seen.lines.map((l, i) => (
            <tr key={i} className="border-b border-rule align-top [&>td]:py-1 [&>td]:pr-3">
              <th scope="row" className="py-1 text-left font-semibold">
                {LINE_PLACE[l.place].label}
              </th>
              <td>{l.place === 'still' ? '' : (sayMoved(l.ordinary) ?? sayLess(l))}</td>
              <td>{l.place === 'still' ? '' : (sayMoved(l.deep) ?? '–')}</td>
              <td>{sayOnset(l)}</td>
              <td>{l.place === 'still' ? '' : l.splitHalf.toFixed(2)}</td>
              <td>{sayQuality(l)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function sayMoved(m: Moved | null): string | null {
  if (!m) return null;
  const by = `± ${Math.round(m.error * 100)} %`;
  return m.mm === null ? `${m.px.toFixed(1)} px ${by}` : `${m.mm.toFixed(1)} mm ${by}`;
}

const sayLess = (l: ClipLineResult): string => (l.lessThanPx === null ? '–' : `less than ${l.lessThanPx} px`);

function sayOnset(l: ClipLineResult): string {
  if (l.reversed) return 'draws in';
  if (l.onsetS === null) return '';
  return l.onsetS < TIMING_ERROR_S ? 'with the first' : `${l.onsetS.toFixed(1)} s later`;
}

function sayQuality(l: ClipLineResult): React.ReactNode {
  if (l.faults.length === 0) return l.place === 'still' ? 'holds still' : 'counts';
  return (
    <ul>
      {l.faults.map((f) => (
        <li key={f}>
          {l.counts ? 'Counts; ' : 'Does not count: '}
          {LINE_FAULT[f].says}. <span className="text-soft">{LINE_FAULT[f].todo}</span>
        </li>
      ))}
    </ul>
  );
}
