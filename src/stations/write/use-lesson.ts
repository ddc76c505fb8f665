'use client';

import { useMemo } from 'react';
import { checkLesson, type LessonProblem } from '@/core/lesson/check';
import { editLesson, type LessonEdit } from '@/core/lesson/edit-lesson';
import { lessonNow } from '@/core/lesson/lesson-now';
import { lessonMend } from '@/core/lesson/mend-lesson';
import type { ClientPlan } from '@/core/propose/input';
import type { ComplaintPlace } from '@/core/screen/complaints';
import type { Sequence } from '@/core/sequence/sequence';
import type { Task } from '@/core/task/task.schema';

/** Whom a lesson is for, as far as its rules and its words go by them. */
export type LessonWhom = {
  plan: ClientPlan;
  places: readonly ComplaintPlace[];
  ownTasks: readonly Task[];
};

/** The lesson of a sequence as it stands after every edit, what of the twelve rules it does not keep, and how it is changed. */
export function useLesson(
  sequence: Sequence,
  { plan, places, ownTasks }: LessonWhom,
  onTake: (next: Sequence) => void,
) {
  const of = useMemo(
    () => ({ ...plan, places, owned: plan.owned ?? [], ownTasks }),
    [plan, places, ownTasks],
  );
  const lesson = useMemo(() => lessonNow(sequence, of), [sequence, of]);
  const problems = useMemo(() => (lesson ? checkLesson(lesson, of) : []), [lesson, of]);
  return {
    lesson,
    problems,
    edit: (change: LessonEdit) => onTake(editLesson(sequence, change, of)),
    mendOf: (problem: LessonProblem) => lessonMend(sequence, problem, of),
  };
}
