'use client';

import { useState } from 'react';
import { BREATHLESS } from '@/core/run/recorded';
import { resultName, type BlockResult } from '@/core/run/run';
import type { RunEvent } from '@/core/run/step';
import type { Sequence } from '@/core/sequence/sequence';
import { Press } from '@/ui/press';
import { List } from '@/ui/select';
import { NoteField } from './note-field';

type Props = {
  /** Quality alone, where there is room for no more. */
  brief?: boolean;
  sequence: Sequence;
  rated: BlockResult;
  /** The quality that was measured, where the breath was followed; the instructor has the last word. */
  measured: Readonly<Record<string, number>>;
  on: (event: RunEvent) => void;
};

/** How the block before went: quality, breathlessness, a note. */
export function RateStrip({ brief = false, sequence, rated, measured, on }: Props) {
  // While a note is written the strip stays with its block, though the run has gone on.
  const [written, setWritten] = useState<BlockResult | null>(null);
  const shown = written ?? rated;
  const name = resultName(sequence, shown);
  return (
    <div role="group" aria-label={`How was ${name}?`} className="flex flex-wrap items-center gap-2">
      <span className="text-lead">How was “{name}”?</span>
      {[1, 2, 3, 4, 5].map((q) => (
        <Press
          look="tool"
          key={q}
          aria-pressed={shown.quality === q}
          aria-label={`${q} of 5`}
          onClick={() => {
            on({ kind: 'rate', blockId: shown.blockId, quality: q });
            if (written) setWritten({ ...written, quality: q });
          }}
          className="size-11 text-lead font-semibold"
        >
          {q}
        </Press>
      ))}
      {measured[shown.blockId] !== undefined && (
        <span className="text-lead text-soft" data-testid="measured">
          measured: {measured[shown.blockId]}
        </span>
      )}
      {!brief && (
        <>
          <List
            look="box"
            aria-label={`Breathless after ${name}, 0 to 10`}
            value={shown.breathless ?? ''}
            onChange={(e) => {
              if (e.target.value === '') return;
              const value = Number(e.target.value);
              on({ kind: 'breathless', blockId: shown.blockId, value });
              if (written) setWritten({ ...written, breathless: value });
            }}
            className="min-h-11 max-w-44"
          >
            <option value="">breathless?</option>
            {BREATHLESS.map(([value, word]) => (
              <option key={value} value={value}>
                {value} {word}
              </option>
            ))}
          </List>
          <NoteField
            key={shown.blockId}
            label={`Note on ${name}`}
            note={shown.note}
            onNote={(text) => on({ kind: 'note', blockId: shown.blockId, text })}
            onWriting={(writing) => setWritten(writing ? shown : null)}
          />
        </>
      )}
    </div>
  );
}
