'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import type { School } from '@/core/aims/school';
import type { Result } from '@/core/base/result';
import type { SeenMeasures } from '@/core/follow/measures';
import type { LookData } from '@/core/look/look';
import { quietBreath } from '@/core/look/quiet';
import { momentAt } from '@/core/run/coached';
import { NO_CUES, rankedCues } from '@/core/run/cue-memory';
import type { RunState } from '@/core/run/run';
import { ratedBlock, type RunContext } from '@/core/run/session';
import { worksOnFloor, type RunEvent } from '@/core/run/step';
import { easierThan, exchangingIn, harderThan } from '@/core/sequence/alternatives';
import type { GradeRun } from '@/core/task/grade';
import type { Task } from '@/core/task/task.schema';
import type { StopDone } from '@/core/run/recorded';
import type { ComplaintPlace } from '@/core/screen/complaints';
import type { StopSign } from '@/core/screen/stop-signs';
import type { Block, Sequence } from '@/core/sequence/sequence';
import { wordsOf } from '@/core/sequence/words';
import { browserVoice } from '@/devices/voice';
import { useAlone } from '@/ui/alone';
import { SaveStatus } from '@/ui/autosave/save-status';
import { useHotkeys } from '@/ui/hotkeys';
import { CalmScreen } from './calm-screen';
import { CoachScreen, type CoachScreenProps } from './coach-screen';
import { isBefore } from './lesson-title';
import { driveKeys } from './drive-keys';
import { Heard } from './heard';
import { RelookScreen } from './relook-screen';
import { useRoom, type Room } from './room';
import { RoomDialog } from './room-dialog';
import { RunSummary } from './run-summary';
import { StopDialog } from './stop-dialog';
import { useSaid } from './use-said';
import { useTaughtCue, type TaughtCue } from './taught-cue';
import { useTouch } from './use-touch';
import { useFollow } from './use-follow';
import { useFullScreen, useWakeLock } from './use-screen';
import { CLIENT_RUN, useSession, type RunningSession } from './use-session';

// What only a lesson needs comes with one: it knows how lessons are made.
const LessonOpening = dynamic(() => import('./lesson-opening').then((m) => m.LessonOpening), { ssr: false });

type Props = {
  clientId: string;
  clientName: string;
  runId: string;
  sequence: Sequence;
  state: RunState;
  rev: number;
  madeFor: RunContext;
  /** Where it hurts, as Screen has it. */
  places: readonly ComplaintPlace[];
  ownTasks: readonly Task[];
  school: School;
  /** How the task of the lesson went before, oldest first. */
  earlier: readonly GradeRun[];
  /** The visit before the run and the look after it, each with quiet breathing from bands where there are any. */
  before: SeenMeasures | null;
  after: (SeenMeasures & { id: string }) | null;
  keepRelook: (runId: string, data: LookData) => Promise<Result<{ id: string }>>;
};

/** The look again that a run says it had: what was just seen at once, what the page brought only where it is that look. */
function seenAgainIn(
  id: string | null | undefined,
  kept: { id: string; data: LookData } | null,
  brought: Props['after'],
) {
  if (id === undefined || id === null) return null;
  if (kept?.id === id) return { data: kept.data, quiet: quietBreath(kept.data, []) };
  return brought?.id === id ? brought : 'coming';
}

type FlashProps = {
  room: Room;
  unheard: boolean;
  blockId: string | undefined;
  span: { startS: number; phase: string };
};

/** The page lights up as the breath turns, where that is wanted, or where nothing is heard. */
function TurnFlash({ room, unheard, blockId, span }: FlashProps) {
  const flashes =
    room.flash === 'always' || (room.flash === 'silent' && (room.muted || room.turns === 0 || unheard));
  return flashes ? (
    <div key={`${blockId}${span.startS}`} className={`turn-flash turn-${span.phase}`} aria-hidden />
  ) : null;
}

/** The client hears nothing of the count: it is silent, by touch, or there is none. */
const countsInSilence = ({ lesson }: Sequence): boolean =>
  lesson !== undefined && lesson.counting !== 'aloud' && lesson.counting !== 'steps';
const UNSAID: Room['says'] = { phases: false, counts: false, cues: false };

