'use client';

import { useState } from 'react';
import { openRedFlags, RED_FLAG_LABEL, type RedFlagRecord } from '@/core/screen/red-flags';
import { Button } from '@/ui/button';
import { useDates } from '@/ui/dates';
import { INPUT } from '@/ui/field';
import { Notice } from '@/ui/notice';

/** Red flags that wait for what was done; the road to Coach is closed until it is written. */
export function OpenRedFlags({
  records,
  onChange,
}: {
  records: readonly RedFlagRecord[];
  onChange: (records: RedFlagRecord[]) => void;
}) {
  const dates = useDates();
  const open = openRedFlags(records);
  const settled = records.filter((r) => r.action);
  return (
    <>
      {open.map((record) => (
        <OpenFlag
          key={record.at + record.flag}
          record={record}
          onSettle={(action) =>
            onChange(
              records.map((r) => (r === record ? { ...r, action, actionAt: new Date().toISOString() } : r)),
            )
          }
          onMistake={() => onChange(records.filter((r) => r !== record))}
        />
      ))}
      {settled.length > 0 && (
        <p className="text-fine text-soft">
          Settled:{' '}
          {settled.map((r) => `${RED_FLAG_LABEL[r.flag]} (${dates.day(r.at)}): ${r.action}`).join(' · ')}
        </p>
      )}
    </>
  );
}

function OpenFlag({
  record,
  onSettle,
  onMistake,
}: {
  record: RedFlagRecord;
  onSettle: (action: string) => void;
  onMistake: () => void;
}) {
  const [action, setAction] = useState('');
  return (
    <Notice level="stop">
      <strong>{RED_FLAG_LABEL[record.flag]}</strong>: end the session and send the client to a clinician.
      Nothing is coached until you write what was done.
      <span className="mt-2 flex items-end gap-3">
        <label className="grow">
          <span className="block text-fine text-soft">What was done, and by whom</span>
          <input
            className={INPUT}
            value={action}
            maxLength={500}
            onChange={(e) => setAction(e.target.value)}
          />
        </label>
        <Button kind="main" disabled={action.trim() === ''} onClick={() => onSettle(action.trim())}>
          Record it
        </Button>
        <Button kind="quiet" onClick={onMistake}>
          Pressed by mistake
        </Button>
      </span>
    </Notice>
  );
}
