'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { Result } from '@/core/base/result';
import { answered } from '@/ui/answered';
import { useDates } from '@/ui/dates';
import { Button } from '@/ui/button';
import { FileButton } from '@/ui/file-button';
import { Press } from '@/ui/press';
import { Select } from '@/ui/select';

export type DiaryVisit = {
  id: string;
  clientId: string | null;
  title: string;
  startAt: string;
  lengthMin: number;
};

export type DiaryActions = {
  addVisit: (visit: { who: string; startAt: string; lengthMin: number }) => Promise<Result<null>>;
  dropVisit: (id: string) => Promise<Result<null>>;
  takeCalendar: (text: string) => Promise<Result<{ taken: number }>>;
};

type Props = {
  /** Of the next seven days, earliest first. */
  visits: readonly DiaryVisit[];
  /** Names that are offered. */
  names: readonly string[];
  actions: DiaryActions;
};

const LENGTHS = [30, 45, 60, 90] as const;

/** Who comes in the next days: a light diary beside whatever calendar the studio keeps. */
export function Diary({ visits, names, actions }: Props) {
  const router = useRouter();
  const dates = useDates();
  const [said, setSaid] = useState('');
  const [adding, setAdding] = useState(false);
  const after = (done: Result<unknown>, text: string) => {
    setSaid(done.ok ? text : done.why);
    if (done.ok) router.refresh();
  };
  return (
    <section aria-labelledby="diary" className="space-y-2">
      <h2 id="diary" className="text-lead">
        Upcoming visits
      </h2>
      {visits.length === 0 && (
        <p className="text-fine text-soft">No visits yet. Add one, or import your calendar.</p>
      )}
      <ul>
        {visits.map((v) => (
          <li key={v.id} className="flex items-baseline gap-3 border-b border-rule py-1 text-small">
            <span className="tabular-nums whitespace-nowrap text-soft">{dates.moment(v.startAt)}</span>
            {v.clientId ? (
              <Link
                href={`/clients/${v.clientId}`}
                className="inline-block min-h-6 min-w-6 grow wrap-anywhere underline decoration-rule underline-offset-4"
                dir="auto"
              >
                {v.title}
              </Link>
            ) : (
              <span className="min-w-0 grow wrap-anywhere" dir="auto">
                {v.title}
              </span>
            )}
          </li>
        ))}
      </ul>
      {adding ? (
        <AddVisit
          names={names}
          onAway={() => setAdding(false)}
          onAdd={(visit) =>
            answered(actions.addVisit(visit)).then((done) => {
              after(done, '');
              if (done.ok) setAdding(false);
            })
          }
        />
      ) : (
        <Press look="text" className="text-small" onClick={() => setAdding(true)}>
          Add visit
        </Press>
      )}
      <p role="status" className="text-small text-soft">
        {said}
      </p>
    </section>
  );
}

/** The diary as a calendar, out and in, and what is called off. */
export function CalendarFiles({ visits, actions }: Pick<Props, 'visits' | 'actions'>) {
  const router = useRouter();
  const dates = useDates();
  const [said, setSaid] = useState('');
  const after = (done: Result<unknown>, text: string) => {
    setSaid(done.ok ? text : done.why);
    if (done.ok) router.refresh();
  };
  return (
    <section aria-label="Calendar" className="space-y-2 text-small">
      <FileButton
        label="Import calendar"
        accept=".ics,text/calendar"
        onFile={(file) =>
          void answered(file.text().then(actions.takeCalendar)).then((done) =>
            after(done, done.ok ? `${done.value.taken} visits imported.` : ''),
          )
        }
      />
      <a
        href="/diary"
        download
        className="inline-block min-h-6 py-0.5 text-soft underline decoration-rule underline-offset-4"
      >
        Save as calendar
      </a>
      {visits.map((v) => (
        <Press
          key={v.id}
          look="quiet"
          className="block min-h-6"
          aria-label={`Cancel the visit of ${v.title}`}
          onClick={() => void answered(actions.dropVisit(v.id)).then((done) => after(done, ''))}
        >
          Cancel {v.title}, {dates.moment(v.startAt)}
        </Press>
      ))}
      <p role="status" className="text-soft">
        {said}
      </p>
    </section>
  );
}

type AddProps = {
  names: Props['names'];
  onAway: () => void;
  onAdd: (visit: { who: string; startAt: string; lengthMin: number }) => Promise<void>;
};

function AddVisit({ names, onAway, onAdd }: AddProps) {
  const who = useRef<HTMLInputElement>(null);
  const [lengthMin, setLengthMin] = useState(60);
  const when = useRef<HTMLInputElement>(null);
  const [empty, setEmpty] = useState(false);
  return (
    <form
      className="space-y-2 border-l-[3px] border-rule pl-3"
      onSubmit={(e) => {
        e.preventDefault();
        const at = Date.parse(when.current?.value ?? '');
        const name = who.current?.value.trim() ?? '';
        const whole = !Number.isNaN(at) && name !== '';
        setEmpty(!whole);
        if (whole) void onAdd({ who: name, startAt: new Date(at).toISOString(), lengthMin });
      }}
    >
      <label className="block">
        <span className="block text-fine text-soft">Client</span>
        <input
          ref={who}
          list="names"
          autoComplete="off"
          maxLength={120}
          className="w-full border-b-[1.5px] border-ink bg-transparent px-0.5 py-0.5 text-small"
        />
        <datalist id="names">
          {names.map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      </label>
      <label className="block">
        <span className="block text-fine text-soft">When</span>
        <input
          ref={when}
          type="datetime-local"
          className="w-full border-b-[1.5px] border-ink bg-transparent px-0.5 py-0.5 text-small"
        />
      </label>
      {empty && <p className="text-small text-care">Say who, the day and the time.</p>}
      <Select
        label="How long"
        look="line"
        value={String(lengthMin)}
        onValue={(v) => setLengthMin(Number(v))}
        options={LENGTHS.map((n) => ({ value: String(n), label: `${n} min` }))}
      />
      <span className="flex gap-2">
        <Button type="submit">Put it in</Button>
        <Button kind="quiet" onClick={onAway}>
          Close
        </Button>
      </span>
    </form>
  );
}
