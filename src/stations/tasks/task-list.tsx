'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { copyOfTask, TASKS, tasksFile } from '@/core/task/library';
import type { Task } from '@/core/task/task.schema';
import { Figure } from '@/pictures/figure';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { FileButton } from '@/ui/file-button';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';

const TaskForm = dynamic(() => import('./task-form').then((m) => m.TaskForm));

type TaskActions = {
  storeTask: (task: unknown) => Promise<Result<{ id: string }>>;
  dropTask: (id: string) => Promise<Result<null>>;
  bringInTasks: (text: string) => Promise<Result<{ added: number; replaced: number }>>;
};

type Props = { own: readonly Task[]; actions: TaskActions };

/** What clients want to do: the tasks that ship, and the studio's own, to copy, change and share. */
export function TaskList({ own, actions }: Props) {
  const router = useRouter();
  const [open, setOpen] = useState<string | null>(null);
  const [editing, setEditing] = useState<Task | null>(null);
  const [told, setTold] = useState<{ ok: boolean; text: string } | null>(null);
  const taken = [...own, ...TASKS].map((t) => t.id);
  const done = (result: Result<unknown>, text: string) => {
    setTold({ ok: result.ok, text: result.ok ? text : result.why });
    if (result.ok) router.refresh();
    return result.ok;
  };
  const share = (tasks: readonly Task[]) => {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([tasksFile(tasks)], { type: 'application/json' }));
    link.download = 'tasks.json';
    link.click();
    URL.revokeObjectURL(link.href);
  };
  if (editing)
    return (
      <TaskForm
        task={editing}
        onCancel={() => setEditing(null)}
        onSave={async (task) => {
          const stored = await answered(actions.storeTask(task));
          if (stored.ok) {
            setEditing(null);
            setOpen(stored.value.id);
            done(stored, `“${task.name}” is kept.`);
          }
          return stored;
        }}
      />
    );
  const row = (task: Task, isOwn: boolean) => (
    <li key={task.id} className="border-b border-rule">
      <Press
        look="row"
        aria-expanded={open === task.id}
        className="flex flex-wrap items-baseline gap-x-4 py-1.5"
        onClick={() => setOpen(open === task.id ? null : task.id)}
      >
        <span className="font-semibold">{task.name}</span>
        <span className="text-small text-soft">
          {task.grades[0]} … {task.grades[4]}
        </span>
      </Press>
      {open === task.id && (
        <div className="pb-3">
          <TaskSheet task={task} />
          <p className="flex gap-2 pt-2">
            {isOwn && <Button onClick={() => setEditing(task)}>Change</Button>}
            <Button onClick={() => setEditing(copyOfTask(task, taken))}>Copy and change</Button>
            {isOwn && <Button onClick={() => share([task])}>Save as file</Button>}
            {isOwn && (
              <Button
                kind="quiet"
                onClick={async () =>
                  done(await answered(actions.dropTask(task.id)), `“${task.name}” is gone.`)
                }
              >
                Remove
              </Button>
            )}
          </p>
        </div>
      )}
    </li>
  );
  return (
    <div className="max-w-[860px] space-y-6">
      <header className="flex flex-wrap items-baseline gap-4">
        <h1 className="text-head">Tasks</h1>
        <span className="ml-auto flex gap-2">
          {own.length > 0 && <Button onClick={() => share(own)}>Save own tasks</Button>}
          <FileButton
            label="Bring in a file"
            accept="application/json,.json"
            onFile={async (file) => {
              const result = await answered(actions.bringInTasks(await file.text()));
              done(result, result.ok ? `${result.value.added} new, ${result.value.replaced} replaced.` : '');
            }}
          />
        </span>
      </header>
      {told && (told.ok ? <p role="status">{told.text}</p> : <Notice level="care">{told.text}</Notice>)}
      <section aria-labelledby="own">
        <h2 id="own" className="text-title">
          Your own
        </h2>
        {own.length === 0 ? (
          <p className="text-soft">None yet. Copy one that is near, and change it.</p>
        ) : (
          <ul className="border-t border-rule">{own.map((t) => row(t, true))}</ul>
        )}
      </section>
      <section aria-labelledby="shipped">
        <h2 id="shipped" className="text-title">
          With Kokyu
        </h2>
        <ul className="border-t border-rule">{TASKS.map((t) => row(t, false))}</ul>
      </section>
    </div>
  );
}

/** A task as it is read: figures, breath of each part, grades, what is said and watched for, who is spared. */
function TaskSheet({ task }: { task: Task }) {
  const { start, end } = task.figure;
  return (
    <div className="grid grid-cols-1 gap-x-6 gap-y-2 text-small room:grid-cols-[170px_1fr]">
      <div className="space-y-2">
        <Figure
          position={task.practice.position}
          figure={start}
          className="h-24 w-full"
          title="where it starts"
        />
        {end && (
          <Figure
            position={task.practice.position}
            figure={end}
            className="h-24 w-full"
            title="where it ends"
          />
        )}
      </div>
      <div className="space-y-2">
        <ul>
          {task.phases.map((p) => (
            <li key={p.does}>
              {p.does}: <strong>{p.breath}</strong>
            </li>
          ))}
        </ul>
        <ol className="list-inside list-decimal">
          {task.grades.map((g) => (
            <li key={g}>{g}</li>
          ))}
        </ol>
        <p>
          “{task.cues[0]}” “{task.cues[1]}” “{task.image}”
        </p>
        <p>
          Watch for: {task.watch}. Step down: {task.stepDown}. {task.caution}
        </p>
        {task.flags.length > 0 && (
          <ul className="text-care">
            {task.flags.map((f) => (
              <li key={`${f.if.join()} ${f.says}`}>{f.says}</li>
            ))}
          </ul>
        )}
      </div>
    </div>
  );
}
