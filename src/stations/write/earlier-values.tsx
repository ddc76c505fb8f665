'use client';

import { useState } from 'react';
import { clock, layoutOf, type Sequence } from '@/core/sequence/sequence';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';

/** Earlier values of this sequence, each of which can stand again; doing so can be undone. */
export function EarlierValues({ earlier, onBringBack }: { earlier: { rev: number; at: string; data: Sequence }[]; onBringBack: (data: Sequence) => void }) {
  const [open, setOpen] = useState(false);
  if (earlier.length === 0) return null;
  return (
    <>
      <Button kind="quiet" onClick={() => setOpen(true)}>Earlier ({earlier.length})</Button>
      <Dialog open={open} onOpenChange={setOpen} title="Earlier values">
        <ul>
          {earlier.map((e) => (
            <li key={e.at} className="flex items-center justify-between border-b border-rule py-2">
              <span className="tabular-nums">{new Date(e.at).toLocaleString()} · {e.data.blocks.length} blocks, {clock(layoutOf(e.data).totalS)}</span>
              <Button onClick={() => { onBringBack(e.data); setOpen(false); }}>Bring back</Button>
            </li>
          ))}
        </ul>
      </Dialog>
    </>
  );
}
