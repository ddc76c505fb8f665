'use client';

import { signChange, signOf, TAKEN_BY_HAND, triesOf, valueSaid } from '@/core/lesson/sign-taken';
import type { RunState } from '@/core/run/run';
import type { RunEvent } from '@/core/run/step';
import type { Lesson } from '@/core/sequence/lesson.schema';
import { SignRecorder } from './sign-recorder';

type Props = { lesson: Lesson; state: RunState; on: (event: RunEvent) => void };

/** The sign once more: the same position and words, the first value beside it, and whether it is more than noise. */
export function SignAgain({ lesson, state, on }: Props) {
  const sign = signOf(lesson) ?? TAKEN_BY_HAND;
  const { first = [], again = [] } = state.lesson ?? {};
  return (
    <section className="grid grid-cols-1 gap-x-8 gap-y-3 room:grid-cols-[1fr_300px]" data-sign-again>
      <div className="space-y-3">
        <p className="text-title">“{lesson.again.say}”</p>
        <p className="text-soft">The same: {lesson.sign.position}</p>
        <SignRecorder
          sign={sign}
          tries={triesOf(sign)}
          values={again}
          onValue={(tried, value) => on({ kind: 'sign', when: 'again', tried, value })}
        />
      </div>
      <div className="space-y-2">
        <p className="text-soft">At the start</p>
        {first.length > 0 ? (
          <p className="text-room leading-none font-semibold tabular-nums">
            {first.map((v) => valueSaid(sign, v)).join(', ')}
          </p>
        ) : (
          <p className="text-lead">Not taken, so nothing is compared.</p>
        )}
        <SignSaid lesson={lesson} lessonTaken={state.lesson} />
        <p className="text-small text-soft">Change: {lesson.sign.change}</p>
      </div>
    </section>
  );
}

/** Both values and what their difference is; nothing where one of them is missing. */
export function SignSaid({ lesson, lessonTaken }: { lesson: Lesson; lessonTaken: RunState['lesson'] }) {
  const sign = signOf(lesson);
  const change = sign && signChange(sign, lessonTaken ?? {});
  return change ? (
    <p role="status" className="text-lead font-semibold">
      {change.said}
    </p>
  ) : null;
}
