import { effectOf, effectsOf } from '../lesson/asks';
import { taskToday } from '../lesson/task-block';
import type { Lesson } from '../sequence/lesson.schema';
import { taskById } from '../task/library';
import { taskIdIn } from '../task/prefix';
import type { Task } from '../task/task.schema';
import type { Member } from './member';

/** What a room does together where nobody’s own task says more. Our choice. */
const USUAL_TASK = 'standUp';

/** So many have to want the same before a class works towards it unasked. Our choice. */
const COMMON_FROM = 1 / 3;

/** The task that a class works towards: the chosen one, else the one that most of them want, else getting up from a chair. */
export function taskForAll(
  members: readonly Pick<Member, 'tasks'>[],
  chosen: string | undefined,
  own: readonly Task[] = [],
): Task {
  const counts = new Map<string, number>();
  for (const { tasks = [] } of members)
    for (const { id } of tasks.slice(0, 1)) counts.set(id, (counts.get(id) ?? 0) + 1);
  const [most] = [...counts]
    .filter(([, n]) => n >= members.length * COMMON_FROM)
    .sort(([a, m], [b, n]) => n - m || a.localeCompare(b))
    .map(([id]) => id);
  return (
    (chosen === undefined ? undefined : taskById(chosen, own)) ??
    (most === undefined ? undefined : taskById(most, own)) ??
    taskById(USUAL_TASK)!
  );
}

/** The task that is done as this drill; undefined where it is none. */
export const taskOfDrill = (drillId: string, own: readonly Task[] = []): Task | undefined => {
  const id = taskIdIn(drillId);
  return id === null ? undefined : taskById(id, own);
};

/** The grade at which somebody does a task today; 0: not today. */
export function gradeOf(
  task: Task,
  { plan, tasks = [], today }: Pick<Member, 'plan' | 'tasks' | 'today'>,
): number {
  const known = tasks.find((t) => t.id === task.id);
  const now = taskToday(
    { task: { task, ...(known ?? { today: 1, wanted: 5 }) }, flags: plan.flags },
    { taskMost: today?.taskMost ?? 5, conditions: [] },
  );
  return now?.grade ?? 0;
}

/** A member as their answers of today leave them; who may not be coached today sits the class out. */
export function memberToday(
  member: Member,
  asks: Lesson['asks'],
  day: Readonly<Record<string, boolean>> | undefined,
): Member {
  const yes = asks.filter((a) => a.id !== undefined && day?.[a.id] === true);
  if (yes.length === 0) return member;
  const { flags } = member.plan;
  const effects = effectsOf(
    yes.map((a) => ({ ...a, id: a.id!, effect: effectOf(a.id!, { flags, places: [], upright: true }) })),
    day,
  );
  return {
    ...member,
    plan: { ...member.plan, flags: { ...flags, ...effects.flags } },
    ...(effects.end ? { bar: `nothing today; ask: ${yes.map((a) => a.ask).join('; ')}` } : {}),
    today: { without: effects.without, seated: effects.seated, taskMost: effects.taskMost },
  };
}
