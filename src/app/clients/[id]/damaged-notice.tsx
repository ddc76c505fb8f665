'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import type { ClientRecord } from '@/server/damaged';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { When } from '@/ui/dates';
import { Notice } from '@/ui/notice';

type Props = {
  clientId: string;
  damaged: readonly { kind: ClientRecord; id: string; at: string; why: string }[];
  beginAnew: (clientId: string) => Promise<Result<null>>;
};

const NAME: Record<ClientRecord, string> = {
  screen: 'The screening',
  look: 'A look',
  sequence: 'A sequence',
  run: 'A run',
};

/** Records that cannot be read, each by itself, and what can be done about them. */
export function DamagedNotice({ clientId, damaged, beginAnew }: Props) {
  const router = useRouter();
  const [error, setError] = useState<string | null>(null);
  const begin = async () => {
    const begun = await answered(beginAnew(clientId));
    if (begun.ok) router.refresh();
    else setError(begun.why);
  };
  return (
    <section aria-label="Damaged records" className="space-y-2 pt-3">
      {damaged.map(({ kind, id, at, why }) => (
        <Notice
          key={id}
          level={kind === 'screen' ? 'stop' : 'care'}
          action={
            <span className="flex shrink-0 items-center gap-4">
              <a className="underline underline-offset-4" href={`/damaged/${kind}/${id}`} download>
                Save its text
              </a>
              {kind === 'screen' && <Button onClick={() => void begin()}>Begin it anew</Button>}
            </span>
          }
        >
          {NAME[kind]} of <When at={at} /> is damaged and cannot be read ({why}).{' '}
          {kind === 'screen'
            ? 'Nothing is written or coached without it. Bring the database back from a copy, or save the text and begin anew; the text stays among the earlier values.'
            : 'It is left out; everything else stands.'}
        </Notice>
      ))}
      {damaged.some((d) => d.kind !== 'screen') && (
        <p className="text-soft">
          What is left out comes back with a copy of the database; its text can be saved until then.
        </p>
      )}
      {error && <Notice level="care">{error}</Notice>}
    </section>
  );
}
