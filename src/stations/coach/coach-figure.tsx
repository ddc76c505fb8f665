import type { CSSProperties } from 'react';
import { POSITION } from '@/core/body/positions';
import type { Moment } from '@/core/run/coached';
import { drillOf, type Block } from '@/core/sequence/sequence';
import { Figure } from '@/pictures/figure';

/** What the body does in a block, and where the move ends; where the breath goes fills and empties with it. */
export function CoachFigure({ block, moment }: { block: Block; moment: Moment }) {
  const drill = drillOf(block);
  const { start, end } = drill?.figure ?? {};
  const shown = { position: block.position, props: block.props, meant: drill?.props, breath: drill?.zones };
  return (
    <div
      className="space-y-2"
      style={{ '--breath': moment.kind === 'breath' ? moment.volume.toFixed(2) : 1 } as CSSProperties}
    >
      <Figure {...shown} figure={start} className={end ? 'h-28 w-full' : 'h-44 w-full'} />
      {end && <Figure {...shown} figure={end} className="h-28 w-full" title="where the move ends" />}
      <p className="text-lead">{POSITION[block.position].label}</p>
    </div>
  );
}
