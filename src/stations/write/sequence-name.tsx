'use client';

import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { answered } from '@/ui/answered';
import { Press } from '@/ui/press';

/** The name of a sequence, which a press makes a field: Enter or leaving it keeps the new one, Escape the old. */
export function SequenceName({
  name,
  more,
  onRename,
}: {
  name: string;
  /** It can be renamed by a press. */
  more: boolean;
  onRename: (name: string) => Promise<Result<null>>;
}) {
  const [written, setWritten] = useState<string | null>(null);
  const [kept, setKept] = useState(name);
  const [error, setError] = useState<string | null>(null);
  const keep = async () => {
    const to = written?.trim() ?? '';
    setWritten(null);
    if (to === '' || to === kept) return;
    const answer = await answered(onRename(to));
    setError(answer.ok ? null : answer.why);
    if (answer.ok) setKept(to);
  };
  if (written !== null)
    return (
      <input
        aria-label="Name of the sequence"
        className="w-full border-b-[1.5px] border-ink bg-transparent font-serif text-title"
        value={written}
        maxLength={120}
        ref={(field) => field?.focus()}
        onFocus={(e) => e.currentTarget.select()}
        onChange={(e) => setWritten(e.target.value)}
        onBlur={() => void keep()}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur();
          if (e.key === 'Escape') setWritten(null);
        }}
      />
    );
  return (
    <>
      <div className="flex items-baseline gap-3">
        <h2 className="truncate text-title" dir="auto">
          {kept}
        </h2>
        {more && (
          <Press look="quiet" className="shrink-0 text-fine" onClick={() => setWritten(kept)}>
            Rename
          </Press>
        )}
      </div>
      {error && (
        <p role="alert" className="text-small text-care">
          {error}
        </p>
      )}
    </>
  );
}
