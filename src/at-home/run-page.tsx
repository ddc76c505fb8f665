import { useEffect, useState, type CSSProperties } from 'react';
import { momentAt, type Moment } from '@/core/run/coached';
import { BreathLine } from '@/pictures/breath-line';
import { Trunk } from '@/pictures/trunk';
import type { DrillProps } from './drill-page';
import { Body, Tap } from './parts';
import { useRun } from './use-run';

const SAY = {
  inhale: 'in',
  exhale: 'out',
  holdIn: 'wait, full',
  holdOut: 'wait, empty',
  free: 'as it comes',
  rest: 'rest',
} as const;

/** A drill with its count: one word, how long still, the trunk that breathes, one cue. */
export function RunPage({ entry, words, plain, onBack, onDone, onStop }: DrillProps) {
  // Whoever hates counts hears none, until they ask for it.
  const [silent, setSilent] = useState(plain);
  const { coached, running, t, start, pause } = useRun(entry, silent, onDone);
  useEffect(start, []); // eslint-disable-line react-hooks/exhaustive-deps
  useAwake(running);
  const moment = momentAt(coached, t);
  const volume = moment.kind === 'breath' ? moment.volume : 0;
  const tone = moment.kind === 'breath' ? moment.tone : { floorPct: 0, controlPct: 0, squeezePct: 0 };
  const phase = moment.kind === 'breath' ? moment.span.phase : null;
  return (
    <div className="run" style={{ '--breath': volume.toFixed(2) } as CSSProperties}>
      <h1 className="name">{words.name}</h1>
      <Count moment={moment} full={words.full} plain={plain} />
      <div className="pair">
        <Trunk
          volume={volume}
          tone={tone}
          rising={phase === 'inhale' ? true : phase === 'exhale' ? false : null}
          className="trunk"
        />
        {words.pictures[0] && <Body drawn={words.pictures[0]} className="run-body" />}
      </div>
      <div className="line">
        <BreathLine coached={coached} t={t} className="breath" />
      </div>
      <p className="cue">{words.cues[0] ?? words.counts}</p>
      <div className="below">
        <Tap look="main" className="wide" onClick={running ? pause : start}>
          {running ? 'Pause' : 'Go on'}
        </Tap>
        <div className="row">
          <Tap onClick={() => setSilent(!silent)} aria-pressed={silent}>
            {silent ? 'Tones are off' : 'Tones are on'}
          </Tap>
          <Tap onClick={onDone}>That is enough</Tap>
          <Tap look="quiet" onClick={onBack}>
            Back
          </Tap>
        </div>
        <Tap look="stop" className="wide" onClick={onStop}>
          Something is not right
        </Tap>
      </div>
    </div>
  );
}

function Count({ moment, full, plain }: { moment: Moment; full: boolean; plain: boolean }) {
  if (moment.kind === 'over') return <p className="phase">done</p>;
  const [word, left] =
    moment.kind === 'setUp' ? ['ready', moment.leftS] : [SAY[moment.span.phase], moment.leftS];
  const uncounted = moment.kind === 'breath' && full && moment.span.phase === 'exhale';
  const breaths = moment.kind === 'breath' && moment.span.phase !== 'free' && moment.span.phase !== 'rest';
  if (plain)
    return (
      <div className="count" aria-live="off">
        <p className={`phase ${moment.kind === 'breath' ? moment.span.phase : ''}`} data-testid="phase">
          {word}
        </p>
      </div>
    );
  return (
    <div className="count" aria-live="off">
      <p className={`phase ${moment.kind === 'breath' ? moment.span.phase : ''}`} data-testid="phase">
        {word}
      </p>
      <p className="figure">{uncounted ? '…' : Math.max(0, Math.ceil(left - 1e-6))}</p>
      <p className="quiet">
        {uncounted
          ? 'until the ribs stop dropping'
          : breaths
            ? `${moment.breathsLeft} ${moment.breathsLeft === 1 ? 'breath' : 'breaths'} after this${moment.span.side === 2 ? ', other side' : ''}`
            : 'seconds'}
      </p>
    </div>
  );
}

/** The screen stays lit while it runs, where the browser can do that. */
function useAwake(on: boolean): void {
  useEffect(() => {
    if (!on || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let here = true;
    navigator.wakeLock.request('screen').then(
      (got) => {
        lock = got;
        if (!here) void got.release();
      },
      () => undefined,
    );
    return () => {
      here = false;
      void lock?.release();
    };
  }, [on]);
}
