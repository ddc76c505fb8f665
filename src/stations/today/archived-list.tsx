'use client';

import Link from 'next/link';
import { useEffect, useState } from 'react';
import type { Result } from '@/core/base/result';
import { answered } from '@/ui/answered';
import { When } from '@/ui/dates';
import { TextField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';

type Row = { id: string; name: string; archivedAt: string };

type Props = {
  restore: (id: string) => Promise<Result<null>>;
  onRestored: (id: string) => void;
};

/** Clients taken off the list, the latest first: each is brought back with all that was recorded, or erased for good. */
export function ArchivedList({ restore, onRestored }: Props) {
  const [search, setSearch] = useState('');
  const [rows, setRows] = useState<Row[] | null>(null);
  const [error, setError] = useState<string | null>(null);
  useEffect(() => {
    const stop = new AbortController();
    fetch('/find', {
      method: 'POST',
      body: JSON.stringify({ search: search.trim(), archived: true }),
      signal: stop.signal,
    })
      .then((answer) => answer.json())
      .then((found: { rows: Row[] }) => setRows(found.rows))
      .catch(() => !stop.signal.aborted && setError('Kokyu does not answer. Close this and open it again.'));
    return () => stop.abort();
  }, [search]);
  const bringBack = async (id: string) => {
    const result = await answered(restore(id));
    if (result.ok) onRestored(id);
    else setError(result.why);
  };
  return (
    <div className="space-y-3">
      <TextField label="Find a name" value={search} onValue={setSearch} />
      {error && <Notice level="care">{error}</Notice>}
      {rows?.length === 0 && <p className="text-soft">Nobody here has such a name.</p>}
      <ul className="max-h-96 overflow-y-auto" aria-label="Archived clients">
        {rows?.map((row) => (
          <li key={row.id} className="flex items-baseline gap-4 border-b border-rule py-1.5">
            <span className="min-w-0 grow break-words" dir="auto">
              {row.name}
            </span>
            <span className="text-fine text-soft">
              <When at={row.archivedAt} />
            </span>
            <Press look="text" aria-label={`Bring back ${row.name}`} onClick={() => void bringBack(row.id)}>
              bring back
            </Press>
            <Link
              className="text-fine text-soft underline underline-offset-4"
              aria-label={`Erase ${row.name} …`}
              href={`/erase/${row.id}`}
            >
              erase …
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}
