'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import type { Role, ShareKind } from '@/core/people/roles';
import { Button } from '@/ui/button';
import { useDates } from '@/ui/dates';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import { Select } from '@/ui/select';
import { Refusal } from './refusal';
import { useAsking } from './use-asking';

type Props = {
  clientId: string;
  clientName: string;
  shares: readonly {
    id: string;
    name: string;
    may: ShareKind;
    until: string | null;
    sequence: string | null;
  }[];
  colleagues: readonly { id: string; name: string; role: Role }[];
  sequences: readonly { id: string; name: string }[];
  /** Whether the client has agreed to be shown to somebody else. */
  agreed: boolean;
  actions: {
    share: (given: {
      clientId: string;
      userId: string;
      may: ShareKind;
      sequenceId: string | null;
    }) => Promise<Result<null>>;
    unshare: (given: { clientId: string; shareId: string }) => Promise<Result<null>>;
    handOver: (given: { clientId: string; userId: string }) => Promise<Result<null>>;
  };
};

const MAY: Record<ShareKind, string> = {
  read: 'sees the file',
  write: 'sees and writes the file',
  coach: 'coaches',
};

/** Who else works with a client: colleagues who see or write the file, an assistant who coaches one sequence today. */
export function Share({ clientId, clientName, shares, colleagues, sequences, agreed, actions }: Props) {
  const router = useRouter();
  const dates = useDates();
  const { busy, error, ask } = useAsking();
  const fresh = (done: null | undefined) => {
    if (done !== undefined) router.refresh();
  };
  const instructors = colleagues.filter((c) => c.role !== 'assistant');
  const assistants = colleagues.filter((c) => c.role === 'assistant');
  return (
    <div className="max-w-[85ch] space-y-7">
      {!agreed && (
        <Notice level="care">
          It is not put down that {clientName} agrees to be shown to somebody else.{' '}
          <Link className="underline underline-offset-4" href={`/clients/${clientId}/consents`}>
            What they have agreed to
          </Link>
        </Notice>
      )}
      <section aria-labelledby="with" className="space-y-2">
        <h2 id="with" className="text-lead">
          Shared with
        </h2>
        {shares.length === 0 ? (
          <p className="text-soft">Nobody. You alone see this file.</p>
        ) : (
          <ul className="divide-y divide-rule">
            {shares.map((s) => (
              <li key={s.id} className="flex flex-wrap items-baseline justify-between gap-4 py-1.5">
                <span>
                  <bdi className="font-semibold">{s.name}</bdi> {MAY[s.may]}
                  {s.sequence && (
                    <>
                      {' '}
                      <bdi>“{s.sequence}”</bdi>
                    </>
                  )}
                  {s.until && <span className="text-soft"> until {dates.moment(s.until)}</span>}
                </span>
                <Press
                  look="quiet"
                  disabled={busy}
                  aria-label={`take back from ${s.name}`}
                  onClick={() => void ask(() => actions.unshare({ clientId, shareId: s.id })).then(fresh)}
                >
                  take back
                </Press>
              </li>
            ))}
          </ul>
        )}
        <Refusal why={error} />
      </section>
      <WithColleague
        colleagues={instructors}
        busy={busy}
        onShare={(userId, may) =>
          void ask(() => actions.share({ clientId, userId, may, sequenceId: null })).then(fresh)
        }
      />
      <ToAssistant
        assistants={assistants}
        sequences={sequences}
        busy={busy}
        onGive={(userId, sequenceId) =>
          void ask(() => actions.share({ clientId, userId, may: 'coach', sequenceId })).then(fresh)
        }
      />
      <HandOver
        clientName={clientName}
        colleagues={instructors}
        busy={busy}
        onHandOver={(userId) =>
          void ask(() => actions.handOver({ clientId, userId })).then((done) => {
            if (done !== undefined) router.push('/');
          })
        }
      />
    </div>
  );
}

