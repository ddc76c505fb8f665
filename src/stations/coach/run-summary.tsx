'use client';

import dynamic from 'next/dynamic';
import type { ReactNode } from 'react';
import type { SeenMeasures } from '@/core/follow/measures';
import { STOP_SIGN_LABEL } from '@/core/screen/stop-signs';
import { STOP_DONE_LABEL } from '@/core/run/recorded';
import type { RunState } from '@/core/run/run';
import { seenOf } from '@/core/run/summary';
import { resultName } from '@/core/run/run';
import type { Sequence } from '@/core/sequence/sequence';
import type { GradeRun } from '@/core/task/grade';
import { Button } from '@/ui/button';
import { YesNo } from '@/ui/choice';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import { ChangeList } from './change-list';
import { InhaleList } from './inhale-list';
import { Term } from '@/ui/term';

const NextTime = dynamic(() => import('./next-time').then((m) => m.NextTime), { ssr: false });
const SignSaid = dynamic(() => import('./sign-again').then((m) => m.SignSaid), { ssr: false });

type Props = {
  sequence: Sequence;
  state: RunState;
  before: SeenMeasures | null;
  /** The look again; null: there was none; `coming`: it is being fetched. */
  after: SeenMeasures | 'coming' | null;
  status: ReactNode;
  onLeave: () => void;
  onFollow: () => void;
  onRate: (blockId: string, quality: number) => void;
  /** How the task of the lesson went before, oldest first. */
  earlier: readonly GradeRun[];
  /** The floor or the wall was worked on, or leaks: two questions after the run (practice P77). */
  asksFloor: boolean;
  onAsked: (asked: NonNullable<RunState['asked']>) => void;
};

const OUTCOME = {
  done: 'done',
  skipped: 'cut short',
  easier: 'made easier',
  harder: 'made harder',
  stopped: 'stopped',
} as const;

const GATE_SAID = { further: 'further', again: 'once more', down: 'stepped down' } as const;
const NO_RESULT = { quality: null, note: '', outcome: 'done' } as const;
const drillIdOf = ({ blocks }: Sequence, blockId: string): string =>
  blocks.find((b) => b.id === blockId)?.drillId ?? blockId;

/** What came of a run: the difference, and block by block how it went. */
export function RunSummary(given: Props) {
  const { sequence, state, before, after, status, earlier, onLeave, onFollow, onRate, asksFloor, onAsked } =
    given;
  const gates = (state.lesson?.gates ?? []).filter(({ blockId }) =>
    sequence.blocks.some((b) => b.id === blockId),
  );
  return (
    <div className="mx-auto max-w-[1000px] space-y-6 px-4 py-8 room:px-8">
      <h1 className="text-head">{state.stage === 'stopped' ? 'The run was stopped' : 'The run is over'}</h1>
      {status}
      {state.stage === 'stopped' && state.stopSign && (
        <Notice level="stop">
          {STOP_SIGN_LABEL[state.stopSign]}. Let the client breathe normally and sit or lie. Regress next
          time. {state.stopNote}{' '}
          {state.stopDone && `Done: ${state.stopDone.map((d) => STOP_DONE_LABEL[d]).join(', ')}.`}
        </Notice>
      )}
      {state.stage === 'done' && (
        <section aria-labelledby="difference">
          <h2 id="difference" className="text-title">
            Did it change?
          </h2>
          {sequence.lesson && <SignSaid lesson={sequence.lesson} lessonTaken={state.lesson} />}
          {after === 'coming' ? (
            <p className="text-soft">The look again is on its way …</p>
          ) : after ? (
            <ChangeList before={before} after={after} test={sequence.relook.test} />
          ) : (
            !(state.lesson?.first && state.lesson.again) && (
              <p className="text-soft">Nobody looked again after this run.</p>
            )
          )}
          <InhaleList sequence={sequence} inhales={state.inhales} />
        </section>
      )}
      {sequence.lesson && <NextTime sequence={sequence} state={state} earlier={earlier} />}
      {gates.length > 0 && (
        <section aria-labelledby="gates">
          <h2 id="gates" className="text-title">
            Gates
          </h2>
          <ul>
            {gates.map(({ blockId, choice }, i) => (
              <li key={blockId + i}>
                {resultName(sequence, { ...NO_RESULT, blockId, drillId: drillIdOf(sequence, blockId) })}:{' '}
                {GATE_SAID[choice]}
              </li>
            ))}
          </ul>
        </section>
      )}
      {asksFloor && (
        <section aria-labelledby="asked">
          <h2 id="asked" className="text-title">
            Ask the client
          </h2>
          <div className="grid max-w-[760px] grid-cols-1 room:grid-cols-2 gap-x-8">
            <YesNo
              label="Did anything leak?"
              value={state.asked?.leaked}
              onValue={(leaked) => onAsked({ leaked })}
            />
            <YesNo
              label="Did the lower belly push out?"
              value={state.asked?.pushedOut}
              onValue={(pushedOut) => onAsked({ pushedOut })}
            />
          </div>
          <p className="text-fine text-soft">Two times no opens the next step on the way back to load.</p>
        </section>
      )}
      <section aria-labelledby="blocks">
        <h2 id="blocks" className="text-title">
          Blocks, with their <Term of="quality">quality</Term>
        </h2>
        <ul>
          {state.results.map((r, i) => (
            <li
              key={r.blockId + i}
              className="grid grid-cols-1 room:grid-cols-[1fr_110px_auto_1fr] items-center gap-4 border-t border-rule py-1.5"
            >
              <span>{resultName(sequence, r)}</span>
              <span className="text-soft">{OUTCOME[r.outcome]}</span>
              <span className="flex gap-1" role="group" aria-label="Quality">
                {[1, 2, 3, 4, 5].map((q) => (
                  <Press
                    look="tool"
                    key={q}
                    aria-pressed={r.quality === q}
                    onClick={() => onRate(r.blockId, q)}
                    className="size-8"
                  >
                    {q}
                  </Press>
                ))}
              </span>
              <span className="text-soft">
                {[r.note, seenOf(state, r.blockId)].filter(Boolean).join('; ')}
              </span>
            </li>
          ))}
          {state.results.length === 0 && <li className="text-soft">No block was begun.</li>}
        </ul>
      </section>
      <div className="flex gap-3">
        <Button kind="main" big onClick={onFollow}>
          To Follow
        </Button>
        <Button big onClick={onLeave}>
          Back to the runs
        </Button>
      </div>
    </div>
  );
}
