'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { School } from '@/core/aims/school';
import type { Result } from '@/core/base/result';
import type { LookData } from '@/core/look/look';
import type { SeenMeasures } from '@/core/follow/measures';
import type { RunState } from '@/core/run/run';
import { ratedBlock, worksOnFloor } from '@/core/run/step';
import { easierThan, harderThan, type MadeFor } from '@/core/sequence/alternatives';
import type { Sequence } from '@/core/sequence/sequence';
import { SaveStatus } from '@/ui/autosave/save-status';
import { useAlone } from '@/ui/alone';
import { useHotkeys } from '@/ui/hotkeys';
import { CoachScreen } from './coach-screen';
import { RelookScreen } from './relook-screen';
import { RunSummary } from './run-summary';
import { StopDialog } from './stop-dialog';
import { useSession } from './use-session';

type Props = {
  clientId: string;
  clientName: string;
  runId: string;
  sequence: Sequence;
  state: RunState;
  rev: number;
  madeFor: MadeFor;
  school: School;
  /** The visit before the run and the look after it, each with quiet breathing from bands where there are any. */
  before: SeenMeasures | null;
  after: SeenMeasures | null;
  keepRelook: (runId: string, data: LookData) => Promise<Result<{ id: string }>>;
};

/** A run from its first block to the look again. */
export function CoachRun(given: Props) {
  const { clientId, runId, madeFor, before, after } = given;
  const router = useRouter();
  const [stopping, setStopping] = useState(false);
  const wasRunning = useRef(false);
  const room = useRef<HTMLDivElement>(null);
  useAlone(room);
  const { session, coached, atS, silent, setSilent, happen, undo, canUndo, toggle, pause, autosave } =
    useSession(runId, { sequence: given.sequence, state: given.state }, given.rev, madeFor);
  const { sequence, state, running } = session;
  const block = sequence.blocks[state.index];
  const rated = ratedBlock(session);
  const rate = (quality: number) => rated && happen({ kind: 'rate', blockId: rated.blockId, quality });
  const openStop = () => {
    wasRunning.current = running;
    pause();
    setStopping(true);
  };
  const leave = async () => {
    pause();
    await autosave.flush();
    router.push(`/clients/${clientId}/coach`);
    router.refresh();
  };
  const live = state.stage === 'running';
  useHotkeys(
    live
      ? [
          { key: ' ', does: 'start or pause', run: toggle },
          { key: 'ArrowRight', does: 'next block', run: () => happen({ kind: 'next' }) },
          { key: 'ArrowLeft', does: 'block before', run: () => happen({ kind: 'back' }) },
          { key: 'Enter', does: 'ready: the breaths begin', run: () => happen({ kind: 'ready' }) },
          { key: 'e', does: 'easier', run: () => happen({ kind: 'easier' }) },
          { key: 'h', does: 'harder', run: () => happen({ kind: 'harder' }) },
          { key: 'c', does: 'other cue', run: () => happen({ kind: 'otherCue' }) },
          { key: 'x', does: 'stop sign seen', run: openStop },
          { key: 'm', does: 'tones off or on', run: () => setSilent(!silent) },
          { key: 'u', does: 'undo the last change of course', run: undo },
          { key: 'l', does: 'leave; the run can be taken up again', run: () => void leave() },
          ...[1, 2, 3, 4, 5].map((q) => ({
            key: String(q),
            does: `quality ${q} of 5 for the block before`,
            run: () => void rate(q),
          })),
        ]
      : [],
  );
  const status = <SaveStatus autosave={autosave} />;
  return (
    <div ref={room} className="reach dim fixed inset-0 z-30 overflow-y-auto bg-paper text-ink">
      {live && coached && (
        <CoachScreen
          clientName={given.clientName}
          sequence={sequence}
          index={state.index}
          coached={coached}
          t={atS}
          running={running}
          silent={silent}
          status={status}
          rated={rated}
          canEase={Boolean(block && easierThan(block, madeFor))}
          canUndo={canUndo}
          canHarden={Boolean(block && harderThan(block, madeFor))}
          on={{
            toggle,
            next: () => happen({ kind: 'next' }),
            back: () => happen({ kind: 'back' }),
            skipSetUp: () => happen({ kind: 'ready' }),
            easier: () => happen({ kind: 'easier' }),
            harder: () => happen({ kind: 'harder' }),
            otherCue: () => happen({ kind: 'otherCue' }),
            stop: openStop,
            rate: (quality, blockId) => happen({ kind: 'rate', blockId, quality }),
            note: (blockId, text) => happen({ kind: 'note', blockId, text }),
            leave: () => void leave(),
            silence: () => setSilent(!silent),
            undo,
          }}
        />
      )}
      {state.stage === 'relook' && (
        <RelookScreen
          runId={runId}
          sequence={sequence}
          before={before}
          flags={madeFor.flags}
          school={given.school}
          rated={rated}
          status={status}
          onRate={rate}
          onStop={openStop}
          onKeep={async (data) => {
            const kept = await given.keepRelook(runId, data);
            if (kept.ok) happen({ kind: 'lookAgain', lookId: kept.value.id });
            if (kept.ok && (await autosave.flush())) router.refresh();
            return kept;
          }}
          onSkip={() => happen({ kind: 'lookAgain', lookId: null })}
        />
      )}
      {(state.stage === 'done' || state.stage === 'stopped') && (
        <RunSummary
          clientId={clientId}
          sequence={sequence}
          state={state}
          before={before}
          after={after}
          status={status}
          onLeave={() => void leave()}
          onRate={(blockId, quality) => happen({ kind: 'rate', blockId, quality })}
          asksFloor={worksOnFloor(sequence, madeFor.flags)}
          onAsked={(asked) => happen({ kind: 'asked', asked })}
        />
      )}
      <StopDialog
        open={stopping}
        onOpenChange={setStopping}
        onNothing={() => {
          setStopping(false);
          if (wasRunning.current) happen({ kind: 'start' });
        }}
        onStop={(sign, note) => {
          setStopping(false);
          happen({ kind: 'stop', sign, note });
        }}
      />
    </div>
  );
}
