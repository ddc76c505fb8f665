'use client';

import { useState } from 'react';
import { differenceOf } from '@/core/sequence/diff';
import type { Result } from '@/core/base/result';
import { clock, layoutOf, type Sequence } from '@/core/sequence/sequence';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { When } from '@/ui/dates';
import { TextField } from '@/ui/field';

export type Version = { rev: number; at: string; label: string | null; data: Sequence };

type Props = {
  now: Sequence;
  versions: readonly Version[];
  onKeep: (label: string) => Promise<Result<null>>;
  onBringBack: (data: Sequence) => void;
};

/** The versions, each with what was different then, and a name for what stands here now. */
export function VersionList({ now, versions, onKeep, onBringBack }: Props) {
  const [label, setLabel] = useState('');
  const [error, setError] = useState<string | null>(null);
  const keep = async () => {
    const kept = await answered(onKeep(label.trim()));
    setError(kept.ok ? null : kept.why);
    if (kept.ok) setLabel('');
  };
  return (
    <>
      <form
        className="flex items-end gap-3 pb-3"
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <TextField
          label="Keep what stands here now, as"
          value={label}
          onValue={setLabel}
          error={error}
          className="grow"
          maxLength={80}
        />
        <Button type="submit" disabled={label.trim() === ''}>
          Keep version
        </Button>
      </form>
      {versions.length === 0 && (
        <p className="text-soft">
          No earlier version yet. One is kept at every new sitting, and whenever you name one here.
        </p>
      )}
      <ul>
        {versions.map((v) => {
          const lines = differenceOf(v.data, now);
          return (
            <li key={v.at + v.rev} className="border-t border-rule py-2">
              <div className="flex items-baseline justify-between gap-4">
                <span className="tabular-nums">
                  {v.label && <strong>{v.label} · </strong>}
                  <When at={v.at} as="moment" /> · {v.data.blocks.length} blocks,{' '}
                  {clock(layoutOf(v.data).totalS)}
                </span>
                <Button onClick={() => onBringBack(v.data)}>Bring back</Button>
              </div>
              <ul className="pl-4 text-small text-soft">
                {lines.length === 0 && <li>the same as now</li>}
                {lines.slice(0, 12).map((l) => (
                  <li key={l}>{l}</li>
                ))}
                {lines.length > 12 && <li>and {lines.length - 12} more</li>}
              </ul>
            </li>
          );
        })}
      </ul>
    </>
  );
}