/** A run from its first block to the look again. */
export function CoachRun(given: Props) {
  const { clientId, runId, madeFor, before, after } = given;
  const router = useRouter();
  const [asking, setAsking] = useState(false);
  const [again, setAgain] = useState<{ id: string; data: LookData } | null>(null);
  const page = useRef<HTMLDivElement>(null);
  useAlone(page);
  const [room, change] = useRoom();
  const [voice] = useState(browserVoice);
  const screen = useFullScreen();
  const context = useMemo<RunContext>(() => ({ ...madeFor, waits: room.waits }), [madeFor, room.waits]);
  const kept = { sequence: given.sequence, state: given.state };
  const quiet = countsInSilence(kept.sequence);
  const run = useSession(CLIENT_RUN, runId, kept, given.rev, context, {
    silent: room.muted || quiet,
    loudness: { turns: room.turns, pips: room.pips },
  });
  const { session, coached, happen, pause, autosave } = run;
  const { sequence, state, running } = session;
  const block = sequence.blocks[state.index];
  const rated = ratedBlock(session);
  const live = state.stage === 'running';
  const opening = live && isBefore(session) ? (sequence.lesson ?? null) : null;
  const moment = live && coached ? momentAt(coached, state.blockS) : null;
  const taught = useTaughtCue(session, coached);
  const cue = cueOf(sequence, state, taught);
  useWakeLock(running);
  useSaid(
    voice,
    quiet ? { ...room, says: UNSAID } : room,
    state.aside ? null : moment,
    running,
    moment?.kind === 'breath' ? cue : '',
  );
  useTouch(sequence.lesson?.counting === 'touch', state.aside ? null : moment, running);
  const ranked = useRanked(block, madeFor.memory, state.cues);
  const following = useFollow(room, session, coached, happen);
  const { openStop, dialog } = useStopping(run);
  const leave = async (to: 'coach' | 'follow' = 'coach') => {
    pause();
    await autosave.flush();
    router.push(`/clients/${clientId}/${to}`);
    router.refresh();
  };
  const silence = () => change({ muted: !room.muted });
  useRunKeys(live && opening === null, run, {
    rate: (quality) => rated && happen({ kind: 'rate', blockId: rated.blockId, quality }),
    stop: openStop,
    leave: () => void leave(),
    silence,
    full: screen.toggle,
    room: () => setAsking(true),
    tap: following.taps ? following.tap : null,
  });
  const status = <Status run={run} muted={room.muted} always={room.everything || !live} />;
  return (
    <div
      ref={page}
      className={`reach fixed inset-0 z-30 overflow-y-auto bg-paper text-ink ${room.light ? '' : 'dim'}`}
    >
      {running && moment?.kind === 'breath' && !state.aside && (
        <TurnFlash
          room={room}
          unheard={!quiet && run.unheard !== null}
          blockId={block?.id}
          span={moment.span}
        />
      )}
      {opening && (
        <LessonOpening
          clientName={given.clientName}
          sequence={sequence}
          lesson={opening}
          state={state}
          context={context}
          places={given.places}
          ownTasks={given.ownTasks}
          status={<SaveStatus autosave={autosave} />}
          on={happen}
          onStop={openStop}
          onLeave={() => void leave()}
        />
      )}
      {live && !opening && coached && (
        <InRoom
          everything={room.everything}
          onMore={() => change({ everything: true })}
          onLess={() => change({ everything: false })}
          clientName={given.clientName}
          session={session}
          coached={coached}
          context={context}
          silent={room.muted}
          isFull={screen.can ? screen.full : null}
          status={status}
          rated={rated}
          canEase={Boolean(block && easierThan(block, exchangingIn(sequence, madeFor)))}
          canHarden={Boolean(block && harderThan(block, exchangingIn(sequence, madeFor)))}
          canUndo={run.canUndo}
          ranked={ranked}
          taught={taught}
          following={following}
          on={happen}
          does={{
            act: run.act,
            pause,
            stop: openStop,
            leave: () => void leave(),
            silence,
            undo: run.undo,
            room: () => setAsking(true),
            full: screen.toggle,
          }}
        />
      )}
      {state.stage === 'relook' && (
        <RelookScreen
          runId={runId}
          sequence={sequence}
          state={state}
          on={happen}
          before={before}
          flags={madeFor.flags}
          school={given.school}
          rated={rated}
          status={status}
          onRate={(quality) => rated && happen({ kind: 'rate', blockId: rated.blockId, quality })}
          onStop={openStop}
          amid={state.amid === true}
          onKeep={async (data, goOn) => {
            const kept = await given.keepRelook(runId, data);
            if (kept.ok) setAgain({ id: kept.value.id, data });
            if (kept.ok) happen({ kind: goOn ? 'goOn' : 'lookAgain', lookId: kept.value.id });
            if (kept.ok && (await autosave.flush())) router.refresh();
            return kept;
          }}
          onSkip={(goOn) => happen({ kind: goOn ? 'goOn' : 'lookAgain', lookId: null })}
        />
      )}
      {(state.stage === 'done' || state.stage === 'stopped') && (
        <RunSummary
          sequence={sequence}
          state={state}
          before={before}
          after={seenAgainIn(state.relookLookId, again, after)}
          earlier={given.earlier}
          status={status}
          onLeave={() => void leave('coach')}
          onFollow={() => void leave('follow')}
          onRate={(blockId, quality) => happen({ kind: 'rate', blockId, quality })}
          asksFloor={worksOnFloor(sequence, madeFor.flags)}
          onAsked={(asked) => happen({ kind: 'asked', asked })}
        />
      )}
      <RoomDialog open={asking} onOpenChange={setAsking} room={room} change={change} voice={voice} />
      <StopDialog flags={madeFor.flags} {...dialog} />
    </div>
  );
}

/** The cues of a block, those that worked with this client first. */
const useRanked = (block: Block | undefined, memory: RunContext['memory'], cues: RunState['cues']) =>
  useMemo(() => (block ? rankedCues(block, memory ?? NO_CUES, { cues }) : []), [block, memory, cues]);

