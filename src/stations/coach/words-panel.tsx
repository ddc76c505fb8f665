'use client';

import { useState } from 'react';
import { STEP_LABEL } from '@/core/drills/drill';
import type { RankedCue } from '@/core/run/cue-memory';
import { CUE_OUTCOMES, CUE_OUTCOME_LABEL } from '@/core/run/recorded';
import type { RunState } from '@/core/run/run';
import type { RunEvent } from '@/core/run/step';
import type { LessonBlock } from '@/core/sequence/lesson.schema';
import type { Block } from '@/core/sequence/sequence';
import { wordsOf, type BlockWords } from '@/core/sequence/words';
import { useHotkeys } from '@/ui/hotkeys';
import { Press } from '@/ui/press';

type Props = {
  block: Block;
  state: RunState;
  setUp: boolean;
  ranked: readonly RankedCue[];
  /** How a lesson teaches it; null outside one. */
  taught?: LessonBlock | null;
  on: (event: RunEvent) => void;
};

/** What to say: in a set-up one step at a time, in the breaths one cue, what to watch for, and what it did. */
export function WordsPanel({ block, state, setUp, ranked, taught = null, on }: Props) {
  const words = wordsOf(block);
  return setUp ? (
    <Steps key={block.id} words={words} />
  ) : (
    <div className="space-y-4">
      <Cue block={block} words={words} state={state} ranked={ranked} on={on} />
      {taught && <Taught block={taught} />}
      <Faults words={words} block={block} state={state} on={on} />
    </div>
  );
}

/** The steps of teaching (practice P61), the present one large. */
function Steps({ words }: { words: BlockWords }) {
  const [at, setAt] = useState(0);
  const last = words.steps.length - 1;
  const to = (by: number) => setAt((i) => Math.min(last, Math.max(0, i + by)));
  useHotkeys([
    { key: 'ArrowDown', does: 'next step of the set-up', run: () => to(1) },
    { key: 'ArrowUp', does: 'step before', run: () => to(-1) },
  ]);
  const step = words.steps[at];
  if (!step) return null;
  return (
    <div>
      <p className="text-lead text-soft tabular-nums">
        {at + 1} of {words.steps.length} · {STEP_LABEL[step.kind]}
      </p>
      <p className="min-h-[5.2em] text-huge leading-snug" data-testid="step">
        {step.text}
      </p>
      <p className="flex gap-2">
        <Press look="tool" className="px-4 py-1.5 text-lead" disabled={at === 0} onClick={() => to(-1)}>
          Previous step
        </Press>
        <Press look="tool" className="px-4 py-1.5 text-lead" disabled={at === last} onClick={() => to(1)}>
          Next step
        </Press>
      </p>
      {at < last && (
        <p className="mt-2 text-lead text-soft max-room:hidden">Then: {words.steps[at + 1]!.text}</p>
      )}
    </div>
  );
}

const percent = (share: number): string => `${Math.round(share * 100)}`;

/** How often a kind of cue works, in words that say how sure that is. */
const oddsSaid = ({ odds: { client, studio, low, high } }: RankedCue): string =>
  client.said + studio.said === 0
    ? 'not tried yet'
    : `worked ${[
        ...(client.said > 0 ? [`${client.worked} of ${client.said} times here`] : []),
        ...(studio.said > 0 ? [`${studio.worked} of ${studio.said} with others`] : []),
      ].join(', ')}; likely ${percent(low)}–${percent(high)} %`;

function Cue({ block, words, state, ranked, on }: Omit<Props, 'setUp' | 'taught'> & { words: BlockWords }) {
  const mending = words.faults.find((f) => f.index === state.mending);
  const { cue } = words;
  const said = (state.cues ?? []).findLast((c) => c.blockId === block.id && c.cue === cue?.index);
  const known = ranked.find((c) => c.index === cue?.index);
  return (
    <div>
      {mending ? (
        <>
          <p className="text-lead text-soft">Mend it: {mending.sign}</p>
          <p className="font-serif text-huge leading-snug" data-testid="cue">
            “{mending.mend}”
          </p>
        </>
      ) : (
        <p className="font-serif text-huge leading-snug" data-testid="cue">
          {cue ? `“${cue.text}”` : ''}
        </p>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        {!mending &&
          cue &&
          CUE_OUTCOMES.map((outcome) => (
            <Press
              key={outcome}
              look="tool"
              aria-label={`The cue ${CUE_OUTCOME_LABEL[outcome]}`}
              aria-pressed={said?.outcome === outcome}
              className="min-h-11 px-3 text-lead"
              onClick={() => on({ kind: 'cueOutcome', outcome })}
            >
              {CUE_OUTCOME_LABEL[outcome]}
            </Press>
          ))}
        <Press look="tool" className="min-h-11 px-3 text-lead" onClick={() => on({ kind: 'otherCue' })}>
          {mending ? 'Back to the cue' : 'Other cue'}
        </Press>
      </div>
      {!mending && known && ranked.length > 1 && (
        <details className="mt-1 text-small text-soft">
          <summary className="cursor-pointer py-1">
            {known.kind}: {oddsSaid(known)}
          </summary>
          <ul className="max-h-44 overflow-y-auto">
            {ranked.map((c) => (
              <li key={c.index}>
                <Press
                  look="row"
                  aria-pressed={c.index === cue?.index}
                  className="px-1 py-1 text-left aria-pressed:font-semibold"
                  onClick={() => on({ kind: 'cue', cue: c.index })}
                >
                  <span className="text-body text-ink">{c.text}</span> {c.kind}, {oddsSaid(c)}
                </Press>
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

/** What right and wrong look like, and how far it may go. */
const Taught = ({ block: { right, wrong, correct, limit } }: { block: LessonBlock }) => (
  <div className="text-lead" data-taught>
    <p>
      <span className="text-soft">Right:</span> {right}
    </p>
    <p>
      <span className="text-soft">Wrong:</span> {wrong} <strong>{correct}</strong>
    </p>
    <p className="text-care">Limit: {limit}</p>
  </div>
);

/** What to watch for; a tap says that it was seen, and what mends it is said next. */
function Faults({ words, block, state, on }: { words: BlockWords } & Pick<Props, 'block' | 'state' | 'on'>) {
  if (words.faults.length === 0) return null;
  const seen = new Set((state.faults ?? []).filter((f) => f.blockId === block.id).map((f) => f.fault));
  return (
    <div role="group" aria-label="Watch for" className="flex flex-wrap items-center gap-2">
      <span className="text-lead text-soft">Watch for</span>
      {words.faults.map((f) => (
        <Press
          key={f.index}
          look="tool"
          aria-pressed={seen.has(f.index)}
          className="min-h-11 px-2.5 text-left text-lead"
          onClick={() => on({ kind: 'fault', fault: f.index })}
        >
          {f.sign}
        </Press>
      ))}
    </div>
  );
}
