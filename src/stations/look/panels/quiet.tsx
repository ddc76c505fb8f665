'use client';

import { useState } from 'react';
import { POSITION, type Position } from '@/core/body/positions';
import type { QuietWatch } from '@/core/look/look';
import { beginsIn } from '@/core/look/places';
import { timingFromTaps } from '@/core/look/taps';
import { FigureLater } from '@/pictures/figure-later';
import { TapStrip } from '@/pictures/tap-strip';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';
import { Fold } from '@/ui/fold';
import { useKeptOpen } from '@/ui/kept-open';
import { useHotkeys } from '@/ui/hotkeys';
import { TapSurface } from '@/ui/tap-surface';
import type { PanelProps } from './panel';
import { Figures, TestHead, timingFigures } from './test-head';
import { useStopwatch } from '../use-stopwatch';

const WHERE: readonly Position[] = ['hookLying', 'sideLying', 'sitting', 'standing'];

/** Watch quietly and tap each turn of the breath; rate, phases and regularity follow while tapping. */
export function QuietTest({
  look,
  set,
  barred,
  before,
}: Pick<PanelProps, 'look' | 'set' | 'barred' | 'before'>) {
  const empty: QuietWatch = {
    position: beginsIn(WHERE, (p) => barred.includes(p), before?.quiet?.position),
    taps: [],
    first: 'inhale',
  };
  const quiet = look.quiet ?? empty;
  const [full] = useKeptOpen('tests');
  const [watching, setWatching] = useState(false);
  const [replaced, setReplaced] = useState<readonly number[]>([]);
  const watch = useStopwatch();
  const change = (patch: Partial<QuietWatch>) =>
    set((l) => ({ ...l, quiet: { ...(l.quiet ?? empty), ...patch } }));
  const timing = timingFromTaps(quiet.taps, quiet.first);
  const begin = () => {
    watch.start();
    setWatching(true);
    setReplaced(quiet.taps);
    change({ taps: [] });
  };
  const tap = (timeStamp: number) => {
    if (!watching) return begin();
    // The press that started the clock may bounce, with a moment before the start.
    const at = Math.max(0, Math.round(watch.secondsAt(timeStamp) * 1000) / 1000);
    if (at <= (quiet.taps.at(-1) ?? -1)) return;
    change({ taps: [...quiet.taps, at] });
  };
  const finish = () => {
    watch.stop();
    setWatching(false);
  };
  useHotkeys([
    { key: ' ', does: 'start, then tap each turn of the breath', run: (e) => tap(e.timeStamp) },
    {
      key: 'Backspace',
      does: 'take the last tap back',
      run: () => change({ taps: quiet.taps.slice(0, -1) }),
    },
    { key: 'Enter', does: 'finish the watch', run: () => watching && finish() },
  ]);
  const nextIsIn = (quiet.taps.length % 2 === 0) === (quiet.first === 'inhale');
  const setUp = (
    <div className="flex flex-wrap items-end gap-x-8 gap-y-2">
      <Choice
        label="Position"
        options={WHERE.map((p) => ({ value: p, label: POSITION[p].label }))}
        value={quiet.position}
        onValue={(p) => p && change({ position: p })}
      />
      <Choice
        label="The first tap marked"
        options={[
          { value: 'inhale', label: 'in' },
          { value: 'exhale', label: 'out' },
        ]}
        value={quiet.first}
        onValue={(first) => first && change({ first })}
      />
      <NumberField
        label="Sighs seen"
        value={quiet.sighs}
        min={0}
        max={50}
        onValue={(v) => change({ sighs: v === undefined ? undefined : Math.round(v) })}
      />
    </div>
  );
  return (
    <section aria-label="Quiet watch" className="space-y-3">
      <TestHead test="quiet">
        <div className="h-16 w-32 shrink-0">
          <FigureLater position={quiet.position} className="size-full" />
        </div>
      </TestHead>
      {full ? (
        setUp
      ) : (
        <Fold
          title="Set-up"
          said={`${POSITION[quiet.position].label}, the first tap marks ${quiet.first === 'inhale' ? 'in' : 'out'}`}
        >
          {setUp}
        </Fold>
      )}
      <TapSurface tall onTap={tap}>
        <span className="text-room-large leading-none font-semibold tabular-nums">
          {watch.elapsedS.toFixed(watching ? 0 : 1)} s
        </span>
        <span className="pt-1 text-lead">
          {!watching
            ? quiet.taps.length > 0
              ? 'Tap or press Space to watch anew'
              : 'Tap here or press Space to start'
            : nextIsIn
              ? 'tap when it begins to come in'
              : 'tap when it begins to go out'}
        </span>
      </TapSurface>
      <div className="flex flex-wrap items-center gap-3">
        <Button disabled={!watching} kind="main" onClick={finish}>
          Finish the watch
        </Button>
        <Button disabled={quiet.taps.length === 0} onClick={() => change({ taps: quiet.taps.slice(0, -1) })}>
          Take the last tap back
        </Button>
        {replaced.length > 0 && (
          <Button
            kind="quiet"
            onClick={() => {
              finish();
              change({ taps: [...replaced] });
              setReplaced([]);
            }}
          >
            Bring back the watch before
          </Button>
        )}
        <span className="text-small text-soft">
          {quiet.taps.length} taps
          {quiet.taps.length > 0 && '; press a mark below to take it out'}
        </span>
      </div>
      <TapStrip
        taps={quiet.taps}
        first={quiet.first}
        onRemove={(i) => change({ taps: quiet.taps.filter((_, k) => k !== i) })}
      />
      {timing.ok ? (
        <Figures items={timingFigures(timing.value, timing.value.breaths.length)} />
      ) : (
        quiet.taps.length > 0 && <p className="text-soft">{timing.why}</p>
      )}
    </section>
  );
}