/** What is said while a block runs: what mends the fault that was seen, or the cue of the lesson, or that of the drill. */
function cueOf(sequence: Sequence, { index, mending }: RunState, taught: TaughtCue | null): string {
  const block = sequence.blocks[index];
  if (!block) return '';
  if (taught && mending === undefined) return taught.text;
  const words = wordsOf(block);
  return words.faults.find((f) => f.index === mending)?.mend ?? words.cue?.text ?? '';
}

/** Whether all is saved and heard. One thing at a time: that it is goes without saying, that it is not does not. */
function Status({ run, muted, always }: { run: RunningSession; muted: boolean; always: boolean }) {
  const { autosave } = run;
  return (
    <>
      {(always || autosave.state !== 'saved' || autosave.joined || autosave.recovered) && (
        <SaveStatus autosave={autosave} />
      )}
      <Heard run={run} muted={muted} />
    </>
  );
}

type InRoomProps = CoachScreenProps & { everything: boolean; onMore: () => void; onLess: () => void };

/** The run on the screen: one thing at a time, or everything that can be pressed. */
const InRoom = ({ everything, onMore, onLess, ...rest }: InRoomProps) =>
  everything ? <CoachScreen {...rest} onLess={onLess} /> : <CalmScreen {...rest} onMore={onMore} />;

/** The question which stop sign was seen; the run stands while it is open, and goes on where there was none. */
function useStopping({ session, pause, happen }: RunningSession) {
  const [open, setOpen] = useState(false);
  const wasRunning = useRef(false);
  const openStop = () => {
    wasRunning.current = session.running;
    pause();
    setOpen(true);
  };
  const onNothing = () => {
    setOpen(false);
    if (wasRunning.current) happen({ kind: 'start' });
  };
  const onStop = (sign: StopSign, note: string, done: readonly StopDone[]) => {
    setOpen(false);
    happen({ kind: 'stop', sign, note, done });
  };
  return { openStop, dialog: { open, onOpenChange: setOpen, onNothing, onStop } };
}

type KeyActions = {
  rate: (quality: number) => unknown;
  stop: () => void;
  leave: () => void;
  silence: () => void;
  full: () => void;
  room: () => void;
  /** A turn of the breath is tapped; null where nothing is followed by taps. */
  tap: (() => void) | null;
};

/** The keys of a run: what a foot pedal sends, and a letter for each button. */
function useRunKeys(live: boolean, run: RunningSession, does: KeyActions): void {
  const { session, happen, undo } = run;
  const { state } = session;
  const on = (event: RunEvent) => () => happen(event);
  const setUp = run.coached !== null && state.blockS < run.coached.prepS;
  useHotkeys(
    live
      ? [
          ...driveKeys(run),
          { key: 'Enter', does: 'ready: the breaths begin', run: on({ kind: 'ready' }) },
          ...(setUp
            ? []
            : [
                {
                  key: 'ArrowUp',
                  does: 'exhale half a second longer',
                  run: on({ kind: 'exhale', byS: 0.5 }),
                },
                {
                  key: 'ArrowDown',
                  does: 'exhale half a second shorter',
                  run: on({ kind: 'exhale', byS: -0.5 }),
                },
              ]),
          { key: '+', does: 'more breaths', run: on({ kind: 'breaths', by: 1 }) },
          { key: '-', does: 'fewer breaths', run: on({ kind: 'breaths', by: -1 }) },
          { key: 'e', does: 'easier', run: on({ kind: 'easier' }) },
          { key: 'h', does: 'harder', run: on({ kind: 'harder' }) },
          { key: 'r', does: 'a rest as it comes', run: on({ kind: 'rest' }) },
          { key: 'g', does: 'look again now', run: on({ kind: 'lookNow' }) },
          { key: 'c', does: 'other cue', run: on({ kind: 'otherCue' }) },
          { key: 'w', does: 'the cue worked', run: on({ kind: 'cueOutcome', outcome: 'worked' }) },
          { key: 'n', does: 'the cue did nothing', run: on({ kind: 'cueOutcome', outcome: 'nothing' }) },
          { key: 'b', does: 'the cue made it worse', run: on({ kind: 'cueOutcome', outcome: 'backfired' }) },
          { key: 'i', does: 'fit what is left to the time', run: on({ kind: 'fit' }) },
          { key: 'x', does: 'stop sign seen', run: does.stop },
          { key: 'm', does: 'tones off or on', run: does.silence },
          { key: 'o', does: 'sound and screen', run: does.room },
          ...(does.tap ? [{ key: 't', does: 'the breath turns', run: does.tap }] : []),
          { key: 'f', does: 'full screen', run: does.full },
          { key: 'u', does: 'undo the last change of course', run: undo },
          { key: 'l', does: 'leave; the run can be taken up again', run: does.leave },
          ...[1, 2, 3, 4, 5].map((q) => ({
            key: String(q),
            does: `quality ${q} of 5 for the block before`,
            run: () => void does.rate(q),
          })),
        ]
      : [],
  );
}
