'use client';

import { ChevronLeft, ChevronRight, Ellipsis, OctagonX, Pause, X } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { stopped, upper } from '@/core/base/sentence';
import { placeInLesson, type LessonPlace } from '@/core/sequence/gates';
import { momentAt, type CoachedBlock } from '@/core/run/coached';
import { SLACK_S } from '@/core/run/course';
import { countInFrom, gateNow, leftS, overS, type Session } from '@/core/run/session';
import type { BlockResult } from '@/core/run/run';
import type { RunEvent } from '@/core/run/step';
import type { LessonSet } from '@/core/sequence/lesson.schema';
import { clock } from '@/core/sequence/sequence';
import { lessonBlockId } from '@/core/sequence/set-block';
import { wordsOf } from '@/core/sequence/words';
import { BreathLine } from '@/pictures/breath-line';
import { Trunk } from '@/pictures/trunk';
import { Button } from '@/ui/button';
import { Press } from '@/ui/press';
import { CoachFigure } from './coach-figure';
import type { CoachScreenProps } from './coach-screen';
import { CueCard } from './cue-card';
import { GatePanel } from './gate-panel';
import { titleOf } from './lesson-title';
import { Now } from './now';
import { RateStrip } from './rate-strip';
import { ActLabel } from './run-buttons';
import { RunProgress } from './run-progress';
import { SetCount } from './set-count';
import { Spoken } from './spoken';

const Feel = dynamic(() => import('./feel').then((m) => m.Feel), { ssr: false });
const LateDialog = dynamic(() => import('./late-dialog').then((m) => m.LateDialog), { ssr: false });

/** One thing at a time: where to be, then the breath with one cue, then the gate. Everything else is one press away. */
export function CalmScreen(given: CoachScreenProps & { onMore: () => void }) {
  const { session, coached, status, on, does } = given;
  const { sequence, state } = session;
  const { block } = coached.placed;
  /** The block whose effort is being felt. */
  const [feeling, setFeeling] = useState<string | null>(null);
  const [ran, setRan] = useState(false);
  const [late, setLate] = useState(false);
  const moment = momentAt(coached, state.blockS);
  const setUp = moment.kind === 'setUp';
  const place = placeInLesson(sequence, block);
  const set = place?.block.sets[place.set - 1] ?? null;
  const gate = gateNow(session);
  const asked = askedOf(given);
  const over = overS(session);
  // The run stands while it is felt, and goes on after it.
  const feel = () => {
    if (feeling === block.id) return felt();
    setFeeling(block.id);
    setRan(session.running);
    if (session.running) does.pause();
  };
  const felt = () => {
    setFeeling(null);
    if (ran && !session.running) on({ kind: 'start' });
  };
  return (
    <div className="mx-auto flex min-h-dvh max-w-[1280px] flex-col px-4 pt-3 room:px-8" data-calm>
      <header className="flex flex-wrap items-start justify-between gap-x-6">
        <h1 className="min-w-0 text-huge leading-tight wrap-anywhere" dir="auto">
          {titleOf(session)}
        </h1>
        <p className="ml-auto text-head leading-tight tabular-nums">
          <span data-testid="left" aria-label={`${clock(leftS(session))} to go`}>
            {clock(leftS(session))}
          </span>
          {over > SLACK_S && (
            <Press look="text" className="block text-lead" onClick={() => setLate(true)}>
              {clock(over)} late: shorten
            </Press>
          )}
        </p>
        <Press
          look="bare"
          aria-label="Leave; it can be taken up again"
          className="flex items-center justify-center"
          onClick={does.leave}
        >
          <X size={24} aria-hidden />
        </Press>
      </header>
      <RunProgress session={session} className="h-[22px]" />
      <div className="flex min-h-6 flex-wrap gap-x-6">
        {status}
        <p role="status" className="text-small text-soft" data-testid="said">
          {state.said ?? ''}
        </p>
      </div>
      <Spoken coached={coached} moment={moment} name={wordsOf(block).name} />
      <div className="grid grow grid-cols-1 items-center gap-x-10 gap-y-4 py-2 room:grid-cols-2">
        <div className="flex items-center justify-center gap-6" onClick={gate ? undefined : does.act}>
          {setUp && !gate ? (
            <div className="w-full max-w-sm">
              <CoachFigure block={block} moment={moment} named={false} />
            </div>
          ) : gate ? null : (
            <Trunk
              className="h-[150px] min-w-0 shrink max-room:hidden desk:h-[260px]"
              volume={moment.kind === 'breath' ? moment.volume : 0}
              tone={moment.kind === 'breath' ? moment.tone : { floorPct: 0, controlPct: 0, squeezePct: 0 }}
              rising={
                moment.kind === 'breath' && moment.span.phase === 'inhale'
                  ? true
                  : moment.kind === 'breath' && moment.span.phase === 'exhale'
                    ? false
                    : null
              }
            />
          )}
          {(!setUp || gate || !state.aside) && <Counted {...{ session, coached, set, place, on }} />}
        </div>
        <div className="min-w-0">
          {feeling === block.id && place ? (
            <Feel effort={place.block.effort} onOver={felt} />
          ) : gate ? (
            <GatePanel
              key={block.id}
              gate={gate}
              meanwhile={place?.meanwhile ?? null}
              canAgain={state.index > 0}
              running={session.running}
              on={on}
            />
          ) : setUp ? (
            <SetUp place={place} given={given} />
          ) : (
            <CueCard key={block.id} place={place} given={given} />
          )}
        </div>
      </div>
      {!setUp && (
        <BreathLine
          coached={coached}
          t={state.blockS}
          measured={given.following.on ? given.following.trace : undefined}
          className="h-[64px] w-full shrink-0"
        />
      )}
      {asked && (
        <RateStrip brief sequence={sequence} rated={asked} measured={given.following.measured} on={on} />
      )}
      <Row
        given={given}
        gate={gate !== null}
        back={!gate || !asked}
        onFeel={place && place.block.effortPct > 0 && !gate ? feel : null}
      />
      {late && (
        <LateDialog
          session={session}
          context={given.context}
          onCut={() => on({ kind: 'fit' })}
          onClose={() => setLate(false)}
        />
      )}
    </div>
  );
}

