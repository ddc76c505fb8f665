'use client';

import Link from 'next/link';
import { useMemo } from 'react';
import { GOAL, GOALS } from '@/core/aims/goals';
import { COUNTING_LABEL, COUNTINGS } from '@/core/breath/counting';
import type { Flags } from '@/core/screen/flags';
import type { Screen } from '@/core/screen/screen';
import { taskVerdict } from '@/core/task/grade';
import { TASKS, taskById } from '@/core/task/library';
import type { Task } from '@/core/task/task.schema';
import { matchTasks } from '@/core/task/match';
import { Fold } from '@/ui/fold';
import { Press } from '@/ui/press';
import { labelled, Select } from '@/ui/select';
import { Chips } from './chips';

type Props = {
  screen: Pick<Screen, 'goals' | 'goalList' | 'task' | 'counting'>;
  flags: Flags;
  /** Tasks of the studio's own. */
  own: readonly Task[];
  onChange: (change: Partial<Pick<Screen, 'goalList' | 'task' | 'counting'>>) => void;
};

/** So many tasks are proposed for a goal; all others are in the list. */
const PROPOSED = 1;
const NONE = 'none';

/** The task that stands for the goal: proposed from its words, confirmed by the instructor, with two grades. */
export function TaskPanel({ screen, flags, own, onChange }: Props) {
  const { goals, goalList = [], task, counting } = screen;
  const proposed = useMemo(
    () =>
      matchTasks(goals, [...own, ...TASKS])
        .slice(0, PROPOSED)
        .map((m) => m.task),
    [goals, own],
  );
  const chosen = task ? taskById(task.id, own) : undefined;
  const verdict = chosen && taskVerdict(chosen, flags);
  const choose = (id: string) =>
    onChange({
      task: id === NONE ? undefined : { id, today: 1, wanted: 5, ...(task?.id === id ? task : {}) },
    });
  const grades = (chosen?.grades ?? []).map((g, i) => ({ value: String(i + 1), label: `${i + 1} ${g}` }));
  const grade = (key: 'today' | 'wanted', value: string) => {
    if (!task) return;
    const next = { ...task, [key]: Number(value) };
    onChange({ task: { ...next, wanted: Math.max(next.wanted, next.today) } });
  };
  return (
    <div className="space-y-1.5">
      {!chosen && proposed.length > 0 && (
        <div className="flex flex-wrap items-center gap-1" role="group" aria-label="Tasks for this goal">
          <span className="text-small text-soft">From the goal:</span>
          {proposed.map((t) => (
            <Press look="tool" key={t.id} className="min-h-8 px-2 text-small" onClick={() => choose(t.id)}>
              {t.name}
            </Press>
          ))}
        </div>
      )}
      <Fold
        title="Task"
        said={chosen && task ? `${chosen.name}, grade ${task.today} → ${task.wanted}` : 'not chosen'}
      >
        <div className="space-y-3">
          <Select
            label="What they want to do"
            look="line"
            value={chosen ? chosen.id : NONE}
            onValue={choose}
            options={[
              { value: NONE, label: 'not chosen' },
              ...[...own, ...TASKS].map((t) => ({ value: t.id, label: t.name })),
            ]}
          />
          {task && chosen && (
            <>
              <Select
                label="Grade today"
                look="line"
                value={String(task.today)}
                onValue={(v) => grade('today', v)}
                options={grades}
              />
              <Select
                label="Grade wanted"
                look="line"
                value={String(task.wanted)}
                onValue={(v) => grade('wanted', v)}
                options={grades}
              />
            </>
          )}
          <Select
            label="Breaths are counted"
            look="line"
            value={counting ?? 'aloud'}
            onValue={(v) => onChange({ counting: v })}
            options={labelled(COUNTINGS, COUNTING_LABEL)}
          />
          <Chips
            label="What the client wants and does"
            all={GOALS}
            named={(goal) => GOAL[goal].label}
            chosen={goalList}
            onChange={(goalList) => onChange({ goalList })}
          />
          <Link className="text-small text-soft underline" href="/tasks">
            Your own tasks
          </Link>
        </div>
      </Fold>
      {verdict && verdict.open < 5 && (
        <p className="text-small text-care">
          Open up to grade {verdict.open}: {verdict.limits.join('; ')}.
        </p>
      )}
    </div>
  );
}
