'use client';

import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState, type ReactNode } from 'react';
import { Maximize, Minimize, SlidersHorizontal, Undo2, Volume2, VolumeX, X } from 'lucide-react';
import {
  mergeClassRuns,
  presentSeats,
  stepOf,
  stepPeople,
  type ClassEvent,
  type ClassPerson,
  type ClassRun,
} from '@/core/class/class-run';
import { seatsToday } from '@/core/class/class-lesson';
import { shareBlock } from '@/core/class/common';
import type { Member } from '@/core/class/member';
import { otherWays, type OtherWay } from '@/core/class/notes';
import { atHand, type ClassRoom } from '@/core/class/own';
import type { Drill } from '@/core/drills/drill';
import { momentAt, type CoachedBlock, type Moment } from '@/core/run/coached';
import { NO_CUES, rankedCues } from '@/core/run/cue-memory';
import { gateNow, leftS, type RunContext, type Session } from '@/core/run/session';
import type { RunEvent } from '@/core/run/step';
import { clock, nameOf, type Block } from '@/core/sequence/sequence';
import { wordsOf } from '@/core/sequence/words';
import { describeTone } from '@/core/tone/tone';
import { POSITION } from '@/core/body/positions';
import { browserVoice } from '@/devices/voice';
import type { Task } from '@/core/task/task.schema';
import { placeInLesson, type GateNow, type LessonPlace } from '@/core/sequence/gates';
import { BreathLine } from '@/pictures/breath-line';
import { Trunk } from '@/pictures/trunk';
import { CoachFigure } from '@/stations/coach/coach-figure';
import { CourseRow } from '@/stations/coach/course-row';
import { driveKeys } from '@/stations/coach/drive-keys';
import { GatePanel } from '@/stations/coach/gate-panel';
import { Heard } from '@/stations/coach/heard';
import { Now } from '@/stations/coach/now';
import { useRoom } from '@/stations/coach/room';
import { RoomDialog } from '@/stations/coach/room-dialog';
import { breathSaid, RunButtons } from '@/stations/coach/run-buttons';
import { RunProgress } from '@/stations/coach/run-progress';
import { Spoken } from '@/stations/coach/spoken';
import { StopDialog } from '@/stations/coach/stop-dialog';
import { Tool } from '@/stations/coach/tool';
import { useFullScreen, useWakeLock } from '@/stations/coach/use-screen';
import { useSaid } from '@/stations/coach/use-said';
import { useSession, type RunKind, type RunningSession } from '@/stations/coach/use-session';
import { WordsPanel } from '@/stations/coach/words-panel';
import { useAlone } from '@/ui/alone';
import { SaveStatus } from '@/ui/autosave/save-status';
import { KeysButton, useHotkeys } from '@/ui/hotkeys';
import { ClassEnd } from './class-end';
import { ClassOpening } from './class-opening';
import { PeopleGate } from './people-gate';
import { isBefore, titleOf } from '@/stations/coach/lesson-title';
import { PeopleRow } from './people-row';
import { WaysBoard } from './ways-board';

const CLASS_RUN: RunKind<ClassRun> = { kind: 'classRun', merge: mergeClassRuns };

type Props = {
  classId: string;
  name: string;
  runId: string;
  initial: ClassRun;
  rev: number;
  members: readonly Member[];
  library: readonly Drill[];
  ownTasks: readonly Task[];
  /** For a projector: what everybody may see, nothing to press. */
  onWall: boolean;
};

