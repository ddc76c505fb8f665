'use client';

import { drawFigure } from '@/core/body/figure/draw';
import { bestView } from '@/core/body/figure/figures';
import { missedSaid } from '@/core/body/figure/said';
import { PROPS } from '@/core/body/props';
import type { Result } from '@/core/base/result';
import type { Drill } from '@/core/drills/drill';
import { blockFor } from '@/core/sequence/alternatives';
import { Figure } from '@/pictures/figure';
import { Staves } from '@/pictures/staves';
import { Notice } from '@/ui/notice';

const PREVIEW_S = 1.6;

/** A drill that is being made, as it will be seen. */
export function DrillPreview({ made }: { made: Result<Drill> }) {
  if (!made.ok)
    return (
      <aside aria-label="Preview">
        <Notice level="care">Not whole yet: {made.why}.</Notice>
      </aside>
    );
  const drill = made.value;
  const block = blockFor(drill, { flags: {}, props: [...PROPS] })!;
  const { start, hands } = drill.figure;
  const { missed } = drawFigure({
    position: block.position,
    view: bestView(block.position, start),
    ...(start ? { figure: start } : {}),
    ...(hands ? { hands } : {}),
  });
  return (
    <aside aria-label="Preview" className="space-y-3">
      <div className="flex items-end gap-4">
        <Figure
          position={block.position}
          props={block.props}
          figure={start}
          hands={hands}
          className="h-28 w-48"
        />
        {drill.figure.end && (
          <Figure
            position={block.position}
            props={block.props}
            figure={drill.figure.end}
            className="h-28 w-48"
            title="where the move ends"
          />
        )}
      </div>
      {missed.map((m) => (
        <Notice key={m.limb} level="care">
          {missedSaid(m)}
        </Notice>
      ))}
      <div className="overflow-x-auto border-y border-rule" tabIndex={0} role="region" aria-label="Its stave">
        <Staves
          sequence={{
            minutes: 3,
            school: 'lowQuiet',
            blocks: [{ ...block, id: 'preview' }],
            relook: { test: 'rings', position: block.position, lengthS: 30 },
            leftOut: [],
          }}
          scale={PREVIEW_S}
        />
      </div>
      <p className="text-fine text-soft">As a client without flags would have it, with every prop at hand.</p>
    </aside>
  );
}
