'use client';

import { useState } from 'react';
import type { Flags } from '@/core/screen/flags';
import { STOP_SIGN_LABEL, stopSignsFor, type StopSign } from '@/core/screen/stop-signs';
import { STOP_DONE, STOP_DONE_LABEL, type StopDone } from '@/core/run/recorded';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { INPUT } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';

/** A stop sign was seen: first what to do, then what it was. */
export function StopDialog({
  who,
  flags,
  open,
  onOpenChange,
  onStop,
  onNothing,
}: {
  /** One of several; absent: the client of the run. */
  who?: string;
  /** What the signs that are theirs follow from. */
  flags: Flags;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onStop: (sign: StopSign, note: string, done: readonly StopDone[]) => void;
  /** It was no stop sign after all. */
  onNothing: () => void;
}) {
  const [note, setNote] = useState('');
  const [done, setDone] = useState<readonly StopDone[]>([]);
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title={who === undefined ? 'Stop sign' : `Stop sign: ${who}`}
    >
      <div className="space-y-4">
        <Notice level="stop">
          Let {who ?? 'the client'} breathe normally, sit or lie down. Nothing more today with this drill; an
          easier one next time.
        </Notice>
        <p>
          Chest pain, fainting, breathlessness at rest, one-sided leg swelling, bleeding or fluid in
          pregnancy: call for medical help, and record it in Screen.
        </p>
        <div role="group" aria-label="What was done" className="flex flex-wrap items-center gap-2">
          <span className="text-fine text-soft">What was done</span>
          {STOP_DONE.map((d) => (
            <Press
              key={d}
              look="tool"
              aria-pressed={done.includes(d)}
              className="min-h-11 px-2.5"
              onClick={() => setDone(done.includes(d) ? done.filter((x) => x !== d) : [...done, d])}
            >
              {STOP_DONE_LABEL[d]}
            </Press>
          ))}
        </div>
        <label className="block">
          <span className="text-fine text-soft">Note</span>
          <input className={INPUT} value={note} maxLength={2000} onChange={(e) => setNote(e.target.value)} />
        </label>
        <p className="text-fine text-soft">
          What it was; this ends the run{who === undefined ? '' : ` for ${who}`}:
        </p>
        <div className="flex flex-wrap gap-2">
          {[...stopSignsFor(flags), 'other' as const].map((sign) => (
            <Button key={sign} kind="stop" onClick={() => onStop(sign, note, done)}>
              {STOP_SIGN_LABEL[sign]}
            </Button>
          ))}
        </div>
        <Button kind="quiet" onClick={onNothing}>
          It was nothing; go on
        </Button>
      </div>
    </Dialog>
  );
}
