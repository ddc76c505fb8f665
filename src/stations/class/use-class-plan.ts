'use client';

import type { ClassLessonInput, ClassLessonPlan } from '@/core/class/class-lesson';
import type { Result } from '@/core/base/result';
import { useJob } from '@/ui/use-job';
import type { PlanProgress, PlanWorker } from '@/workers/plan.worker';
import { planThread, shipTo } from '@/workers/threads';

/** How long the planner looks for something better, ms. */
const SEARCH_MS = 1500;

/** Plans a class off the page, with what it has come to, until it is cancelled. */
export function useClassPlan() {
  const { run, busy, progress, cancel } = useJob<PlanWorker, PlanProgress>(planThread, shipTo);
  const plan = (input: ClassLessonInput): Promise<Result<ClassLessonPlan>> =>
    run<ClassLessonPlan>((api, tell) => api.planClass(input, SEARCH_MS, tell));
  return { plan, busy, progress, cancel };
}