/** A class from its first block to the look again: one clock, everybody’s own way under it. */
export function ClassCoach({
  classId,
  name,
  runId,
  initial,
  rev,
  members,
  library,
  ownTasks,
  onWall,
}: Props) {
  const router = useRouter();
  const page = useRef<HTMLDivElement>(null);
  useAlone(page);
  const [room, change] = useRoom();
  const [voice] = useState(browserVoice);
  const [asking, setAsking] = useState(false);
  const [stopping, setStopping] = useState<ClassPerson | null>(null);
  const screen = useFullScreen();
  const context = useMemo<RunContext>(
    () => ({ flags: {}, props: atHand(initial.room), library, waits: room.waits }),
    [initial.room, library, room.waits],
  );
  const run = useSession(CLASS_RUN, runId, initial, rev, context, {
    silent: room.muted,
    loudness: { turns: room.turns, pips: room.pips },
  });
  const { session, coached, happen, pause, autosave } = run;
  const { state, sequence, running } = session;
  const record = autosave.value;
  const block = sequence.blocks[state.index];
  const live = state.stage === 'running' && coached !== null;
  const moment = live ? momentAt(coached, state.blockS) : null;
  const taught = block ? placeInLesson(sequence, block) : null;
  const gate = gateNow(session);
  const cue = taught?.block.cues[0] ?? (block ? (wordsOf(block).cue?.text ?? '') : '');
  const opening = live && isBefore(session) ? sequence.lesson : undefined;
  useWakeLock(running || onWall);
  useSaid(voice, room, state.aside || onWall ? null : moment, running, moment?.kind === 'breath' ? cue : '');
  const { ways, byPerson } = useWays(record, block, members, { library, ownTasks });
  const say = (event: ClassEvent) => autosave.set((v) => ({ ...v, people: stepPeople(v.people, event) }));
  const leave = async () => {
    pause();
    await autosave.flush();
    router.push(`/classes/${classId}`);
    router.refresh();
  };
  const rated = ratedIn(session, coached);
  useClassKeys(live && !onWall && !opening, run, {
    rate: (quality) => rated && say({ kind: 'rateAll', block: rated, quality }),
    silence: () => change({ muted: !room.muted }),
    full: screen.toggle,
    room: () => setAsking(true),
    leave: () => void leave(),
  });
  const status = (
    <>
      <SaveStatus autosave={autosave} />
      <Heard run={run} muted={room.muted} />
    </>
  );
  const shell = (children: ReactNode) => (
    <div
      ref={page}
      className={`reach fixed inset-0 z-30 overflow-y-auto bg-paper text-ink ${room.light ? '' : 'dim'}`}
    >
      {children}
    </div>
  );
  if (opening)
    return shell(
      onWall ? (
        <p className="p-10 text-room">{name}</p>
      ) : (
        <ClassOpening
          name={name}
          lesson={opening}
          people={record.people}
          members={members}
          ownTasks={ownTasks}
          status={status}
          on={say}
          onBegin={() => {
            happen({ kind: 'open', sequence, said: '' });
            happen({ kind: 'start' });
          }}
          onLeave={() => void leave()}
        />
      ),
    );
  if (!live)
    return shell(
      onWall ? (
        <p className="p-10 text-room">{state.stage === 'running' ? name : 'Look again, together'}</p>
      ) : (
        <Over run={run} status={status} on={say} onLeave={() => void leave()} />
      ),
    );
  const shown = { session, coached, moment: moment!, ways, name };
  if (onWall) return shell(<Wall {...shown} cue={cue} />);
  return shell(
    <div className="mx-auto flex min-h-dvh max-w-[1280px] flex-col px-4 pt-3 room:px-8">
      <Head {...shown}>
        <Tools
          run={run}
          screen={screen}
          muted={room.muted}
          onMute={() => change({ muted: !room.muted })}
          onRoom={() => setAsking(true)}
          wallHref={`/classes/${classId}/run/${runId}?wall`}
          onLeave={() => void leave()}
        />
      </Head>
      <div className="flex min-h-6 flex-wrap gap-x-6">{status}</div>
      <Spoken coached={coached} moment={moment!} name={wordsOf(block!).name} />
      <Middle {...shown} record={record} run={run} taught={taught} gate={gate} onPerson={say} />
      <WaysBoard ways={ways} large={false} />
      <BreathLine coached={coached} t={state.blockS} className="h-[56px] w-full shrink-0" />
      {rated && (
        <PeopleRow
          people={record.people}
          ways={byPerson}
          block={rated}
          on={say}
          onStop={(person) => {
            pause();
            setStopping(person);
          }}
        />
      )}
      <CourseRow
        coached={coached}
        blockS={state.blockS}
        context={context}
        aside={state.aside !== undefined}
        on={happen}
      />
      <RunButtons
        session={session}
        coached={coached}
        on={happen}
        act={gate && running ? () => happen({ kind: 'gate', choice: 'further' }) : run.act}
        pause={pause}
        gate={gate !== null}
      />
      <RoomDialog open={asking} onOpenChange={setAsking} room={room} change={change} voice={voice} />
      <StopDialog
        who={stopping?.initials}
        flags={members.find((m) => m.id === stopping?.id)?.plan.flags ?? {}}
        open={stopping !== null}
        onOpenChange={(open) => !open && setStopping(null)}
        onNothing={() => setStopping(null)}
        onStop={(sign, note, done) => {
          say({ kind: 'stopOne', id: stopping!.id, index: state.index, sign, note, done });
          setStopping(null);
        }}
      />
    </div>,
  );
}

