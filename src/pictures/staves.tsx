'use client';

import { useEffect, useMemo, useRef, useState, type PointerEvent, type RefObject } from 'react';
import { dropIndex, lengthTo } from '@/core/sequence/lengthen';
import { clock, layoutOf, nameOf, type PlacedBlock, type Sequence } from '@/core/sequence/sequence';
import type { Edit } from '@/core/sequence/edit';
import { setNumber } from '@/core/sequence/set-block';
import { StaveBlock } from './stave-block';
import { StaveGate, StaveGrid, StaveRelook } from './stave-grid';
import { STAVE, STAVE_LEFT } from './stave-lines';

/** How a block was pointed at: alone, with those up to it, or added to what is chosen. */
export type PickHow = 'only' | 'upTo' | 'toggle';

type Props = {
  sequence: Sequence;
  /** Picture units a second. */
  scale: number;
  selected?: ReadonlySet<string>;
  marked?: ReadonlyMap<string, 'stop' | 'care'>;
  playheadS?: number;
  /** What comes before the first block and after the last, in a lesson: the sign at both ends. */
  sign?: { leadS: number };
  /** What has to be so before a block: a bar stands there. */
  gates?: ReadonlyMap<string, string>;
  /** Where something that is dragged in from outside would stand; null: nowhere. */
  dropAt?: number | null;
  onPick?: (blockId: string, how: PickHow) => void;
  /** The dragged blocks are to stand at that place among the others. */
  onMove?: (blockIds: string[], to: number) => void;
  /** A drag carries what was grabbed alone, whatever is selected. */
  alone?: boolean;
  /** While an edge is dragged, every change; `done` with the last. */
  onLengthen?: (edit: Edit | null, done: boolean) => void;
};

type Drag =
  | { kind: 'move'; id: string; fromX: number; dx: number; ids: string[] }
  | { kind: 'lengthen'; placed: PlacedBlock };

/** A press becomes a drag after so many pixels. */
const SLACK_PX = 4;
const NONE: ReadonlySet<string> = new Set();

/**
 * The sequence on five staves over one time axis: position, breath, tone, movement, cue. Blocks are dragged to move,
 * their right edge to lengthen.
 */
