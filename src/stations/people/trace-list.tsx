'use client';

import Link from 'next/link';
import { TRACE_WORD, type Trace } from '@/core/people/trace';
import { useDates } from '@/ui/dates';
import { Notice } from '@/ui/notice';

type Props = {
  entries: readonly Trace[];
  more: boolean;
  /** Names of accounts by id. */
  people: Record<string, string>;
  state: { brokenAt: number | null; n: number; head: string | null };
  /** What the list was narrowed to, as it stands in the address. */
  of: { code?: string; who?: string };
};

const addressOf = (of: Props['of'], before?: number): string => {
  const asked = new URLSearchParams();
  if (of.code) asked.set('code', of.code);
  if (of.who) asked.set('who', of.who);
  if (before !== undefined) asked.set('before', String(before));
  return `/trace?${asked}`;
};

/** The log: who saw, changed or took out what, the newest first, and whether the log itself is whole. */
export function TraceList({ entries, more, people, state, of }: Props) {
  const dates = useDates();
  return (
    <div className="space-y-6 pt-3">
      <h1 className="border-b-[1.5px] border-ink pb-2 text-head">Who saw and changed what</h1>
      {state.brokenAt === null ? (
        <p className="max-w-[95ch] text-small">
          The log is whole: {state.n} {state.n === 1 ? 'entry' : 'entries'}, each bound to the one before by
          its hash.{' '}
          {state.head && (
            <>
              The last hash begins with <code>{state.head.slice(0, 16)}</code>: written down elsewhere, it
              shows later whether the end was cut off.
            </>
          )}
        </p>
      ) : (
        <Notice level="stop">
          The log is not whole: entry {state.brokenAt} is missing or was changed. What comes before it can be
          relied on, what comes after it cannot. Keep a copy of the file, and ask who has had it.
        </Notice>
      )}
      <p className="max-w-[95ch] text-small text-soft">
        Clients stand here by their code, never by name. Looking at the same page again within ten minutes is
        one entry.{' '}
        {(of.code || of.who) && (
          <Link className="underline underline-offset-4" href="/trace">
            Show all
          </Link>
        )}
      </p>
      <div className="overflow-x-auto" role="region" aria-label="The log" tabIndex={0}>
        <table className="w-full text-small tabular-nums">
          <thead>
            <tr className="border-b-[1.5px] border-ink text-left">
              {['No.', 'When', 'Who', 'Did what', 'Client', 'Where'].map((title) => (
                <th key={title} scope="col" className="py-1 pr-6 font-semibold">
                  {title}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {entries.map((e) => (
              <tr key={e.n} className="border-b border-rule">
                <td className="py-1 pr-6">{e.n}</td>
                <td className="py-1 pr-6 whitespace-nowrap">{dates.moment(e.at)}</td>
                <td className="py-1 pr-6">
                  <Link className="underline underline-offset-4" href={addressOf({ who: e.who })}>
                    <bdi>{people[e.who] ?? e.who}</bdi>
                  </Link>
                </td>
                <td className="py-1 pr-6">{TRACE_WORD[e.what]}</td>
                <td className="py-1 pr-6">
                  {e.code && (
                    <Link className="underline underline-offset-4" href={addressOf({ code: e.code })}>
                      {e.code}
                    </Link>
                  )}
                </td>
                <td className="py-1">{named(e.detail, people)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {entries.length === 0 && <p>Nothing was noted yet.</p>}
      {more && (
        <Link className="underline underline-offset-4" href={addressOf(of, entries.at(-1)!.n)}>
          Older ones
        </Link>
      )}
    </div>
  );
}

/** Ids of accounts in an entry, by their names. */
const named = (detail: string, people: Record<string, string>): string =>
  detail.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, (id) => people[id] ?? id);
