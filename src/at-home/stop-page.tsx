import { useEffect, useRef } from 'react';
import type { HomeReport } from '@/core/home/report.schema';
import { RED_FLAG_LABEL, RED_FLAGS } from '@/core/screen/red-flags';
import { STOP_SIGN_LABEL, STOP_SIGNS, type StopSign } from '@/core/screen/stop-signs';
import { Back, Tap } from './parts';

type Props = {
  /** The signs of this client; absent: all that there are. */
  signs: readonly StopSign[] | undefined;
  /** What was told today and not taken back. */
  told: readonly Extract<HomeReport, { kind: 'stop' }>[];
  onSign: (sign: StopSign) => void;
  onTakeBack: (reportId: string) => void;
  onBack: () => void;
  /** What is said here reaches somebody. */ heard: boolean;
};

/** What to do when something is not right: first that, then what it was; one thing or several, and each can be taken back. */
export function StopPage({ signs = STOP_SIGNS, told, onSign, onTakeBack, onBack, heard }: Props) {
  const shown = [...signs.filter((s) => s !== 'other'), 'other' as const];
  const kept = useRef<HTMLParagraphElement>(null);
  const any = told.length > 0;
  useEffect(() => {
    if (any) kept.current?.scrollIntoView({ block: 'nearest' });
  }, [any]);
  return (
    <>
      <Back onBack={onBack} />
      <h1>Stop here</h1>
      <ol className="steps large">
        <li>Leave the drill. Let the breath come and go as it likes, through the nose.</li>
        <li>Sit down or lie down.</li>
        <li>Wait until it has passed. Nothing more today.</li>
      </ol>
      <p className="care">
        Call for medical help at once, and do not wait for your instructor, with:{' '}
        {RED_FLAGS.map((f) => RED_FLAG_LABEL[f]).join(', ')}; and whenever something does not pass within a
        few minutes.
      </p>
      <h2>What was it?</h2>
      <p className="quiet">Press all that fits.</p>
      <div className="signs">
        {shown.map((s) => {
          const report = told.find((r) => r.sign === s);
          return (
            <Tap
              key={s}
              aria-pressed={report !== undefined}
              // Pressed twice in a fright it is said once; taking it back is a button of its own.
              onClick={() => !report && onSign(s)}
            >
              {STOP_SIGN_LABEL[s]}
            </Tap>
          );
        })}
      </div>
      {told.map((r) => (
        <Tap key={r.id} look="quiet" onClick={() => onTakeBack(r.id)}>
          Take back: {STOP_SIGN_LABEL[r.sign]}
        </Tap>
      ))}
      <p role="status" ref={kept} className={any ? 'care' : undefined}>
        {any &&
          `Kept: ${told.map((r) => STOP_SIGN_LABEL[r.sign]).join(', ')}. Nothing more today. ${
            heard
              ? 'Your instructor sees it when they next look; nobody watches this meanwhile.'
              : 'It is part of what you hand back. Nobody sees it before that: tell your instructor.'
          }`}
      </p>
    </>
  );
}
