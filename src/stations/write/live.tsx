'use client';

import type { ComponentProps } from 'react';
import { spentS } from '@/core/sequence/lesson';
import { clock, layoutOf, type Sequence } from '@/core/sequence/sequence';
import { Staves } from '@/pictures/staves';
import { useDrafted, type DraftStore } from './use-sequence-editor';

type Props = { kept: Sequence; draft: DraftStore };

/** The staves with what is being dragged on them. */
export const LiveStaves = ({
  kept,
  draft,
  ...rest
}: Props & Omit<ComponentProps<typeof Staves>, 'sequence'>) => (
  <Staves sequence={useDrafted(kept, draft)} {...rest} />
);

/** What a lesson takes before its first block and after the sign, s; the sign again stands in the place of the look. */
const aroundS = ({ sign, homeS }: NonNullable<Sequence['lesson']>): number => spentS(sign.time) + homeS;

/** Below this, seconds, the time is said to be met. */
const MET_S = 0.5;

/** The time in all, while something is dragged too. */
export function LiveTotal({ kept, draft }: Props) {
  const { minutes, blocks, relook, lesson } = useDrafted(kept, draft);
  const totalS = layoutOf({ blocks, relook }).totalS + (lesson ? aroundS(lesson) : 0);
  const over = totalS - minutes * 60;
  return (
    <>
      <span data-testid="total" className={over > MET_S ? 'font-bold text-stop' : 'font-semibold'}>
        {clock(totalS)}
      </span>{' '}
      of {minutes}:00
      {over > MET_S
        ? `, ${clock(over)} too long`
        : over < -MET_S
          ? `, ${clock(-over)} free`
          : ', to the second'}
    </>
  );
}