export function Staves({
  sequence,
  scale,
  selected = NONE,
  marked,
  playheadS,
  sign,
  gates,
  dropAt = null,
  onPick,
  onMove,
  alone = false,
  onLengthen,
}: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const layout = useMemo(() => layoutOf(sequence), [sequence]);
  const leadS = sign?.leadS ?? 0;
  const length = Math.max(leadS + layout.totalS, sequence.minutes * 60);
  const width = STAVE_LEFT + length * scale + 16;
  const x = (t: number) => STAVE_LEFT + (leadS + t) * scale;
  const secondAt = (clientX: number): number =>
    (clientX - svg.current!.getBoundingClientRect().left - STAVE_LEFT) / scale - leadS;
  const moving = drag?.kind === 'move' && Math.abs(drag.dx) > SLACK_PX ? drag : null;
  const target = moving ? dropIndex(layout, pointerS(moving, layout.placed, scale), moving.ids) : null;

  const down = (event: PointerEvent) => {
    if (event.button !== 0) return;
    const on = event.target as Element;
    const grip = on.closest('[data-lengthen]')?.getAttribute('data-lengthen');
    const id = grip ?? on.closest('[data-block]')?.getAttribute('data-block');
    if (!id) return;
    const how: PickHow = event.shiftKey ? 'upTo' : event.ctrlKey || event.metaKey ? 'toggle' : 'only';
    if (grip && onLengthen)
      setDrag({ kind: 'lengthen', placed: layout.placed.find((p) => p.block.id === grip)! });
    else if (how !== 'only' || !onMove) return onPick?.(id, how);
    else
      setDrag({
        kind: 'move',
        id,
        fromX: event.clientX,
        dx: 0,
        ids:
          selected.has(id) && !alone
            ? sequence.blocks.filter((b) => selected.has(b.id)).map((b) => b.id)
            : [id],
      });
    svg.current!.setPointerCapture(event.pointerId);
    event.preventDefault();
  };
  const move = (event: PointerEvent) => {
    if (drag?.kind === 'move') setDrag({ ...drag, dx: event.clientX - drag.fromX });
    if (drag?.kind === 'lengthen')
      onLengthen?.(lengthTo(drag.placed.block, secondAt(event.clientX) - drag.placed.workStartS), false);
  };
  const up = (event: PointerEvent) => {
    if (drag?.kind === 'move') {
      if (moving && target !== null) onMove?.(moving.ids, target);
      else {
        onPick?.(drag.id, 'only');
        svg.current?.querySelector<SVGGElement>(`[data-block="${CSS.escape(drag.id)}"]`)?.focus();
      }
    }
    if (drag?.kind === 'lengthen')
      onLengthen?.(lengthTo(drag.placed.block, secondAt(event.clientX) - drag.placed.workStartS), true);
    setDrag(null);
  };
  const drop = target ?? dropAt;
  const rest = moving ? layout.placed.filter((p) => !moving.ids.includes(p.block.id)) : layout.placed;
  const dropX = drop === null ? null : x(rest[drop]?.startS ?? rest.at(-1)?.endS ?? 0);
  const firstId = sequence.blocks.find((b) => selected.has(b.id))?.id ?? sequence.blocks[0]?.id;
  useFocusFollows(svg, onPick ? firstId : undefined);
  return (
    <svg
      ref={svg}
      width={width}
      height={STAVE.end + 26}
      viewBox={`0 0 ${width} ${STAVE.end + 26}`}
      role="group"
      aria-label={`Sequence, ${layout.placed.length} blocks, ${clock(layout.totalS)}`}
      className="select-none"
      onPointerDown={onPick ? down : undefined}
      onPointerMove={drag ? move : undefined}
      onPointerUp={drag ? up : undefined}
      onPointerCancel={
        drag
          ? () => {
              setDrag(null);
              if (drag.kind === 'lengthen') onLengthen?.(null, true);
            }
          : undefined
      }
      onKeyDown={(e) => {
        const id = (e.target as Element).closest?.('[data-block]')?.getAttribute('data-block');
        if ((e.key !== 'Enter' && e.key !== ' ') || !id) return;
        e.preventDefault();
        onPick?.(id, e.shiftKey ? 'upTo' : 'only');
      }}
    >
      <StaveGrid lengthS={length} width={width} scale={scale} />
      {sign && <StaveRelook startS={0} endS={leadS} scale={scale} says="Ask, sign" />}
      {layout.placed.map((placed) => (
        <g
          key={placed.block.id}
          transform={`translate(${x(placed.startS) + (moving?.ids.includes(placed.block.id) ? moving.dx : 0)},0)`}
          opacity={moving?.ids.includes(placed.block.id) ? 0.55 : undefined}
        >
          <StaveBlock
            block={placed.block}
            prepS={placed.workStartS - placed.startS}
            scale={scale}
            selected={selected.has(placed.block.id)}
            marked={marked?.get(placed.block.id) ?? null}
            live={onPick !== undefined}
            tabbable={placed.block.id === firstId}
            label={labelOf(placed, marked?.get(placed.block.id))}
          />
          {gates?.has(placed.block.id) && (
            <StaveGate at={(placed.workStartS - placed.startS) * scale} says={gates.get(placed.block.id)!} />
          )}
        </g>
      ))}
      <StaveRelook
        startS={leadS + layout.relook.startS}
        endS={leadS + layout.relook.endS}
        scale={scale}
        says={sign ? 'Sign again' : 'Look again'}
      />
      <line
        x1={x(sequence.minutes * 60 - leadS)}
        x2={x(sequence.minutes * 60 - leadS)}
        y1={4}
        y2={STAVE.end}
        stroke="var(--ink)"
        strokeWidth="1.2"
        strokeDasharray="2 4"
      />
      {dropX !== null && (
        <rect data-testid="drop" x={dropX - 2.5} y={0} width={5} height={STAVE.end} fill="var(--rise)" />
      )}
      {playheadS !== undefined && (
        <line
          x1={x(playheadS)}
          x2={x(playheadS)}
          y1={0}
          y2={STAVE.end}
          stroke="var(--stop)"
          strokeWidth="2"
        />
      )}
    </svg>
  );
}

/**
 * The focus goes with the choice while it is in the staves, and comes to them where what had it was taken away; what has it
 * is brought into view.
 */
function useFocusFollows(svg: RefObject<SVGSVGElement | null>, firstId: string | undefined): void {
  const last = useRef(firstId);
  useEffect(() => {
    if (firstId === undefined || last.current === firstId) return;
    last.current = firstId;
    const has = document.activeElement;
    if (has !== document.body && !(svg.current?.contains(has) && has?.closest('[data-block]'))) return;
    svg.current?.querySelector<SVGGElement>(`[data-block="${CSS.escape(firstId)}"]`)?.focus();
  }, [svg, firstId]);
}

/** The middle of what is dragged, in seconds: where it would be dropped. */
function pointerS(
  drag: Extract<Drag, { kind: 'move' }>,
  placed: readonly PlacedBlock[],
  scale: number,
): number {
  const own = placed.find((p) => p.block.id === drag.id)!;
  return (own.startS + own.endS) / 2 + drag.dx / scale;
}

const labelOf = (placed: PlacedBlock, mark: 'stop' | 'care' | undefined): string =>
  `${nameOf(placed.block)}${setNumber(placed.block.id) > 1 ? `, set ${setNumber(placed.block.id)}` : ''}, ${clock(placed.endS - placed.startS)}${mark === 'stop' ? ', breaks a rule' : mark === 'care' ? ', with a caution' : ''}`;
