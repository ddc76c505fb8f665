'use client';

import { Fold } from '@/ui/fold';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { answered } from '@/ui/answered';
import { useDates } from '@/ui/dates';
import { NumberField } from '@/ui/field';
import Link from 'next/link';
import { Notice } from '@/ui/notice';

export type RetentionProps = {
  years: number | null;
  due: readonly { id: string; name: string; lastAt: string; onList: boolean }[];
  setYears: (years: number | null) => Promise<Result<null>>;
};

/** How long records are kept, and whose time is over. Kokyu says it; you erase. */
export function RetentionRule({ years, due, setYears }: RetentionProps) {
  const router = useRouter();
  const dates = useDates();
  const [error, setError] = useState<string | null>(null);
  return (
    <Fold
      id="retention"
      title="How long records are kept"
      said={years === null ? 'not set' : `${years} years after the last visit`}
    >
      <div className="space-y-3">
        <p className="max-w-[95ch] text-small">
          The law of your place says how long records of health have to be kept, and from when on they have to
          go. Nothing is set until you set it, and nothing goes by itself: whose time is over stands here.
        </p>
        <NumberField
          label="After a client was last here"
          unit="years"
          value={years ?? undefined}
          min={1}
          max={50}
          error={error}
          onValue={(value) =>
            void answered(setYears(value ?? null)).then((done) => {
              setError(done.ok ? null : done.why);
              if (done.ok) router.refresh();
            })
          }
        />
        {years !== null && due.length === 0 && <p className="text-small text-soft">Nobody’s time is over.</p>}
        {due.length > 0 && (
          <>
            <Notice level="care">
              {due.length === 1 ? 'One client was' : `${due.length} clients were`} last here more than {years}{' '}
              {years === 1 ? 'year' : 'years'} ago.
            </Notice>
            <ul className="divide-y divide-rule">
              {due.map((c) => (
                <li key={c.id} className="flex flex-wrap items-baseline justify-between gap-4 py-1.5">
                  <span>
                    <bdi>{c.name}</bdi>
                    <span className="ml-3 text-fine text-soft">last here {dates.day(c.lastAt)}</span>
                  </span>
                  {c.onList ? (
                    <Link className="underline underline-offset-4" href={`/clients/${c.id}`}>
                      open, to archive
                    </Link>
                  ) : (
                    <Link className="underline underline-offset-4" href={`/erase/${c.id}`}>
                      erase …
                    </Link>
                  )}
                </li>
              ))}
            </ul>
          </>
        )}
      </div>
    </Fold>
  );
}
