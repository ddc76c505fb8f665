'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import type { GivenConsent, KeptConsent } from '@/core/people/consent.schema';
import {
  CONSENT_KINDS,
  CONSENT_WORD,
  CONSENT_WORDING,
  type ConsentKind,
  type ConsentWay,
} from '@/core/people/consent-kinds';
import { Button } from '@/ui/button';
import { useDates } from '@/ui/dates';
import { TextField } from '@/ui/field';
import { Press } from '@/ui/press';
import { Select } from '@/ui/select';
import { Refusal } from './refusal';
import { useAsking } from './use-asking';

type Props = {
  clientId: string;
  clientName: string;
  consents: readonly (KeptConsent & { id: string })[];
  agree: (clientId: string, given: GivenConsent) => Promise<Result<null>>;
  takeBack: (id: string) => Promise<Result<null>>;
};

/** What a client has agreed to: in which words, when, who said so, and when it was withdrawn. */
export function Consents({ clientId, clientName, consents, agree, takeBack }: Props) {
  const router = useRouter();
  const dates = useDates();
  const { busy, error, ask } = useAsking();
  const fresh = (done: null | undefined) => {
    if (done !== undefined) router.refresh();
  };
  const holding = consents.filter((c) => c.withdrawnAt === null);
  const over = consents.filter((c) => c.withdrawnAt !== null);
  return (
    <div className="max-w-[90ch] space-y-7">
      <section aria-labelledby="agreed" className="space-y-2">
        <h2 id="agreed" className="text-lead">
          Agreed to
        </h2>
        {holding.length === 0 && <p className="text-soft">Nothing is put down yet.</p>}
        <ul className="divide-y divide-rule">
          {holding.map((c) => (
            <li key={c.id} className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1 py-2">
              <Said consent={c} when={dates.moment(c.at)} />
              <Press
                look="quiet"
                disabled={busy}
                aria-label={`withdrawn: ${CONSENT_WORD[c.kind]}`}
                onClick={() => void ask(() => takeBack(c.id)).then(fresh)}
              >
                withdrawn
              </Press>
            </li>
          ))}
        </ul>
        <Refusal why={error} />
      </section>
      <Agree
        clientName={clientName}
        busy={busy}
        onAgree={(given) => void ask(() => agree(clientId, given)).then(fresh)}
      />
      {over.length > 0 && (
        <section aria-labelledby="over" className="space-y-2">
          <h2 id="over" className="text-lead">
            No longer
          </h2>
          <ul className="divide-y divide-rule text-soft">
            {over.map((c) => (
              <li key={c.id} className="py-2">
                <Said
                  consent={c}
                  when={`${dates.moment(c.at)}; withdrawn or renewed ${dates.moment(c.withdrawnAt!)}`}
                />
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

const Said = ({ consent, when }: { consent: KeptConsent; when: string }) => (
  <div className="min-w-0 grow basis-80">
    <strong>{CONSENT_WORD[consent.kind]}</strong>
    <span className="ml-3 text-fine text-soft tabular-nums">
      <bdi>{consent.by}</bdi>, {consent.way}, {when}
    </span>
    <p className="wrap-anywhere" dir="auto">
      “{consent.wording}”
    </p>
  </div>
);

function Agree({
  clientName,
  busy,
  onAgree,
}: {
  clientName: string;
  busy: boolean;
  onAgree: (given: GivenConsent) => void;
}) {
  const [kind, setKind] = useState<ConsentKind>('records');
  const [wording, setWording] = useState(CONSENT_WORDING.records);
  const [way, setWay] = useState<ConsentWay>('spoken');
  const [by, setBy] = useState(clientName);
  return (
    <section aria-labelledby="ask" className="space-y-3">
      <h2 id="ask" className="text-lead">
        Ask, and put down
      </h2>
      <p className="text-small text-soft">
        Read the words aloud or have them read; change them to what you say. What has to be said, and in which
        form, is set by the law of your place. Screen keeps, beside this, what may be done today.
      </p>
      <form
        className="space-y-3"
        onSubmit={(e) => {
          e.preventDefault();
          onAgree({ kind, wording: wording.trim(), way, by: by.trim() });
        }}
      >
        <div className="flex flex-wrap items-end gap-5">
          <Select
            label="Consent to"
            value={kind}
            onValue={(value) => {
              // Words that were not touched follow what they are for.
              if (wording === CONSENT_WORDING[kind]) setWording(CONSENT_WORDING[value]);
              setKind(value);
            }}
            options={CONSENT_KINDS.map((k) => ({ value: k, label: CONSENT_WORD[k] }))}
          />
          <Select
            label="Given"
            value={way}
            onValue={setWay}
            options={[
              { value: 'spoken', label: 'spoken' },
              { value: 'signed', label: 'signed on paper' },
            ]}
          />
          <TextField label="By" value={by} onValue={setBy} maxLength={120} />
        </div>
        <label className="block">
          <span className="block text-fine text-soft">The words</span>
          <textarea
            className="w-full border-[1.5px] border-soft bg-transparent p-2"
            rows={3}
            maxLength={2000}
            dir="auto"
            value={wording}
            onChange={(e) => setWording(e.target.value)}
          />
        </label>
        <Button kind="main" type="submit" disabled={busy || wording.trim() === '' || by.trim() === ''}>
          Record consent
        </Button>
      </form>
    </section>
  );
}