type OverProps = {
  run: RunningSession<ClassRun>;
  status: ReactNode;
  on: (event: ClassEvent) => void;
  onLeave: () => void;
};

/** Once the blocks are over, or it is looked again amid them. */
const Over = ({ run, status, on, onLeave }: OverProps) => (
  <ClassEnd
    run={run.autosave.value}
    status={status}
    over={run.session.state.stage === 'done' || run.session.state.stage === 'stopped'}
    amid={run.session.state.amid === true}
    on={on}
    onGoOn={() => run.happen({ kind: 'goOn', lookId: null })}
    onEnd={() => run.happen({ kind: 'lookAgain', lookId: null })}
    onLeave={onLeave}
  />
);

type MiddleProps = Shown & {
  record: ClassRun;
  run: RunningSession<ClassRun>;
  taught: LessonPlace | null;
  gate: GateNow | null;
  onPerson: (event: ClassEvent) => void;
};

/** Body, count, and what to say; at a gate the way on, for all and for single people. */
function Middle({ record, run, taught, gate, onPerson, ...shown }: MiddleProps) {
  const { session, coached, moment } = shown;
  const { state, running } = session;
  const { block } = coached.placed;
  return (
    <div className="grid grow grid-cols-1 items-center gap-x-8 gap-y-3 py-1 room:grid-cols-2 desk:grid-cols-[200px_minmax(0,1fr)_380px]">
      <div className="max-room:hidden">
        <CoachFigure block={block} moment={moment} />
      </div>
      <div
        onClick={gate ? undefined : run.act}
        className="flex cursor-pointer items-center justify-center gap-6"
      >
        <Breath session={session} coached={coached} moment={moment} free={(taught?.set ?? 1) > 1} />
      </div>
      {gate ? (
        <div>
          <GatePanel
            key={block.id}
            gate={gate}
            meanwhile={taught?.meanwhile ?? null}
            canAgain={state.index > 0}
            running={running}
            on={run.happen}
          />
          {taught !== null && taught.set > 1 && (
            <PeopleGate people={record.people} blockId={block.id} on={onPerson} />
          )}
        </div>
      ) : (
        <WordsPanel
          block={block}
          state={state}
          setUp={moment.kind === 'setUp'}
          ranked={rankedCues(block, NO_CUES, { cues: state.cues })}
          taught={taught?.block ?? null}
          on={run.happen}
        />
      )}
    </div>
  );
}

type ToolsProps = {
  run: RunningSession<ClassRun>;
  screen: ReturnType<typeof useFullScreen>;
  muted: boolean;
  onMute: () => void;
  onRoom: () => void;
  wallHref: string;
  onLeave: () => void;
};

