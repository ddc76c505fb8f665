import type { CSSProperties } from 'react';
import { POSITION } from '@/core/body/positions';
import type { Phase } from '@/core/breath/pattern';
import type { Moment } from '@/core/run/coached';
import { drillOf, type Block } from '@/core/sequence/sequence';
import { Figure, MovingFigure } from '@/pictures/figure';

/** Phases in which a move that is made on one of them is made or has been: that one, and the pause that follows it. */
const MADE: Record<'inhale' | 'exhale', readonly Phase[]> = {
  inhale: ['inhale', 'holdIn'],
  exhale: ['exhale', 'holdOut'],
};

type Props = { block: Block; moment: Moment; named?: boolean };

/**
 * What the body does in a block; where the breath goes fills and empties with it. A drill that moves on a phase moves
 * with it, one that moves as it comes at its start and its end.
 */
export function CoachFigure({ block, moment, named = true }: Props) {
  const drill = drillOf(block);
  const { start, end, on, hands } = drill?.figure ?? {};
  const shown = { position: block.position, props: block.props, meant: drill?.props, breath: drill?.zones };
  const volume = moment.kind === 'breath' ? moment.volume : null;
  // A move that is made on a phase goes with the air: with what comes in, or with what is out.
  const share = volume === null ? 0 : on === 'inhale' ? volume : 1 - volume;
  const made =
    on !== undefined &&
    moment.kind === 'breath' &&
    (MADE[on] as readonly string[]).includes(moment.span.phase);
  const both = end !== undefined && on === undefined;
  return (
    <div
      className="space-y-2"
      style={{ '--breath': volume === null ? 1 : volume.toFixed(2) } as CSSProperties}
    >
      {end && on ? (
        <MovingFigure
          {...shown}
          figure={start}
          hands={hands}
          end={end}
          share={share}
          made={made}
          className="h-44 w-full"
        />
      ) : (
        <Figure {...shown} figure={start} hands={hands} className={both ? 'h-28 w-full' : 'h-44 w-full'} />
      )}
      {both && (
        <Figure {...shown} figure={end} hands={hands} className="h-28 w-full" title="where the move ends" />
      )}
      {named && <p className="text-lead">{POSITION[block.position].label}</p>}
    </div>
  );
}
