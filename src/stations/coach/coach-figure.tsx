import type { CSSProperties } from 'react';
import { POSITION } from '@/core/body/positions';
import type { Phase } from '@/core/breath/pattern';
import type { Moment } from '@/core/run/coached';
import { drillOf, type Block } from '@/core/sequence/sequence';
import { Figure } from '@/pictures/figure';

/** Phases in which a move that is made on one of them has been made: that one, and the pause that follows it. */
const MADE: Record<'inhale' | 'exhale', readonly Phase[]> = {
  inhale: ['inhale', 'holdIn'],
  exhale: ['exhale', 'holdOut'],
};

/**
 * What the body does in a block; where the breath goes fills and empties with it. A drill that moves on a phase is shown
 * where it is now, one that moves as it comes at its start and its end.
 */
export function CoachFigure({ block, moment }: { block: Block; moment: Moment }) {
  const drill = drillOf(block);
  const { start, end, on } = drill?.figure ?? {};
  const shown = { position: block.position, props: block.props, meant: drill?.props, breath: drill?.zones };
  const moved =
    on !== undefined &&
    moment.kind === 'breath' &&
    (MADE[on] as readonly string[]).includes(moment.span.phase);
  const both = end !== undefined && on === undefined;
  return (
    <div
      className="space-y-2"
      style={{ '--breath': moment.kind === 'breath' ? moment.volume.toFixed(2) : 1 } as CSSProperties}
    >
      <Figure {...shown} figure={moved ? end : start} className={both ? 'h-28 w-full' : 'h-44 w-full'} />
      {both && <Figure {...shown} figure={end} className="h-28 w-full" title="where the move ends" />}
      <p className="text-lead">{POSITION[block.position].label}</p>
    </div>
  );
}
