'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { ROLE_MEANS, ROLE_WORD, type AccountRow, type Role } from '@/core/people/roles';
import { Button } from '@/ui/button';
import { useDates } from '@/ui/dates';
import { NumberField, TextField } from '@/ui/field';
import { Press } from '@/ui/press';
import { Select } from '@/ui/select';
import { Codes } from './codes';
import { Refusal } from './refusal';
import { PasswordField, UsernameField } from './sign-in-fields';
import { useAsking } from './use-asking';

type Props = {
  accounts: readonly AccountRow[];
  quietMin: number;
  actions: {
    addAccount: (given: {
      name: string;
      username: string;
      password: string;
      role: Role;
    }) => Promise<Result<{ codes: string[] }>>;
    resetPassword: (given: { userId: string; password: string }) => Promise<Result<null>>;
    endAccount: (userId: string) => Promise<Result<null>>;
    clientsOfAccount: (userId: string) => Promise<Result<{ id: string; name: string }[]>>;
    handOver: (given: { clientId: string; userId: string }) => Promise<Result<null>>;
    setQuiet: (minutes: number) => Promise<Result<null>>;
  };
};

/** Everybody who signs in here, for the owner of the studio. */
export function Accounts({ accounts, quietMin, actions }: Props) {
  const open = accounts.filter((a) => a.endedAt === null);
  const ended = accounts.filter((a) => a.endedAt !== null);
  return (
    <div className="space-y-8 pt-3">
      <div className="flex flex-wrap items-baseline justify-between gap-4 border-b-[1.5px] border-ink pb-2">
        <h1 className="text-head">Accounts</h1>
        <Link href="/trace" className="text-small underline underline-offset-4">
          Who saw and changed what
        </Link>
      </div>
      <ul className="divide-y divide-rule">
        {open.map((a) => (
          <AccountLine key={a.id} account={a} colleagues={open} actions={actions} />
        ))}
      </ul>
      {ended.length > 0 && (
        <p className="text-small text-soft">
          Ended: {ended.map((a) => a.name).join(', ')}. What they wrote stays with its clients.
        </p>
      )}
      <Add addAccount={actions.addAccount} />
      <Quiet quietMin={quietMin} setQuiet={actions.setQuiet} />
    </div>
  );
}

type LineProps = { account: AccountRow; colleagues: readonly AccountRow[]; actions: Props['actions'] };

function AccountLine({ account, colleagues, actions }: LineProps) {
  const [doing, setDoing] = useState<'password' | 'over' | 'end' | null>(null);
  const dates = useDates();
  const { id, name, role } = account;
  return (
    <li className="space-y-3 py-3">
      <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <span className="min-w-40 font-semibold">
          <bdi>{name}</bdi>
        </span>
        <span className="min-w-28">{ROLE_WORD[role]}</span>
        <span className="grow text-small text-soft tabular-nums">
          signs in as “{account.username}”
          {role !== 'assistant' && <>, {account.clients === 1 ? '1 client' : `${account.clients} clients`}</>}
          {account.lastSeenAt && <>, last here {dates.moment(account.lastSeenAt)}</>}
        </span>
        {role !== 'owner' && (
          <span className="flex flex-wrap gap-4">
            <Press
              look="quiet"
              aria-label={`another password for ${name}`}
              onClick={() => setDoing('password')}
            >
              another password
            </Press>
            {role === 'instructor' && (
              <Press
                look="quiet"
                aria-label={`hand over clients of ${name}`}
                onClick={() => setDoing('over')}
              >
                hand over clients
              </Press>
            )}
            <Press look="quiet" aria-label={`end the account of ${name}`} onClick={() => setDoing('end')}>
              end
            </Press>
          </span>
        )}
      </div>
      {doing === 'password' && (
        <Reset userId={id} resetPassword={actions.resetPassword} onDone={() => setDoing(null)} />
      )}
      {doing === 'over' && (
        <Over account={account} colleagues={colleagues} actions={actions} onDone={() => setDoing(null)} />
      )}
      {doing === 'end' && (
        <End account={account} endAccount={actions.endAccount} onDone={() => setDoing(null)} />
      )}
    </li>
  );
}

function Reset({
  userId,
  resetPassword,
  onDone,
}: { userId: string; onDone: () => void } & Pick<Props['actions'], 'resetPassword'>) {
  const [password, setPassword] = useState('');
  const { busy, error, ask } = useAsking();
  return (
    <form
      className="flex flex-wrap items-end gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        void ask(() => resetPassword({ userId, password })).then((done) => {
          if (done !== undefined) onDone();
        });
      }}
    >
      <PasswordField
        label="New password, 10 letters at least; say it to them, they change it"
        className="min-w-80"
        value={password}
        onValue={setPassword}
        fresh
      />
      <Button type="submit" disabled={busy || password === ''}>
        Set it, and sign them out
      </Button>
      <Press look="quiet" onClick={onDone}>
        leave it
      </Press>
      <Refusal why={error} />
    </form>
  );
}

