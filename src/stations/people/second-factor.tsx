'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Refusal } from './refusal';
import { PasswordField } from './sign-in-fields';
import { useAsking } from './use-asking';

export type SecondActions = {
  beginSecond: (password: string) => Promise<Result<{ svg: string; key: string }>>;
  confirmSecond: (code: string) => Promise<Result<null>>;
  endSecond: (password: string) => Promise<Result<null>>;
};

/** A code of an app beside the password, for whoever wants one. */
export function SecondFactor({ on, actions }: { on: boolean; actions: SecondActions }) {
  const router = useRouter();
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [made, setMade] = useState<{ svg: string; key: string } | null>(null);
  const { busy, error, ask } = useAsking();
  const fresh = () => {
    setMade(null);
    setPassword('');
    setCode('');
    router.refresh();
  };
  return (
    <section aria-labelledby="second" className="space-y-3">
      <h2 id="second" className="text-lead">
        Second factor
      </h2>
      <p className="text-small">
        {on
          ? 'After the password, signing in asks for the six digits of your code app.'
          : 'Beside the password, six digits that an app on your phone makes anew every half minute (RFC 6238). The phone needs no network for it.'}
      </p>
      {made ? (
        <form
          className="space-y-4"
          onSubmit={(e) => {
            e.preventDefault();
            void ask(() => actions.confirmSecond(code)).then((done) => {
              if (done !== undefined) fresh();
            });
          }}
        >
          <p>
            Photograph this with the code app, or type the key into it; then type the six digits it shows.
          </p>
          <div className="flex flex-wrap items-start gap-6">
            <div
              role="img"
              aria-label="The key as a picture for the code app"
              className="w-44 bg-white"
              dangerouslySetInnerHTML={{ __html: made.svg }}
            />
            <div className="space-y-3">
              <p className="font-mono text-small wrap-anywhere">{made.key}</p>
              <TextField label="Code" value={code} onValue={setCode} inputMode="numeric" autoComplete="off" />
              <Button kind="main" type="submit" disabled={busy || code === ''}>
                It shows this: turn it on
              </Button>
            </div>
          </div>
        </form>
      ) : (
        <form
          className="flex flex-wrap items-end gap-4"
          onSubmit={(e) => {
            e.preventDefault();
            if (on)
              void ask(() => actions.endSecond(password)).then((done) => {
                if (done !== undefined) fresh();
              });
            else
              void ask(() => actions.beginSecond(password)).then((begun) => {
                if (begun) setMade(begun);
              });
          }}
        >
          <PasswordField value={password} onValue={setPassword} />
          <Button type="submit" disabled={busy || password === ''}>
            {on ? 'Turn it off' : 'Begin'}
          </Button>
        </form>
      )}
      <Refusal why={error} />
    </section>
  );
}