/** What is pressed seldom. */
const Tools = ({ run, screen, muted, onMute, onRoom, wallHref, onLeave }: ToolsProps) => (
  <>
    <Tool name="Undo the last change of course" onClick={run.undo} disabled={!run.canUndo}>
      <Undo2 size={22} aria-hidden />
    </Tool>
    <Tool name={muted ? 'Tones on' : 'Tones off'} onClick={onMute} pressed={muted}>
      {muted ? <VolumeX size={22} aria-hidden /> : <Volume2 size={22} aria-hidden />}
    </Tool>
    <Tool name="Sound and screen" onClick={onRoom}>
      <SlidersHorizontal size={22} aria-hidden />
    </Tool>
    {screen.can && (
      <Tool name={screen.full ? 'Leave the full screen' : 'Full screen'} onClick={screen.toggle}>
        {screen.full ? <Minimize size={22} aria-hidden /> : <Maximize size={22} aria-hidden />}
      </Tool>
    )}
    <a
      className="flex min-h-11 items-center px-2 text-small underline underline-offset-4"
      href={wallHref}
      target="_blank"
      rel="noreferrer"
    >
      Page for the wall
    </a>
    <span className="pt-2.5 text-small">
      <KeysButton />
    </span>
    <Tool name="Leave; it can be taken up again" onClick={onLeave}>
      <X size={24} aria-hidden />
    </Tool>
  </>
);

/** What somebody does of a set who did not go further. */
const STEP_SAID = { again: 'the set before, once more', down: 'rests until the next block' } as const;

/** Who does what of the present block, of those who are here. */
function useWays(
  record: ClassRun,
  block: Block | undefined,
  members: readonly Member[],
  { library, ownTasks }: Pick<ClassRoom, 'library' | 'ownTasks'>,
): { ways: OtherWay[]; byPerson: Map<string, string> } {
  const { people, room, sequence } = record;
  const seats = useMemo(
    () =>
      seatsToday({ people, sequence }, members, {
        room,
        people: members.length,
        library,
        ...(ownTasks ? { ownTasks } : {}),
      }),
    [people, sequence, members, room, library, ownTasks],
  );
  return useMemo(() => {
    const here = presentSeats({ people }, seats).filter(
      (s) => !people.some((p) => p.id === s.member.id && p.stop),
    );
    if (!block) return { ways: [], byPerson: new Map() };
    const share = shareBlock(block, here, {
      room,
      people: here.length,
      library,
      ...(ownTasks ? { ownTasks } : {}),
    });
    const now = {
      ...share,
      ways: share.ways.map((way, i) => {
        const step = stepOf(
          people.find((p) => p.id === here[i]!.member.id)!,
          block.id,
        );
        return step ? { ...way, key: STEP_SAID[step], because: [] } : way;
      }),
    };
    return {
      ways: otherWays(now, here),
      byPerson: new Map(here.map((s, i) => [s.member.id, now.ways[i]!.key])),
    };
  }, [people, room, block, seats, library, ownTasks]);
}

/** What taps are about: in a set-up the block before it, where there is one; else the one that runs. */
function ratedIn({ sequence, state }: Session, coached: CoachedBlock | null): Block | null {
  const here = sequence.blocks[state.index] ?? null;
  const last = sequence.blocks.find((b) => b.id === state.results.at(-1)?.blockId) ?? null;
  return coached && state.blockS < coached.prepS && last ? last : here;
}

type Shown = {
  name: string;
  session: Session;
  coached: CoachedBlock;
  moment: Moment;
  ways: readonly OtherWay[];
};

function Head({ name, session, coached, children }: Shown & { children?: ReactNode }) {
  const { block } = coached.placed;
  const { state, sequence } = session;
  const place = placeInLesson(sequence, block);
  return (
    <>
      <header className="flex flex-wrap items-start gap-x-4">
        <div className="min-w-0">
          <h1 className="text-huge leading-tight wrap-anywhere">{titleOf(session)}</h1>
          <p className="text-lead text-soft tabular-nums">
            {POSITION[block.position].label} · {breathSaid(block)}
            {describeTone(block.tone) && ` · ${describeTone(block.tone)}`}
          </p>
        </div>
        <div className="ml-auto min-w-0 text-right">
          <p className="text-head leading-tight tabular-nums" data-testid="left">
            {clock(leftS(session))} to go
          </p>
          <p className="text-lead wrap-anywhere text-soft tabular-nums">
            <bdi>{name}</bdi>
            {place ? '' : ` · ${state.index + 1} of ${sequence.blocks.length}`}
          </p>
        </div>
        <div className="flex flex-wrap items-start gap-1">{children}</div>
      </header>
      <RunProgress session={session} className="h-[30px]" />
    </>
  );
}

