'use client';

import { type ReactNode } from 'react';
import {
  Dumbbell,
  Feather,
  Maximize,
  Minimize,
  OctagonX,
  SlidersHorizontal,
  Undo2,
  Volume2,
  VolumeX,
  X,
} from 'lucide-react';
import { placeInLesson } from '@/core/sequence/gates';
import { POSITION } from '@/core/body/positions';
import { PROP_NAME } from '@/core/body/props';
import { cycleS, describePattern } from '@/core/breath/pattern';
import { momentAt, type CoachedBlock } from '@/core/run/coached';
import { SLACK_S } from '@/core/run/course';
import type { RankedCue } from '@/core/run/cue-memory';
import type { BlockResult } from '@/core/run/run';
import { gateNow, leftS, overS, type RunContext, type Session } from '@/core/run/session';
import type { RunEvent } from '@/core/run/step';
import { clock, nameOf, type Block } from '@/core/sequence/sequence';
import { lessonBlockId, setNumber } from '@/core/sequence/set-block';
import { wordsOf } from '@/core/sequence/words';
import { describeTone } from '@/core/tone/tone';
import { BreathLine } from '@/pictures/breath-line';
import { Trunk } from '@/pictures/trunk';
import { Button } from '@/ui/button';
import { KeysButton } from '@/ui/hotkeys';
import { Press } from '@/ui/press';
import { CoachFigure } from './coach-figure';
import { CourseRow } from './course-row';
import { GatePanel } from './gate-panel';
import { FollowLine } from './follow-line';
import type { Following } from './use-follow';
import { Now } from './now';
import { RateStrip } from './rate-strip';
import { breathSaid, RunButtons } from './run-buttons';
import { RunProgress } from './run-progress';
import { Spoken } from './spoken';
import type { TaughtCue } from './taught-cue';
import { Tool } from './tool';
import { WordsPanel } from './words-panel';

/** What the screen itself does, beside what happens in the run. */
type ScreenActions = {
  /** Starts, says that a set-up is over, or pauses. */
  act: () => void;
  pause: () => void;
  stop: () => void;
  leave: () => void;
  silence: () => void;
  undo: () => void;
  room: () => void;
  full: () => void;
};

export type CoachScreenProps = {
  clientName: string;
  session: Session;
  coached: CoachedBlock;
  context: RunContext;
  silent: boolean;
  isFull: boolean | null;
  status: ReactNode;
  rated: BlockResult | null;
  canEase: boolean;
  canHarden: boolean;
  canUndo: boolean;
  ranked: readonly RankedCue[];
  /** The cue of the lesson that is due; null outside a lesson. */
  taught: TaughtCue | null;
  following: Following;
  on: (event: RunEvent) => void;
  does: ScreenActions;
};

/** So long before the end of a block what the next one needs is called for, s. Our choice. */
const HAND_OVER_S = 20;

/** One block beside the mat: what to do now, how long still, one cue. */
export function CoachScreen(given: CoachScreenProps & { onLess: () => void }) {
  const { session, coached, context, status, rated, ranked, following, on, does } = given;
  const { sequence, state, running } = session;
  const { block } = coached.placed;
  const moment = momentAt(coached, state.blockS);
  const setUp = moment.kind === 'setUp';
  const breath = moment.kind === 'breath' && !state.aside ? moment : null;
  const inLesson = placeInLesson(sequence, block);
  const gate = gateNow(session);
  return (
    <div className="mx-auto flex min-h-dvh max-w-[1280px] flex-col px-4 pt-3 room:px-8">
      <Head {...given} />
      <RunProgress session={session} className="h-[30px]" />
      <div className="flex min-h-6 flex-wrap gap-x-6">
        {status}
        <p role="status" className="text-small text-soft" data-testid="said">
          {state.said ?? ''}
        </p>
      </div>
      <Spoken coached={coached} moment={moment} name={wordsOf(block).name} />
      <div className="grid grow grid-cols-1 items-center gap-x-8 gap-y-3 py-1 room:grid-cols-2 desk:grid-cols-[210px_minmax(0,1fr)_330px] xl:grid-cols-[250px_1fr_420px]">
        <div className="max-room:order-last">
          <CoachFigure block={block} moment={moment} />
        </div>
        {/* A touch anywhere here is the large button below, which has the name and the keys. */}
        <div
          onClick={gate ? undefined : does.act}
          className="flex cursor-pointer items-center justify-center gap-6 text-left room:order-last room:col-span-2 desk:order-none desk:col-span-1"
        >
          <Trunk
            className="h-[180px] min-w-0 shrink room:h-[280px] xl:h-[310px]"
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
            free={(inLesson?.set ?? 1) > 1}
          />
        </div>
        {gate ? (
          <GatePanel
            key={block.id}
            gate={gate}
            meanwhile={inLesson?.meanwhile ?? null}
            canAgain={state.index > 0}
            running={running}
            on={on}
          />
        ) : (
          <WordsPanel
            block={block}
            state={state}
            setUp={setUp}
            ranked={ranked}
            taught={inLesson?.block ?? null}
            on={on}
          />
        )}
      </div>
      <BreathLine
        coached={coached}
        t={state.blockS}
        measured={following.on ? following.trace : undefined}
        className="h-[72px] w-full shrink-0 room:h-[96px]"
      />
      <div className="flex min-h-12 flex-wrap items-center gap-x-5 gap-y-1 py-1">
        {rated && <RateStrip sequence={sequence} rated={rated} measured={following.measured} on={on} />}
        <FollowLine following={following} lead={state.lead ?? 'clock'} />
        <Next
          block={sequence.blocks[state.index + 1]}
          soon={coached.totalS - state.blockS <= HAND_OVER_S}
          now={block}
        />
      </div>
      <CourseRow
        coached={coached}
        blockS={state.blockS}
        context={context}
        aside={state.aside !== undefined}
        on={on}
      />
      <RunButtons
        session={session}
        coached={coached}
        on={on}
        act={gate && running ? () => on({ kind: 'gate', choice: 'further' }) : does.act}
        pause={does.pause}
        gate={gate !== null}
      >
        <Button big onClick={() => on({ kind: 'easier' })} disabled={!given.canEase}>
          <Feather aria-hidden size={20} /> Easier
        </Button>
        <Button big onClick={() => on({ kind: 'harder' })} disabled={!given.canHarden}>
          <Dumbbell aria-hidden size={20} /> Harder
        </Button>
        <Button big kind="stop" onClick={does.stop}>
          <OctagonX aria-hidden size={20} /> Stop sign
        </Button>
      </RunButtons>
    </div>
  );
}

