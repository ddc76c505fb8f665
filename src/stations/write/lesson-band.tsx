'use client';

import dynamic from 'next/dynamic';
import type { LessonPlan } from '@/core/client/case';
import type { Drill } from '@/core/drills/drill';
import type { Sequence } from '@/core/sequence/sequence';
import type { LessonWhom } from './use-lesson';

const LessonPanel = dynamic(() => import('./lesson-panel').then((m) => m.LessonPanel), { ssr: false });
const MakeLesson = dynamic(() => import('./make-lesson').then((m) => m.MakeLesson), { ssr: false });

type Props = {
  sequence: Sequence;
  whom: LessonWhom;
  lessonPlan: LessonPlan;
  catalogue: readonly Drill[];
  sheetHref: string;
  onTake: (next: Sequence) => void;
};

/** What stands over the staves: the lesson of a sequence, or the press that makes one of it. */
export function LessonBand({ whom, ...rest }: Props) {
  if (rest.sequence.lesson) return <LessonPanel {...rest} {...whom} />;
  return rest.sequence.blocks.length === 0 ? null : <MakeLesson {...rest} plan={whom.plan} />;
}
