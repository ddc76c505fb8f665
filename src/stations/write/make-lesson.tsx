'use client';

import { useState } from 'react';
import type { LessonPlan } from '@/core/client/case';
import type { Drill } from '@/core/drills/drill';
import type { AsLesson } from '@/core/lesson/as-lesson';
import type { ClientPlan } from '@/core/propose/input';
import type { Sequence } from '@/core/sequence/sequence';
import { Button } from '@/ui/button';
import { useJob } from '@/ui/use-job';
import type { PlanWorker } from '@/workers/plan.worker';
import { planThread, shipTo } from '@/workers/threads';

type Props = {
  sequence: Sequence;
  plan: ClientPlan;
  lessonPlan: LessonPlan;
  catalogue: readonly Drill[];
  onTake: (next: Sequence) => void;
};

/** Turns a sequence into a lesson around the same blocks; undo brings the sequence back. */
export function MakeLesson({ sequence, plan, lessonPlan, catalogue, onTake }: Props) {
  const { run } = useJob<PlanWorker, never>(planThread, shipTo);
  const [said, setSaid] = useState<string | null>(null);
  const [working, setWorking] = useState(false);
  const make = async () => {
    setWorking(true);
    const made = await run<AsLesson>((api) =>
      api.asLesson(sequence, { ...plan, ...lessonPlan, minutes: sequence.minutes, library: catalogue }),
    );
    setWorking(false);
    if (!made.ok) return setSaid(made.why);
    setSaid(made.value.says.join(' ') || null);
    onTake(made.value.sequence);
  };
  return (
    <span className="inline-flex items-center gap-3">
      <Button disabled={working} onClick={() => void make()}>
        Make a lesson
      </Button>
      {said && (
        <span role="status" className="text-small text-care">
          {said}
        </span>
      )}
    </span>
  );
}
