'use client';

import type { Drill } from '@/core/drills/drill';
import type { LeftOut, Sequence } from '@/core/sequence/sequence';

export const LEFT_OUT_KIND: Record<LeftOut['kind'], string> = {
  safety: 'barred',
  prop: 'prop missing',
  unfit: 'not now',
  level: 'later',
  first: 'first another',
  unwanted: 'not wanted',
  notNeeded: 'not asked for',
  enough: 'enough without',
  noRoom: 'no room',
};

/** What was left out of the sequence, and by which rule. */
export function LeftOutList({ sequence, catalogue }: { sequence: Sequence; catalogue: readonly Drill[] }) {
  const inside = new Set(sequence.blocks.map((b) => b.drillId));
  const out = catalogue
    .filter((d) => !inside.has(d.id))
    .map((d) => ({ drill: d, left: sequence.leftOut.find((l) => l.drillId === d.id) ?? null }));
  return (
    <details className="border-t border-rule pt-1.5">
      <summary className="text-small font-semibold">Left out, and why ({out.length})</summary>
      <ul className="grid grid-cols-1 room:grid-cols-2 gap-x-10 pt-1">
        {out.map(({ drill, left }) => (
          <li key={drill.id} className="flex items-baseline gap-3 border-b border-rule py-1 text-small">
            <span className="w-24 shrink-0 text-soft">{left ? LEFT_OUT_KIND[left.kind] : 'taken out'}</span>
            <span>
              <span className="font-semibold">{drill.name}</span>{' '}
              <span className="text-soft">{left?.why}</span>
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}
