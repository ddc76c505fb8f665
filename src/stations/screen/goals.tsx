'use client';

import dynamic from 'next/dynamic';
import type { Flags } from '@/core/screen/flags';
import type { Screen } from '@/core/screen/screen';
import type { Task } from '@/core/task/task.schema';

const TaskPanel = dynamic(() => import('./task-panel').then((m) => m.TaskPanel), {
  ssr: false,
  loading: () => <div className="h-[76px]" />,
});

type Props = {
  screen: Screen;
  flags: Flags;
  own: readonly Task[];
  onChange: (change: Partial<Screen>) => void;
};

/** What the client wants: in their words, and as a task that can be practised. */
export const Goals = ({ screen, flags, own, onChange }: Props) => (
  <section aria-labelledby="goals" className="space-y-2">
    <h2 id="goals" className="text-lead">
      Goals, in the client’s words
    </h2>
    <textarea
      aria-label="Goals"
      className="h-[58px] w-full resize-none border-b-[1.5px] border-ink bg-transparent px-0.5 py-1"
      placeholder="what should become easier?"
      value={screen.goals}
      maxLength={1000}
      onChange={(e) => onChange({ goals: e.target.value })}
    />
    <TaskPanel screen={screen} flags={flags} own={own} onChange={onChange} />
  </section>
);
