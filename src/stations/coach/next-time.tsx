'use client';

import { useMemo } from 'react';
import { nextTime } from '@/core/lesson/next-time';
import type { RunState } from '@/core/run/run';
import type { Sequence } from '@/core/sequence/sequence';
import type { GradeRun } from '@/core/task/grade';

type Props = { sequence: Sequence; state: RunState; earlier: readonly GradeRun[] };

/** What comes next time and why, what worked, and what goes home. */
export function NextTime({ sequence, state, earlier }: Props) {
  const next = useMemo(() => nextTime({ sequence, state }, earlier), [sequence, state, earlier]);
  if (!next || !sequence.lesson) return null;
  const lists = [
    { title: 'Worked', lines: next.worked },
    { title: 'Begin here', lines: next.toMend },
  ].filter((l) => l.lines.length > 0);
  return (
    <section aria-labelledby="next-time" className="space-y-2" data-next-time>
      <h2 id="next-time" className="text-title">
        Next time
      </h2>
      <p className="text-lead font-semibold">{next.next}</p>
      {next.task && <p className="text-lead">{next.task}</p>}
      {lists.map(({ title, lines }) => (
        <div key={title}>
          <h3 className="text-soft">{title}</h3>
          <ul>
            {lines.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </div>
      ))}
      <h3 className="text-soft">Home</h3>
      <ul>
        {sequence.lesson.home.map((h) => (
          <li key={h.does}>
            <strong>{h.when}:</strong> {h.does} {h.dose}
          </li>
        ))}
      </ul>
    </section>
  );
}
