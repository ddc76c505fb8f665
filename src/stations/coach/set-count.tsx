'use client';

import type { CoachedBlock, Moment } from '@/core/run/coached';
import type { Session } from '@/core/run/session';
import type { RunEvent } from '@/core/run/step';
import { stepAt, strideNow, strideOf } from '@/core/run/strides';
import type { LessonSet } from '@/core/sequence/lesson.schema';
import { useHotkeys } from '@/ui/hotkeys';
import { Button } from '@/ui/button';
import { SAY } from './say';

type Props = {
  set: LessonSet;
  session: Session;
  coached: CoachedBlock;
  moment: Extract<Moment, { kind: 'breath' }>;
  on: (event: RunEvent) => void;
};

const COUNT = 'block text-count leading-none font-semibold tabular-nums';

/** A set that is counted by steps, repetitions or phrases: what to do now, and a tap for each. */
export function SetCount({ set, session, coached, moment, on }: Props) {
  const { state } = session;
  const id = coached.placed.block.id;
  const marks = state.lesson?.counted?.[id] ?? [];
  const nowS = state.blockS - coached.prepS;
  const { breath } = set;
  const tap = () => {
    on({ kind: 'tally' });
    if (breath.kind !== 'steps') return;
    const strideS = strideOf([...marks, nowS]);
    if (strideS !== null) on({ kind: 'stride', strideS });
  };
  useHotkeys([
    { key: 's', does: TAP[breath.kind] ?? 'count one', run: tap },
    { key: 'Backspace', does: 'the last tap was none', run: () => on({ kind: 'tally', undo: true }) },
  ]);
  const stride = strideNow(session);
  const walked = breath.kind === 'steps' && stride ? stepAt(breath, stride, nowS) : null;
  const { span } = moment;
  return (
    <div className="w-64 space-y-2" data-counted={breath.kind} onClick={(e) => e.stopPropagation()}>
      {breath.kind === 'phrase' ? (
        <>
          <span className="block text-room leading-none font-semibold" data-testid="phase">
            phrase {marks.length + 1}
            {set.count !== undefined && ` of ${set.count}`}
          </span>
          <span className={COUNT} data-testid="count">
            {Math.max(0, Math.floor(nowS - (marks.at(-1) ?? 0)))}
          </span>
          <span className="block text-lead text-soft tabular-nums">
            {marks.length === 0
              ? `seconds; about ${breath.outS} each`
              : `seconds; last ${lastS(marks).toFixed(1)}`}
          </span>
        </>
      ) : (
        <>
          <span className="block text-room leading-none font-semibold" data-testid="phase">
            {breath.kind === 'movement' && (span.phase === 'inhale' || span.phase === 'exhale')
              ? span.phase === 'inhale'
                ? breath.in
                : breath.out
              : walked
                ? SAY[walked.part === 'in' ? 'inhale' : 'exhale']
                : SAY[span.phase]}
          </span>
          <span className={COUNT} data-testid="count">
            {walked ? walked.left : Math.max(1, Math.ceil(moment.leftS - 1e-6))}
          </span>
          <span className="block text-lead text-soft tabular-nums">
            {breath.kind === 'steps'
              ? `steps · ${Math.round(60 / (stride?.s ?? 1))} a minute`
              : `${marks.length} of ${set.count ?? '–'} counted`}
          </span>
        </>
      )}
      <Button big onClick={tap}>
        {breath.kind === 'steps' ? 'Tap steps' : breath.kind === 'phrase' ? 'Phrase over' : 'Count one'}
      </Button>
    </div>
  );
}

const TAP: Partial<Record<LessonSet['breath']['kind'], string>> = {
  steps: 'a step of the client',
  movement: 'a repetition is over',
  phrase: 'the phrase is over',
};

const lastS = (marks: readonly number[]): number => marks.at(-1)! - (marks.at(-2) ?? 0);
