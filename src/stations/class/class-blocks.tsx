'use client';

import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState } from 'react';
import { POSITION } from '@/core/body/positions';
import { PROP_NAME } from '@/core/body/props';
import { printBreathing } from '@/core/breath/timeline';
import type { Seat } from '@/core/class/common';
import { otherWays, type ClassNote, type ClassShares } from '@/core/class/notes';
import type { Edit } from '@/core/sequence/edit';
import { clock, drillOf, layoutOf, type Block, type Sequence } from '@/core/sequence/sequence';
import { doseOf } from '@/core/sequence/sheet';
import { wordsOf } from '@/core/sequence/words';
import { describeTone } from '@/core/tone/tone';
import { Figure } from '@/pictures/figure';
import { Press } from '@/ui/press';
import { Stepper } from '@/stations/write/stepper';

type Props = {
  sequence: Sequence;
  seats: readonly Seat[];
  shares: ClassShares;
  notes: readonly ClassNote[];
  kept: ReadonlySet<string>;
  onKeep: (drillId: string) => void;
  onEdit: (edits: readonly Edit[]) => void;
};

/** In how many sets a block is taught, and on what condition further. */
function taughtIn({ lesson }: Sequence, blockId: string): string | null {
  const block = lesson?.blocks.find((b) => b.id === blockId);
  if (!block || block.sets.length < 2) return null;
  const gate = block.gate.rules.find((r) => r.before.startsWith('set'));
  return `${block.sets.length} sets${gate ? `; further only if ${gate.onlyIf}` : ''}`;
}

/** The common sequence, a line a block with those who do something else; how it is done, and by whom otherwise, behind a press. */
export function ClassBlocks({ sequence, seats, shares, notes, kept, onKeep, onEdit }: Props) {
  const { placed } = layoutOf(sequence);
  const [open, setOpen] = useState<string | null>(null);
  return (
    <ol aria-label="The blocks of the class">
      {placed.map(({ block, startS }, i) => {
        const words = wordsOf(block);
        const share = shares.get(block.id);
        const others = share ? otherWays(share, seats) : [];
        return (
          <li key={block.id} className="border-b border-rule py-1">
            <Press
              look="row"
              aria-expanded={open === block.id}
              className="flex min-h-11 items-center gap-3"
              onClick={() => setOpen(open === block.id ? null : block.id)}
            >
              <span className="w-12 shrink-0 font-semibold text-soft tabular-nums">{clock(startS)}</span>
              <span className="min-w-0 grow">
                <span className="text-lead font-semibold" role="heading" aria-level={3}>
                  {i + 1}. {words.name}
                </span>
              </span>
              {others.length > 0 && (
                <span className="text-small text-soft">
                  {new Set(others.flatMap((o) => o.who)).size} otherwise
                </span>
              )}
            </Press>
            {open === block.id && (
              <Opened
                block={block}
                set={taughtIn(sequence, block.id)}
                others={others}
                first={i === 0}
                last={i === placed.length - 1}
                at={i}
                {...{ kept, onKeep, onEdit }}
              />
            )}
            {notes
              .filter((n) => n.blockId === block.id && (n.level !== 'say' || open === block.id))
              .map((n) => (
                <p
                  key={n.text}
                  className={`text-small room:pl-[calc(3.2em+12px)] ${n.level === 'stop' ? 'font-semibold text-stop' : n.level === 'care' ? 'text-care' : 'text-soft'}`}
                >
                  {n.text}{' '}
                  {n.fix && (
                    <Press look="text" onClick={() => onEdit(n.fix!.edits)}>
                      {n.fix.says}
                    </Press>
                  )}
                </p>
              ))}
          </li>
        );
      })}
    </ol>
  );
}

type OpenedProps = Pick<Props, 'kept' | 'onKeep' | 'onEdit'> & {
  block: Block;
  set: string | null;
  others: ReturnType<typeof otherWays>;
  first: boolean;
  last: boolean;
  /** Its place among the blocks. */
  at: number;
};

