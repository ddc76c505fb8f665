'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import type { Due } from '@/core/client/due';
import { STOP_SIGN_LABEL } from '@/core/screen/stop-signs';
import { answered } from '@/ui/answered';
import { useDates } from '@/ui/dates';
import type { Dates } from '@/core/base/dates';
import { Press } from '@/ui/press';

/** So many stand there at first. */
const SHOWN = 8;

/** What today is for, what may harm first: whose, what, and the way there. */
export function DueList({
  due,
  onSeen,
}: {
  due: readonly Due[];
  onSeen: (reportId: string) => Promise<Result<null>>;
}) {
  const router = useRouter();
  const dates = useDates();
  const [all, setAll] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const shown = all ? due : due.slice(0, SHOWN);
  const seen = async (reportId: string) => {
    const done = await answered(onSeen(reportId));
    setError(done.ok ? null : done.why);
    if (done.ok) router.refresh();
  };
  return (
    <section aria-labelledby="due">
      <h1 id="due" className="border-b-[1.5px] border-ink pb-2 text-head">
        Today
      </h1>
      <ul>
        {shown.map((d, i) => (
          <li
            key={`${d.clientId}${d.what.kind}${i}`}
            className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1.5"
          >
            <Link
              href={hrefOf(d)}
              className="inline-block min-h-6 min-w-6 font-semibold wrap-anywhere underline decoration-rule underline-offset-4"
              dir="auto"
            >
              {d.who}
            </Link>
            <span className={`min-w-0 grow ${toneOf(d)}`}>{saidOf(d.what, dates)}</span>
            {d.what.kind === 'stop' && (
              <SeenButton reportId={d.what.reportId} who={d.who} onSeen={(id) => void seen(id)} />
            )}
          </li>
        ))}
      </ul>
      {due.length > SHOWN && (
        <Press look="quiet" className="pt-1 text-small" onClick={() => setAll(!all)}>
          {all ? 'Fewer' : `${due.length - SHOWN} more`}
        </Press>
      )}
      {error && <p className="text-care">{error}</p>}
    </section>
  );
}

const SeenButton = ({
  reportId,
  who,
  onSeen,
}: {
  reportId: string;
  who: string;
  onSeen: (id: string) => void;
}) => (
  <Press
    look="tool"
    className="px-2 text-small"
    aria-label={`I have seen the stop sign of ${who}`}
    onClick={() => onSeen(reportId)}
  >
    Seen
  </Press>
);

const toneOf = ({ what }: Due): string =>
  what.kind === 'stop' || what.kind === 'redFlag' ? 'font-bold text-stop' : '';

/** What it is, in one line. */
function saidOf(what: Due['what'], dates: Dates): string {
  const day = (d: string) => dates.short(`${d}T12:00:00`);
  switch (what.kind) {
    case 'stop':
      return `Stop sign at home, ${dates.moment(what.at)}: ${STOP_SIGN_LABEL[what.sign]}. Ask before anything goes on.`;
    case 'redFlag':
      return 'Red flag open: say what was done about it before anything is coached.';
    case 'runOpen':
      return 'Unfinished session.';
    case 'class':
      return what.time ? `Class today, ${what.time}` : 'Class today';
    case 'lookOpen':
      return 'A look is not finished.';
    case 'planOver':
      return `The plan at home ended on ${day(what.until)}, and its link with it; nothing has taken its place.`;
    case 'planEnds':
      return `The plan at home and its link end on ${day(what.until)}: renew it at the next visit.`;
    case 'answers':
      return `Answered the sixteen complaints at home: ${what.total} of 64.`;
    case 'relook':
      return what.why === 'stepUp'
        ? 'Ready for a re-check before moving on.'
        : `${what.days} days of practice since the last look: look again.`;
  }
}

function hrefOf({ clientId, what }: Due): string {
  if (what.kind === 'class') return `/classes/${what.classId}`;
  const file = `/clients/${clientId}`;
  switch (what.kind) {
    case 'redFlag':
      return `${file}/screen`;
    case 'runOpen':
      return `${file}/coach/${what.runId}`;
    case 'lookOpen':
    case 'relook':
      return `${file}/look`;
    case 'answers':
      return `${file}/follow`;
    default:
      return `${file}/home`;
  }
}
