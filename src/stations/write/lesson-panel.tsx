'use client';

import { useState } from 'react';
import type { LessonPlan } from '@/core/client/case';
import type { Drill } from '@/core/drills/drill';
import { signsFor } from '@/core/lesson/signs';
import type { Sequence } from '@/core/sequence/sequence';
import { LessonView } from '@/pictures/lesson-view';
import { Button, buttonClass } from '@/ui/button';
import { labelled, Select } from '@/ui/select';
import { RuleList } from './rule-list';
import { useLesson, type LessonWhom } from './use-lesson';
import { WhatIf } from './what-if';

type Props = LessonWhom & {
  sequence: Sequence;
  lessonPlan: LessonPlan;
  catalogue: readonly Drill[];
  sheetHref: string;
  onTake: (next: Sequence) => void;
};

/** The idea of a lesson, its sign, what of the rules the whole of it does not keep, and the lesson as it is read. */
export function LessonPanel({ sequence, lessonPlan, catalogue, sheetHref, onTake, ...whom }: Props) {
  const { lesson, problems, edit, mendOf } = useLesson(sequence, whom, onTake);
  const [whole, setWhole] = useState(false);
  const [asking, setAsking] = useState(false);
  if (!lesson) return null;
  const signs = signsFor({
    readings: whom.plan.readings ?? [],
    flags: whom.plan.flags,
    taskId: lesson.task?.taskId,
    places: whom.places,
  });
  const named = signs.some((s) => s.id === lesson.sign.signId);
  return (
    <section aria-label="Lesson" className="space-y-1.5" data-lesson-panel>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <Idea idea={lesson.idea} onIdea={(idea) => edit({ kind: 'idea', idea })} />
        {lesson.sign.signId && (
          <Select
            label="Sign"
            look="line"
            value={lesson.sign.signId}
            onValue={(signId) => edit({ kind: 'sign', signId })}
            options={[
              ...(named ? [] : [{ value: lesson.sign.signId, label: lesson.sign.words }]),
              ...labelled(
                signs.map((s) => s.id),
                (id) => signs.find((s) => s.id === id)!.name,
              ),
            ]}
          />
        )}
        <Button aria-expanded={whole} onClick={() => setWhole((w) => !w)}>
          Whole lesson
        </Button>
        <Button onClick={() => setAsking(true)}>What if</Button>
        <a className={buttonClass()} href={sheetHref} target="_blank" rel="noreferrer">
          Print lesson
        </a>
      </div>
      <RuleList problems={problems.filter((p) => p.blockId === null)} mendOf={mendOf} onTake={onTake} />
      {whole && <LessonView lesson={lesson} heading={false} />}
      {asking && (
        <WhatIf
          lesson={lesson}
          plan={whom.plan}
          lessonPlan={lessonPlan}
          catalogue={catalogue}
          ownTasks={whom.ownTasks}
          onClose={() => setAsking(false)}
          onTake={onTake}
        />
      )}
    </section>
  );
}

/** One sentence that says what the lesson is about; it can be written anew. */
function Idea({ idea, onIdea }: { idea: string; onIdea: (idea: string) => void }) {
  const [draft, setDraft] = useState<string | null>(null);
  const take = () => {
    if (draft !== null && draft !== idea) onIdea(draft);
    setDraft(null);
  };
  return (
    <textarea
      aria-label="Idea of the lesson"
      rows={1}
      maxLength={600}
      className="field-sizing-content min-w-0 grow basis-96 resize-none border-b border-transparent bg-transparent py-0.5 text-lead hover:border-rule focus:border-ink"
      value={draft ?? idea}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
      }}
    />
  );
}
