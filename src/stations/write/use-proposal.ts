'use client';

import { useEffect, useRef, useState } from 'react';
import type { Result } from '@/core/base/result';
import type { ProposalInput } from '@/core/propose/propose';
import type { Sequence } from '@/core/sequence/sequence';
import { useJob } from '@/ui/use-job';
import type { PlanProgress, PlanWorker } from '@/workers/plan.worker';
import { planThread, shipTo } from '@/workers/threads';

/** How long the planner looks for a proof. */
const SEARCH_MS = 1500;

export type LiveProposal = {
  /** The answer to the newest question, or to the one before while that is looked for. */
  answer: Result<Sequence> | null;
  /** The answer is to what is asked now. */
  fresh: boolean;
  /** Looked for until nothing better can be found; the sequence says whether it was proven. */
  settled: boolean;
  progress: PlanProgress | null;
};

/**
 * What would be proposed, again with every change of what is asked: a first answer at once, then the proof. What is asked
 * meanwhile is answered next, and nothing in between.
 */
export function useProposal(input: ProposalInput): LiveProposal {
  const { run, progress } = useJob<PlanWorker, PlanProgress>(planThread, shipTo);
  const [state, setState] = useState<{
    of: ProposalInput;
    answer: Result<Sequence>;
    settled: boolean;
  } | null>(null);
  const asked = useRef(input);
  const working = useRef(false);
  useEffect(() => {
    asked.current = input;
    if (working.current) return;
    working.current = true;
    const serve = async () => {
      for (let done: ProposalInput | null = null; done !== asked.current;) {
        const of: ProposalInput = asked.current;
        const first = await run<Sequence>((api) => api.first(of));
        if (of !== asked.current) continue;
        setState({ of, answer: first, settled: !first.ok });
        if (first.ok) {
          const best = await run<Sequence>((api, tell) => api.propose(of, SEARCH_MS, tell));
          if (of !== asked.current) continue;
          setState({ of, answer: best.ok ? best : first, settled: true });
        }
        done = of;
      }
      working.current = false;
    };
    void serve();
  }, [input, run]);
  const fresh = state?.of === input;
  return { answer: state?.answer ?? null, fresh, settled: fresh && state.settled, progress };
}
