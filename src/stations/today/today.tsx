'use client';

import { agoOf } from '@/core/base/dates';
import { firstWords } from '@/core/base/sentence';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import type { Due } from '@/core/client/due';
import type { Excursions } from '@/core/body/zones';
import type { Result } from '@/core/base/result';
import { Figure } from '@/pictures/figure';
import { RingGlyph } from '@/pictures/ring-glyph';
import { answered } from '@/ui/answered';
import { Button, buttonClass } from '@/ui/button';
import { FileButton } from '@/ui/file-button';
import { Fold } from '@/ui/fold';
import { useHotkeys } from '@/ui/hotkeys';
import { Dialog } from '@/ui/dialog';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';

import { CalendarFiles, Diary, type DiaryActions, type DiaryVisit } from './diary';
import { DueList } from './due-list';

const ArchivedList = dynamic(() => import('./archived-list').then((m) => m.ArchivedList), { ssr: false });

type Row = {
  id: string;
  name: string;
  goals: string;
  openRedFlags: number;
  lastLookAt: string | null;
  lookOpen: boolean;
  lastRunAt: string | null;
  runOpen: string | null;
  sequences: number;
  rings: Excursions | null;
};

type Props = {
  due: readonly Due[];
  visits: readonly DiaryVisit[];
  rows: Row[];
  total: number;
  page: number;
  pageSize: number;
  /** How many were taken off the list. */
  archived: number;
  /** What is wrong with the backups; null: nothing, or none are set up. */
  backups: string | null;
  /** What is asked at the first start; null: it was answered. */
  first: ReactNode;
  /** Clients of colleagues, below one’s own. */
  shared: ReactNode;
  actions: {
    createClient: (name: string) => Promise<Result<{ id: string }>>;
    restoreClient: (id: string) => Promise<Result<null>>;
    seeStop: (reportId: string) => Promise<Result<null>>;
  } & DiaryActions;
};

/** Who is here, what is due and what is unfinished. */
export function Today({
  due,
  visits,
  rows,
  total,
  page,
  pageSize,
  archived,
  backups,
  first,
  shared,
  actions,
}: Props) {
  const [search, setSearch] = useState('');
  const [error, setError] = useState<string | null>(null);
  const [putBy, setPutBy] = useState(false);
  const searchBox = useRef<HTMLInputElement>(null);
  const newName = useRef<HTMLInputElement>(null);
  const router = useRouter();
  useHotkeys([
    { key: '/', does: 'find a client', run: () => searchBox.current?.focus() },
    { key: 'n', does: 'new client', run: () => newName.current?.focus() },
  ]);
  const open = (result: Result<{ id: string }>) => {
    setError(result.ok ? null : result.why);
    if (result.ok) router.push(`/clients/${result.value.id}/screen`);
  };
  const Clients = due.length > 0 ? 'h2' : 'h1';
  const sought = useFound(search);
  const shown = sought === 'silent' ? [] : (sought?.rows ?? rows);
  const pages = Math.ceil(total / pageSize);
  return (
    <div className="grid grid-cols-1 desk:grid-cols-[1fr_300px] gap-12 pt-3">
      <div className="min-w-0 space-y-7">
        {first}
        {backups && (
          <Notice level="care">
            {backups}{' '}
            <Link className="underline underline-offset-4" href="/settings#backups">
              Settings, Backups
            </Link>
          </Notice>
        )}
        {due.length > 0 && <DueList due={due} onSeen={actions.seeStop} />}
        <section aria-labelledby="clients">
          <div className="flex flex-wrap items-end justify-between gap-x-4 border-b-[1.5px] border-ink pb-2">
            <Clients id="clients" className="text-head">
              Clients
            </Clients>
            <label className="flex items-baseline gap-2 text-small text-soft">
              Find
              <input
                ref={searchBox}
                className="w-52 border-b-[1.5px] border-ink bg-transparent px-1 text-body text-ink"
                value={search}
                maxLength={120}
                onChange={(e) => setSearch(e.target.value)}
              />
            </label>
          </div>
          {total === 0 ? (
            <Empty />
          ) : (
            <ul>
              {shown.map((row) => (
                <ClientLine key={row.id} row={row} />
              ))}
              {shown.length === 0 && (
                <li className="py-6 text-soft">
                  {sought === 'silent'
                    ? 'Kokyu does not answer. Type on to look again.'
                    : `No name holds “${search}”.`}
                </li>
              )}
            </ul>
          )}
          {search.trim() === '' && pages > 1 && (
            <nav aria-label="Pages" className="flex items-center gap-4 pt-3">
              {page > 0 && (
                <Link className="underline underline-offset-4" href={`/?page=${page - 1}`}>
                  Before
                </Link>
              )}
              <span className="text-soft tabular-nums">
                {page + 1} of {pages}
              </span>
              {page + 1 < pages && (
                <Link className="underline underline-offset-4" href={`/?page=${page + 1}`}>
                  Next
                </Link>
              )}
            </nav>
          )}
        </section>
        {shared}
      </div>
      <aside className="space-y-8 pt-1">
        <Diary visits={visits} names={rows.map((r) => r.name)} actions={actions} />
        <form
          className="space-y-3"
          onSubmit={(e) => {
            e.preventDefault();
            void answered(actions.createClient(newName.current?.value ?? '')).then(open);
          }}
        >
          <h2 className="text-lead">A new client</h2>
          <label className="block">
            <span className="block text-fine text-soft">Name as you use it; initials will do</span>
            <input
              ref={newName}
              name="name"
              className="w-full border-b-[1.5px] border-ink bg-transparent px-0.5 py-1"
              autoComplete="off"
            />
          </label>
          <Button type="submit" kind="main">
            Begin with Screen
          </Button>
        </form>
        {error && <Notice level="care">{error}</Notice>}
        <Fold
          title="More"
          said={archived > 0 ? `calendar, files, archived (${archived})` : 'calendar, files'}
        >
          <div className="space-y-3">
            <CalendarFiles visits={visits} actions={actions} />
            <p className="text-fine text-soft">A client file saved by Kokyu comes in as a new client.</p>
            <FileButton
              label="Choose a client file"
              accept=".json,application/json"
              onFile={(file) => void bringIn(file).then(open)}
            />
            {archived > 0 && (
              <Press look="quiet" className="text-small" onClick={() => setPutBy(true)}>
                Archived clients ({archived})
              </Press>
            )}
          </div>
        </Fold>
      </aside>
      <Dialog open={putBy} onOpenChange={setPutBy} title="Archived clients">
        <ArchivedList restore={actions.restoreClient} onRestored={(id) => router.push(`/clients/${id}`)} />
      </Dialog>
    </div>
  );
}

