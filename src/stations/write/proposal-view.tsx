'use client';

import { useEffect, useRef, useState } from 'react';
import { clock, layoutOf, type Sequence } from '@/core/sequence/sequence';
import { STAVE_LEFT } from '@/pictures/stave-lines';
import { Staves } from '@/pictures/staves';

/** A proposal as it would lie on the staves, as wide as there is room, with why it is so and what stays open. */
export function ProposalView({ sequence, waiting }: { sequence: Sequence; waiting: boolean }) {
  const frame = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(1150);
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    if (frame.current) watch.observe(frame.current);
    return () => watch.disconnect();
  }, []);
  const { totalS } = layoutOf(sequence);
  const openS = sequence.minutes * 60 - totalS;
  const lengthS = Math.max(totalS, sequence.minutes * 60);
  return (
    <div ref={frame} className={waiting ? 'opacity-60' : undefined} aria-busy={waiting}>
      <div className="overflow-hidden">
        <Staves sequence={sequence} scale={Math.max(0.1, (width - STAVE_LEFT - 20) / lengthS)} />
      </div>
      <p className="max-w-[110ch] pt-2">{sequence.said}</p>
      <p className="text-small text-soft tabular-nums">
        {sequence.blocks.length} drills, {clock(totalS)}
        {openS >= 30 && `; ${clock(openS)} open for talk and rest`}.
      </p>
    </div>
  );
}
