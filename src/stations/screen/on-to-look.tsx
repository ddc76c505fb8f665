'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { PROTOCOLS, type Protocol } from '@/core/look/tests';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';

/** What a look begins with here; more tests are chosen in the look itself. */
const FIRST = PROTOCOLS[0]!;

type Props = {
  clientId: string;
  open: string | null;
  /** Something stops everything: nothing more is looked at. */
  stopped: boolean;
  /** Saves what was entered; false where that failed. */
  flush: () => Promise<boolean>;
  start: (clientId: string, protocol?: Protocol) => Promise<Result<{ id: string }>>;
};

/** From the questions straight into a look: the one that is open, else a new one. */
export function OnToLook({ clientId, open, stopped, flush, start }: Props) {
  const router = useRouter();
  const [going, setGoing] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const go = async () => {
    setGoing(true);
    setError(null);
    const look = (await flush()) ? (open ?? (await answered(start(clientId, FIRST)))) : null;
    if (typeof look === 'string') return router.push(`/clients/${clientId}/look/${look}`);
    if (look?.ok) return router.push(`/clients/${clientId}/look/${look.value.id}`);
    // What could not be saved says so itself.
    setError(look ? look.why : null);
    setGoing(false);
  };
  return (
    <>
      <Button kind="main" disabled={going || stopped} onClick={() => void go()}>
        {open ? 'Go on with the open look' : 'On to Look'}
      </Button>
      {error && <Notice level="care">{error}</Notice>}
    </>
  );
}
