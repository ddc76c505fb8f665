'use client';

import type { Prop } from '@/core/body/props';
import { drillById, LIBRARY } from '@/core/drills/library';
import type { Flags } from '@/core/screen/flags';
import { blockFor } from '@/core/sequence/alternatives';
import type { Block, LeftOut, Sequence } from '@/core/sequence/sequence';

const KIND: Record<LeftOut['kind'], string> = { safety: 'barred', prop: 'no prop', level: 'later', notNeeded: 'not asked for', noRoom: 'no room' };

/** What was left out of the sequence and why; what is allowed can be put in after the chosen block. */
export function LeftOutList({ sequence, flags, props, onPut }: { sequence: Sequence; flags: Flags; props: readonly Prop[]; onPut: (block: Block) => void }) {
  const inside = new Set(sequence.blocks.map((b) => b.drillId));
  const out = LIBRARY.filter((d) => !inside.has(d.id)).map((d) => ({ drill: d, left: sequence.leftOut.find((l) => l.drillId === d.id) ?? null, block: blockFor(d, flags, props) }));
  return (
    <details className="border-t border-rule pt-2">
      <summary className="text-[15px] font-semibold">Left out, and why ({out.length})</summary>
      <ul className="grid grid-cols-2 gap-x-10 pt-1">
        {out.map(({ drill, left, block }) => (
          <li key={drill.id} className="flex items-baseline gap-3 border-b border-rule py-1 text-[14px]">
            <span className="w-24 shrink-0 text-soft">{left ? KIND[left.kind] : 'taken out'}</span>
            <span className="grow">
              <span className="font-semibold">{drillById(drill.id)!.name}</span> <span className="text-soft">{left?.why}</span>
            </span>
            {block && (
              <button type="button" className="shrink-0 underline underline-offset-4" onClick={() => onPut(block)} aria-label={`Put in: ${drill.name}`}>Put in</button>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}
