'use client';

import { RING_POSITION, type RingPosition } from '@/core/look/places';
import type { BandPlace } from '@/core/signal/places';
import { WAY, WAYS, type Way } from '@/core/simulate/bands';
import { BandSetup } from '@/core/simulate/bands.schema';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';
import { Fold } from '@/ui/fold';
import { FileButton } from '@/ui/file-button';
import { Select } from '@/ui/select';
import {
  serialBands,
  serverBands,
  simulatedPort,
  type BandSource,
  type PortLike,
} from '@/devices/band-source';

const FROM = [
  { value: 'stand-in', label: 'stand-in' },
  { value: 'port', label: 'stand-in on a serial line' },
  { value: 'serial', label: 'serial device' },
  { value: 'file', label: 'file' },
] as const;
const WHERE = (['hookLying', 'sitting', 'standing'] as const).map((p) => ({
  value: p as RingPosition,
  label: RING_POSITION[p].label,
}));
const SETS = [
  { value: '1', label: 'ribs', places: ['lowerRibs'] },
  { value: '2', label: 'ribs, belly', places: ['lowerRibs', 'belly'] },
  { value: '3', label: 'three levels', places: ['upperRibs', 'lowerRibs', 'belly'] },
  {
    value: '4',
    label: 'with right and left',
    places: ['upperRibs', 'lowerRibsRight', 'lowerRibsLeft', 'belly'],
  },
] as const satisfies readonly { value: string; label: string; places: readonly BandPlace[] }[];
const HAPPENS = [
  { value: '', label: 'nothing' },
  { value: 'cough', label: 'a cough' },
  { value: 'sigh', label: 'a sigh' },
  { value: 'slip', label: 'a band slips' },
  { value: 'movement', label: 'the body moves' },
  { value: 'apnoea', label: 'a rest' },
  { value: 'loss', label: 'the line is lost' },
] as const;
const NOISE = [
  { value: '28', label: 'little' },
  { value: '20', label: 'some' },
  { value: '12', label: 'much' },
] as const;
const DRIFT = [
  { value: '0', label: 'none' },
  { value: '0.6', label: 'upward' },
  { value: '-0.6', label: 'downward' },
] as const;
const RATES = [
  { value: '25', label: '25 Hz' },
  { value: '50', label: '50 Hz' },
  { value: '100', label: '100 Hz' },
] as const;
const BAUD = 115200;

/** Where bands are to come from, and what the stand-in is asked to do. */
export type BandWish = {
  from: (typeof FROM)[number]['value'];
  position: RingPosition;
  way: Way;
  rate: number | undefined;
  set: (typeof SETS)[number]['value'];
  depth: number | undefined;
  noise: (typeof NOISE)[number]['value'];
  drift: (typeof DRIFT)[number]['value'];
  hz: (typeof RATES)[number]['value'];
  happens: (typeof HAPPENS)[number]['value'];
};

export const FIRST_WISH: BandWish = {
  from: 'stand-in',
  position: 'hookLying',
  way: 'lowQuiet',
  rate: 14,
  set: '2',
  depth: 1,
  noise: '28',
  drift: '0',
  hz: '50',
  happens: '',
};

/** The source that is wished for; a sentence when this browser has none. */
export function sourceOf(wish: BandWish): BandSource | string {
  const setup = () =>
    BandSetup.parse({
      way: wish.way,
      ratePerMin: wish.rate ?? 14,
      posture: wish.position === 'hookLying' ? 'lying' : RING_POSITION[wish.position].position,
      places: [...SETS.find((s) => s.value === wish.set)!.places],
      depth: wish.depth ?? 1,
      hz: Number(wish.hz),
      signalToNoiseDb: Number(wish.noise),
      driftPerMin: Number(wish.drift),
      seed: Math.floor(Math.random() * 1e6),
      events:
        wish.happens === ''
          ? []
          : [{ kind: wish.happens, atS: wish.happens === 'loss' ? 6 : 12, lengthS: 4, channel: 0 }],
    });
  if (wish.from === 'stand-in') return serverBands(setup());
  if (wish.from === 'port') return serialBands(async () => simulatedPort(setup()), BAUD);
  const { serial } = navigator as Navigator & { serial?: { requestPort: () => Promise<PortLike> } };
  return serial
    ? serialBands(() => serial.requestPort(), BAUD)
    : 'This browser opens no serial devices. Use one that does, such as a current Chromium on the desk, or record to a file.';
}

type Props = {
  wish: BandWish;
  onWish: (patch: Partial<BandWish>) => void;
  running: boolean;
  onStartStop: () => void;
  onFile: (file: File) => void;
};

/** Chooses the source of a band record and starts it. */
export function BandControls({ wish, onWish, running, onStartStop, onFile }: Props) {
  const simulated = wish.from === 'stand-in' || wish.from === 'port';
  return (
    <>
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <Choice
          label="From"
          options={FROM}
          value={wish.from}
          onValue={(from) => from && !running && onWish({ from })}
        />
        <Select
          label="Position"
          options={WHERE}
          value={wish.position}
          disabled={running}
          onValue={(position) => onWish({ position })}
        />
        {wish.from === 'file' ? (
          <FileButton
            label="Open EDF, EDF+ or CSV"
            accept=".edf,.csv,.tsv,.txt,.bdf,text/csv"
            onFile={onFile}
          />
        ) : (
          <Button kind="main" onClick={onStartStop}>
            {running ? 'Stop and analyse' : 'Start the record'}
          </Button>
        )}
      </div>
      {simulated && (
        <Fold
          title="Stand-in"
          said={`${WAY[wish.way].label}, ${wish.rate ?? 14} a minute, ${SETS.find((s) => s.value === wish.set)!.label}`}
        >
          <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
            <Select
              label="It breathes"
              options={WAYS.map((w) => ({ value: w, label: WAY[w].label }))}
              value={wish.way}
              disabled={running}
              onValue={(way) => onWish({ way })}
              className="w-44"
            />
            <NumberField
              label="Rate"
              unit="a minute"
              value={wish.rate}
              min={2}
              max={60}
              onValue={(rate) => onWish({ rate })}
            />
            <NumberField
              label="Depth"
              value={wish.depth}
              min={0.1}
              max={5}
              step={0.1}
              onValue={(depth) => onWish({ depth })}
              className="w-14"
            />
            <Choice
              label="Bands"
              options={SETS.map(({ value, label }) => ({ value, label }))}
              value={wish.set}
              onValue={(set) => set && !running && onWish({ set })}
            />
            <Select
              label="Noise"
              options={NOISE}
              value={wish.noise}
              disabled={running}
              onValue={(noise) => onWish({ noise })}
            />
            <Select
              label="Drift"
              options={DRIFT}
              value={wish.drift}
              disabled={running}
              onValue={(drift) => onWish({ drift })}
            />
            <Select
              label="Sampled at"
              options={RATES}
              value={wish.hz}
              disabled={running}
              onValue={(hz) => onWish({ hz })}
            />
            <Select
              label="It happens"
              options={HAPPENS}
              value={wish.happens}
              disabled={running}
              onValue={(happens) => onWish({ happens })}
            />
          </div>
        </Fold>
      )}
      {wish.from === 'serial' && (
        <p className="text-fine text-soft">
          Any device that sends lines t_ms,ch1,ch2… at {BAUD} baud. A line “# places lowerRibs,belly” names
          its channels.
        </p>
      )}
    </>
  );
}
