'use client';

import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Codes } from './codes';
import { Refusal } from './refusal';
import { PasswordField, UsernameField } from './sign-in-fields';
import { useAsking } from './use-asking';
import { loadAnew } from './load-anew';

/** The first account, of the owner of the studio: takes over all that is kept here. */
export function Begin({
  clients,
  beginAccounts,
}: {
  clients: number;
  beginAccounts: (given: {
    name: string;
    username: string;
    password: string;
  }) => Promise<Result<{ codes: string[] }>>;
}) {
  const [name, setName] = useState('');
  const [username, setUsername] = useState('');
  const [password, setPassword] = useState('');
  const [codes, setCodes] = useState<string[] | null>(null);
  const { busy, error, ask } = useAsking();
  return (
    <div className="max-w-[80ch] space-y-6 pt-3">
      <h1 className="border-b-[1.5px] border-ink pb-2 text-head">Accounts</h1>
      {codes ? (
        <Codes
          codes={codes}
          username={username.trim().toLowerCase()}
          done="They are put away: sign in"
          onDone={() => loadAnew('/people')}
        />
      ) : (
        <>
          <p>
            No accounts yet: anyone at this computer can see every client. Good for one person alone. With
            accounts everybody signs in; an instructor sees their own clients, an assistant the sequences that
            are given for a day, and a log tells who saw and changed what.
          </p>
          <p>
            The first account is the owner’s.{' '}
            {clients > 0
              ? `It takes over the ${clients} ${clients === 1 ? 'client' : 'clients'} kept here.`
              : 'Clients that come from then on are theirs.'}{' '}
            From then on nothing opens without signing in, on this machine too.
          </p>
          <form
            className="max-w-[46ch] space-y-4"
            onSubmit={(e) => {
              e.preventDefault();
              void ask(() => beginAccounts({ name, username, password })).then((made) => {
                if (made) setCodes(made.codes);
              });
            }}
          >
            <TextField
              label="Your name, as others here see it"
              value={name}
              onValue={setName}
              autoComplete="name"
            />
            <UsernameField
              label="Name to sign in by: a–z, 0–9, dot, dash"
              value={username}
              onValue={setUsername}
            />
            <PasswordField
              label="Password, 10 letters at least; a few words are best"
              value={password}
              onValue={setPassword}
              fresh
            />
            <Refusal why={error} />
            <Button
              kind="main"
              type="submit"
              disabled={busy || name.trim() === '' || username.trim() === '' || password === ''}
            >
              {busy ? 'Making it …' : 'Make the owner’s account'}
            </Button>
          </form>
        </>
      )}
    </div>
  );
}
