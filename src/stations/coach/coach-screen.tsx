'use client';

import { useState, type ReactNode } from 'react';
import {
  ChevronLeft,
  Dumbbell,
  ChevronRight,
  Feather,
  MessageSquareQuote,
  OctagonX,
  Pause,
  Play,
  Undo2,
  Volume2,
  VolumeX,
  X,
} from 'lucide-react';
import { POSITION } from '@/core/body/positions';
import { describePattern } from '@/core/breath/pattern';
import { printBreathing, type Dose } from '@/core/breath/timeline';
import { otherSide } from '@/core/look/silent-side';
import { momentAt, type CoachedBlock, type Moment } from '@/core/run/coached';
import { resultName, type BlockResult } from '@/core/run/run';
import { clock, layoutOf, nameOf, type Sequence } from '@/core/sequence/sequence';
import { wordsOf } from '@/core/sequence/words';
import { describeTone } from '@/core/tone/tone';
import { BreathLine } from '@/pictures/breath-line';
import { Trunk } from '@/pictures/trunk';
import { CoachFigure } from './coach-figure';
import { Button } from '@/ui/button';
import { KeysButton } from '@/ui/hotkeys';
import { Press } from '@/ui/press';
import { SAY } from './say';
import { Spoken } from './spoken';

type Handlers = {
  toggle: () => void;
  next: () => void;
  back: () => void;
  skipSetUp: () => void;
  easier: () => void;
  harder: () => void;
  otherCue: () => void;
  stop: () => void;
  rate: (quality: number, blockId: string) => void;
  note: (blockId: string, text: string) => void;
  leave: () => void;
  silence: () => void;
  undo: () => void;
};

type Props = {
  clientName: string;
  sequence: Sequence;
  index: number;
  coached: CoachedBlock;
  t: number;
  running: boolean;
  silent: boolean;
  status: ReactNode;
  rated: BlockResult | null;
  canEase: boolean;
  canHarden: boolean;
  canUndo: boolean;
  on: Handlers;
};

/** One block beside the mat: what to do now, how long still, one cue. */
export function CoachScreen({
  clientName,
  sequence,
  index,
  coached,
  t,
  running,
  silent,
  status,
  rated,
  canEase,
  canHarden,
  canUndo,
  on,
}: Props) {
  const { block } = coached.placed;
  const moment = momentAt(coached, t);
  const next = sequence.blocks[index + 1];
  const layout = layoutOf(sequence);
  const leftS = layout.totalS - coached.placed.startS - t;
  const words = wordsOf(block);
  const { cue } = words;
  const written =
    block.breathing.kind === 'paced'
      ? block.breathing.full
        ? printBreathing(block.breathing)
        : describePattern(block.breathing.pattern)
      : block.breathing.kind === 'ladder'
        ? 'ladder, a rung longer each breath'
        : 'as it comes';
  return (
    <div className="mx-auto flex min-h-screen max-w-[1280px] flex-col px-4 py-4 room:px-8">
      <header className="flex flex-wrap items-start gap-x-4">
        <div>
          <h1 className="text-huge wrap-anywhere" dir="auto">
            {words.name}
          </h1>
          <p className="text-lead text-soft tabular-nums">
            {written}
            {describeTone(block.tone) && ` · ${describeTone(block.tone)}`}
          </p>
        </div>
        <p className="ml-auto min-w-0 pt-2 text-lead wrap-anywhere text-soft tabular-nums">
          <bdi>{clientName}</bdi> · {index + 1} of {sequence.blocks.length} · {clock(Math.max(0, leftS))} to
          go
        </p>
        <UndoAndSound canUndo={canUndo} silent={silent} on={on} />
        <span className="pt-2 text-small">
          <KeysButton />
        </span>
        <Press look="bare" onClick={on.leave} aria-label="Leave; it can be taken up again" className="p-1">
          <X size={24} aria-hidden />
        </Press>
      </header>
      <div className="flex flex-wrap gap-x-6">
        {status}
        {block.why[0]?.startsWith('Made ') && (
          <p role="status" className="text-small text-soft">
            {block.why[0]}
          </p>
        )}
      </div>
      <Spoken coached={coached} moment={moment} name={words.name} />
      <div className="grid grow grid-cols-1 items-center gap-x-8 gap-y-3 py-2 room:grid-cols-2 desk:grid-cols-[220px_minmax(0,1fr)_270px] xl:grid-cols-[300px_1fr_340px]">
        <CoachFigure block={block} moment={moment} />
        {/* A touch anywhere here is the large button below, which has the name and the keys. */}
        <div
          onClick={on.toggle}
          className="flex cursor-pointer items-center justify-center gap-6 text-left room:order-last room:col-span-2 desk:order-none desk:col-span-1"
        >
          <Trunk
            className="h-[200px] min-w-0 shrink room:h-[340px]"
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
          <Now
            moment={moment}
            dose={block.dose}
            full={block.breathing.kind === 'paced' && block.breathing.full === true}
          />
        </div>
        <div className="space-y-4">
          {moment.kind === 'setUp' ? (
            <ol className="list-decimal space-y-2 pl-6 text-title">
              {words.steps.map((s) => (
                <li key={s.text}>{s.text}</li>
              ))}
            </ol>
          ) : (
            <p className="font-serif text-huge leading-snug">{cue ? `“${cue.text}”` : ''}</p>
          )}
          <p className="text-lead text-soft">{words.watch && `Watch for: ${words.watch}.`}</p>
        </div>
      </div>
      <BreathLine coached={coached} t={t} className="h-[120px] w-full" />
      <div className="flex min-h-11 flex-wrap items-center gap-x-5 gap-y-1 py-1">
        {rated && <RateStrip sequence={sequence} rated={rated} onRate={on.rate} onNote={on.note} />}
        <p className="ml-auto text-lead text-soft">
          {next ? `Next: ${nameOf(next)}, ${POSITION[next.position].label}` : 'Next: look again'}
        </p>
      </div>
      <div className="sticky bottom-0 flex flex-wrap gap-2 bg-paper py-1 desk:gap-3 max-room:*:min-h-11 max-room:*:px-2.5 max-room:*:text-body">
        <Button big onClick={on.back} disabled={index === 0}>
          <ChevronLeft aria-hidden /> Back
        </Button>
        <Button big kind="main" className="grow" onClick={on.toggle}>
          {running ? (
            <>
              <Pause aria-hidden /> Pause
            </>
          ) : (
            <>
              <Play aria-hidden /> {t > 0 ? 'Go on' : 'Start'}
            </>
          )}
        </Button>
        {moment.kind === 'setUp' && (
          <Button big onClick={on.skipSetUp}>
            Ready now
          </Button>
        )}
        <Button big onClick={on.next}>
          Next <ChevronRight aria-hidden />
        </Button>
        <Button big onClick={on.easier} disabled={!canEase}>
          <Feather aria-hidden size={20} /> Easier
        </Button>
        <Button big onClick={on.harder} disabled={!canHarden}>
          <Dumbbell aria-hidden size={20} /> Harder
        </Button>
        <Button big onClick={on.otherCue}>
          <MessageSquareQuote aria-hidden size={20} /> Other cue
        </Button>
        <Button big kind="stop" onClick={on.stop}>
          <OctagonX aria-hidden size={20} /> Stop sign
        </Button>
      </div>
    </div>
  );
}

