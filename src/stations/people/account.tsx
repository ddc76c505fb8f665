'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { ROLE_MEANS, ROLE_WORD, type Role } from '@/core/people/roles';
import { Button } from '@/ui/button';
import { useDates } from '@/ui/dates';
import { TextField } from '@/ui/field';
import { Press } from '@/ui/press';
import { Codes } from './codes';
import { Refusal } from './refusal';
import { PasswordField } from './sign-in-fields';
import { SecondFactor, type SecondActions } from './second-factor';
import { useAsking } from './use-asking';
import { usePasskeys } from './use-passkeys';
import { loadAnew } from './load-anew';

type SessionRow = { id: string; device: string; since: string; seenAt: string | null; mine: boolean };

type Props = {
  name: string;
  username: string;
  role: Role;
  second: boolean;
  hasPin: boolean;
  quietMin: number;
  codesLeft: number;
  passkeys: readonly { id: string; name: string; since: string | null }[];
  sessions: readonly SessionRow[];
  actions: {
    changePassword: (given: { old: string; fresh: string }) => Promise<Result<null>>;
    setPin: (given: { password: string; pin: string }) => Promise<Result<null>>;
    renewCodes: (password: string) => Promise<Result<{ codes: string[] }>>;
    endSession: (id: string) => Promise<Result<null>>;
    dropPasskey: (id: string) => Promise<Result<null>>;
    signOut: () => Promise<void>;
  } & SecondActions;
};

/** What belongs to one's own account: how one signs in, and where one is signed in. */
export function Account({ name, username, role, quietMin, actions, ...own }: Props) {
  return (
    <div className="max-w-[80ch] space-y-8 pt-3">
      <div className="border-b-[1.5px] border-ink pb-2">
        <h1 className="text-head">
          <bdi>{name}</bdi>
        </h1>
        <p className="text-small text-soft">
          {ROLE_WORD[role]}: {ROLE_MEANS[role]}. Signs in as “{username}”.
        </p>
      </div>
      <Sessions sessions={own.sessions} actions={actions} />
      <Passkeys passkeys={own.passkeys} dropPasskey={actions.dropPasskey} />
      <SecondFactor on={own.second} actions={actions} />
      <Pin hasPin={own.hasPin} quietMin={quietMin} setPin={actions.setPin} />
      <ChangePassword changePassword={actions.changePassword} />
      <RenewCodes username={username} left={own.codesLeft} renewCodes={actions.renewCodes} />
    </div>
  );
}

const Section = ({ id, title, children }: { id: string; title: string; children: React.ReactNode }) => (
  <section aria-labelledby={id} className="space-y-3">
    <h2 id={id} className="text-lead">
      {title}
    </h2>
    {children}
  </section>
);

/** The browser and the system of a device, as far as it says. */
function deviceOf(agent: string): string {
  const browser = /Edg|Firefox|Chrom|Safari/.exec(agent)?.[0];
  const system = /iPhone|iPad|Android|Windows|Mac OS|Linux/.exec(agent)?.[0];
  const name = { Edg: 'Edge', Chrom: 'Chromium' }[browser ?? ''] ?? browser;
  return [name, system].filter(Boolean).join(', ') || 'A device that does not say what it is';
}

function Sessions({
  sessions,
  actions,
}: {
  sessions: readonly SessionRow[];
  actions: Pick<Props['actions'], 'endSession' | 'signOut'>;
}) {
  const router = useRouter();
  const dates = useDates();
  const { error, ask } = useAsking();
  return (
    <Section id="sessions" title="Signed in">
      <ul className="divide-y divide-rule">
        {sessions.map((s) => (
          <li key={s.id} className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1 py-1.5">
            <span>
              {deviceOf(s.device)}
              {s.mine && <strong className="ml-2">here</strong>}
              <span className="block text-fine text-soft tabular-nums">
                since {dates.moment(s.since)}
                {s.seenAt && <>, last used {dates.moment(s.seenAt)}</>}
              </span>
            </span>
            {s.mine ? (
              <Press look="quiet" onClick={() => void actions.signOut().finally(() => loadAnew('/'))}>
                sign out
              </Press>
            ) : (
              <Press
                look="quiet"
                aria-label={`end ${deviceOf(s.device)}, since ${dates.moment(s.since)}`}
                onClick={() =>
                  void ask(() => actions.endSession(s.id)).then((done) => {
                    if (done !== undefined) router.refresh();
                  })
                }
              >
                end it
              </Press>
            )}
          </li>
        ))}
      </ul>
      <Refusal why={error} />
    </Section>
  );
}

