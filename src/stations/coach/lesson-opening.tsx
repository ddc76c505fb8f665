'use client';

import { useMemo, useState, type ReactNode } from 'react';
import { stopped, upper } from '@/core/base/sentence';
import type { Position } from '@/core/body/positions';
import { answeredLesson, askId } from '@/core/lesson/answers';
import { inSets } from '@/core/lesson/in-sets';
import { signOf, TAKEN_BY_HAND, triesOf } from '@/core/lesson/sign-taken';
import { placeOf } from '@/core/lesson/signs';
import type { RunState } from '@/core/run/run';
import type { RunContext } from '@/core/run/session';
import type { RunEvent } from '@/core/run/step';
import type { ComplaintPlace } from '@/core/screen/complaints';
import type { Lesson } from '@/core/sequence/lesson.schema';
import type { Task } from '@/core/task/task.schema';
import type { Sequence } from '@/core/sequence/sequence';
import { Figure } from '@/pictures/figure';
import { Button } from '@/ui/button';
import { useHotkeys } from '@/ui/hotkeys';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import { OpeningFrame } from './opening-frame';
import { SignRecorder } from './sign-recorder';

type Props = {
  clientName: string;
  sequence: Sequence;
  lesson: Lesson;
  state: RunState;
  context: RunContext;
  places: readonly ComplaintPlace[];
  ownTasks: readonly Task[];
  status: ReactNode;
  on: (event: RunEvent) => void;
  onStop: () => void;
  onLeave: () => void;
};

/** What comes before the first block: the questions of the day, then the sign. */
export function LessonOpening(given: Props) {
  const { clientName, sequence, lesson, state, context, places, ownTasks, status, on, onStop, onLeave } =
    given;
  const [at, setAt] = useState<'asks' | 'sign'>(state.lesson?.first ? 'sign' : 'asks');
  const day = state.lesson?.day;
  const today = useMemo(
    () => answeredLesson(sequence, { ...context, places, ownTasks }, day ?? {}),
    [sequence, context, places, ownTasks, day],
  );
  const begin = () => {
    if (today.end !== null) return;
    on({
      kind: 'open',
      sequence: inSets(today.sequence, { ...context, places }),
      said: today.changes.join(' ').slice(0, 500),
    });
    on({ kind: 'start' });
  };
  const further = () => (at === 'asks' ? today.end === null && setAt('sign') : begin());
  useHotkeys([
    { key: 'Enter', does: at === 'asks' ? 'to the sign' : 'begin the lesson', run: () => void further() },
    { key: 'x', does: 'stop sign seen', run: onStop },
    { key: 'l', does: 'leave; the run can be taken up again', run: onLeave },
  ]);
  return (
    <OpeningFrame
      at={at}
      title={at === 'asks' ? 'Ask first' : 'Take the sign'}
      name={clientName}
      lesson={lesson.title}
    >
      {at === 'asks' ? (
        <Asks lesson={lesson} day={day ?? {}} on={on} />
      ) : (
        <Sign lesson={lesson} state={state} flags={context.flags} on={on} />
      )}
      {today.end !== null ? (
        <Notice level="stop">Nothing is coached today. Ask: {today.end}.</Notice>
      ) : (
        today.changes.length > 0 && (
          <ul role="status" className="border-l-2 border-rise pl-3 text-lead">
            {today.changes.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        )
      )}
      {status}
      <div className="mt-auto flex flex-wrap gap-3">
        {at === 'asks' ? (
          <Button kind="main" big disabled={today.end !== null} onClick={() => setAt('sign')}>
            To the sign
          </Button>
        ) : (
          <>
            <Button
              kind={state.lesson?.first ? 'main' : 'plain'}
              big
              disabled={today.end !== null}
              onClick={begin}
            >
              {state.lesson?.first ? 'Begin the lesson' : 'Begin without it'}
            </Button>
            <Button big onClick={() => setAt('asks')}>
              Questions
            </Button>
          </>
        )}
        <Button big className="ml-auto" onClick={onLeave}>
          Leave
        </Button>
        <Button big kind="stop" onClick={onStop}>
          Stop sign
        </Button>
      </div>
    </OpeningFrame>
  );
}

function Asks({
  lesson,
  day,
  on,
}: {
  lesson: Lesson;
  day: Readonly<Record<string, boolean>>;
  on: Props['on'];
}) {
  return (
    <ol className="space-y-4">
      {lesson.asks.map((ask, i) => {
        const id = askId(lesson.asks, i);
        return (
          <li key={id} className="grid grid-cols-1 gap-x-6 gap-y-2 room:grid-cols-[1fr_auto]">
            <div>
              <p className="text-title">{ask.question}</p>
              {day[id] === true && (
                <p className="text-lead text-care">
                  {stopped(upper(ask.ifYes))} Ask: {stopped(ask.ask)}
                </p>
              )}
            </div>
            <span className="flex gap-2">
              {[true, false].map((yes) => (
                <Press
                  look="tool"
                  key={String(yes)}
                  aria-pressed={day[id] === yes}
                  aria-label={`${yes ? 'Yes' : 'No'}: ${ask.question}`}
                  className="h-12 w-20 text-title"
                  onClick={() => on({ kind: 'day', id, yes: day[id] === yes ? null : yes })}
                >
                  {yes ? 'yes' : 'no'}
                </Press>
              ))}
            </span>
          </li>
        );
      })}
    </ol>
  );
}

function Sign({
  lesson,
  state,
  flags,
  on,
}: {
  lesson: Lesson;
  state: RunState;
  flags: RunContext['flags'];
  on: Props['on'];
}) {
  const sign = signOf(lesson);
  const position: Position | undefined = sign ? placeOf(sign, flags)?.position : undefined;
  return (
    <div className="grid grid-cols-1 gap-8 room:grid-cols-[220px_1fr]">
      <div>
        {position && <Figure position={position} className="h-44 w-full" />}
        <p>{upper(lesson.sign.position)}</p>
      </div>
      <div className="space-y-4">
        <p className="text-title">“{lesson.sign.words}”</p>
        <p className="text-soft">Write down: {lesson.sign.record}</p>
        <SignRecorder
          sign={sign ?? TAKEN_BY_HAND}
          tries={sign ? triesOf(sign) : 1}
          values={state.lesson?.first ?? []}
          onValue={(tried, value) => on({ kind: 'sign', when: 'first', tried, value })}
        />
      </div>
    </div>
  );
}
