'use client';

import { useMemo, useRef, useState, type PointerEvent } from 'react';
import type { Prop } from '@/core/body/props';
import { durationS } from '@/core/breath/timeline';
import { aimsOf } from '@/core/drills/aim-cues';
import { STAGES, type Drill, type Stage } from '@/core/drills/drill';
import { drillMatches } from '@/core/safety/search';
import { NEED_LABEL } from '@/core/aims/needs';
import type { Flags } from '@/core/screen/flags';
import { isOpen, verdictFor } from '@/core/safety/verdict';
import { blockFor } from '@/core/sequence/alternatives';
import { fullHoldBar, type BlockClient } from '@/core/sequence/make-block';
import { clock, type Block, type LeftOut } from '@/core/sequence/sequence';
import { Figure } from '@/pictures/figure';
import { LEFT_OUT_KIND } from './left-out-list';
import { Press } from '@/ui/press';
import { labelled, Select } from '@/ui/select';

type Props = {
  catalogue: readonly Drill[];
  flags: Flags;
  props: readonly Prop[];
  client: BlockClient;
  leftOut: readonly LeftOut[];
  /** Puts a block in behind the chosen one. */
  onPut: (block: Block) => void;
  /** While a card is dragged; null when it is let go outside, `drop` when it is let go. */
  onDrag: (at: { x: number; y: number } | null, drop?: Block) => void;
};

/** The drills that can go into the sequence, to be dragged onto the staves or put in with Enter; the barred ones say why. */
export function Shelf({ catalogue, flags, props, client, leftOut, onPut, onDrag }: Props) {
  const [stage, setStage] = useState<Stage | ''>('');
  const [words, setWords] = useState('');
  const [ghost, setGhost] = useState<{ x: number; y: number; name: string } | null>(null);
  const press = useRef<{ block: Block; name: string; x: number; y: number; dragged: boolean } | null>(null);
  const cards = useMemo(
    () =>
      catalogue.map((drill) => {
        const verdict = verdictFor(drill, flags, props);
        const block = blockFor(drill, { flags, props, client });
        const full = block === null && isOpen(verdict) ? fullHoldBar(client) : null;
        return {
          drill,
          block,
          missing: verdict.status === 'missing',
          why: full ?? verdict.reasons.map((r) => r.text).join('; '),
          left: leftOut.find((l) => l.drillId === drill.id),
        };
      }),
    [catalogue, flags, props, client, leftOut],
  );
  const shown = cards
    .filter((c) => (stage === '' || c.drill.stage === stage) && drillMatches(c.drill, words))
    .sort((a, b) => Number(a.block === null) - Number(b.block === null));
  const down = (event: PointerEvent<HTMLButtonElement>, block: Block, name: string) => {
    press.current = { block, name, x: event.clientX, y: event.clientY, dragged: false };
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const move = (event: PointerEvent) => {
    const p = press.current;
    if (!p || (!p.dragged && Math.hypot(event.clientX - p.x, event.clientY - p.y) < 6)) return;
    p.dragged = true;
    setGhost({ x: event.clientX, y: event.clientY, name: p.name });
    onDrag({ x: event.clientX, y: event.clientY });
  };
  const up = (event: PointerEvent) => {
    const p = press.current;
    if (p?.dragged) onDrag({ x: event.clientX, y: event.clientY }, p.block);
    setGhost(null);
  };
  return (
    <section aria-label="Shelf of drills" className="border-t border-rule pt-1.5">
      <div className="flex items-baseline gap-4 pb-1.5 text-small">
        <strong>Shelf</strong>
        <Select<Stage | ''>
          hideLabel
          look="pale"
          label="Stage on the shelf"
          value={stage}
          onValue={setStage}
          options={[{ value: '', label: 'every stage' }, ...labelled(STAGES, (s) => s)]}
        />
        <input
          aria-label="Find on the shelf"
          placeholder="find: back ribs, wall, side …"
          className="w-56 border-b-[1.5px] border-rule bg-transparent"
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
        <span className="ml-auto text-soft">
          Drag a drill onto the staves, or press it to put it after the chosen block. {shown.length} shown.
        </span>
      </div>
      <ul className="flex gap-2 overflow-x-auto pb-1" tabIndex={0} aria-label="Drills on the shelf">
        {shown.map(({ drill, block, why, left, missing }) => (
          <li key={drill.id} className="w-[168px] shrink-0">
            {block ? (
              <Press
                look="tool"
                aria-label={`Put in: ${drill.name}`}
                className="h-[92px] w-full touch-none px-1.5 py-1 text-left"
                onPointerDown={(e) => down(e, block, drill.name)}
                onPointerMove={move}
                onPointerUp={up}
                onPointerCancel={() => {
                  setGhost(null);
                  onDrag(null);
                }}
                onClick={() => {
                  if (!press.current?.dragged) onPut(block);
                  press.current = null;
                }}
              >
                <span className="flex items-end justify-between">
                  <Figure
                    position={block.position}
                    props={block.props}
                    figure={drill.figure.start}
                    hands={drill.figure.hands}
                    breath={drill.zones}
                    meant={drill.props}
                    className="h-9 w-16"
                  />
                  <span className="text-tiny text-soft tabular-nums">
                    {clock(block.setUpS + durationS(block.breathing, block.dose))}
                  </span>
                </span>
                <span className="line-clamp-1 text-fine leading-tight font-semibold">{drill.name}</span>
                <span className="line-clamp-1 text-tiny text-soft">
                  {left
                    ? `${LEFT_OUT_KIND[left.kind]}: ${left.why}`
                    : aimsOf(drill)
                        .slice(0, 2)
                        .map((n) => NEED_LABEL[n])
                        .join(', ')}
                </span>
              </Press>
            ) : (
              <div
                className="h-[92px] border-[1.5px] border-dashed border-rule px-1.5 py-1 text-soft"
                title={why}
              >
                <span className={`block text-tiny ${missing ? 'text-tone' : 'text-stop'}`}>
                  {missing ? 'prop missing' : 'barred'}
                </span>
                <span className={`line-clamp-1 text-fine leading-tight ${missing ? '' : 'line-through'}`}>
                  {drill.name}
                </span>
                <span className="line-clamp-2 text-tiny leading-tight">{why}</span>
              </div>
            )}
          </li>
        ))}
        {shown.length === 0 && (
          <li className="py-4 text-soft">
            Nothing on the shelf has these words. Take one away, or choose every stage.
          </li>
        )}
      </ul>
      {ghost && (
        <div
          aria-hidden
          className="pointer-events-none fixed z-50 border-[1.5px] border-ink bg-sheet px-2 py-1 text-fine font-semibold"
          style={{ left: ghost.x + 10, top: ghost.y + 8 }}
        >
          {ghost.name}
        </div>
      )}
    </section>
  );
}
