'use client';

import type { Sequence } from '@/core/sequence/sequence';
import { BlockSets } from './block-sets';
import { RuleList } from './rule-list';
import { useLesson, type LessonWhom } from './use-lesson';

type Props = {
  blockId: string;
  sequence: Sequence;
  whom: LessonWhom;
  onTake: (next: Sequence) => void;
};

/** A block of a lesson: what of the rules it does not keep, its sets and its gates. */
export function LessonBlock({ blockId, sequence, whom, onTake }: Props) {
  const { lesson, problems, edit, mendOf } = useLesson(sequence, whom, onTake);
  const block = lesson?.blocks.find((b) => b.id === blockId);
  if (!block) return null;
  return (
    <>
      <RuleList problems={problems.filter((p) => p.blockId === blockId)} mendOf={mendOf} onTake={onTake} />
      <BlockSets block={block} onEdit={edit} />
    </>
  );
}
