'use client';

import { useEffect, useState } from 'react';
import { POSITION } from '@/core/body/positions';
import { summariseHolds } from '@/core/look/holds';
import { HOLD_POSITIONS, type HoldEnd, type HoldTrial } from '@/core/look/look';
import { holdBars } from '@/core/screen/rules';
import type { Flags } from '@/core/screen/flags';
import { HoldStrip } from '@/pictures/hold-strip';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { useHotkeys } from '@/ui/hotkeys';
import { Notice } from '@/ui/notice';
import { Slider } from '@/ui/slider';
import type { TestProps } from './look-station';
import { Figures, TestHead } from './test-head';
import { useStopwatch } from './use-stopwatch';

/** Nose breathing between two tries. Our choice, as in the calm-hold drill. */
const REST_S = 60;
const ENDS: readonly { value: HoldEnd; label: string }[] = [
  { value: 'calm', label: 'calm' },
  { value: 'mouth', label: 'mouth opened' },
  { value: 'gasp', label: 'gasp' },
];

/** A calm hold after an ordinary exhale, timed to the first clear urge, with what the next breath looked like. */
export function HoldTest({ look, set, flags }: TestProps & { flags: Flags }) {
  const [position, setPosition] = useState<HoldTrial['position']>('hookLying');
  const [measured, setMeasured] = useState<number | null>(null);
  const [breathlessness, setBreathlessness] = useState(2);
  const watch = useStopwatch();
  const rest = useRest(look.holds.length);
  const bars = holdBars(flags);
  const toggle = (at: number) => {
    if (bars.length > 0) return;
    if (watch.running) setMeasured(watch.stop(at));
    else {
      setMeasured(null);
      watch.start(at);
    }
  };
  const keep = (end: HoldEnd) => {
    if (measured === null) return;
    set((l) => ({ ...l, holds: [...l.holds, { position, holdS: Math.round(measured * 10) / 10, end, breathlessness }] }));
    setMeasured(null);
    watch.reset();
  };
  useHotkeys([
    { key: ' ', does: 'start the hold; stop it at the first clear urge', run: (e) => toggle(e.timeStamp) },
    { key: '1', does: 'the next breath was calm', run: () => keep('calm') },
    { key: '2', does: 'the mouth opened', run: () => keep('mouth') },
    { key: '3', does: 'a gasp', run: () => keep('gasp') },
  ]);
  const summaries = summariseHolds(look.holds);
  return (
    <section aria-label="Calm hold" className="space-y-3">
      <TestHead title="Calm hold" how="After an ordinary exhale the client pinches the nose. Stop at the first clear urge, not when it can no longer be borne. The next breath is half of the result." />
      {bars.length > 0 && <Notice level="stop">Not for this client: {bars.join('; ')}. Ask the client’s clinician before any hold.</Notice>}
      <div className="grid grid-cols-[400px_1fr] gap-8">
        <div className="space-y-3">
          <Choice label="Position, easiest first" options={HOLD_POSITIONS.map((p) => ({ value: p, label: POSITION[p].label }))} value={position} onValue={(p) => p && setPosition(p)} />
          <button type="button" disabled={bars.length > 0} onPointerDown={(e) => { e.preventDefault(); toggle(e.timeStamp); }} onKeyUp={(e) => e.key === ' ' && e.preventDefault()} className="flex h-[150px] w-full touch-none flex-col items-center justify-center border-[1.5px] border-ink bg-sheet select-none disabled:opacity-40">
            <span className="text-[60px] leading-none font-semibold tabular-nums">{(measured ?? watch.elapsedS).toFixed(1)} s</span>
            <span className="pt-1 text-[16px]">{watch.running ? 'tap at the first clear urge' : measured === null ? 'tap or press Space as the nose is pinched' : 'now say how it ended'}</span>
          </button>
          <Slider label="breathlessness 0–10" min={0} max={10} step={0.5} value={breathlessness} onValue={setBreathlessness} say={(v) => String(v)} />
          <div className="flex gap-2">
            {ENDS.map((end, i) => (
              <Button key={end.value} disabled={measured === null} onClick={() => keep(end.value)}>
                {end.label} <kbd className="text-[12px] font-normal opacity-70">{i + 1}</kbd>
              </Button>
            ))}
          </div>
          {rest !== null && <p className="text-soft tabular-nums">{rest > 0 ? `Nose breathing for ${rest} s more before the next try.` : 'Rested; the next try may begin.'}</p>}
        </div>
        <div className="space-y-3">
          {look.holds.length === 0 ? <p className="text-soft">No tries yet. Three in one position show how much of a change is only noise.</p> : <HoldStrip trials={look.holds} className="w-full" />}
          {summaries.map((s) => (
            <Figures
              key={s.position}
              items={[
                { label: `${POSITION[s.position].label}, best calm`, value: s.bestCalmS === null ? '–' : s.bestCalmS.toFixed(1), unit: 's' },
                { label: 'mean calm', value: s.meanCalmS === null ? '–' : s.meanCalmS.toFixed(1), unit: 's' },
                { label: 'a change counts from', value: s.noiseS === null ? 'two tries' : s.noiseS.toFixed(1), unit: s.noiseS === null ? '' : 's' },
              ]}
            />
          ))}
          {summaries.some((s) => s.calmTries === 0) && <Notice level="care">No try ended calm there: the number was too high. Stop earlier.</Notice>}
          {look.holds.length > 0 && <Button kind="quiet" onClick={() => set((l) => ({ ...l, holds: l.holds.slice(0, -1) }))}>Take the last try out</Button>}
        </div>
      </div>
    </section>
  );
}

/** Seconds of rest left since the last try was added; null before the first. */
function useRest(tries: number): number | null {
  const [state, setState] = useState<{ tries: number; since: number } | null>(null);
  const [now, setNow] = useState(0);
  if (state === null || state.tries !== tries) {
    // A try that was there when the test opened starts no rest.
    setState({ tries, since: state !== null && tries > state.tries ? now : -REST_S });
  }
  useEffect(() => {
    const began = performance.now();
    const timer = setInterval(() => setNow((performance.now() - began) / 1000), 500);
    return () => clearInterval(timer);
  }, []);
  if (tries === 0 || state === null || state.since < 0) return null;
  return Math.max(0, Math.ceil(REST_S - (now - state.since)));
}
