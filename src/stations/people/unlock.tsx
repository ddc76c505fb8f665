'use client';

import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Press } from '@/ui/press';
import { Refusal } from './refusal';
import { useAsking } from './use-asking';
import { loadAnew } from './load-anew';

/** The screen after a quiet time: nothing of a client is on it until whoever it belongs to is back. */
export function Unlock({
  name,
  hasPin,
  unlock,
  signOut,
}: {
  name: string;
  hasPin: boolean;
  unlock: (secret: string) => Promise<Result<null>>;
  signOut: () => Promise<void>;
}) {
  const [secret, setSecret] = useState('');
  const { busy, error, ask } = useAsking();
  return (
    <section className="mx-auto max-w-[46ch] space-y-5 pt-10">
      <h1 className="border-b-[1.5px] border-ink pb-2 text-head">Locked</h1>
      <p>
        <bdi>{name}</bdi> is signed in here. What was being written is kept and comes back.
      </p>
      <form
        className="space-y-4"
        onSubmit={(e) => {
          e.preventDefault();
          void ask(() => unlock(secret)).then((done) => {
            setSecret('');
            if (done !== undefined) loadAnew();
          });
        }}
      >
        <TextField
          label={hasPin ? 'PIN, or password' : 'Password'}
          type="password"
          value={secret}
          onValue={setSecret}
          autoComplete="off"
          autoFocus
        />
        <Refusal why={error} />
        <div className="flex flex-wrap items-center gap-5">
          <Button kind="main" type="submit" disabled={busy || secret === ''}>
            {busy ? 'Looking …' : 'Open'}
          </Button>
          <Press look="quiet" onClick={() => void signOut().finally(() => loadAnew())}>
            somebody else: sign out
          </Press>
        </div>
      </form>
    </section>
  );
}
