'use client';

import { useState } from 'react';
import {
  openRedFlags,
  RED_FLAG_LABEL,
  RED_FLAGS,
  type RedFlag,
  type RedFlagRecord,
} from '@/core/screen/red-flags';
import { Button } from '@/ui/button';
import { useDates } from '@/ui/dates';
import { INPUT } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';

type Props = {
  records: readonly RedFlagRecord[];
  /** Those that this client is not asked about. */
  without: readonly RedFlag[];
  onChange: (records: RedFlagRecord[]) => void;
};

/**
 * The red flags, before everything else: pressed while one is open, and the stop under the finger that pressed it. The
 * road to Coach is closed until it is written what was done.
 */
export function RedFlags({ records, without: notTheirs, onChange }: Props) {
  const dates = useDates();
  const open = openRedFlags(records);
  const settled = records.filter((r) => r.action);
  const without = (record: RedFlagRecord) => onChange(records.filter((r) => r !== record));
  const press = (flag: RedFlag) => {
    const record = open.find((r) => r.flag === flag);
    if (record) without(record);
    else onChange([...records, { flag, at: new Date().toISOString() }]);
  };
  return (
    <section aria-labelledby="red" className="space-y-1">
      <div className="flex flex-wrap items-center gap-1">
        <h2 id="red" className="mr-2 text-lead">
          Red flags
        </h2>
        {RED_FLAGS.filter((f) => !notTheirs.includes(f)).map((flag) => (
          <Press
            look="tool"
            key={flag}
            aria-pressed={open.some((r) => r.flag === flag)}
            className="min-h-8 px-2 text-small hover:border-stop hover:text-stop aria-pressed:border-stop aria-pressed:bg-stop aria-pressed:text-paper"
            onClick={() => press(flag)}
          >
            {RED_FLAG_LABEL[flag]}
          </Press>
        ))}
      </div>
      {open.map((record) => (
        <OpenFlag
          key={record.at + record.flag}
          record={record}
          onSettle={(action) =>
            onChange(
              records.map((r) => (r === record ? { ...r, action, actionAt: new Date().toISOString() } : r)),
            )
          }
          onMistake={() => without(record)}
        />
      ))}
      {settled.length > 0 && (
        <p className="text-fine text-soft">
          Settled:{' '}
          {settled.map((r) => `${RED_FLAG_LABEL[r.flag]} (${dates.day(r.at)}): ${r.action}`).join(' · ')}
        </p>
      )}
    </section>
  );
}

/** In sight wherever the page stands: that everything has stopped, and why. */
export const StopHere = ({ stops }: { stops: readonly string[] }) =>
  stops.length === 0 ? null : (
    <p role="status" className="w-full font-semibold text-stop">
      Stop: {stops.join(', ')}. Nothing is coached until you write what was done.{' '}
      <a className="inline-block py-0.5 underline" href="#red">
        Write it
      </a>
    </p>
  );

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
