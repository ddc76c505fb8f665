import { useState } from 'react';
import { RED_FLAG_LABEL, RED_FLAGS } from '@/core/screen/red-flags';
import { STOP_SIGN_LABEL, STOP_SIGNS, type StopSign } from '@/core/screen/stop-signs';
import { Back, Tap } from './parts';

type Props = {
  onSign: (sign: StopSign) => void;
  onBack: () => void;
  /** What is said here reaches somebody. */ heard: boolean;
};

/** What to do when something is not right: first that, then what it was. */
export function StopPage({ onSign, onBack, heard }: Props) {
  const [sign, setSign] = useState<StopSign | null>(null);
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
      <div className="signs">
        {STOP_SIGNS.map((s) => (
          <Tap
            key={s}
            aria-pressed={sign === s}
            disabled={sign !== null && sign !== s}
            onClick={() => {
              if (sign !== null) return;
              setSign(s);
              onSign(s);
            }}
          >
            {STOP_SIGN_LABEL[s]}
          </Tap>
        ))}
      </div>
      {sign && (
        <p role="status">
          {heard
            ? 'Kept. Your instructor sees it when they next look; nobody watches this meanwhile.'
            : 'Kept, and part of what you hand back. Nobody sees it before that: tell your instructor.'}{' '}
          Leave this drill out until you have spoken.
        </p>
      )}
    </>
  );
}
