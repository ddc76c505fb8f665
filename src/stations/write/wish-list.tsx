'use client';

import { useState } from 'react';
import type { Drill } from '@/core/drills/drill';

export type WishKind = 'locked' | 'wanted' | 'unwanted';
export type Wishes = Record<string, WishKind>;

const KINDS: readonly { value: WishKind; label: string }[] = [
  { value: 'locked', label: 'has to be in' },
  { value: 'wanted', label: 'gladly' },
  { value: 'unwanted', label: 'leave out' },
];

/** The ids of one kind. */
export const wished = (wishes: Wishes, kind: WishKind): string[] =>
  Object.keys(wishes).filter((id) => wishes[id] === kind);

/** What the instructor wants of the proposal besides the minutes, drill by drill. */
export function WishList({
  catalogue,
  wishes,
  onWishes,
}: {
  catalogue: readonly Drill[];
  wishes: Wishes;
  onWishes: (wishes: Wishes) => void;
}) {
  const [kind, setKind] = useState<WishKind>('locked');
  const add = (id: string) => id !== '' && onWishes({ ...wishes, [id]: kind });
  const drop = (id: string) => onWishes(Object.fromEntries(Object.entries(wishes).filter(([x]) => x !== id)));
  return (
    <fieldset className="min-w-0 space-y-1.5">
      <legend className="text-[13.5px] text-soft">Wishes</legend>
      <div className="flex gap-2">
        <select
          aria-label="Kind of wish"
          className="border-b-[1.5px] border-rule bg-transparent py-1 text-[14px]"
          value={kind}
          onChange={(e) => setKind(e.target.value as WishKind)}
        >
          {KINDS.map((k) => (
            <option key={k.value} value={k.value}>
              {k.label}
            </option>
          ))}
        </select>
        <select
          aria-label="Drill wished for"
          className="w-0 min-w-0 grow border-b-[1.5px] border-rule bg-transparent py-1 text-[14px]"
          value=""
          onChange={(e) => add(e.target.value)}
        >
          <option value="">which drill …</option>
          {catalogue
            .filter((d) => !wishes[d.id])
            .map((d) => (
              <option key={d.id} value={d.id}>
                {d.name}
              </option>
            ))}
        </select>
      </div>
      <ul className="text-[14px]">
        {Object.entries(wishes).map(([id, k]) => (
          <li key={id} className="flex items-baseline justify-between gap-3 border-b border-rule py-0.5">
            <span>
              <span className="text-soft">{KINDS.find((x) => x.value === k)!.label}:</span>{' '}
              {catalogue.find((d) => d.id === id)?.name ?? id}
            </span>
            <button
              type="button"
              className="underline underline-offset-4"
              onClick={() => drop(id)}
              aria-label={`Take back the wish: ${catalogue.find((d) => d.id === id)?.name ?? id}`}
            >
              take back
            </button>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}
