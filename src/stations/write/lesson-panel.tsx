'use client';

import { useMemo } from 'react';
import type { ClientPlan } from '@/core/propose/input';
import { checkLesson, RULE_LABEL } from '@/core/lesson/check';
import { lessonNow } from '@/core/lesson/lesson-now';
import type { ComplaintPlace } from '@/core/screen/complaints';
import type { Task } from '@/core/task/task.schema';
import type { Sequence } from '@/core/sequence/sequence';
import { LessonView } from '@/pictures/lesson-view';
import { buttonClass } from '@/ui/button';

type Props = {
  sequence: Sequence;
  plan: ClientPlan;
  places: readonly ComplaintPlace[];
  ownTasks: readonly Task[];
  sheetHref: string;
};

/** The lesson of a sequence as it stands after every edit, and which of the twelve rules it does not keep. */
export function LessonPanel({ sequence, plan, places, ownTasks, sheetHref }: Props) {
  const lesson = useMemo(() => lessonNow(sequence, { flags: plan.flags, places }), [sequence, plan, places]);
  const problems = useMemo(
    () => (lesson ? checkLesson(lesson, { ...plan, owned: plan.owned ?? [], ownTasks }) : []),
    [lesson, plan, ownTasks],
  );
  if (!lesson) return null;
  return (
    <details data-lesson-panel>
      <summary className="cursor-pointer py-1">
        <span className="font-semibold">Lesson: {lesson.title}.</span> <span>{lesson.idea}</span>
      </summary>
      <p className="py-1">
        <a className={buttonClass()} href={sheetHref} target="_blank" rel="noreferrer">
          Print lesson
        </a>
      </p>
      {problems.length > 0 && (
        <ul aria-label="Rules that are not kept" className="border-l-2 border-care py-1 pl-3 text-small">
          {problems.map((p) => (
            <li key={`${p.rule} ${p.blockId} ${p.why}`}>
              <strong>{RULE_LABEL[p.rule]}.</strong>{' '}
              {p.blockId && `Block ${lesson.blocks.findIndex((b) => b.id === p.blockId) + 1}: `}
              {p.why}
            </li>
          ))}
        </ul>
      )}
      <LessonView lesson={lesson} heading={false} />
    </details>
  );
}
