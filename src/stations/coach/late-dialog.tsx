'use client';

import { useMemo } from 'react';
import { fittedToTime } from '@/core/run/course';
import { leftS, overS, type RunContext, type Session } from '@/core/run/session';
import { whatWasCut } from '@/core/run/what-was-cut';
import { clock } from '@/core/sequence/sequence';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';

type Props = { session: Session; context: RunContext; onCut: () => void; onClose: () => void };

/** What would be left out to end in time, and the lesson that is left; nothing changes until it is pressed. */
export function LateDialog({ session, context, onCut, onClose }: Props) {
  const fitted = useMemo(() => fittedToTime(session, '', context), [session, context]);
  const lines = useMemo(() => whatWasCut(session, fitted), [session, fitted]);
  const cuts = lines.some((l) => l.was !== l.now);
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={`${clock(overS(session))} late`}
      description={
        cuts
          ? `Cut this, and ${clock(leftS(fitted))} are left. The sign, the task and the last free breathing stay.`
          : 'Nothing that is left can be cut. The lesson ends later.'
      }
    >
      <ul className="text-lead" data-late>
        {lines.map((l) => (
          <li
            key={l.name}
            className={`border-t border-rule py-1.5 ${l.now === '' ? 'text-soft line-through' : ''}`}
          >
            {l.name}{' '}
            <span className="text-soft">
              {l.now === '' || l.now === l.was ? l.was : `${l.was} → ${l.now}`}
            </span>
          </li>
        ))}
      </ul>
      <div className="flex gap-2 pt-4">
        <Button
          big
          kind="main"
          disabled={!cuts}
          onClick={() => {
            onCut();
            onClose();
          }}
        >
          Cut these
        </Button>
        <Button big onClick={onClose}>
          Keep all
        </Button>
      </div>
    </Dialog>
  );
}
