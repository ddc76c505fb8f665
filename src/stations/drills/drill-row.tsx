'use client';

import { POSITION } from '@/core/body/positions';
import type { Drill } from '@/core/drills/drill';
import { Figure } from '@/pictures/figure';
import { Press } from '@/ui/press';

type Props = { drill: Drill; open: boolean; own: boolean; retired: boolean; onOpen: () => void };

/** One drill in the list of the library. */
export const DrillRow = ({ drill: d, open, own, retired, onOpen }: Props) => (
  <Press
    look="row"
    aria-pressed={open}
    onClick={onOpen}
    className="flex items-center gap-3 border-b border-rule py-1.5 aria-pressed:bg-sheet"
  >
    <Figure
      position={d.positions[0]!}
      props={d.props}
      figure={d.figure.end ?? d.figure.start}
      className="h-12 w-[72px] shrink-0"
    />
    <span>
      <span className={`block leading-tight font-semibold ${retired ? 'line-through' : ''}`}>{d.name}</span>
      <span className="block text-fine text-soft">
        {d.stage} · {POSITION[d.positions[0]!].label}
        {own ? ' · your own' : ''}
      </span>
    </span>
  </Press>
);
