'use client';

import { useState } from 'react';
import type { FiveAndFive } from '@/core/look/look';
import { mean } from '@/core/base/statistics';
import { Figure } from '@/pictures/figure';
import { Choice, YES_NO } from '@/ui/choice';
import { InTurn, type TurnQuestion } from '@/ui/in-turn';
import { useHotkeys } from '@/ui/hotkeys';
import { TapSurface } from '@/ui/tap-surface';
import type { PanelProps } from './panel';
import { Figures, TestHead } from './test-head';
import { useStopwatch } from '../use-stopwatch';

const EMPTY: FiveAndFive = { marks: [] };
const LIFTS = [
  { value: '0', label: 'none' },
  { value: '1', label: 'slight' },
  { value: '2', label: 'clear' },
  { value: '3', label: 'strong' },
] as const;

/** Five ordinary breaths, then five deep ones, counted with the instructor; then what the shoulders did. */
export function FiveTest({ look, set }: Pick<PanelProps, 'look' | 'set'>) {
  const five = look.fiveAndFive ?? EMPTY;
  const watch = useStopwatch();
  const [counting, setCounting] = useState(false);
  const change = (patch: Partial<FiveAndFive>) =>
    set((l) => ({ ...l, fiveAndFive: { ...(l.fiveAndFive ?? EMPTY), ...patch } }));
  const n = five.marks.length;
  const mark = (timeStamp: number) => {
    if (!counting) {
      watch.start(timeStamp);
      setCounting(true);
      return change({ marks: [] });
    }
    const marks = [...five.marks, Math.max(0, Math.round(watch.secondsAt(timeStamp) * 1000) / 1000)];
    change({ marks });
    if (marks.length === 10) {
      watch.stop();
      setCounting(false);
    }
  };
  useHotkeys([{ key: ' ', does: 'start, then mark the end of each breath', run: (e) => mark(e.timeStamp) }]);
  const lengths = five.marks.map((m, i) => m - (i === 0 ? 0 : five.marks[i - 1]!));
  const say = !counting
    ? n === 10
      ? 'Counted. Press to count again'
      : 'Press Space or tap to start'
    : n < 5
      ? `ordinary breath ${n + 1} of 5`
      : `deep breath ${n - 4} of 5`;
  const lifts = (sign: 'ordinaryLift' | 'deepLift', label: string): TurnQuestion => ({
    id: sign,
    label,
    options: LIFTS,
    value: five[sign] === undefined ? undefined : String(five[sign]),
    onValue: (v) => change({ [sign]: v === undefined ? undefined : Number(v) }),
  });
  const yesNo = (sign: 'nostrilFlare' | 'yawning', label: string): TurnQuestion => ({
    id: sign,
    label,
    options: YES_NO,
    value: five[sign] === undefined ? undefined : five[sign] ? 'yes' : 'no',
    onValue: (v) => change({ [sign]: v === undefined ? undefined : v === 'yes' }),
  });
  const questions = [
    lifts('ordinaryLift', 'Shoulders climb on ordinary breaths'),
    lifts('deepLift', 'Shoulders climb on deep breaths'),
    yesNo('nostrilFlare', 'Nostrils flare on ordinary breaths'),
    yesNo('yawning', 'Yawns a lot'),
  ];
  return (
    <section aria-label="5 ordinary + 5 deep" className="space-y-4">
      <TestHead test="five">
        <span className="flex shrink-0 gap-2">
          <Figure position="standing" view="front" className="h-24 w-14" />
          <Figure position="standing" className="h-24 w-12" />
        </span>
      </TestHead>
      <TapSurface onTap={mark}>
        <span className="text-room leading-none font-semibold tabular-nums">
          {counting ? (n < 5 ? n + 1 : n - 4) : n === 10 ? '5 + 5' : '–'}
        </span>
        <span className="pt-1 text-lead">{say}</span>
        <span aria-hidden className="flex gap-2 pt-3">
          {Array.from({ length: 10 }, (_, i) => (
            <span key={i} className={`h-2.5 w-9 ${i === 5 ? 'ml-4' : ''} ${i < n ? 'bg-rise' : 'bg-rule'}`} />
          ))}
        </span>
      </TapSurface>
      {n === 10 && !counting && (
        <Figures
          items={[
            { label: 'ordinary breath', value: mean(lengths.slice(0, 5)).toFixed(1), unit: 's' },
            { label: 'deep breath', value: mean(lengths.slice(5)).toFixed(1), unit: 's' },
          ]}
        />
      )}
      <InTurn questions={questions}>
        <div className="flex flex-wrap items-end gap-x-10 gap-y-3">
          {questions.map(({ id, ...question }) => (
            <Choice key={id} beside={question.options.length < 3} {...question} />
          ))}
        </div>
      </InTurn>
    </section>
  );
}