type CountedProps = {
  session: Session;
  coached: CoachedBlock;
  set: LessonSet | null;
  place: LessonPlace | null;
  on: (event: RunEvent) => void;
};

/** The count, in what this set is counted by. */
function Counted({ session, coached, set, place, on }: CountedProps) {
  const { state, running } = session;
  const { block } = coached.placed;
  const moment = momentAt(coached, state.blockS);
  const byTouch = session.sequence.lesson?.counting === 'touch';
  const tapped =
    set && (set.breath.kind === 'steps' || set.breath.kind === 'movement' || set.breath.kind === 'phrase');
  return (
    <div className="space-y-2">
      {moment.kind === 'breath' && !state.aside && tapped ? (
        <SetCount set={set} session={session} coached={coached} moment={moment} on={on} />
      ) : (
        <Now
          moment={moment}
          dose={block.dose}
          full={block.breathing.kind === 'paced' && block.breathing.full === true}
          aside={state.aside}
          running={running}
          free={(place?.set ?? 1) > 1}
          brief
          freeS={place && place.set > 1 ? place.block.sets[place.set - 2]?.freeS : undefined}
        />
      )}
      {byTouch && moment.kind === 'breath' && <p className="text-lead text-soft">A finger each second</p>}
      {place && moment.kind === 'breath' && (
        <p className="max-w-64 text-lead text-care">Limit: {stopped(place.block.limit)}</p>
      )}
    </div>
  );
}

/** Where the body goes before the breaths: the position, the hands, the way there. */
function SetUp({ place, given }: { place: LessonPlace | null; given: CoachScreenProps }) {
  const { block } = given.coached.placed;
  if (!place)
    return (
      <div className="space-y-3">
        {wordsOf(block)
          .steps.slice(0, 2)
          .map((s) => (
            <p key={s.text} className="text-huge leading-snug">
              {s.text}
            </p>
          ))}
      </div>
    );
  const { position, hands, propsTold, props } = place.block;
  return (
    <div className="space-y-3" data-set-up>
      <p className="text-huge leading-snug">{upper(position)}</p>
      <p className="text-head leading-snug">Hands: {stopped(hands)}</p>
      {props.length > 0 && <p className="text-lead text-soft">With {stopped(propsTold)}</p>}
    </div>
  );
}

/** How the block before went, asked once all of its sets are over. */
function askedOf({ rated, session }: CoachScreenProps): BlockResult | null {
  const here = session.sequence.blocks[session.state.index];
  const within = rated && here && lessonBlockId(rated.blockId) === lessonBlockId(here.id);
  return rated && !within && session.state.aside ? rated : null;
}

/** The row that a run is driven by. */
function Row({
  given,
  gate,
  back,
  onFeel,
}: {
  given: CoachScreenProps & { onMore: () => void };
  gate: boolean;
  back: boolean;
  onFeel: (() => void) | null;
}) {
  const { session, coached, on, does, onMore } = given;
  const { state, running } = session;
  const countsIn = running && !state.aside && state.blockS < countInFrom(coached);
  return (
    <div className="sticky bottom-0 mt-1 flex flex-wrap gap-2 bg-paper py-2 desk:gap-3 max-room:*:min-h-11 max-room:*:px-2.5 max-room:*:text-body">
      {back && (
        <Button big aria-label="Back" onClick={() => on({ kind: 'back' })} disabled={state.index === 0}>
          <ChevronLeft aria-hidden />
        </Button>
      )}
      {gate ? (
        <span className="grow" />
      ) : (
        <Button big kind="main" className="grow" onClick={does.act}>
          <ActLabel session={session} waiting="Ready" />
        </Button>
      )}
      {running && state.aside && !gate && (
        <Button big aria-label="Pause" onClick={does.pause}>
          <Pause aria-hidden />
        </Button>
      )}
      {!gate && (
        <Button big aria-label="Next" onClick={() => on({ kind: 'next' })}>
          <ChevronRight aria-hidden />
        </Button>
      )}
      {countsIn && (
        <Button big onClick={() => on({ kind: 'ready' })}>
          Ready
        </Button>
      )}
      {onFeel && (
        <Button big onClick={onFeel}>
          Feel
        </Button>
      )}
      <Button big onClick={onMore}>
        <Ellipsis aria-hidden /> More
      </Button>
      <Button big kind="stop" onClick={does.stop}>
        <OctagonX aria-hidden size={20} /> Stop sign
      </Button>
    </div>
  );
}
