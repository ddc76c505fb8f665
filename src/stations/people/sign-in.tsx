'use client';

import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Press } from '@/ui/press';
import { Refusal } from './refusal';
import { PasswordField, UsernameField } from './sign-in-fields';
import { useAsking } from './use-asking';
import { usePasskeys } from './use-passkeys';
import { loadAnew } from './load-anew';

type Actions = {
  signIn: (given: { username: string; password: string }) => Promise<Result<{ second: boolean }>>;
  signInCode: (code: string) => Promise<Result<null>>;
  recover: (given: { username: string; code: string; password: string }) => Promise<Result<null>>;
};

/** Who is there: a name and a password, a passkey, or a printed code where the password is lost. */
export function SignIn({ signIn, signInCode, recover }: Actions) {
  const [step, setStep] = useState<'password' | 'second' | 'lost'>('password');
  const [username, setUsername] = useState('');
  const [password, setPassword] = useState('');
  const { busy, error, ask } = useAsking();
  const keys = usePasskeys();
  const enter = async () => {
    const done = await ask(() => signIn({ username, password }));
    if (done?.second) setStep('second');
    else if (done) loadAnew();
  };
  const byKey = async () => {
    const { signInByKey } = await import('./passkey');
    if ((await ask(signInByKey)) !== undefined) loadAnew();
  };
  return (
    <section className="mx-auto max-w-[46ch] space-y-5 pt-10">
      <h1 className="border-b-[1.5px] border-ink pb-2 text-head">Sign in</h1>
      {step === 'password' && (
        <form
          className="space-y-4"
          onSubmit={(e) => {
            e.preventDefault();
            void enter();
          }}
        >
          <UsernameField value={username} onValue={setUsername} />
          <PasswordField label="Password" value={password} onValue={setPassword} />
          <Refusal why={error} />
          <div className="flex flex-wrap items-center gap-5">
            <Button kind="main" type="submit" disabled={busy || username === '' || password === ''}>
              {busy ? 'Looking …' : 'Sign in'}
            </Button>
            {keys && (
              <Press look="quiet" onClick={() => void byKey()}>
                with a passkey
              </Press>
            )}
            <Press look="quiet" onClick={() => setStep('lost')}>
              password lost
            </Press>
          </div>
        </form>
      )}
      {step === 'second' && <Second signInCode={signInCode} />}
      {step === 'lost' && <Lost username={username} recover={recover} onDone={() => setStep('password')} />}
    </section>
  );
}

function Second({ signInCode }: Pick<Actions, 'signInCode'>) {
  const [code, setCode] = useState('');
  const { busy, error, ask } = useAsking();
  return (
    <form
      className="space-y-4"
      onSubmit={(e) => {
        e.preventDefault();
        void ask(() => signInCode(code)).then((done) => {
          if (done !== undefined) loadAnew();
        });
      }}
    >
      <p>The password is right. Now the six digits that your code app shows.</p>
      <TextField
        label="Code"
        value={code}
        onValue={setCode}
        inputMode="numeric"
        autoComplete="one-time-code"
        autoFocus
      />
      <Refusal why={error} />
      <Button kind="main" type="submit" disabled={busy || code === ''}>
        Go on
      </Button>
    </form>
  );
}

function Lost({
  username: given,
  recover,
  onDone,
}: {
  username: string;
  recover: Actions['recover'];
  onDone: () => void;
}) {
  const [username, setUsername] = useState(given);
  const [code, setCode] = useState('');
  const [password, setPassword] = useState('');
  const [done, setDone] = useState(false);
  const { busy, error, ask } = useAsking();
  if (done)
    return (
      <div className="space-y-4">
        <p role="status">
          The password is changed, this code is used up, and every sign-in of this account has ended. A second
          factor and a PIN, if there were any, are gone: set them anew.
        </p>
        <Button kind="main" onClick={onDone}>
          Sign in
        </Button>
      </div>
    );
  return (
    <form
      className="space-y-4"
      onSubmit={(e) => {
        e.preventDefault();
        void ask(() => recover({ username, code, password })).then((value) => {
          if (value === null) setDone(true);
        });
      }}
    >
      <p>
        One of the ten codes that were printed with the account sets a new password. Without them the owner of
        the studio can; the owner can on the machine itself (docs/commands.md, account).
      </p>
      <UsernameField value={username} onValue={setUsername} />
      <TextField label="Printed code" value={code} onValue={setCode} autoComplete="off" spellCheck={false} />
      <PasswordField label="New password, 10 letters at least" value={password} onValue={setPassword} fresh />
      <Refusal why={error} />
      <div className="flex flex-wrap items-center gap-5">
        <Button
          kind="main"
          type="submit"
          disabled={busy || username === '' || code === '' || password === ''}
        >
          Set the new password
        </Button>
        <Press look="quiet" onClick={onDone}>
          back
        </Press>
      </div>
    </form>
  );
}
