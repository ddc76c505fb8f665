'use client';

import { useState } from 'react';
import type { Drill } from '@/core/drills/drill';
import { Press } from '@/ui/press';
import { List, optionsOf, Select } from '@/ui/select';

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
      <legend className="text-fine text-soft">Wishes</legend>
      <div className="flex gap-2">
        <Select hideLabel look="pale" label="Kind of wish" value={kind} onValue={setKind} options={KINDS} />
        <List
          look="pale"
          aria-label="Drill wished for"
          className="w-0 min-w-0 grow"
          value=""
          onChange={(e) => add(e.target.value)}
        >
          <option value="">which drill …</option>
          {optionsOf(catalogue.filter((d) => !wishes[d.id]).map((d) => [d.id, d.name]))}
        </List>
      </div>
      <ul className="text-small">
        {Object.entries(wishes).map(([id, k]) => (
          <li key={id} className="flex items-baseline justify-between gap-3 border-b border-rule py-0.5">
            <span>
              <span className="text-soft">{KINDS.find((x) => x.value === k)!.label}:</span>{' '}
              {catalogue.find((d) => d.id === id)?.name ?? id}
            </span>
            <Press
              look="text"
              onClick={() => drop(id)}
              aria-label={`Take back the wish: ${catalogue.find((d) => d.id === id)?.name ?? id}`}
            >
              take back
            </Press>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}
