import type { Drill } from '../drills/drill';
import type { HomeClient } from '../home/choices';
import { taskDrill, taskToday } from '../lesson/task-block';
import type { ClientCase } from './case';

/** What a plan for home rests on. */
export const homeClientOf = (known: ClientCase, library: readonly Drill[]): HomeClient => ({
  plan: known.plan(),
  sequence: known.sequences[0]?.data ?? null,
  coached: known.coached(),
  library,
});

/** The client’s task at its grade today, as a drill that can be put into a plan by hand; none where it is not open. */
export function ownTaskAtHome(known: ClientCase): Drill[] {
  const { task } = known.lessonPlan();
  if (!task) return [];
  const now = taskToday({ task, flags: known.flags() }, { taskMost: 5, conditions: [] });
  return now && now.grade > 0 ? [taskDrill(now.task, now.grade)] : [];
}
