'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { agoOf } from '@/core/base/dates';
import type { Result } from '@/core/base/result';
import { Figure } from '@/pictures/figure';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { INPUT } from '@/ui/field';
import { useHotkeys } from '@/ui/hotkeys';
import { useHouse } from '@/ui/house';
import { Notice } from '@/ui/notice';
import { byWeek, whenOf } from './when';

type Row = {
  id: string;
  name: string;
  weekday: number | null;
  time: string | null;
  minutes: number;
  people: number;
  blocks: number;
  /** A run that is not over. */
  open: string | null;
  lastAt: string | null;
};

type Props = {
  classes: readonly Row[];
  damaged: readonly { id: string; why: string }[];
  createClass: (name: string) => Promise<Result<{ id: string }>>;
};

const stateOf = (row: Row): string =>
  row.open !== null
    ? 'unfinished session'
    : row.people === 0
      ? 'nobody on the roster yet'
      : row.blocks === 0
        ? 'nothing planned yet'
        : row.lastAt === null
          ? 'planned, not coached yet'
          : `coached ${agoOf(row.lastAt)}`;

/** The studio's classes, and a new one. */
export function ClassList({ classes, damaged, createClass }: Props) {
  const router = useRouter();
  const name = useRef<HTMLInputElement>(null);
  const [error, setError] = useState<string | null>(null);
  const { firstDay } = useHouse();
  useHotkeys([{ key: 'n', does: 'new class', run: () => name.current?.focus() }]);
  const make = async () => {
    const made = await answered(createClass(name.current?.value ?? ''));
    if (made.ok) return router.push(`/classes/${made.value.id}`);
    setError(made.why);
  };
  return (
    <div className="grid grid-cols-1 gap-12 pt-3 desk:grid-cols-[1fr_300px]">
      <section aria-labelledby="classes" className="space-y-3">
        <h1 id="classes" className="border-b-[1.5px] border-ink pb-2 text-head">
          Classes
        </h1>
        {damaged.map((d) => (
          <Notice key={d.id} level="care">
            A class cannot be read ({d.why}). Nothing of it is lost; the others are as they were.{' '}
            <a className="underline underline-offset-4" href={`/damaged/class/${d.id}`} download>
              Save what is there
            </a>
          </Notice>
        ))}
        {classes.length === 0 ? (
          <div className="flex flex-wrap items-center gap-8 py-8">
            <Figure position="quadruped" className="h-28 w-52" />
            <p className="max-w-[46ch]">
              No class yet. Give one a name, say who comes and what the room has; Kokyu plans one sequence
              whose timing fits everybody, with the safe way of each block for each of them.
            </p>
          </div>
        ) : (
          <ul>
            {byWeek(classes, firstDay).map((row) => (
              <li key={row.id} className="border-b border-rule">
                <Link
                  href={`/classes/${row.id}`}
                  className="grid grid-cols-1 items-baseline gap-x-5 py-2.5 hover:bg-sheet desk:grid-cols-[1fr_190px_190px_190px]"
                >
                  <span className="min-w-0 text-lead font-semibold wrap-anywhere" dir="auto">
                    {row.name}
                  </span>
                  <span className="text-soft tabular-nums">{whenOf(row)}</span>
                  <span className="text-soft tabular-nums">
                    {row.people} {row.people === 1 ? 'person' : 'people'} · {row.minutes} min
                  </span>
                  <span className={row.open ? 'font-semibold desk:text-right' : 'text-soft desk:text-right'}>
                    {stateOf(row)}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        )}
      </section>
      <form
        className="space-y-3 pt-1"
        onSubmit={(e) => {
          e.preventDefault();
          void make();
        }}
      >
        <h2 className="text-lead">A new class</h2>
        <label className="block">
          <span className="block text-fine text-soft">What it is called</span>
          <input ref={name} className={INPUT} maxLength={80} autoComplete="off" />
        </label>
        <Button type="submit" kind="main">
          Make it
        </Button>
        {error && <Notice level="care">{error}</Notice>}
      </form>
    </div>
  );
}
