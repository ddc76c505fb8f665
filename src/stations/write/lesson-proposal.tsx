'use client';

import { useEffect, useState } from 'react';
import { omit } from '@/core/base/omit';
import type { Result } from '@/core/base/result';
import type { LessonInput } from '@/core/lesson/input';
import type { Sequence } from '@/core/sequence/sequence';
import { LessonView } from '@/pictures/lesson-view';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { useJob } from '@/ui/use-job';
import type { PlanWorker } from '@/workers/plan.worker';
import { planThread, shipTo } from '@/workers/threads';

type Props = {
  input: LessonInput;
  /** Keeps it; and coaches it, where it may be coached. */
  keep: (name: string, data: Sequence) => Promise<Result<unknown>>;
  coach: ((name: string, data: Sequence) => Promise<Result<unknown>>) | null;
};

/** Titles of the blocks of a lesson. */
const titles = (of: Sequence | null): string[] => (of?.lesson?.blocks ?? []).map((b) => b.title);

/** What an answer changed: which blocks went and which came. */
function changed(before: Sequence | null, after: Sequence | null): string {
  if (!before || !after) return '';
  const went = titles(before).filter((t) => !titles(after).includes(t));
  const came = titles(after).filter((t) => !titles(before).includes(t));
  const said = [
    ...(went.length > 0 ? [`out: ${went.join(', ')}`] : []),
    ...(came.length > 0 ? [`in: ${came.join(', ')}`] : []),
  ];
  return said.length === 0 ? 'The answers change no block.' : `By the answers: ${said.join('; ')}.`;
}

/** The lesson that would be taught, again with every answer of the day; kept with one press. */
export function LessonProposal({ input, keep, coach }: Props) {
  const { run } = useJob<PlanWorker, never>(planThread, shipTo);
  const [day, setDay] = useState<Record<string, boolean>>({});
  const [made, setMade] = useState<{ of: LessonInput; answer: Result<Sequence> } | null>(null);
  /** The lesson before anybody answered, to say what the answers changed. */
  const [plain, setPlain] = useState<Sequence | null>(null);
  const [keeping, setKeeping] = useState(false);
  const [error, setError] = useState<string | null>(null);
  useEffect(() => {
    let live = true;
    const ask = async () => {
      const answer = await run<Sequence>((api) => api.lesson({ ...input, day }));
      if (!live) return;
      setMade({ of: input, answer });
      if (answer.ok && Object.keys(day).length === 0) setPlain(answer.value);
    };
    void ask();
    return () => {
      live = false;
    };
  }, [input, day, run]);
  const answer = made?.answer ?? null;
  const sequence = answer?.ok ? answer.value : null;
  const take = async (by: typeof keep) => {
    if (!sequence?.lesson) return;
    setKeeping(true);
    setError(null);
    const kept = await by(`${sequence.lesson.title} · ${sequence.minutes} min`, sequence);
    if (kept.ok) return;
    setError(kept.why);
    setKeeping(false);
  };
  const ready = sequence !== null && made?.of === input && !keeping;
  const answeredSome = Object.keys(day).length > 0;
  return (
    <div className="space-y-3" aria-busy={made?.of !== input}>
      {answer && !answer.ok && (
        <Notice
          level={answeredSome ? 'stop' : 'care'}
          action={answeredSome && <Button onClick={() => setDay({})}>Clear the answers</Button>}
        >
          {answer.why}
        </Notice>
      )}
      {!answer && <p className="pt-6 text-soft">Composing the lesson …</p>}
      {sequence?.lesson && (
        <>
          <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
            <Button kind="main" disabled={!ready} onClick={() => void take(keep)}>
              {keeping ? 'Saving …' : 'Save lesson'}
            </Button>
            {coach && (
              <Button disabled={!ready} onClick={() => void take(coach)}>
                Save and coach
              </Button>
            )}
            <p role="status" className={`text-small ${error ? 'font-semibold text-care' : 'text-soft'}`}>
              {error ??
                (answeredSome ? changed(plain, sequence) : 'Answer the questions below; the lesson follows.')}
            </p>
          </div>
          <LessonView
            lesson={sequence.lesson}
            answers={day}
            onAnswer={(id, yes) => setDay((d) => (yes === undefined ? omit(d, id) : { ...d, [id]: yes }))}
          />
        </>
      )}
    </div>
  );
}