/** What is pressed seldom, away from the row of what is pressed often. */
const UndoAndSound = ({ canUndo, silent, on }: Pick<Props, 'canUndo' | 'silent' | 'on'>) => (
  <>
    <Press
      look="bare"
      onClick={on.undo}
      disabled={!canUndo}
      aria-label="Undo the last change of course"
      className="flex items-center justify-center disabled:opacity-45"
    >
      <Undo2 size={22} aria-hidden />
    </Press>
    <Press
      look="bare"
      onClick={on.silence}
      aria-pressed={silent}
      aria-label={silent ? 'Tones on' : 'Tones off'}
      className="flex items-center justify-center"
    >
      {silent ? <VolumeX size={22} aria-hidden /> : <Volume2 size={22} aria-hidden />}
    </Press>
  </>
);

/** Which side it is, where there are two. */
const sideSaid = ({ sides, first }: Dose, side: number): string =>
  sides === 1
    ? ''
    : first
      ? ` · ${side === 1 ? first : otherSide(first)} side`
      : side === 2
        ? ' · other side'
        : '';

function Now({ moment, dose, full }: { moment: Moment; dose: Dose; full: boolean }) {
  if (moment.kind === 'over') return null;
  if (moment.kind === 'setUp') {
    return (
      <span className="w-56">
        <span className="block text-head">{moment.changing ? 'change position' : 'set up'}</span>
        <span className="block text-count leading-none font-semibold tabular-nums" data-testid="count">
          {Math.ceil(moment.leftS)}
        </span>
        <span className="block text-lead text-soft">seconds until the first breath</span>
      </span>
    );
  }
  const { span } = moment;
  const colour = span.phase === 'inhale' ? 'text-rise' : span.phase === 'exhale' ? 'text-fall' : 'text-ink';
  return (
    <span className="w-56">
      <span className={`block text-room leading-none font-semibold ${colour}`} data-testid="phase">
        {SAY[span.phase]}
      </span>
      <span className="block text-count-large leading-none font-semibold tabular-nums" data-testid="count">
        {full && span.phase === 'exhale' ? (
          <span className="block py-8 text-title font-normal">until the ribs stop dropping</span>
        ) : (
          Math.ceil(moment.leftS - 1e-6)
        )}
      </span>
      <span className="block text-title text-soft tabular-nums">
        {span.phase === 'free' || span.phase === 'rest'
          ? 'seconds'
          : `${moment.breathsLeft} breath${moment.breathsLeft === 1 ? '' : 's'} after this`}
        {sideSaid(dose, span.side)}
      </span>
    </span>
  );
}

function RateStrip({
  sequence,
  rated,
  onRate,
  onNote,
}: {
  sequence: Sequence;
  rated: BlockResult;
  onRate: (q: number, blockId: string) => void;
  onNote: (blockId: string, text: string) => void;
}) {
  // While a note is written the strip stays with its block, though the run has gone on.
  const [written, setWritten] = useState<BlockResult | null>(null);
  const shown = written ?? rated;
  const name = resultName(sequence, shown);
  return (
    <div role="group" aria-label={`How was ${name}?`} className="flex flex-wrap items-center gap-3">
      <span className="text-lead">How was “{name}”?</span>
      {[1, 2, 3, 4, 5].map((q) => (
        <Press
          look="tool"
          key={q}
          aria-pressed={shown.quality === q}
          aria-label={`${q} of 5`}
          onClick={() => {
            onRate(q, shown.blockId);
            if (written) setWritten({ ...written, quality: q });
          }}
          className="size-11 text-lead font-semibold"
        >
          {q}
        </Press>
      ))}
      <input
        key={shown.blockId}
        aria-label={`Note on ${name}`}
        placeholder="note"
        defaultValue={shown.note}
        onFocus={() => setWritten(rated)}
        onChange={(e) => onNote(shown.blockId, e.target.value)}
        onBlur={() => setWritten(null)}
        className="w-56 border-b-[1.5px] border-soft bg-transparent px-1 py-1 text-lead placeholder:text-soft"
      />
    </div>
  );
}
