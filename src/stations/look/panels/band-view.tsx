'use client';

import { useState } from 'react';
import type { BandNote } from '@/core/look/look';
import type { BandAnalysis } from '@/core/signal/analyse';
import type { CalibrationDoubt } from '@/core/signal/calibrate';
import { BAND_PLACES, PLACE_LABEL, type BandPlace } from '@/core/signal/places';
import { FAULT_LABEL } from '@/core/signal/quality';
import { BandPicture } from '@/pictures/bands';
import { Loop } from '@/pictures/loop';
import { Button } from '@/ui/button';
import { NumberField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Select } from '@/ui/select';
import { Press } from '@/ui/press';
import type { OpenBands } from '@/workers/bands.worker';
import { Figures, timingFigures } from './test-head';
import { Term } from '@/ui/term';

const PLACES: readonly { value: BandPlace | ''; label: string }[] = [
  { value: '', label: 'not used' },
  ...BAND_PLACES.map((p) => ({ value: p, label: PLACE_LABEL[p] })),
];
const MANOEUVRES = [
  { value: 'isovolume', label: 'isovolume: mouth shut, belly in and out' },
  { value: 'bag', label: 'breaths from a bag of known volume' },
] as const;

type Props = {
  open: OpenBands;
  note: Pick<BandNote, 'places' | 'calibration'>;
  onNote: (patch: Partial<Pick<BandNote, 'places' | 'calibration'>>) => void;
};

/** What a record of bands shows: curves, turns, shares, phase, level and what cannot be trusted. */
export function BandView({ open, note, onNote }: Props) {
  const [chosen, setChosen] = useState<number | null>(null);
  const [calibrating, setCalibrating] = useState(false);
  const { preview, channelNames, places } = open;
  const analysis = open.analysis.ok ? open.analysis.value : null;
  const firstTrusted = analysis?.breaths.findIndex((b) => b.trusted) ?? -1;
  const shown = analysis ? (chosen ?? firstTrusted) : null;
  const breath = analysis && shown !== null ? analysis.breaths[shown] : undefined;
  const move = (by: number) =>
    analysis && setChosen(Math.min(analysis.breaths.length - 1, Math.max(0, (shown ?? 0) + by)));
  return (
    <div className="space-y-3">
      {open.warnings.map((w) => (
        <Notice key={w} level="care">
          {w}
        </Notice>
      ))}
      {!open.analysis.ok && <Notice level="care">{open.analysis.why}.</Notice>}
      <BandPicture
        preview={preview}
        analysis={analysis}
        chosen={shown}
        onChoose={setChosen}
        className="w-full"
      />
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
        {channelNames.map((name, i) => (
          <Select
            key={`${name}${i}`}
            label={`${name} lay at`}
            options={PLACES}
            value={places[i] ?? ''}
            onValue={(v) => onNote({ places: places.map((p, k) => (k === i ? (v === '' ? null : v) : p)) })}
            className="w-40"
          />
        ))}
        <Button kind="quiet" onClick={() => setCalibrating((c) => !c)}>
          {note.calibration.length > 0
            ? `Calibrated by ${note.calibration.map((c) => (c.kind === 'bag' ? 'bag' : 'isovolume')).join(' and ')}`
            : 'Calibrate'}
        </Button>
      </div>
      {calibrating && (
        <CalibrationForm
          lengthS={preview.lengthS}
          calibration={note.calibration}
          onChange={(calibration) => onNote({ calibration })}
        />
      )}
      {analysis && (
        <div className="grid grid-cols-1 desk:grid-cols-[minmax(0,1fr)_250px] gap-8">
          <div className="space-y-4">
            <Figures small items={timingFigures(analysis, analysis.counted)} />
            <Figures
              small
              items={[
                ...(analysis.ribShare === null
                  ? []
                  : [
                      {
                        label: `ribs, ${analysis.gains.from.length > 0 ? 'of the volume' : 'relative'}`,
                        value: (analysis.ribShare * 100).toFixed(0),
                        unit: '%',
                      },
                    ]),
                ...(analysis.phase === null
                  ? []
                  : [
                      {
                        label:
                          analysis.phase.leads === 'together'
                            ? 'ribs and belly apart'
                            : `${analysis.phase.leads} lead${analysis.phase.leads === 'belly' ? 's' : ''} by`,
                        value: analysis.phase.deg.toFixed(0),
                        unit: '°',
                      },
                    ]),
                {
                  label: 'level after the exhale',
                  value: signed(analysis.endLevel.driftPerMin),
                  unit: 'breaths a minute',
                },
                { label: 'rest after the exhale', value: analysis.pauseEmptyS.toFixed(1), unit: 's' },
                { label: 'sighs', value: String(analysis.sighs) },
                { label: 'rests of 10 s', value: String(analysis.apnoeas.length) },
                ...(analysis.tidalMl === null
                  ? []
                  : [{ label: 'breath', value: analysis.tidalMl.toFixed(0), unit: 'mL' }]),
                ...(analysis.sideRatio === null
                  ? []
                  : [
                      {
                        label: 'smaller side of larger',
                        value: (analysis.sideRatio * 100).toFixed(0),
                        unit: '%',
                      },
                    ]),
              ]}
            />
            <Shares analysis={analysis} />
            <QualityLine analysis={analysis} />
          </div>
          {preview.loops.length > 0 && breath ? (
            <div className="space-y-1">
              <Loop
                loops={preview.loops}
                chosen={shown}
                phaseDeg={breath.phaseDeg}
                leads={null}
                className="w-full"
              />
              <p className="flex items-center justify-between text-small tabular-nums">
                <Press look="text" className="px-2" onClick={() => move(-1)}>
                  before
                </Press>
                <span>
                  breath {(shown ?? 0) + 1}:{' '}
                  {!breath.trusted
                    ? 'not counted'
                    : breath.phaseDeg === null
                      ? '–'
                      : `${Math.abs(breath.phaseDeg).toFixed(0)}°`}
                  {breath.trusted &&
                    breath.ribShare !== null &&
                    `, ribs ${(breath.ribShare * 100).toFixed(0)} %`}
                </span>
                <Press look="text" className="px-2" onClick={() => move(1)}>
                  next
                </Press>
              </p>
              <p className="text-fine text-soft">
                A line: ribs and belly move together. A fat loop: one comes later. Falling to the right:
                against each other.
              </p>
            </div>
          ) : (
            <p className="text-fine text-soft">
              One band on the ribs and one on the belly show how they share the breath and which comes first.
            </p>
          )}
        </div>
      )}
    </div>
  );
}

