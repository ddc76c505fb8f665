'use client';

import { comfortableExhale } from '@/core/look/exhales';
import { EXHALE_SHAPES } from '@/core/simulate/exhale-sound';
import { loudnessOf } from '@/core/sound/loudness';
import { LevelStrip } from '@/pictures/level-strip';
import { CheckField, Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';
import { FileButton } from '@/ui/file-button';
import { Select } from '@/ui/select';
import { useHotkeys } from '@/ui/hotkeys';
import { Notice } from '@/ui/notice';
import { ExhaleList, HeardRow } from './exhale-rows';
import { HandTimed, Heard } from './exhale-tap';
import type { PanelProps } from './panel';
import { Figures, TestHead } from './test-head';
import { useExhales } from './use-exhales';

const THROUGH = [
  { value: 'straw', label: 'straw' },
  { value: 'hiss', label: 'hiss' },
  { value: 'sigh', label: 'sigh' },
  { value: 'nose', label: 'nose' },
] as const;
const BY = [
  { value: 'hand', label: 'by hand' },
  { value: 'microphone', label: 'microphone' },
  { value: 'stand-in', label: 'stand-in' },
] as const;

/** How long an exhale stays quiet, timed by hand or heard, with how even it sounds. */
export function ExhaleTest({ look, set, lookId }: Pick<PanelProps, 'look' | 'set' | 'lookId'>) {
  const exhales = useExhales({ set, lookId });
  const { by, setBy, through, setThrough, measured, shape, setShape, keepSound, setKeepSound } = exhales;
  const { heard, error, watch, listening, toggle, keepTimed, listen, readWav, keepHeard } = exhales;
  useHotkeys([
    { key: ' ', does: 'start; stop at the end of the exhale', run: (e) => toggle(e.timeStamp) },
    { key: '1', does: 'the exhale stayed quiet', run: () => keepTimed('quiet') },
    { key: '2', does: 'it was strained or the next inhale hurried', run: () => keepTimed('strained') },
  ]);
  const summary = comfortableExhale(look);
  const live = listening.state === 'listening';
  return (
    <section aria-label="Comfortable exhale" className="space-y-3">
      <TestHead test="exhale" />
      <div className="flex flex-wrap items-end gap-x-7 gap-y-2">
        <Choice label="Timed" options={BY} value={by} onValue={(v) => v && setBy(v)} />
        <Select label="Out through" options={THROUGH} value={through} onValue={setThrough} />
        {by === 'stand-in' && (
          <Choice
            label="The stand-in sounds"
            options={EXHALE_SHAPES.map((s) => ({
              value: s,
              label: { even: 'even', fades: 'fading', bursts: 'in bursts' }[s],
            }))}
            value={shape}
            onValue={(s) => s && setShape(s)}
          />
        )}
        {by !== 'hand' && (
          <CheckField label="keep the sound with the look" checked={keepSound} onChecked={setKeepSound} />
        )}
        {by !== 'hand' && (
          <FileButton label="Open a WAV file" accept=".wav,audio/wav" onFile={(f) => void readWav(f)} />
        )}
      </div>
      <div className="grid grid-cols-1 desk:grid-cols-[400px_1fr] gap-8">
        <div className="space-y-3">
          {by === 'hand' ? (
            <HandTimed
              shownS={measured ?? watch.elapsedS}
              running={watch.running}
              measured={measured !== null}
              onTap={toggle}
              onKeep={keepTimed}
            />
          ) : (
            <Heard
              levelDb={live ? loudnessOf(listening.levels.at(-1) ?? 0) : null}
              disabled={listening.state === 'starting'}
              onTap={() => void listen()}
            />
          )}
          <NumberField
            label="Or as asked for"
            unit="s"
            value={look.comfortableExhaleS}
            min={0.5}
            max={60}
            step={0.5}
            onValue={(v) => set((l) => ({ ...l, comfortableExhaleS: v }))}
          />
        </div>
        <div className="space-y-3">
          {summary ? (
            <Figures
              items={[
                { label: 'comfortable exhale', value: summary.comfortableS.toFixed(1), unit: 's' },
                { label: 'quiet tries', value: `${summary.quiet} of ${summary.tries}` },
                {
                  label: 'spread',
                  value: summary.spreadS === null ? '–' : summary.spreadS.toFixed(1),
                  unit: summary.spreadS === null ? '' : 's',
                },
              ]}
            />
          ) : (
            <p className="text-soft">No exhale yet. Three tries show how much of a change is only noise.</p>
          )}
          <ExhaleList
            tries={look.exhales ?? []}
            onDrop={(i) => set((l) => ({ ...l, exhales: l.exhales?.filter((_, k) => k !== i) }))}
          />
        </div>
      </div>
      {error && <Notice level="care">{error}</Notice>}
      {heard?.warnings.map((w) => (
        <Notice key={w} level="care">
          {w}
        </Notice>
      ))}
      {by !== 'hand' && (live || heard) && (
        <LevelStrip
          levels={heard?.levels ?? listening.levels}
          exhales={heard?.exhales ?? []}
          className="w-full"
        />
      )}
      {heard?.exhales.map((e) => (
        <HeardRow key={e.startS} heard={e} onKeep={(end) => void keepHeard(e, end)} />
      ))}
      {by !== 'hand' && (
        <p className="text-fine text-soft">
          Loudness after BS.1770 in dB under full scale: compare tries at one distance. The sound is measured
          as it comes; it is stored only when you ask for it, and it stays on this machine.
        </p>
      )}
    </section>
  );
}
