'use client';

import { useEffect, useState } from 'react';
import { POSITION } from '@/core/body/positions';
import { summariseHolds } from '@/core/look/holds';
import type { HoldEnd, HoldKind, HoldTrial } from '@/core/look/look';
import { beginsIn, HOLD_POSITIONS } from '@/core/look/places';
import { HoldStrip } from '@/pictures/hold-strip';
import { Button } from '@/ui/button';
import { CheckField } from '@/ui/choice';
import { Select } from '@/ui/select';
import { useHotkeys } from '@/ui/hotkeys';
import { Notice } from '@/ui/notice';
import { Slider } from '@/ui/slider';
import { TapSurface } from '@/ui/tap-surface';
import type { PanelProps } from './panel';
import { Figures, TestHead } from './test-head';
import { useStopwatch } from '../use-stopwatch';

/** Nose breathing between two tries. Our choice, as in the calm-hold drill. */
const REST_S = 60;
const KINDS: Record<HoldKind, { label: string; how: string; stop: string; tries: number }> = {
  calm: {
    label: 'calm hold',
    how: 'After an ordinary exhale the client pinches the nose. Stop at the first clear urge, not when it can no longer be borne. The next breath is half of the result.',
    stop: 'tap at the first clear urge',
    tries: 3,
  },
  fullBreath: {
    label: 'full-breath hold',
    how: 'A deep breath in, held for a count of ten, twice; note any cough. It is recorded and diagnoses nothing.',
    stop: 'tap when it is let go',
    tries: 2,
  },
  emptyPause: {
    label: 'empty pause',
    how: 'A complete exhale, then an empty pause of three to five seconds; let a little more air out before the inhale.',
    stop: 'tap when the inhale comes',
    tries: 3,
  },
};
const KIND_NAMES = Object.keys(KINDS) as HoldKind[];
const ENDS: readonly { value: HoldEnd; label: string }[] = [
  { value: 'calm', label: 'calm' },
  { value: 'mouth', label: 'mouth opened' },
  { value: 'gasp', label: 'gasp' },
];

/** A calm hold after an ordinary exhale, timed to the first clear urge, with what the next breath looked like. */
export function HoldTest({
  look,
  set,
  holdBars: bars,
  barred,
  before,
}: Pick<PanelProps, 'look' | 'set' | 'holdBars' | 'barred' | 'before'>) {
  const [kind, setKind] = useState<HoldKind>('calm');
  const [cough, setCough] = useState(false);
  const [position, setPosition] = useState<HoldTrial['position']>(() =>
    beginsIn(
      HOLD_POSITIONS,
      (p) => barred.some((b) => b === p),
      before?.holds.findLast((h) => h.kind === 'calm')?.position,
    ),
  );
  const [measured, setMeasured] = useState<number | null>(null);
  const [breathlessness, setBreathlessness] = useState(2);
  const watch = useStopwatch();
  const rest = useRest(look.holds.length);
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
    set((l) => ({
      ...l,
      holds: [
        ...l.holds,
        {
          kind,
          position,
          holdS: Math.round(measured * 10) / 10,
          end,
          breathlessness,
          ...(kind === 'fullBreath' ? { cough } : {}),
        },
      ],
    }));
    setCough(false);
    setMeasured(null);
    watch.reset();
  };
  useHotkeys([
    { key: ' ', does: 'start the hold; stop it at the first clear urge', run: (e) => toggle(e.timeStamp) },
    { key: '1', does: 'the next breath was calm', run: () => keep('calm') },
    { key: '2', does: 'the mouth opened', run: () => keep('mouth') },
    { key: '3', does: 'a gasp', run: () => keep('gasp') },
  ]);
  const summaries = KIND_NAMES.flatMap((k) =>
    summariseHolds(look.holds, k).map((summary) => ({ kind: k, summary })),
  );
  const made = look.holds.filter((h) => (h.kind ?? 'calm') === kind && h.position === position).length;
  return (
    <section aria-label="Holds" className="space-y-3">
      <TestHead test="hold" how={KINDS[kind].how} />
      {bars.length > 0 && (
        <Notice level="stop">
          Not for this client: {bars.join('; ')}. Ask the client’s clinician before any hold.
        </Notice>
      )}
      <div className="grid grid-cols-1 desk:grid-cols-[400px_1fr] gap-8">
        <div className="space-y-3">
          <Select
            label="Which hold"
            options={KIND_NAMES.map((k) => ({ value: k, label: KINDS[k].label }))}
            value={kind}
            onValue={setKind}
          />
          <Select
            label="Position, easiest first"
            options={HOLD_POSITIONS.map((p) => ({ value: p, label: POSITION[p].label }))}
            value={position}
            onValue={setPosition}
          />
          <TapSurface onTap={toggle} disabled={bars.length > 0}>
            <span className="text-room-large leading-none font-semibold tabular-nums">
              {(measured ?? watch.elapsedS).toFixed(1)} s
            </span>
            <span className="pt-1 text-lead">
              {watch.running
                ? KINDS[kind].stop
                : measured === null
                  ? 'tap or press Space as the hold begins'
                  : 'now say how it ended'}
            </span>
          </TapSurface>
          <Slider
            label="breathlessness 0–10"
            min={0}
            max={10}
            step={0.5}
            value={breathlessness}
            onValue={setBreathlessness}
            say={(v) => String(v)}
          />
          {kind === 'fullBreath' && (
            <CheckField label="coughed during or after it" checked={cough} onChecked={setCough} />
          )}
          <div className="flex gap-2">
            {ENDS.map((end, i) => (
              <Button key={end.value} disabled={measured === null} onClick={() => keep(end.value)}>
                {end.label} <kbd className="text-tiny font-normal opacity-70">{i + 1}</kbd>
              </Button>
            ))}
          </div>
          {rest !== null && (
            <p className="text-soft tabular-nums">
              {rest > 0
                ? `Nose breathing for ${rest} s more before the next try.`
                : 'Rested; the next try may begin.'}{' '}
              Try {made + 1} of {KINDS[kind].tries} here.
            </p>
          )}
        </div>
        <div className="space-y-3">
          {look.holds.length === 0 ? (
            <p className="text-soft">
              No tries yet. Three in one position show how much of a change is only noise.
            </p>
          ) : (
            <HoldStrip trials={look.holds} className="w-full" />
          )}
          {summaries.map(({ kind: k, summary: s }) => (
            <Figures
              key={k + s.position}
              small={summaries.length > 2}
              items={[
                {
                  label: `${k === 'calm' ? '' : `${KINDS[k].label}, `}${POSITION[s.position].label}, best calm`,
                  value: s.bestCalmS === null ? '–' : s.bestCalmS.toFixed(1),
                  unit: 's',
                },
                { label: 'mean calm', value: s.meanCalmS === null ? '–' : s.meanCalmS.toFixed(1), unit: 's' },
                {
                  label: 'a change counts from',
                  value: s.noiseS === null ? 'two tries' : s.noiseS.toFixed(1),
                  unit: s.noiseS === null ? '' : 's',
                },
              ]}
            />
          ))}
          {summaries.some(({ summary }) => summary.calmTries === 0) && (
            <Notice level="care">No try ended calm there: the number was too high. Stop earlier.</Notice>
          )}
          {look.holds.length > 0 && (
            <Button kind="quiet" onClick={() => set((l) => ({ ...l, holds: l.holds.slice(0, -1) }))}>
              Take the last try out
            </Button>
          )}
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
