'use client';

import { useState } from 'react';
import { NEED_LABEL } from '@/core/aims/needs';
import type { ClassData, RosterEntry } from '@/core/class/class.schema';
import { MOST_PEOPLE } from '@/core/class/limits';
import { freeInitials, initialsOf, type Member } from '@/core/class/member';
import type { Served } from '@/core/class/common';
import { FLAGS } from '@/core/screen/flag-table';
import { describeFlag, isSet, type Flags } from '@/core/screen/flags';
import { FlagFields } from '@/stations/screen/flag-fields';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { INPUT } from '@/ui/field';
import { Fold } from '@/ui/fold';
import { Press } from '@/ui/press';
import { Select } from '@/ui/select';

type Props = {
  roster: readonly RosterEntry[];
  members: readonly Member[];
  clients: readonly { id: string; name: string }[];
  served: readonly Served[];
  /** In how many blocks somebody does something else, by the entry of the roster. */
  elsewhere: ReadonlyMap<string, number>;
  onRoster: (change: (roster: ClassData['roster']) => ClassData['roster']) => void;
};

/** What of flags changes something, in words. */
const flagsSaid = (flags: Flags): string =>
  FLAGS.filter((f) => isSet(flags, f))
    .map((f) => describeFlag(flags, f))
    .join(', ');

