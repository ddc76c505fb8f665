'use client';

import { useMemo } from 'react';
import { durationS } from '@/core/breath/timeline';
import { alternativesFor } from '@/core/sequence/alternatives';
import type { CheckClient } from '@/core/sequence/check';
import { clock, drillOf, nameOf, type Block } from '@/core/sequence/sequence';
import { Figure } from '@/pictures/figure';
import { Dialog } from '@/ui/dialog';
import { Press } from '@/ui/press';

type Props = { block: Block; client: CheckClient; onTake: (other: Block) => void; onClose: () => void };

/** The drills that could stand in a block's place. */
export function BlockSwap({ block, client, onTake, onClose }: Props) {
  const alternatives = useMemo(() => alternativesFor(block, client), [block, client]);
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={`In place of “${nameOf(block)}”`}
      description="Drills of the same stage that this client may do, those that serve the same first."
    >
      {alternatives.length === 0 && <p>No other drill fits here. The shelf has all of them.</p>}
      <ul>
        {alternatives.map((other) => (
          <li key={other.drillId} className="border-b border-rule">
            <Press look="row" className="flex items-center gap-4 py-2" onClick={() => onTake(other)}>
              <Figure
                position={other.position}
                props={other.props}
                figure={drillOf(other)?.figure.start}
                hands={drillOf(other)?.figure.hands}
                breath={drillOf(other)?.zones}
                meant={drillOf(other)?.props}
                className="h-12 w-20"
              />
              <span className="grow">{nameOf(other)}</span>
              <span className="text-soft tabular-nums">
                {clock(other.setUpS + durationS(other.breathing, other.dose))}
              </span>
            </Press>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
