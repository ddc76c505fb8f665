'use client';

import { useState } from 'react';
import type { OtherMinutes } from '@/core/propose/explain';
import type { ProposalInput } from '@/core/propose/propose';
import type { Result } from '@/core/base/result';
import type { Sequence } from '@/core/sequence/sequence';
import { Button } from '@/ui/button';
import { useJob } from '@/ui/use-job';
import { Press } from '@/ui/press';
import type { PlanProgress, PlanWorker } from '@/workers/plan.worker';
import { planThread, shipTo } from '@/workers/threads';

const BY_MIN = 5;
const SEARCH_MS = 600;

/** What five minutes more would add and what to drop for five less, each to be taken with one press. */
export function TimePanel({
  sequence,
  input,
  onTake,
}: {
  sequence: Sequence;
  input: Omit<ProposalInput, 'minutes'>;
  onTake: (sequence: Sequence) => void;
}) {
  const planner = useJob<PlanWorker, PlanProgress>(planThread, shipTo);
  const [open, setOpen] = useState(false);
  const [answers, setAnswers] = useState<{
    of: Sequence;
    more: Result<OtherMinutes>;
    less: Result<OtherMinutes>;
  } | null>(null);
  const ask = async () => {
    const more = await planner.run<OtherMinutes>((api) =>
      api.withMoreTime(sequence, input, BY_MIN, SEARCH_MS),
    );
    const less: Result<OtherMinutes> =
      sequence.minutes - BY_MIN < 3
        ? { ok: false, why: 'there are not five minutes to give up' }
        : await planner.run<OtherMinutes>((api) => api.withLessTime(sequence, input, BY_MIN, SEARCH_MS));
    setAnswers({ of: sequence, more, less });
  };
  const known = answers?.of === sequence ? answers : null;
  return (
    <section aria-label="Other minutes" className="border-t border-rule pt-1.5">
      <Press
        look="row"
        aria-expanded={open}
        onClick={() => {
          setOpen((o) => !o);
          if (!open && !known) void ask();
        }}
        className="flex items-baseline gap-x-7 text-small"
      >
        <strong>Other minutes</strong>
        <span className="text-soft">what five more would add, what to drop for five less</span>
        <span className="ml-auto text-soft underline underline-offset-4">{open ? 'close' : 'show'}</span>
      </Press>
      {open && (
        <div className="space-y-2 pt-2 text-small">
          {planner.busy && (
            <p className="flex items-center gap-4" role="status">
              Looking … <Button onClick={planner.cancel}>Cancel</Button>
            </p>
          )}
          {!planner.busy && !known && (
            <Button onClick={() => void ask()}>Look again for this sequence</Button>
          )}
          {known && (
            <div className="grid grid-cols-1 room:grid-cols-2 gap-10">
              <Answer title={`${sequence.minutes + BY_MIN} min`} answer={known.more} onTake={onTake} />
              <Answer title={`${sequence.minutes - BY_MIN} min`} answer={known.less} onTake={onTake} />
            </div>
          )}
        </div>
      )}
    </section>
  );
}

function Answer({
  title,
  answer,
  onTake,
}: {
  title: string;
  answer: Result<OtherMinutes>;
  onTake: (sequence: Sequence) => void;
}) {
  if (!answer.ok)
    return (
      <p className="text-soft">
        {title}: {answer.why}.
      </p>
    );
  const { comes, goes, sequence } = answer.value;
  const says = [comes.length > 0 && `adds ${comes.join(', ')}`, goes.length > 0 && `drops ${goes.join(', ')}`]
    .filter(Boolean)
    .join('; ');
  return (
    <div className="flex items-start justify-between gap-4">
      <p>
        <strong>{title}</strong> {says || 'the same drills, with other doses'}.
      </p>
      <Button onClick={() => onTake(sequence)} aria-label={`Take ${title}`}>
        Take it
      </Button>
    </div>
  );
}
