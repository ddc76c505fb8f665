import { useEffect, useState, type CSSProperties, type ReactNode } from 'react';
import { durationS } from '@/core/breath/timeline';
import type { HomeWords } from '@/core/home/home-doc.schema';
import { homeSets } from '@/core/home/home-sets';
import type { Block } from '@/core/sequence/sequence';
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

/** What was done of a drill: so many sets, and whether one of them was not easy. */
export type Did = { sets?: number; notEasy?: true };

type RunProps = Omit<DrillProps, 'onDone'> & { onDone: (did: Did) => void };

/** A drill set by set; between two of them the breath is left alone, and the client says whether it was easy. */
export function RunPage(given: RunProps) {
  const { entry, plain, words, onDone, onStop } = given;
  const sets = homeSets(entry);
  const [set, setSet] = useState(0);
  const [between, setBetween] = useState(false);
  // Whoever hates counts hears none, until they ask for it.
  const [silent, setSilent] = useState(plain);
  const did = (n: number): Did => (sets.length > 1 ? { sets: n } : {});
  const over = () => (set + 1 < sets.length ? setBetween(true) : onDone(did(sets.length)));
  if (between)
    return (
      <Between
        name={words.name}
        freeS={sets[set]!.freeS}
        plain={plain}
        onEasy={() => {
          setSet(set + 1);
          setBetween(false);
        }}
        onNotEasy={() => onDone({ ...did(set + 1), notEasy: true })}
        onEnough={() => onDone(did(set + 1))}
        onStop={onStop}
      />
    );
  const title = sets.length > 1 && !plain ? `${words.name} · set ${set + 1} of ${sets.length}` : words.name;
  const shown = { ...given, title, silent, setSilent, onOver: over, onEnough: () => onDone(did(set)) };
  return words.by ? (
    <OwnPace key={set} {...shown} by={words.by} block={sets[set]!.block} />
  ) : (
    <OneSet key={set} {...shown} block={sets[set]!.block} />
  );
}

type BetweenProps = {
  name: string;
  freeS: number;
  plain: boolean;
  onEasy: () => void;
  onNotEasy: () => void;
  onEnough: () => void;
  onStop: () => void;
};

/** Between two sets: nothing is done, then one question decides. */
function Between({ name, freeS, plain, onEasy, onNotEasy, onEnough, onStop }: BetweenProps) {
  const passed = useSeconds(true);
  const left = Math.max(0, freeS - passed);
  return (
    <div className="run" data-between>
      <h1 className="name">{name}</h1>
      <div className="count">
        <p className="phase">breathe as you like</p>
        {!plain && left > 0 && (
          <>
            <p className="figure">{left}</p>
            <p className="quiet">seconds</p>
          </>
        )}
      </div>
      <p className="cue">Was that easy?</p>
      <div className="below">
        <Tap look="main" className="wide" onClick={onEasy}>
          Yes, once more
        </Tap>
        <Tap className="wide" onClick={onNotEasy}>
          Not easy: stop here
        </Tap>
        <Tap look="quiet" onClick={onEnough}>
          Easy, and enough
        </Tap>
        <Tap look="stop" className="wide" onClick={onStop}>
          Something is not right
        </Tap>
      </div>
    </div>
  );
}

/** Whole seconds that have passed since it began, while it runs. */
function useSeconds(running: boolean): number {
  const [s, setS] = useState(0);
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setS((n) => n + 1), 1000);
    return () => clearInterval(timer);
  }, [running]);
  return s;
}

type SetProps = Omit<RunProps, 'onDone'> & {
  title: string;
  block: Block;
  silent: boolean;
  setSilent: (silent: boolean) => void;
  onOver: () => void;
  onEnough: () => void;
};

/** The ways out of a set: enough of it, back to its words, or something is wrong. */
const Leave = ({
  onEnough,
  onBack,
  onStop,
  children,
}: Pick<SetProps, 'onEnough' | 'onBack' | 'onStop'> & { children?: ReactNode }) => (
  <>
    <div className="row">
      {children}
      <Tap onClick={onEnough}>That is enough</Tap>
      <Tap look="quiet" onClick={onBack}>
        Back
      </Tap>
    </div>
    <Tap look="stop" className="wide" onClick={onStop}>
      Something is not right
    </Tap>
  </>
);

/** What goes by the client’s own steps or lines: what to do, and a tap for each line where they like. */
function OwnPace({
  title,
  words,
  by,
  block,
  plain,
  onOver,
  onEnough,
  onBack,
  onStop,
}: SetProps & { by: NonNullable<HomeWords['by']> }) {
  const passed = useSeconds(true);
  const [lines, setLines] = useState(0);
  useAwake(true);
  const wholeS = durationS(block.breathing, block.dose);
  const half = passed >= wholeS ? 'that is about enough' : passed >= wholeS / 2 ? 'about half' : '';
  return (
    <div className="run" data-own-pace>
      <h1 className="name">{title}</h1>
      <div className="count">
        {by.kind === 'steps' ? (
          <>
            <p className="phase inhale">{plain ? 'in, a few steps' : `in, ${by.in} steps`}</p>
            <p className="phase exhale">{plain ? 'out, a few more' : `out, ${by.out} steps`}</p>
          </>
        ) : (
          <p className="phase">say a line, let the air come back</p>
        )}
        <p className="quiet" role="status">
          {half}
        </p>
      </div>
      {words.pictures[0] && <Body drawn={words.pictures[0]} className="run-body" />}
      <p className="cue">{words.cues[0] ?? words.counts}</p>
      <div className="below">
        {by.kind === 'phrase' && (
          <Tap className="wide" onClick={() => setLines(lines + 1)}>
            {lines === 0 || plain ? 'A line said' : `${lines} said`}
          </Tap>
        )}
        <Tap look="main" className="wide" onClick={onOver}>
          Done
        </Tap>
        <Leave onEnough={onEnough} onBack={onBack} onStop={onStop} />
      </div>
    </div>
  );
}

/** A set with its count: one word, how long still, the trunk that breathes, one cue. */
function OneSet({
  block,
  words,
  title,
  plain,
  silent,
  setSilent,
  onOver,
  onEnough,
  onBack,
  onStop,
}: SetProps) {
  const { coached, running, t, start, pause } = useRun(block, silent, onOver);
  useEffect(start, []); // eslint-disable-line react-hooks/exhaustive-deps
  useAwake(running);
  const moment = momentAt(coached, t);
  const volume = moment.kind === 'breath' ? moment.volume : 0;
  const tone = moment.kind === 'breath' ? moment.tone : { floorPct: 0, controlPct: 0, squeezePct: 0 };
  const phase = moment.kind === 'breath' ? moment.span.phase : null;
  return (
    <div className="run" style={{ '--breath': volume.toFixed(2) } as CSSProperties}>
      <h1 className="name">{title}</h1>
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
        <Leave onEnough={onEnough} onBack={onBack} onStop={onStop}>
          <Tap onClick={() => setSilent(!silent)} aria-pressed={silent}>
            {silent ? 'Tones are off' : 'Tones are on'}
          </Tap>
        </Leave>
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
