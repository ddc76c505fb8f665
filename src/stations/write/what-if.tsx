'use client';

import { useEffect, useMemo, useState } from 'react';
import type { Result } from '@/core/base/result';
import type { LessonPlan } from '@/core/client/case';
import { differences, type Difference } from '@/core/lesson/differs';
import type { LessonInput } from '@/core/lesson/input';
import type { Drill } from '@/core/drills/drill';
import type { ClientPlan } from '@/core/propose/input';
import type { Lesson } from '@/core/sequence/lesson.schema';
import type { Sequence } from '@/core/sequence/sequence';
import { TASKS } from '@/core/task/library';
import type { Task } from '@/core/task/task.schema';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { NumberField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import { labelled, Select } from '@/ui/select';
import { useJob } from '@/ui/use-job';
import type { PlanWorker } from '@/workers/plan.worker';
import { planThread, shipTo } from '@/workers/threads';
import { placed, PLACES, PLACE_LABEL, type Place } from './places';

type Props = {
  lesson: Lesson;
  plan: ClientPlan;
  lessonPlan: LessonPlan;
  ownTasks: readonly Task[];
  catalogue: readonly Drill[];
  onClose: () => void;
  onTake: (next: Sequence) => void;
};

const MARK: Record<Difference['what'], string> = { in: 'new', out: 'gone', other: 'changed', same: '' };

/** The lesson that would be taught with other minutes, another place, task or answer, part by part beside this one. */
export function WhatIf({ lesson, plan, lessonPlan, ownTasks, catalogue, onClose, onTake }: Props) {
  const { run } = useJob<PlanWorker, never>(planThread, shipTo);
  const [minutes, setMinutes] = useState<number | undefined>(lesson.minutes);
  const [place, setPlace] = useState<Place>(plan.flags.noFloor ? 'noFloor' : 'floor');
  const [taskId, setTaskId] = useState(lesson.task?.taskId ?? '');
  const [day, setDay] = useState<Record<string, boolean>>({});
  const tasks = useMemo(() => [...ownTasks, ...TASKS], [ownTasks]);
  const input = useMemo((): LessonInput => {
    const task = tasks.find((t) => t.id === taskId);
    return {
      ...plan,
      ...placed(plan, place),
      ...lessonPlan,
      ...(task && task.id !== lessonPlan.task?.task.id ? { task: { task } } : {}),
      minutes: minutes ?? lesson.minutes,
      library: catalogue,
      day,
    };
  }, [plan, place, lessonPlan, tasks, taskId, minutes, lesson.minutes, catalogue, day]);
  const [made, setMade] = useState<{ of: LessonInput; answer: Result<Sequence> } | null>(null);
  useEffect(() => {
    let live = true;
    const ask = async () => {
      const answer = await run<Sequence>((api) => api.lesson(input));
      if (live) setMade({ of: input, answer });
    };
    void ask();
    return () => {
      live = false;
    };
  }, [input, run]);
  const other = made?.answer.ok ? made.answer.value : null;
  const rows = useMemo(() => (other?.lesson ? differences(lesson, other.lesson) : []), [lesson, other]);
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="What if">
      <div className="space-y-3" aria-busy={made?.of !== input}>
        <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
          <NumberField
            label="Minutes"
            unit="min"
            className="w-28"
            min={5}
            max={90}
            value={minutes}
            onValue={setMinutes}
          />
          <Select
            label="There is"
            look="line"
            value={place}
            onValue={setPlace}
            options={labelled(PLACES, PLACE_LABEL)}
          />
          <Select
            label="Task"
            look="line"
            value={taskId}
            onValue={setTaskId}
            options={[
              ...(tasks.some((t) => t.id === taskId) ? [] : [{ value: taskId, label: 'as planned' }]),
              ...labelled(
                tasks.map((t) => t.id),
                (id) => tasks.find((t) => t.id === id)!.name,
              ),
            ]}
          />
        </div>
        <ul aria-label="If they say yes" className="flex flex-wrap gap-1.5">
          {lesson.asks.flatMap(({ id, question }) =>
            id === undefined
              ? []
              : [
                  <li key={id}>
                    <Press
                      look="tool"
                      aria-pressed={day[id] === true}
                      className="px-2 py-1 text-left text-small"
                      onClick={() => setDay((d) => ({ ...d, [id]: d[id] !== true }))}
                    >
                      yes: {question}
                    </Press>
                  </li>,
                ],
          )}
        </ul>
        {made && !made.answer.ok && <Notice level="care">{made.answer.why}</Notice>}
        {!made && <p className="text-soft">Composing the lesson …</p>}
        {rows.length > 0 && (
          <table className="w-full text-small tabular-nums" data-what-if>
            <thead>
              <tr className="text-left text-soft">
                <th className="pr-3 font-normal">Part</th>
                <th className="pr-3 font-normal">This lesson</th>
                <th className="font-normal">That lesson</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row, i) => (
                <tr
                  key={`${row.part} ${i}`}
                  data-difference={row.what}
                  className={`border-t border-rule align-top ${row.what === 'same' ? 'text-soft' : ''}`}
                >
                  <th scope="row" className="py-1 pr-3 text-left font-semibold">
                    {row.part}{' '}
                    {MARK[row.what] && <span className="font-normal text-rise">({MARK[row.what]})</span>}
                  </th>
                  <td className="py-1 pr-3">{row.was || '–'}</td>
                  <td className="py-1">{row.what === 'same' ? 'the same' : row.now || '–'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <div className="flex gap-2">
          <Button
            kind="main"
            disabled={other === null || made?.of !== input}
            onClick={() => {
              if (!other) return;
              onTake(other);
              onClose();
            }}
          >
            Use that lesson
          </Button>
          <Button onClick={onClose}>Keep this one</Button>
        </div>
      </div>
    </Dialog>
  );
}