type BreathProps = Pick<Shown, 'session' | 'coached' | 'moment'> & { free?: boolean };

function Breath({ session, coached, moment, free = false }: BreathProps) {
  const { block } = coached.placed;
  const { state, running } = session;
  const breath = moment.kind === 'breath' && !state.aside ? moment : null;
  return (
    <>
      <Trunk
        className="h-[180px] min-w-0 shrink room:h-[230px]"
        volume={breath ? breath.volume : 0}
        tone={breath ? breath.tone : { floorPct: 0, controlPct: 0, squeezePct: 0 }}
        rising={breath?.span.phase === 'inhale' ? true : breath?.span.phase === 'exhale' ? false : null}
      />
      <Now
        moment={moment}
        dose={block.dose}
        full={block.breathing.kind === 'paced' && block.breathing.full === true}
        aside={state.aside}
        running={running}
        free={free}
      />
    </>
  );
}

/** What everybody sees: the common count and cue, and under it who does something else. */
function Wall({ cue, ...shown }: Shown & { cue: string }) {
  const { session, coached, moment, ways } = shown;
  const next = session.sequence.blocks[session.state.index + 1];
  return (
    <div className="flex min-h-dvh flex-col gap-3 px-8 py-5" data-testid="wall">
      <Head {...shown} />
      <div className="grid grow grid-cols-1 items-center gap-8 room:grid-cols-[minmax(0,1fr)_minmax(0,1fr)] desk:grid-cols-[260px_minmax(0,1fr)_minmax(0,1fr)]">
        <div className="max-desk:hidden">
          <CoachFigure block={coached.placed.block} moment={moment} />
        </div>
        <div className="flex items-center justify-center gap-6">
          <Breath session={session} coached={coached} moment={moment} />
        </div>
        <p className="font-serif text-room leading-snug" data-testid="cue">
          {cue && `“${cue}”`}
        </p>
      </div>
      <BreathLine coached={coached} t={session.state.blockS} className="h-[72px] w-full shrink-0" />
      <WaysBoard ways={ways} large />
      <p className="text-lead text-soft">
        Next: {next ? `${nameOf(next)}, ${POSITION[next.position].label}` : 'look again'}
      </p>
    </div>
  );
}

type KeyActions = {
  rate: (quality: number) => unknown;
  silence: () => void;
  full: () => void;
  room: () => void;
  leave: () => void;
};

/** The keys of a class: a pedal’s, and a letter for each button. */
function useClassKeys(live: boolean, run: RunningSession<ClassRun>, does: KeyActions): void {
  const { happen, undo } = run;
  const on = (event: RunEvent) => () => happen(event);
  useHotkeys(
    live
      ? [
          ...driveKeys(run),
          { key: '+', does: 'more breaths', run: on({ kind: 'breaths', by: 1 }) },
          { key: '-', does: 'fewer breaths', run: on({ kind: 'breaths', by: -1 }) },
          { key: 'r', does: 'a rest as it comes', run: on({ kind: 'rest' }) },
          { key: 'g', does: 'to the end: look again', run: on({ kind: 'lookNow' }) },
          { key: 'c', does: 'other cue', run: on({ kind: 'otherCue' }) },
          { key: 'm', does: 'tones off or on', run: does.silence },
          { key: 'o', does: 'sound and screen', run: does.room },
          { key: 'f', does: 'full screen', run: does.full },
          { key: 'u', does: 'undo the last change of course', run: undo },
          { key: 'l', does: 'leave; the class can be taken up again', run: does.leave },
          ...[1, 2, 3, 4, 5].map((q) => ({
            key: String(q),
            does: `quality ${q} of 5 for everybody not rated yet`,
            run: () => void does.rate(q),
          })),
        ]
      : [],
  );
}