function End({
  account,
  endAccount,
  onDone,
}: { account: AccountRow; onDone: () => void } & Pick<Props['actions'], 'endAccount'>) {
  const router = useRouter();
  const { busy, error, ask } = useAsking();
  return (
    <div role="group" aria-label={`End the account of ${account.name}?`} className="space-y-2">
      <p>
        <bdi>{account.name}</bdi> is signed out everywhere and can no longer sign in. Nothing they wrote goes.
      </p>
      <Refusal why={error} />
      <div className="flex flex-wrap gap-4">
        <Button
          kind="stop"
          disabled={busy}
          onClick={() =>
            void ask(() => endAccount(account.id)).then((done) => {
              if (done !== undefined) router.refresh();
            })
          }
        >
          Yes, end this account
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </div>
  );
}

function Over({ account, colleagues, actions, onDone }: LineProps & { onDone: () => void }) {
  const router = useRouter();
  const [list, setList] = useState<readonly { id: string; name: string }[] | null>(null);
  const others = colleagues.filter((c) => c.id !== account.id && c.role !== 'assistant');
  const [to, setTo] = useState(others[0]?.id ?? '');
  const { busy, error, ask } = useAsking();
  const show = () =>
    ask(() => actions.clientsOfAccount(account.id)).then((got) => {
      if (got) setList(got);
    });
  return (
    <div className="space-y-3 border-l-4 border-rule pl-4">
      <p className="max-w-[75ch] text-small">
        A file goes as a whole: screening, looks, sequences, runs, plans for home. Its instructor no longer
        sees it. The list shows names and nothing else.
      </p>
      <Select
        label="To whom"
        value={to}
        onValue={setTo}
        options={others.map((c) => ({ value: c.id, label: c.name }))}
      />
      {list === null ? (
        <Button disabled={busy} onClick={() => void show()}>
          Show the clients of {account.name}
        </Button>
      ) : list.length === 0 ? (
        <p role="status">No clients are left in this account.</p>
      ) : (
        <ul className="divide-y divide-rule">
          {list.map((client) => (
            <li key={client.id} className="flex flex-wrap items-baseline justify-between gap-4 py-1">
              <bdi>{client.name}</bdi>
              <Press
                look="quiet"
                disabled={busy || to === ''}
                aria-label={`hand over ${client.name}`}
                onClick={() =>
                  void ask(() => actions.handOver({ clientId: client.id, userId: to })).then((done) => {
                    if (done === undefined) return;
                    setList(list.filter((c) => c.id !== client.id));
                    router.refresh();
                  })
                }
              >
                hand over
              </Press>
            </li>
          ))}
        </ul>
      )}
      <Refusal why={error} />
      <Press look="quiet" onClick={onDone}>
        done
      </Press>
    </div>
  );
}

function Add({ addAccount }: Pick<Props['actions'], 'addAccount'>) {
  const router = useRouter();
  const [name, setName] = useState('');
  const [username, setUsername] = useState('');
  const [password, setPassword] = useState('');
  const [role, setRole] = useState<Role>('instructor');
  const [made, setMade] = useState<{ codes: string[]; username: string } | null>(null);
  const { busy, error, ask } = useAsking();
  if (made)
    return (
      <Codes
        codes={made.codes}
        username={made.username}
        done="They have them"
        onDone={() => {
          setMade(null);
          router.refresh();
        }}
      />
    );
  return (
    <section aria-labelledby="add" className="space-y-3 border-t border-rule pt-4">
      <h2 id="add" className="text-lead">
        Another account
      </h2>
      <form
        className="flex flex-wrap items-end gap-x-5 gap-y-3"
        onSubmit={(e) => {
          e.preventDefault();
          void ask(() => addAccount({ name, username, password, role })).then((got) => {
            if (!got) return;
            setMade({ codes: got.codes, username: username.trim().toLowerCase() });
            setName('');
            setUsername('');
            setPassword('');
          });
        }}
      >
        <TextField label="Name" value={name} onValue={setName} autoComplete="off" />
        <UsernameField value={username} onValue={setUsername} autoComplete="off" />
        <PasswordField
          label="First password, 10 letters at least"
          value={password}
          onValue={setPassword}
          fresh
        />
        <Select
          label="Role"
          value={role}
          onValue={(value) => setRole(value as Role)}
          options={(['instructor', 'assistant'] as const).map((r) => ({ value: r, label: ROLE_WORD[r] }))}
        />
        <Button
          type="submit"
          disabled={busy || name.trim() === '' || username.trim() === '' || password === ''}
        >
          {busy ? 'Adding …' : 'Add'}
        </Button>
      </form>
      <p className="text-small text-soft">
        {ROLE_WORD[role]}: {ROLE_MEANS[role]}.
      </p>
      <Refusal why={error} />
    </section>
  );
}

function Quiet({ quietMin, setQuiet }: { quietMin: number } & Pick<Props['actions'], 'setQuiet'>) {
  const { error, ask } = useAsking();
  const [kept, setKept] = useState(false);
  return (
    <section aria-labelledby="quiet" className="space-y-2 border-t border-rule pt-4">
      <h2 id="quiet" className="text-lead">
        When a screen locks
      </h2>
      <NumberField
        label="After so long without a touch"
        unit="min"
        value={quietMin}
        min={1}
        max={240}
        onValue={(value) => {
          if (value !== undefined)
            void ask(() => setQuiet(value)).then((done) => setKept(done !== undefined));
        }}
      />
      <p role="status" className="text-small text-soft empty:hidden">
        {kept ? 'Kept.' : ''}
      </p>
      <Refusal why={error} />
    </section>
  );
}