const signed = (v: number): string =>
  Math.abs(v) < 0.005 ? '0.00' : `${v > 0 ? '+' : '−'}${Math.abs(v).toFixed(2)}`;

/** What a calibration leaves open, and what would settle it. */
const DOUBT: Record<CalibrationDoubt, string> = {
  leakUnseen:
    'Air that leaked at the mouth during it would not be seen and would shift the shares by as much: breaths from a bag, some low, some high, would show it.',
  sharesUnknown:
    'All breaths from the bag shared ribs and belly alike, so that only the volume holds; the shares stay relative. Take some low and some high, or an isovolume manoeuvre.',
  disagree:
    'The isovolume manoeuvre says otherwise than the bag, as it does when air leaks: the bag is used. Repeat the manoeuvre with mouth and throat shut.',
};

function Shares({ analysis }: { analysis: BandAnalysis }) {
  const shares = Object.entries(analysis.shares) as [BandPlace, number][];
  if (shares.length < 2) return null;
  return (
    <div
      className="max-w-[620px]"
      role="img"
      aria-label={shares.map(([p, v]) => `${PLACE_LABEL[p]} ${Math.round(v * 100)} %`).join(', ')}
    >
      {shares.map(([place, v]) => (
        <div
          key={place}
          className="grid grid-cols-1 room:grid-cols-[150px_1fr_110px] items-center gap-3 text-small"
        >
          <span>{PLACE_LABEL[place]}</span>
          <span className="h-2.5 bg-rule">
            <span
              className={`block h-full ${v < 0 ? 'bg-fall' : 'bg-rise'}`}
              style={{ width: `${Math.min(100, Math.abs(v) * 100)}%` }}
            />
          </span>
          <span className="tabular-nums">
            {v < 0 ? 'draws in ' : ''}
            {Math.round(Math.abs(v) * 100)} %
          </span>
        </div>
      ))}
      <p className="text-fine text-soft">
        {analysis.gains.from.length === 0
          ? 'Shares are relative: the bands are not calibrated, so that a softer band counts for less.'
          : analysis.gains.absolute
            ? 'Calibrated with a known volume.'
            : 'Calibrated by an isovolume manoeuvre: shares hold, volumes do not.'}{' '}
        {analysis.gains.doubt && DOUBT[analysis.gains.doubt]}
      </p>
    </div>
  );
}

function QualityLine({ analysis: { quality } }: { analysis: BandAnalysis }) {
  const whys = [...new Set(quality.spans.map((s) => FAULT_LABEL[s.why]))];
  return (
    <p className="text-small">
      <strong>
        <Term of="signal">Signal</Term> {Math.round(quality.score * 100)} of 100
      </strong>
      : {Math.round(quality.trusted * 100)} % of the time can be trusted, {quality.signalToNoiseDb.toFixed(0)}{' '}
      dB over the noise. {whys.length > 0 && `Left out, hatched: ${whys.join('; ')}.`}
    </p>
  );
}

function CalibrationForm({
  lengthS,
  calibration,
  onChange,
}: {
  lengthS: number;
  calibration: BandNote['calibration'];
  onChange: (c: BandNote['calibration']) => void;
}) {
  const [kind, setKind] = useState<'isovolume' | 'bag'>('isovolume');
  const [fromS, setFrom] = useState<number | undefined>();
  const [toS, setTo] = useState<number | undefined>();
  const [volumeMl, setVolume] = useState<number | undefined>(800);
  const ready =
    fromS !== undefined &&
    toS !== undefined &&
    toS > fromS &&
    (kind === 'isovolume' || volumeMl !== undefined);
  const add = () => {
    if (!ready) return;
    const made = kind === 'isovolume' ? { kind, fromS, toS } : { kind, fromS, toS, volumeMl: volumeMl! };
    onChange([...calibration.filter((c) => c.kind !== kind), made]);
  };
  return (
    <div className="flex flex-wrap items-end gap-4 border-l-4 border-rule pl-4">
      <Select label="Manoeuvre" options={MANOEUVRES} value={kind} onValue={setKind} className="w-72" />
      <NumberField label="From" unit="s" value={fromS} min={0} max={lengthS} onValue={setFrom} />
      <NumberField label="to" unit="s" value={toS} min={0} max={lengthS} onValue={setTo} />
      {kind === 'bag' && (
        <NumberField
          label="Volume"
          unit="mL"
          value={volumeMl}
          min={50}
          max={6000}
          step={50}
          onValue={setVolume}
        />
      )}
      <Button disabled={!ready} onClick={add}>
        Use it
      </Button>
      {calibration.length > 0 && (
        <Button kind="quiet" onClick={() => onChange([])}>
          Take the calibration back
        </Button>
      )}
    </div>
  );
}
