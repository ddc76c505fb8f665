'use client';

import dynamic from 'next/dynamic';
import { del, get, set as put } from 'idb-keyval';
import { useEffect, useState, type ReactNode } from 'react';
import type { SeenMeasures } from '@/core/follow/measures';
import { EMPTY_LOOK, isEmptyLook, RELOOK_LABEL, type LookData } from '@/core/look/look';
import { quietBreath } from '@/core/look/quiet';
import type { School } from '@/core/aims/school';
import type { Result } from '@/core/base/result';
import { POSITIONS } from '@/core/body/positions';
import { positionBars } from '@/core/safety/position-rules';
import { holdBars } from '@/core/safety/rules';
import type { Flags } from '@/core/screen/flags';
import type { BlockResult, RunState } from '@/core/run/run';
import type { RunEvent } from '@/core/run/step';
import type { Sequence } from '@/core/sequence/sequence';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import { ExhaleTest } from '../look/panels/exhale';
import { FullBreathTest, PainTest } from '../look/panels/again';
import { HoldTest } from '../look/panels/hold';
import { QuietTest } from '../look/panels/quiet';
import { RingsTest } from '../look/panels/rings';
import { SideBendTest } from '../look/panels/side-bend';
import { SweepTest } from '../look/panels/sweep';
import { ChangeList } from './change-list';
import { InhaleList } from './inhale-list';

const SignAgain = dynamic(() => import('./sign-again').then((m) => m.SignAgain), { ssr: false });

type Props = {
  runId: string;
  sequence: Sequence;
  before: SeenMeasures | null;
  state: RunState;
  on: (event: RunEvent) => void;
  flags: Flags;
  school: School;
  rated: BlockResult | null;
  status: ReactNode;
  onRate: (quality: number) => void;
  onStop: () => void;
  /** Blocks are to come: after the look the run can go on. */
  amid: boolean;
  /** Keeps the look, and ends the run or goes on with it. */
  onKeep: (data: LookData, goOn: boolean) => Promise<Result<unknown>>;
  onSkip: (goOn: boolean) => void;
};

/** The same look again, in the same position, with the difference as it is recorded. */
export function RelookScreen(given: Props) {
  const {
    runId,
    sequence,
    before,
    state,
    on,
    flags,
    school,
    rated,
    status,
    onRate,
    onStop,
    amid,
    onKeep,
    onSkip,
  } = given;
  const { lesson } = sequence;
  const { test } = sequence.relook;
  const [look, setLook] = useKeptLook(runId);
  const [error, setError] = useState<string | null>(null);
  const keep = async (goOn: boolean) => {
    const kept = await answered(
      onKeep(look, goOn),
      'Not kept: Kokyu does not answer. What you saw is still here; try again.',
    );
    if (kept.ok) await del(nameOf(runId)).catch(() => undefined);
    else setError(kept.why);
  };
  const barred = POSITIONS.filter((p) => positionBars(p, flags).length > 0);
  const props = { look, set: setLook, barred, before: before?.data ?? null };
  const looking = (
    <>
      {test === 'quiet' && <QuietTest {...props} />}
      {test === 'rings' && <RingsTest {...props} school={school} />}
      {test === 'hold' && <HoldTest {...props} holdBars={holdBars(flags)} />}
      {test === 'exhale' && <ExhaleTest {...props} lookId="" />}
      {test === 'sideBend' && <SideBendTest {...props} />}
      {test === 'sweep' && <SweepTest {...props} />}
      {test === 'fullBreath' && <FullBreathTest {...props} />}
      {test === 'pain' && <PainTest {...props} />}
      <ChangeList before={before} after={{ data: look, quiet: quietBreath(look, []) }} test={test} />
      <InhaleList sequence={sequence} inhales={state.inhales} />
    </>
  );
  return (
    <div className="mx-auto max-w-[1280px] space-y-4 px-4 py-5 room:px-8">
      <div className="flex items-baseline justify-between">
        <h1 className="text-head">
          {lesson && !amid ? 'Take the sign again' : `Look again: ${RELOOK_LABEL[test]}`}
        </h1>
        <div className="mr-auto ml-6">
          {status}
          {!isEmptyLook(look) && (
            <p className="text-fine text-soft">
              This look is kept in this browser; it is stored when you keep it.
            </p>
          )}
        </div>
        {rated && rated.quality === null && (
          <p className="flex items-center gap-2">
            The last block
            {[1, 2, 3, 4, 5].map((q) => (
              <Press
                look="tool"
                key={q}
                onClick={() => onRate(q)}
                aria-label={`Quality ${q}`}
                className="size-9"
              >
                {q}
              </Press>
            ))}
          </p>
        )}
      </div>
      {lesson && !amid ? (
        <>
          <SignAgain lesson={lesson} state={state} on={on} />
          <details className="border-t border-rule pt-2">
            <summary className="cursor-pointer">Look again as well: {RELOOK_LABEL[test]}</summary>
            <div className="space-y-4 pt-3">{looking}</div>
          </details>
        </>
      ) : (
        looking
      )}
      {error && <Notice level="care">{error}</Notice>}
      <div className="flex flex-wrap gap-3">
        {amid && (
          <>
            <Button kind="main" big disabled={isEmptyLook(look)} onClick={() => void keep(true)}>
              Keep and go on
            </Button>
            <Button big onClick={() => onSkip(true)}>
              Go on without looking
            </Button>
          </>
        )}
        {lesson && !amid && isEmptyLook(look) ? (
          <Button kind="main" big onClick={() => onSkip(false)}>
            End the lesson
          </Button>
        ) : (
          <>
            <Button
              kind={amid ? 'plain' : 'main'}
              big
              disabled={isEmptyLook(look)}
              onClick={() => void keep(false)}
            >
              Keep and end the run
            </Button>
            <Button big onClick={() => onSkip(false)}>
              End without looking
            </Button>
          </>
        )}
        <Button big kind="stop" className="ml-auto" onClick={onStop}>
          Stop sign
        </Button>
      </div>
    </div>
  );
}

const nameOf = (runId: string): string => `relook:${runId}`;

/** The look as it is made, kept in this browser until it is stored, so that a reload loses nothing of it. */
function useKeptLook(runId: string): [LookData, (change: (l: LookData) => LookData) => void] {
  const [look, setLook] = useState<LookData>(EMPTY_LOOK);
  useEffect(() => {
    void get<LookData>(nameOf(runId))
      .then((kept) => kept && setLook((l) => (isEmptyLook(l) ? kept : l)))
      .catch(() => undefined);
  }, [runId]);
  const change = (by: (l: LookData) => LookData) => {
    const next = by(look);
    setLook(next);
    void put(nameOf(runId), next).catch(() => undefined);
  };
  return [look, change];
}
