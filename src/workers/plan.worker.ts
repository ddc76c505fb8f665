import { expose } from 'comlink';
import { planClassLesson, type ClassLessonInput, type ClassLessonPlan } from '@/core/class/class-lesson';
import type { Result } from '@/core/base/result';
import { withLessTime, withMoreTime, type OtherMinutes } from '@/core/propose/explain';
import { asLesson, type AsLesson } from '@/core/lesson/as-lesson';
import { asSequence, composeLesson } from '@/core/lesson/compose';
import type { LessonInput } from '@/core/lesson/input';
import { propose, type ProposalInput } from '@/core/propose/propose';
import type { Drill } from '@/core/drills/drill';
import { ship } from '@/core/drills/shelf';
import type { Sequence } from '@/core/sequence/sequence';

/** What the search has come to: choices looked at, the best so far, and the most that could still be. */
export type PlanProgress = { nodes: number; best: number; bound: number };

const MOST_NODES = 5_000_000;

/** Planning off the main thread, for so many milliseconds of search; the work itself is core's. */
const api = {
  /** Takes the shipped drills, which the page has as data; before anything else. */
  ship(drills: readonly Drill[]): void {
    ship(drills);
  },
  /** A first good answer, without the proof. */
  first(input: ProposalInput): Result<Sequence> {
    return propose(input, { mostNodes: 1 });
  },
  propose(input: ProposalInput, searchMs: number, tell: (at: PlanProgress) => void): Result<Sequence> {
    return propose(input, until(searchMs, tell));
  },
  /** A lesson as a sequence: its blocks, and what is taught around them. */
  lesson(input: LessonInput): Result<Sequence> {
    const made = composeLesson(input);
    return made.ok ? { ok: true, value: asSequence(made.value, input) } : made;
  },
  /** A sequence of before as a lesson for this client. */
  asLesson(sequence: Sequence, input: LessonInput): Result<AsLesson> {
    return asLesson(sequence, input);
  },
  planClass(
    input: ClassLessonInput,
    searchMs: number,
    tell: (at: PlanProgress) => void,
  ): Result<ClassLessonPlan> {
    return planClassLesson(input, until(searchMs, tell));
  },
  withMoreTime(
    sequence: Sequence,
    input: Omit<ProposalInput, 'minutes'>,
    byMin: number,
    searchMs: number,
  ): Result<OtherMinutes> {
    return withMoreTime(sequence, input, byMin, until(searchMs));
  },
  withLessTime(
    sequence: Sequence,
    input: Omit<ProposalInput, 'minutes'>,
    byMin: number,
    searchMs: number,
  ): Result<OtherMinutes> {
    return withLessTime(sequence, input, byMin, until(searchMs));
  },
};

function until(searchMs: number, tell?: (at: PlanProgress) => void) {
  const end = performance.now() + searchMs;
  let told = 0;
  return {
    mostNodes: MOST_NODES,
    progress: (nodes: number, best: number, bound: number): boolean => {
      const now = performance.now();
      if (tell && now - told > 100) {
        told = now;
        tell({ nodes, best, bound });
      }
      return now < end;
    },
  };
}

export type PlanWorker = typeof api;
expose(api);
