'use client';

import { useMemo } from 'react';
import { RULE_LABEL, type LessonProblem } from '@/core/lesson/check';
import type { LessonMend } from '@/core/lesson/mend-lesson';
import type { Sequence } from '@/core/sequence/sequence';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';

type Props = {
  problems: readonly LessonProblem[];
  mendOf: (problem: LessonProblem) => LessonMend | null;
  onTake: (next: Sequence) => void;
};

/** The rules that a lesson or one of its blocks does not keep, each with what mends it where a press can. */
export function RuleList({ problems, mendOf, onTake }: Props) {
  const rows = useMemo(
    () => problems.map((problem) => ({ problem, mend: mendOf(problem) })),
    // A mend belongs to the lesson that the problems were found in.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [problems],
  );
  if (rows.length === 0) return null;
  return (
    <ul aria-label="Rules to look at" className="space-y-1">
      {rows.map(({ problem, mend }) => (
        <li key={`${problem.rule} ${problem.why}`}>
          <Notice
            level="care"
            action={mend && <Button onClick={() => onTake(mend.sequence)}>{mend.says}</Button>}
          >
            {RULE_LABEL[problem.rule]}: {problem.why}.
          </Notice>
        </li>
      ))}
    </ul>
  );
}