/** Which set of its block it is, where a lesson has several. */
function setSaid({ sequence, state }: Session): string {
  const block = sequence.blocks[state.index];
  const place = block && placeInLesson(sequence, block);
  return place && place.sets > 1 ? ` · set ${place.set} of ${place.sets}` : '';
}

function Head({
  clientName,
  session,
  coached,
  silent,
  isFull,
  canUndo,
  on,
  does,
  onLess,
}: CoachScreenProps & { onLess: () => void }) {
  const { block } = coached.placed;
  const { breathing } = block;
  const { meet } = session.state;
  const written =
    meet && breathing.kind === 'paced'
      ? `${cycleS(breathing.pattern).toFixed(1)} s a breath, toward ${describePattern(meet.aim)}`
      : breathSaid(block);
  const over = overS(session);
  return (
    <header className="flex flex-wrap items-start gap-x-4">
      <div className="min-w-0">
        <h1 className="text-huge leading-tight wrap-anywhere" dir="auto">
          {wordsOf(block).name}
          {setSaid(session)}
        </h1>
        <p className="text-lead text-soft tabular-nums">
          {written}
          {describeTone(block.tone) && ` · ${describeTone(block.tone)}`}
        </p>
      </div>
      <div className="ml-auto min-w-0 text-right">
        <p className="text-head leading-tight tabular-nums" data-testid="left">
          {clock(leftS(session))} to go
        </p>
        <p className="text-lead wrap-anywhere text-soft tabular-nums">
          <bdi>{clientName}</bdi> · {session.state.index + 1} of {session.sequence.blocks.length}
          {over > SLACK_S && (
            <>
              {' · '}
              <Press look="text" onClick={() => on({ kind: 'fit' })}>
                {clock(over)} late. Shorten the rest
              </Press>
            </>
          )}
        </p>
      </div>
      <div className="flex items-start gap-1">
        <Tool name="Undo the last change of course" onClick={does.undo} disabled={!canUndo}>
          <Undo2 size={22} aria-hidden />
        </Tool>
        <Tool name={silent ? 'Tones on' : 'Tones off'} onClick={does.silence} pressed={silent}>
          {silent ? <VolumeX size={22} aria-hidden /> : <Volume2 size={22} aria-hidden />}
        </Tool>
        <Tool name="Sound and screen" onClick={does.room}>
          <SlidersHorizontal size={22} aria-hidden />
        </Tool>
        {isFull !== null && (
          <Tool name={isFull ? 'Leave the full screen' : 'Full screen'} onClick={does.full}>
            {isFull ? <Minimize size={22} aria-hidden /> : <Maximize size={22} aria-hidden />}
          </Tool>
        )}
        <span className="flex gap-3 pt-2.5 text-small">
          <Press look="quiet" onClick={onLess}>
            Less
          </Press>
          <KeysButton />
        </span>
        <Tool name="Leave; it can be taken up again" onClick={does.leave}>
          <X size={24} aria-hidden />
        </Tool>
      </div>
    </header>
  );
}

/** What comes next, and what of it is to be handed over. */
function Next({ block, soon, now }: { block: Block | undefined; soon: boolean; now: Block }) {
  if (!block) return <p className="ml-auto text-lead text-soft">Next: look again</p>;
  if (lessonBlockId(block.id) === lessonBlockId(now.id))
    return <p className="ml-auto text-lead text-soft">Next: set {setNumber(block.id)}, behind its gate</p>;
  const hands = block.props.filter((p) => !now.props.includes(p)).map((p) => PROP_NAME[p]);
  const moves = block.position !== now.position;
  return (
    <p
      className={`ml-auto text-lead ${soon ? 'border-b-2 border-ink font-semibold' : 'text-soft'}`}
      data-testid="next"
    >
      Next: {nameOf(block)}
      {moves ? `, ${POSITION[block.position].label}` : ', the same position'}
      {hands.length > 0 && ` · ${soon ? 'hand over' : 'with'}: ${hands.join(', ')}`}
    </p>
  );
}