function Passkeys({
  passkeys,
  dropPasskey,
}: Pick<Props, 'passkeys'> & Pick<Props['actions'], 'dropPasskey'>) {
  const router = useRouter();
  const dates = useDates();
  const { busy, error, ask } = useAsking();
  const can = usePasskeys();
  const [name, setName] = useState('');
  const add = async () => {
    const { addKey } = await import('./passkey');
    if ((await ask(() => addKey(name.trim() || 'this device'))) === undefined) return;
    setName('');
    router.refresh();
  };
  return (
    <Section id="passkeys" title="Passkeys">
      <p className="text-small">
        A passkey stays on its device and opens by finger, face or code of that device. It cannot be guessed
        or given away by mistake.
      </p>
      {passkeys.length > 0 && (
        <ul className="divide-y divide-rule">
          {passkeys.map((key) => (
            <li key={key.id} className="flex flex-wrap items-baseline justify-between gap-4 py-1.5">
              <span>
                <bdi>{key.name || 'without a name'}</bdi>
                {key.since && (
                  <span className="ml-3 text-fine text-soft">since {dates.moment(key.since)}</span>
                )}
              </span>
              <Press
                look="quiet"
                aria-label={`take the passkey “${key.name}” away`}
                onClick={() =>
                  void ask(() => dropPasskey(key.id)).then((done) => {
                    if (done !== undefined) router.refresh();
                  })
                }
              >
                take away
              </Press>
            </li>
          ))}
        </ul>
      )}
      {can ? (
        <div className="flex flex-wrap items-end gap-4">
          <TextField label="What this device is called" value={name} onValue={setName} maxLength={60} />
          <Button disabled={busy} onClick={() => void add()}>
            Add a passkey of this device
          </Button>
        </div>
      ) : (
        <p className="text-small text-soft">
          Passkeys need an address with a name, such as “localhost”; this page was opened by figures.
        </p>
      )}
      <Refusal why={error} />
    </Section>
  );
}

function Pin({
  hasPin,
  quietMin,
  setPin,
}: Pick<Props, 'hasPin' | 'quietMin'> & Pick<Props['actions'], 'setPin'>) {
  const router = useRouter();
  const [pin, set] = useState('');
  const [password, setPassword] = useState('');
  const { busy, error, ask } = useAsking();
  const keep = async (value: string) => {
    if ((await ask(() => setPin({ password, pin: value }))) === undefined) return;
    set('');
    setPassword('');
    router.refresh();
  };
  return (
    <Section id="pin" title="PIN for a locked screen">
      <p className="text-small">
        The screen locks after {quietMin} minutes without a touch, not while a sequence is being coached, and
        by “Lock” at the top. {hasPin ? 'Your PIN opens it; so does the password.' : 'The password opens it.'}{' '}
        After five wrong tries the sign-in ends.
      </p>
      <form
        className="flex flex-wrap items-end gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          void keep(pin);
        }}
      >
        <TextField
          label="PIN, 4 to 8 digits"
          type="password"
          inputMode="numeric"
          value={pin}
          onValue={set}
          autoComplete="off"
        />
        <PasswordField value={password} onValue={setPassword} />
        <Button type="submit" disabled={busy || pin === '' || password === ''}>
          {hasPin ? 'Change the PIN' : 'Set the PIN'}
        </Button>
        {hasPin && (
          <Press look="quiet" disabled={busy || password === ''} onClick={() => void keep('')}>
            take it away
          </Press>
        )}
      </form>
      <Refusal why={error} />
    </Section>
  );
}

function ChangePassword({ changePassword }: Pick<Props['actions'], 'changePassword'>) {
  const [old, setOld] = useState('');
  const [fresh, setFresh] = useState('');
  const { busy, error, ask } = useAsking();
  return (
    <Section id="password" title="Password">
      <form
        className="flex flex-wrap items-end gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          void ask(() => changePassword({ old, fresh })).then((done) => {
            if (done !== undefined) loadAnew('/');
          });
        }}
      >
        <PasswordField label="Password of now" value={old} onValue={setOld} />
        <PasswordField label="New one, 10 letters at least" value={fresh} onValue={setFresh} fresh />
        <Button type="submit" disabled={busy || old === '' || fresh === ''}>
          Change it, and sign out everywhere
        </Button>
      </form>
      <Refusal why={error} />
    </Section>
  );
}

function RenewCodes({
  username,
  left,
  renewCodes,
}: { username: string; left: number } & Pick<Props['actions'], 'renewCodes'>) {
  const router = useRouter();
  const [password, setPassword] = useState('');
  const [codes, setCodes] = useState<string[] | null>(null);
  const { busy, error, ask } = useAsking();
  if (codes)
    return (
      <Codes
        codes={codes}
        username={username}
        done="They are put away"
        onDone={() => {
          setCodes(null);
          router.refresh();
        }}
      />
    );
  return (
    <Section id="lost" title="Codes for a lost password">
      <p className="text-small">{left} of ten are left. New ones take the place of all of before.</p>
      <form
        className="flex flex-wrap items-end gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          void ask(() => renewCodes(password)).then((made) => {
            setPassword('');
            if (made) setCodes(made.codes);
          });
        }}
      >
        <PasswordField value={password} onValue={setPassword} />
        <Button type="submit" disabled={busy || password === ''}>
          Make new codes
        </Button>
      </form>
      <Refusal why={error} />
    </Section>
  );
}
