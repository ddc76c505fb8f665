'use client';

import { EASE_WORDS, valueSaid, type TakenAs } from '@/core/lesson/sign-taken';
import { NumberField } from '@/ui/field';
import { useHotkeys } from '@/ui/hotkeys';
import { Press } from '@/ui/press';
import { TapSurface } from '@/ui/tap-surface';
import { useStopwatch } from '../look/use-stopwatch';

type Props = {
  sign: TakenAs;
  tries: number;
  values: readonly number[];
  onValue: (tried: number, value: number | null) => void;
};

/** The most that one of several is offered as a button each. */
const MOST_BUTTONS = 10;

/** What of a sign is one of a few: its words, 0 to 10, or how many of five. */
function choicesOf({ way, unit }: TakenAs): { value: number; label: string }[] | null {
  if (way === 'word') return EASE_WORDS.map((label, i) => ({ value: i + 1, label }));
  const most = way === 'score' ? MOST_BUTTONS : way === 'count' ? Number(/of (\d)\b/.exec(unit)?.[1]) : NaN;
  return Number.isFinite(most)
    ? Array.from({ length: most + 1 }, (_, value) => ({ value, label: String(value) }))
    : null;
}

/** Records a sign as it is taken: by a word, a number, a stopwatch, or a count. */
export function SignRecorder({ sign, tries, values, onValue }: Props) {
  const now = Math.min(values.length, tries - 1);
  const choices = choicesOf(sign);
  return (
    <div className="space-y-3">
      {choices ? (
        <Choices choices={choices} value={values[now]} onValue={(v) => onValue(now, v)} />
      ) : sign.way === 'count' ? (
        <Count value={values[now]} onValue={(v) => onValue(now, v)} />
      ) : sign.way === 'stopwatch' ? (
        <Timed onValue={(v) => onValue(now, v)} />
      ) : (
        <NumberField
          label="Value"
          unit={sign.unit}
          min={-100}
          max={10_000}
          value={values[now]}
          onValue={(v) => onValue(now, v ?? null)}
        />
      )}
      {values.length > 0 && (
        <p className="flex flex-wrap gap-x-4 text-lead tabular-nums" role="status">
          {values.map((v, i) => (
            <span key={i}>
              <strong>{valueSaid(sign, v)}</strong>{' '}
              <Press
                look="quiet"
                aria-label={`Take out ${valueSaid(sign, v)}`}
                onClick={() => onValue(i, null)}
              >
                take out
              </Press>
            </span>
          ))}
          {values.length < tries && <span className="text-soft">once more</span>}
        </p>
      )}
    </div>
  );
}

type Choice = { value: number; label: string };

function Choices({
  choices,
  value,
  onValue,
}: {
  choices: readonly Choice[];
  value: number | undefined;
  onValue: (value: number) => void;
}) {
  useHotkeys(
    choices
      .filter(({ value: v }) => v < 10)
      .map((c) => ({ key: String(c.value), does: c.label, run: () => onValue(c.value) })),
  );
  return (
    <div className="flex flex-wrap gap-1.5" role="group" aria-label="Value">
      {choices.map((c) => (
        <Press
          look="tool"
          key={c.value}
          aria-pressed={value === c.value}
          className="min-h-12 min-w-12 px-3 text-title"
          onClick={() => onValue(c.value)}
        >
          {c.label}
        </Press>
      ))}
    </div>
  );
}

/** Counts taps, with the seconds since the first; a minute says so. */
function Count({ value, onValue }: { value: number | undefined; onValue: (value: number | null) => void }) {
  const { running, elapsedS, start } = useStopwatch();
  const tap = () => {
    if (!running) start();
    onValue((value ?? 0) + 1);
  };
  useHotkeys([{ key: ' ', does: 'count one', run: tap }]);
  return (
    <div className="max-w-[440px]">
      <TapSurface onTap={tap} label="Count one">
        <span className="text-count leading-none font-semibold tabular-nums">{value ?? 0}</span>
        <span className="text-lead text-soft tabular-nums">
          {running ? `${Math.floor(elapsedS)} s` : 'tap once for each'}
        </span>
      </TapSurface>
      <p className="flex gap-4 pt-1">
        <Press look="quiet" onClick={() => onValue(Math.max(0, (value ?? 0) - 1))}>
          one less
        </Press>
        <Press look="quiet" onClick={() => onValue(0)}>
          none
        </Press>
      </p>
    </div>
  );
}

function Timed({ onValue }: { onValue: (value: number) => void }) {
  const { running, elapsedS, start, stop } = useStopwatch();
  const toggle = (at: number) => {
    if (running) onValue(Math.round(stop(at) * 10) / 10);
    else start(at);
  };
  useHotkeys([{ key: ' ', does: 'start or stop the watch', run: (e) => toggle(e.timeStamp) }]);
  return (
    <div className="max-w-[440px]">
      <TapSurface onTap={toggle} label={running ? 'Stop the watch' : 'Start the watch'}>
        <span className="text-count leading-none font-semibold tabular-nums">{Math.floor(elapsedS)}</span>
        <span className="text-lead text-soft">{running ? 'tap to stop' : 'tap to start'}</span>
      </TapSurface>
    </div>
  );
}
