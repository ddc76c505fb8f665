'use client';

import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { POSITION } from '@/core/body/positions';
import { PROP_LABEL } from '@/core/body/props';
import { ratePerMin } from '@/core/breath/pattern';
import { durationS } from '@/core/breath/timeline';
import { liftedBy } from '@/core/load/lift';
import type { ClientPlan } from '@/core/propose/input';
import { contributionsOf } from '@/core/propose/contributions';
import { verdictFor } from '@/core/safety/verdict';
import { easierThan, harderThan, inPosition } from '@/core/sequence/alternatives';
import type { CheckClient, Problem } from '@/core/sequence/check';
import type { Edit } from '@/core/sequence/edit';
import { clock, drillOf, nameOf, type Block, type Sequence } from '@/core/sequence/sequence';
import { Figure } from '@/pictures/figure';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { labelled, Select } from '@/ui/select';
import { BlockLengths } from './block-lengths';
import { BlockReasons } from './block-reasons';
import { BlockTone } from './block-tone';
import type { LessonWhom } from './use-lesson';

const LoadPlanner = dynamic(() => import('./load-planner').then((m) => m.LoadPlanner), {
  ssr: false,
});
const LessonBlock = dynamic(() => import('./lesson-block').then((m) => m.LessonBlock), { ssr: false });
const BlockSwap = dynamic(() => import('./block-swap').then((m) => m.BlockSwap), { ssr: false });

type Props = {
  block: Block;
  client: CheckClient;
  problems: readonly Problem[];
  /** The sequence that it stands in, and the client's needs: what the block adds is told by them. */
  sequence: Sequence;
  plan: ClientPlan;
  whom: LessonWhom;
  /** Everything about it is shown, and not only what is changed most. */
  more: boolean;
  onEdit: (edit: Edit) => void;
  onFix: (problem: Problem) => void;
  onTake: (next: Sequence) => void;
};

/** Everything about one block: lengths, dose, tone, position, cue, and why it is here. */
export function BlockEditor({
  block,
  client,
  problems,
  sequence,
  plan,
  whom,
  more,
  onEdit,
  onFix,
  onTake,
}: Props) {
  const { flags, props } = client;
  const [swapping, setSwapping] = useState(false);
  const drill = drillOf(block);
  const verdict = useMemo(() => (drill ? verdictFor(drill, flags, props) : null), [drill, flags, props]);
  const adds = useMemo(() => contributionsOf(sequence, plan)[block.id], [sequence, plan, block.id]);
  const easier = useMemo(() => easierThan(block, client), [block, client]);
  const harder = useMemo(() => harderThan(block, client), [block, client]);
  if (!drill || !verdict)
    return <Notice level="stop">This drill is not in the library of this Kokyu; take the block out.</Notice>;
  const on = { blockId: block.id };
  const replace = (other: Block | null) => other && onEdit({ kind: 'replace', ...on, block: other });
  return (
    <section
      aria-label={`Block: ${nameOf(block)}`}
      className="grid grid-cols-1 desk:grid-cols-[140px_minmax(0,1fr)_312px] gap-6 border-t border-rule pt-2.5"
    >
      <div>
        <Figure
          position={block.position}
          props={block.props}
          figure={drill.figure.start}
          hands={drill.figure.hands}
          breath={drill.zones}
          meant={drill.props}
          className="h-24 w-full"
        />
        {more ? (
          <Select
            hideLabel
            look="line"
            label="Position"
            value={block.position}
            onValue={(position) => replace(inPosition(block, position, client))}
            options={labelled([...new Set([block.position, ...verdict.positions])], (p) => POSITION[p].label)}
          />
        ) : (
          <p className="text-small">{POSITION[block.position].label}</p>
        )}
        {block.props.length > 0 && (
          <p className="pt-1 text-fine text-soft">with {block.props.map((p) => PROP_LABEL[p]).join(', ')}</p>
        )}
      </div>
      <div className="space-y-2.5">
        <div className="flex items-baseline gap-4">
          <h3 className="text-title">{nameOf(block)}</h3>
          <span className="text-small text-soft tabular-nums">
            {clock(durationS(block.breathing, block.dose))}
            {block.breathing.kind === 'paced' &&
              ` · ${shortly(ratePerMin(block.breathing.pattern))} a minute`}
          </span>
        </div>
        {sequence.lesson ? (
          <LessonBlock blockId={block.id} sequence={sequence} whom={whom} onTake={onTake} />
        ) : (
          <BlockLengths block={block} more={more} onEdit={onEdit} />
        )}
        <BlockTone
          block={block}
          more={more}
          liftBarred={drill.tone.floor === 'lift' && verdict.tone.floor !== 'lift'}
          onEdit={onEdit}
        />
      </div>
      <div className="space-y-2 text-small">
        <BlockReasons block={block} problems={problems} adds={adds} onFix={onFix} />
        <div className="flex flex-wrap gap-1.5">
          <Button
            disabled={!easier}
            onClick={() => replace(easier)}
            title={easier ? nameOf(easier) : undefined}
          >
            Easier
          </Button>
          <Button
            disabled={!harder}
            onClick={() => replace(harder)}
            title={harder ? nameOf(harder) : undefined}
          >
            Harder
          </Button>
          <Button onClick={() => setSwapping(true)}>Swap</Button>
        </div>
      </div>
      {drill.lift && (
        <details className="col-span-3 border-t border-rule pt-1.5">
          <summary className="text-small font-semibold">When to breathe in this lift</summary>
          <div className="pt-2">
            <LoadPlanner
              flags={flags}
              initial={drill.lift}
              client={client.client}
              onUse={(plan) =>
                onEdit({ kind: 'replace', ...on, block: liftedBy(block, plan, client.client ?? {}) })
              }
            />
          </div>
        </details>
      )}
      {swapping && (
        <BlockSwap
          block={block}
          client={client}
          onClose={() => setSwapping(false)}
          onTake={(other) => {
            replace(other);
            setSwapping(false);
          }}
        />
      )}
    </section>
  );
}

const shortly = (n: number): string => n.toFixed(2).replace(/\.?0+$/, '');