const named = (list: readonly { id: string; name: string }[]) =>
  list.map((c) => ({ value: c.id, label: c.name }));

function WithColleague({
  colleagues,
  busy,
  onShare,
}: {
  colleagues: Props['colleagues'];
  busy: boolean;
  onShare: (userId: string, may: ShareKind) => void;
}) {
  const [to, setTo] = useState(colleagues[0]?.id ?? '');
  const [may, setMay] = useState<'read' | 'write'>('read');
  return (
    <section aria-labelledby="colleague" className="space-y-2">
      <h2 id="colleague" className="text-lead">
        With a colleague
      </h2>
      {colleagues.length === 0 ? (
        <p className="text-soft">No other instructor has an account here.</p>
      ) : (
        <div className="flex flex-wrap items-end gap-5">
          <Select label="Colleague" value={to} onValue={setTo} options={named(colleagues)} />
          <Select
            label="What they may"
            value={may}
            onValue={setMay}
            options={[
              { value: 'read', label: 'see the file' },
              { value: 'write', label: 'see and write it' },
            ]}
          />
          <Button disabled={busy} onClick={() => onShare(to, may)}>
            Share the file
          </Button>
        </div>
      )}
    </section>
  );
}

function ToAssistant({
  assistants,
  sequences,
  busy,
  onGive,
}: {
  assistants: Props['colleagues'];
  sequences: Props['sequences'];
  busy: boolean;
  onGive: (userId: string, sequenceId: string) => void;
}) {
  const [to, setTo] = useState(assistants[0]?.id ?? '');
  const [sequence, setSequence] = useState(sequences[0]?.id ?? '');
  return (
    <section aria-labelledby="assistant" className="space-y-2">
      <h2 id="assistant" className="text-lead">
        To an assistant, for today
      </h2>
      <p className="text-small text-soft">
        They coach this one sequence and see what it needs: the blocks, the cautions that bear on them, what
        may take a block’s place. Not the screening, the looks, the reading or the plan for home. It ends at
        midnight.
      </p>
      {assistants.length === 0 ? (
        <p className="text-soft">No assistant has an account here.</p>
      ) : sequences.length === 0 ? (
        <p className="text-soft">There is no sequence yet: write one first.</p>
      ) : (
        <div className="flex flex-wrap items-end gap-5">
          <Select label="Assistant" value={to} onValue={setTo} options={named(assistants)} />
          <Select label="Sequence" value={sequence} onValue={setSequence} options={named(sequences)} />
          <Button disabled={busy} onClick={() => onGive(to, sequence)}>
            Give it for today
          </Button>
        </div>
      )}
    </section>
  );
}

function HandOver({
  clientName,
  colleagues,
  busy,
  onHandOver,
}: {
  clientName: string;
  colleagues: Props['colleagues'];
  busy: boolean;
  onHandOver: (userId: string) => void;
}) {
  const [to, setTo] = useState(colleagues[0]?.id ?? '');
  const [asking, setAsking] = useState(false);
  if (colleagues.length === 0) return null;
  const name = colleagues.find((c) => c.id === to)?.name ?? '';
  return (
    <section aria-labelledby="over" className="space-y-2">
      <h2 id="over" className="text-lead">
        Hand over
      </h2>
      <p className="text-small text-soft">
        The whole file goes to a colleague, who decides from then on who sees it. You no longer do.
      </p>
      {asking ? (
        <div role="group" aria-label="Hand this file over?" className="flex flex-wrap items-center gap-4">
          <Button kind="stop" disabled={busy} onClick={() => onHandOver(to)}>
            Yes, hand {clientName} to {name}
          </Button>
          <Button onClick={() => setAsking(false)}>Keep the file</Button>
        </div>
      ) : (
        <div className="flex flex-wrap items-end gap-5">
          <Select label="To" value={to} onValue={setTo} options={named(colleagues)} />
          <Button onClick={() => setAsking(true)}>Hand over …</Button>
        </div>
      )}
    </section>
  );
}