/** The clients whose name holds what is sought; null while nothing is, or is not found yet. */
function useFound(search: string): { rows: Row[] } | 'silent' | null {
  const [found, setFound] = useState<{ rows: Row[] } | 'silent' | null>(null);
  useEffect(() => {
    if (search.trim() === '') return;
    const stop = new AbortController();
    const timer = setTimeout(() => {
      fetch('/find', { method: 'POST', body: JSON.stringify({ search: search.trim() }), signal: stop.signal })
        .then((r) => r.json())
        .then((r: { rows: Row[] }) => setFound(r))
        .catch(() => !stop.signal.aborted && setFound('silent'));
    }, 150);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [search]);
  return search.trim() === '' ? null : found;
}

/** So many words of a goal tell one client from another; the whole of it stands in the file. */
const GOAL_WORDS = 4;

function ClientLine({ row }: { row: Row }) {
  const state = stateOf(row);
  return (
    <li className="border-b border-rule">
      <Link
        href={`/clients/${row.id}`}
        className="grid grid-cols-1 desk:grid-cols-[150px_128px_1fr_190px] items-center gap-5 py-2 hover:bg-sheet"
      >
        <span className="min-w-0 text-lead font-semibold wrap-anywhere" dir="auto">
          {row.name}
        </span>
        {row.rings ? (
          <RingGlyph seen={row.rings} className="h-9 w-32" />
        ) : (
          <span className="text-fine text-soft">no rings yet</span>
        )}
        <span className="min-w-0 leading-snug wrap-anywhere text-soft" dir="auto" title={row.goals}>
          {firstWords(row.goals, GOAL_WORDS) || 'no goal written yet'}
        </span>
        <span
          className={`text-right text-small ${state.level === 'stop' ? 'font-bold text-stop' : state.level === 'open' ? 'font-semibold' : 'text-soft'}`}
        >
          {state.text}
        </span>
      </Link>
    </li>
  );
}

function stateOf(row: Row): { level: 'stop' | 'open' | 'calm'; text: string } {
  if (row.openRedFlags > 0) return { level: 'stop', text: 'Stop: red flag open' };
  if (row.runOpen) return { level: 'open', text: 'unfinished session' };
  if (!row.lastLookAt) return { level: 'open', text: 'not looked at yet' };
  if (row.lookOpen) return { level: 'open', text: 'a look is not finished' };
  if (row.sequences === 0) return { level: 'open', text: 'looked at, nothing written yet' };
  const last =
    row.lastRunAt && row.lastRunAt > row.lastLookAt
      ? { what: 'run', at: row.lastRunAt }
      : { what: 'look', at: row.lastLookAt };
  return { level: 'calm', text: `last ${last.what} ${agoOf(last.at)}` };
}

function Empty() {
  return (
    <div className="flex flex-wrap items-center gap-8 py-10">
      <Figure position="hookLying" className="h-28 w-56" />
      <div className="max-w-[46ch] space-y-3">
        <p>
          Nobody is here yet. Write a name on the right and begin with Screen: consent, flags, goals and the
          props at home.
        </p>
        <Link href="/drills" className={buttonClass()}>
          Or read through the drills
        </Link>
      </div>
    </div>
  );
}

/** Sends a client file to be brought in; a lost answer comes back as a sentence. */
const bringIn = (file: File) =>
  answered(
    fetch('/bring-in', {
      method: 'POST',
      body: file,
      headers: { 'x-kokyu-length': String(file.size) },
    }).then((answer) => answer.json() as Promise<Result<{ id: string }>>),
    'Kokyu does not answer. Look whether the client is on the list before trying again.',
  );
