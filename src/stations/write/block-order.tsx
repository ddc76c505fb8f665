'use client';

import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { horizontalListSortingStrategy, SortableContext, sortableKeyboardCoordinates, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import { drillById } from '@/core/drills/library';
import type { Block, Sequence } from '@/core/sequence/sequence';

type Props = { sequence: Sequence; selected: string | null; onSelect: (id: string) => void; onMove: (id: string, to: number) => void };

/** The order of the blocks: drag a grip, or focus it, press Enter, move with the arrows and press Enter again. */
export function BlockOrder({ sequence, selected, onSelect, onMove }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates, keyboardCodes: { start: ['Enter'], cancel: ['Escape'], end: ['Enter'] } }),
  );
  const ids = sequence.blocks.map((b) => b.id);
  const end = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) onMove(String(active.id), ids.indexOf(String(over.id)));
  };
  return (
    <DndContext id="order" sensors={sensors} collisionDetection={closestCenter} onDragEnd={end}>
      <SortableContext items={ids} strategy={horizontalListSortingStrategy}>
        <ol aria-label="Order of the blocks" className="flex gap-1">
          {sequence.blocks.map((block, i) => (
            <OrderItem key={block.id} block={block} place={i + 1} selected={selected === block.id} onSelect={() => onSelect(block.id)} />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

function OrderItem({ block, place, selected, onSelect }: { block: Block; place: number; selected: boolean; onSelect: () => void }) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: block.id });
  const name = drillById(block.drillId)?.name ?? block.drillId;
  return (
    <li ref={setNodeRef} style={{ transform: CSS.Translate.toString(transform), transition }} className={`flex min-w-0 flex-1 items-center border-[1.5px] bg-paper ${selected ? 'border-ink bg-sheet' : 'border-rule'}`}>
      <button type="button" {...attributes} {...listeners} aria-label={`Move ${name}, now ${place}`} className="flex h-7 w-6 shrink-0 cursor-grab touch-none items-center justify-center text-soft">
        <GripVertical size={15} aria-hidden />
      </button>
      <button type="button" onClick={onSelect} className="h-7 min-w-0 grow truncate pr-1 text-left text-[13px]" title={name}>{place}. {name}</button>
    </li>
  );
}