/** Who comes: clients of the studio, and those who drop in with nothing but their flags. */
export function RosterPanel({ roster, members, clients, served, elsewhere, onRoster }: Props) {
  const [dropping, setDropping] = useState<{ id: string | null; initials: string; flags: Flags } | null>(
    null,
  );
  const on = new Set(roster.map((r) => r.clientId));
  const free = clients.filter((c) => !on.has(c.id));
  const full = roster.length >= MOST_PEOPLE;
  const taken = (without: string | null) => roster.filter((r) => r.id !== without).map((r) => r.initials);
  const add = (clientId: string) => {
    const client = clients.find((c) => c.id === clientId);
    if (!client) return;
    onRoster((list) => [
      ...list,
      {
        id: crypto.randomUUID(),
        clientId,
        initials: freeInitials(
          initialsOf(client.name),
          list.map((r) => r.initials),
        ),
      },
    ]);
  };
  const keepDropIn = () => {
    if (!dropping) return;
    const initials = freeInitials(dropping.initials.trim().slice(0, 4) || '?', taken(dropping.id));
    const { flags } = dropping;
    onRoster((list) =>
      dropping.id === null
        ? [...list, { id: crypto.randomUUID(), clientId: null, initials, flags }]
        : list.map((r) => (r.id === dropping.id ? { ...r, initials, flags } : r)),
    );
    setDropping(null);
  };
  const barred = roster.filter((r) => members.find((m) => m.id === r.id)?.bar).map((r) => r.initials);
  const worst = [...served].sort((a, b) => a.share - b.share)[0];
  return (
    <Fold
      title="Roster"
      said={
        <>
          {roster.length === 0 ? 'nobody yet' : roster.map((r) => r.initials).join(', ')}
          {barred.length > 0 && (
            <span className="font-semibold text-stop"> · not coached: {barred.join(', ')}</span>
          )}
          {served.length > 1 && worst && (
            <>
              {' '}
              · served least: {roster.find((r) => r.id === worst.id)?.initials}{' '}
              {Math.round(worst.share * 100)} %
            </>
          )}
        </>
      }
    >
      {roster.length === 0 && (
        <p className="py-2 text-soft">No one yet. Add clients from the list, or a drop-in.</p>
      )}
      <ul aria-label="Roster">
        {roster.map((entry) => (
          <Person
            key={entry.id}
            entry={entry}
            name={clients.find((c) => c.id === entry.clientId)?.name ?? null}
            member={members.find((m) => m.id === entry.id)}
            served={served.find((s) => s.id === entry.id) ?? null}
            worst={served.length > 1 && worst?.id === entry.id}
            others={elsewhere.get(entry.id) ?? 0}
            onEdit={() => setDropping({ id: entry.id, initials: entry.initials, flags: entry.flags ?? {} })}
            onRemove={() => onRoster((list) => list.filter((r) => r.id !== entry.id))}
          />
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-3 pt-2">
        <Select
          label="Add a client"
          look="line"
          className="min-w-40 grow"
          disabled={full || free.length === 0}
          value=""
          onValue={add}
          options={[
            { value: '', label: free.length === 0 ? 'all are on it' : 'choose …' },
            ...free.map((c) => ({ value: c.id, label: c.name })),
          ]}
        />
        <Button disabled={full} onClick={() => setDropping({ id: null, initials: '', flags: {} })}>
          Drop-in
        </Button>
      </div>
      {full && <p className="pt-1 text-small text-care">{MOST_PEOPLE} people: as many as one class takes.</p>}
      <Dialog
        open={dropping !== null}
        onOpenChange={(open) => !open && setDropping(null)}
        title="Drop-in"
        description="Initials and flags are all that is kept; no file is made."
      >
        {dropping && (
          <div className="space-y-4">
            <label className="block max-w-40">
              <span className="block text-fine text-soft">Initials</span>
              <input
                className={INPUT}
                maxLength={4}
                value={dropping.initials}
                onChange={(e) => setDropping({ ...dropping, initials: e.target.value })}
              />
            </label>
            <FlagFields flags={dropping.flags} onChange={(flags) => setDropping({ ...dropping, flags })} />
            <Button kind="main" disabled={dropping.initials.trim() === ''} onClick={keepDropIn}>
              {dropping.id === null ? 'Put on the roster' : 'Keep'}
            </Button>
          </div>
        )}
      </Dialog>
    </Fold>
  );
}

type PersonProps = {
  entry: RosterEntry;
  name: string | null;
  member: Member | undefined;
  served: Served | null;
  worst: boolean;
  others: number;
  onEdit: () => void;
  onRemove: () => void;
};

/** One person: initials for the room, the name for the desk, how well the class serves them. */
function Person({ entry, name, member, served, worst, others, onEdit, onRemove }: PersonProps) {
  const flags = flagsSaid(member?.plan.flags ?? entry.flags ?? {});
  return (
    <li className="grid grid-cols-[3.2em_1fr_auto] items-baseline gap-x-2 border-b border-rule py-1.5">
      <span className="text-lead font-semibold" dir="auto">
        {entry.initials}
      </span>
      <span className="min-w-0">
        <span className="wrap-anywhere" dir="auto">
          {name ?? 'drop-in'}
        </span>
        {flags && <span className="block text-fine text-soft">{flags}</span>}
        {member?.bar && (
          <span className="block text-fine font-semibold text-stop">Not coached: {member.bar}.</span>
        )}
        {served && (
          <span className={`mt-0.5 block text-fine tabular-nums ${worst ? 'text-care' : 'text-soft'}`}>
            <span className="mr-2 inline-block h-1.5 w-14 border border-soft align-middle" aria-hidden>
              <span className="block h-full bg-ink" style={{ width: `${Math.round(served.share * 100)}%` }} />
            </span>
            {Math.round(served.share * 100)} % served
            {others > 0 && ` · other in ${others}`}
            {worst && served.lacks && (
              <span className="block">least of all; most open: {NEED_LABEL[served.lacks]}</span>
            )}
          </span>
        )}
      </span>
      <span className="flex gap-2 text-fine">
        {entry.clientId === null && (
          <Press look="quiet" onClick={onEdit} aria-label={`Change ${entry.initials}`}>
            change
          </Press>
        )}
        <Press look="quiet" onClick={onRemove} aria-label={`Take ${entry.initials} off the roster`}>
          off
        </Press>
      </span>
    </li>
  );
}