/** How a block is done, what of it can be changed, and who does what in its place. */
function Opened(given: OpenedProps) {
  const { block, set, others } = given;
  const words = wordsOf(block);
  const drill = drillOf(block);
  return (
    <>
      <div className="grid grid-cols-[92px_1fr] items-center gap-x-3 py-2 room:grid-cols-[120px_minmax(0,1fr)_auto] room:pl-[calc(3.2em+12px)]">
        <Figure
          position={block.position}
          props={block.props}
          meant={drill?.props}
          breath={drill?.zones}
          figure={drill?.figure.start}
          hands={drill?.figure.hands}
          className="h-16 w-full"
        />
        <div className="min-w-0">
          <p className="text-small text-soft tabular-nums">
            {POSITION[block.position].label}
            {block.props.length > 0 && `, ${block.props.map((p) => PROP_NAME[p]).join(', ')}`} ·{' '}
            <span className="font-semibold text-ink">{printBreathing(block.breathing)}</span> ·{' '}
            {doseOf(block)}
            {describeTone(block.tone) && ` · ${describeTone(block.tone)}`}
          </p>
          {block.why.length > 0 && <p className="text-fine text-soft">{block.why.join('; ')}</p>}
        </div>
        <Change {...given} />
      </div>
      {set && <p className="text-small text-soft room:pl-[calc(3.2em+12px)]">{set}</p>}
      {others.length > 0 && (
        <ul
          aria-label={`Who does something else in ${words.name}`}
          className="mt-1 space-y-0.5 room:pl-[calc(3.2em+12px)]"
        >
          {others.map((o) => (
            <li key={o.says} className={`text-small ${o.kind === 'out' ? 'text-care' : ''}`}>
              <strong dir="auto">{o.who.join(', ')}</strong> – {o.says}
              {o.because.length > 0 && (
                <span className="block text-fine text-soft">{o.because.join('; ')}</span>
              )}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** Its exhale, its breaths and rounds, its place, and whether it stays. */
function Change({ block, first, last, at, kept, onKeep, onEdit }: OpenedProps) {
  const words = wordsOf(block);
  const on = { blockId: block.id };
  const paced = block.breathing.kind === 'paced' && !block.breathing.full ? block.breathing.pattern : null;
  return (
    <div
      role="group"
      aria-label={`Change ${words.name}`}
      className="col-span-2 flex flex-wrap items-center justify-end gap-1.5 text-small tabular-nums room:col-span-1 room:max-w-[21rem]"
    >
      {paced && (
        <Stepper
          label="out, s"
          step={0.5}
          value={paced.exhaleS}
          onValue={(seconds) => onEdit([{ kind: 'phase', ...on, phase: 'exhale', seconds }])}
        />
      )}
      {block.breathing.kind === 'free' && (
        <Stepper
          label="seconds"
          step={10}
          value={block.breathing.freeS}
          onValue={(seconds) => onEdit([{ kind: 'free', ...on, seconds }])}
        />
      )}
      {block.breathing.kind === 'paced' && (
        <Stepper
          label="breaths"
          step={1}
          value={block.dose.breaths}
          onValue={(breaths) => onEdit([{ kind: 'breaths', ...on, breaths }])}
        />
      )}
      <Stepper
        label="rounds"
        step={1}
        value={block.dose.rounds}
        onValue={(rounds) => onEdit([{ kind: 'rounds', ...on, rounds }])}
      />
      <Press
        look="tool"
        className="size-7"
        aria-label={`${words.name} earlier`}
        disabled={first}
        onClick={() => onEdit([{ kind: 'move', ...on, to: at - 1 }])}
      >
        <ArrowUp size={16} className="mx-auto" aria-hidden />
      </Press>
      <Press
        look="tool"
        className="size-7"
        aria-label={`${words.name} later`}
        disabled={last}
        onClick={() => onEdit([{ kind: 'move', ...on, to: at + 1 }])}
      >
        <ArrowDown size={16} className="mx-auto" aria-hidden />
      </Press>
      <Press
        look="tool"
        className="min-h-7 px-2"
        aria-pressed={kept.has(block.drillId)}
        aria-label={`Keep ${words.name} when it is planned again`}
        onClick={() => onKeep(block.drillId)}
      >
        keep
      </Press>
      <Press
        look="tool"
        className="min-h-7 px-2"
        aria-label={`Take out ${words.name}`}
        onClick={() => onEdit([{ kind: 'remove', ...on }])}
      >
        out
      </Press>
    </div>
  );
}
