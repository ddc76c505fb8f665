'use client';

import type { HoldEnd, HoldTrial } from '@/core/look/look';
import { analyse } from '@/core/signal/analyse';
import { previewOf } from '@/core/signal/preview';
import { simulateBands } from '@/core/simulate/bands';
import { bandSetup, type BandSetup } from '@/core/simulate/bands.schema';
import { EXHALE_SHAPES, exhaleSound } from '@/core/simulate/exhale-sound';
import { heardExhales } from '@/core/sound/exhale';
import { levelMeter } from '@/core/sound/loudness';
import { BandPicture } from '@/pictures/bands';
import { HoldStrip } from '@/pictures/hold-strip';
import { LevelStrip } from '@/pictures/level-strip';
import { Loop } from '@/pictures/loop';
import { TapStrip } from '@/pictures/tap-strip';
import { State, States } from './state';

const RECORD_S = 90;
const bands = (setup: Partial<BandSetup>) => {
  const { record } = simulateBands(bandSetup(setup), RECORD_S);
  const analysed = analyse(record);
  const analysis = analysed.ok ? analysed.value : null;
  return { analysis, preview: previewOf(record, analysis) };
};
const BANDS = [
  { name: 'still', ...bands({}) },
  { name: 'upper chest, out of step', ...bands({ way: 'upperChest' }) },
  {
    name: 'a band lost, a cough',
    ...bands({
      events: [
        { kind: 'loss', atS: 40, lengthS: 8, channel: 0 },
        { kind: 'cough', atS: 70, lengthS: 1, channel: 0 },
      ],
    }),
  },
];
const RATE_HZ = 16_000;
const SOUNDS = EXHALE_SHAPES.map((shape) => {
  const levels = levelMeter(RATE_HZ)(exhaleSound(shape, 4).samples);
  const heard = heardExhales(levels);
  return { shape, levels, exhales: heard.ok ? heard.value : [] };
});
const hold = (holdS: number, end: HoldEnd): HoldTrial => ({
  position: 'hookLying',
  holdS,
  end,
  breathlessness: 3,
});
const TAPS = [0, 2, 6.1, 8, 12.3, 14.2, 18.4];

/** What was measured: bands, loops, taps, holds, sound. */
export const MeasuredStates = () => (
  <>
    <States title="Bands">
      {BANDS.map(({ name, preview, analysis }) => (
        <State key={name} name={name} wide>
          <BandPicture preview={preview} analysis={analysis} chosen={2} className="w-full" />
        </State>
      ))}
      <State name="not analysed" wide>
        <BandPicture preview={BANDS[0]!.preview} analysis={null} className="w-full" />
      </State>
    </States>
    <States title="Loop">
      {BANDS.slice(0, 2).map(({ name, preview, analysis }) => (
        <State key={name} name={name}>
          <Loop
            loops={preview.loops}
            chosen={1}
            phaseDeg={analysis?.breaths[1]?.phaseDeg ?? null}
            leads={null}
            className="w-full"
          />
        </State>
      ))}
      <State name="none">
        <Loop loops={[]} chosen={null} phaseDeg={null} leads={null} className="w-full" />
      </State>
    </States>
    <States title="Taps">
      <State name="in first, each to be taken out" wide>
        <TapStrip taps={TAPS} first="inhale" onRemove={() => undefined} />
      </State>
      <State name="out first" wide>
        <TapStrip taps={TAPS} first="exhale" />
      </State>
    </States>
    <States title="Holds">
      <State name="one try" wide>
        <HoldStrip trials={[hold(21, 'calm')]} className="w-full max-w-[640px]" />
      </State>
      <State name="calm twice, then mouth and gasp" wide>
        <HoldStrip
          trials={[hold(20, 'calm'), hold(23, 'calm'), hold(28, 'mouth'), hold(34, 'gasp')]}
          className="w-full max-w-[640px]"
        />
      </State>
    </States>
    <States title="Sound">
      {SOUNDS.map(({ shape, levels, exhales }) => (
        <State key={shape} name={shape} wide>
          <LevelStrip levels={levels} exhales={exhales} className="w-full" />
        </State>
      ))}
    </States>
  </>
);
