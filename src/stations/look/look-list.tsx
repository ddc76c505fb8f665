'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { summariseHolds } from '@/core/look/holds';
import type { LookData } from '@/core/look/look';
import { timingFromTaps } from '@/core/look/taps';
import type { Result } from '@/core/result';
import { Figure } from '@/pictures/figure';
import { Button } from '@/ui/button';
import { useHotkeys } from '@/ui/hotkeys';
import { Notice } from '@/ui/notice';

type Item = { id: string; at: string; finishedAt: string | null; purpose: 'visit' | 'relook'; data: LookData };

/** All looks of a client, newest first, and the way into a new one. */
export function LookList({ clientId, looks, startLook }: { clientId: string; looks: Item[]; startLook: (clientId: string) => Promise<Result<{ id: string }>> }) {
  const router = useRouter();
  const [error, setError] = useState<string | null>(null);
  const open = looks.find((l) => !l.finishedAt);
  const start = async () => {
    const result = await startLook(clientId);
    if (result.ok) router.push(`/clients/${clientId}/look/${result.value.id}`);
    else setError(result.why);
  };
  useHotkeys([{ key: 'n', does: 'new look', run: () => void start() }]);
  return (
    <div className="grid grid-cols-[1fr_340px] gap-12">
      <section aria-labelledby="looks">
        <h2 id="looks" className="border-b border-rule pb-2 text-[21px]">Looks</h2>
        {looks.length === 0 && <p className="py-6 text-soft">No look yet. A look takes as little as four minutes: a quiet watch with taps, the rib rings and a calm hold.</p>}
        <ul>
          {looks.map((look) => (
            <li key={look.id} className="border-b border-rule">
              <Link href={`/clients/${clientId}/look/${look.id}`} className="grid grid-cols-[190px_1fr_auto] gap-5 py-2.5 hover:bg-sheet">
                <span className="font-semibold">{new Date(look.at).toLocaleDateString(undefined, { day: 'numeric', month: 'long', year: 'numeric' })}</span>
                <span className="text-soft tabular-nums">{summary(look.data)}</span>
                <span className="text-soft">{look.purpose === 'relook' ? 'after a run' : look.finishedAt ? '' : 'not finished'}</span>
              </Link>
            </li>
          ))}
        </ul>
      </section>
      <aside className="space-y-4 pt-1">
        <Figure position="hookLying" className="h-28 w-full" />
        <p>Let the client lie or stand quietly first. Being told what is watched changes the breath.</p>
        {open && (
          <p>
            <Link className="font-semibold underline underline-offset-4" href={`/clients/${clientId}/look/${open.id}`}>Go on with the look that is not finished</Link>
          </p>
        )}
        <Button kind="main" onClick={() => void start()}>Start a new look</Button>
        {error && <Notice level="care">{error}</Notice>}
      </aside>
    </div>
  );
}

function summary(look: LookData): string {
  const timing = look.quiet ? timingFromTaps(look.quiet.taps, look.quiet.first) : null;
  const best = summariseHolds(look.holds)[0]?.bestCalmS;
  return [
    timing?.ok ? `${timing.value.ratePerMin.toFixed(1)} a minute, ${timing.value.inhaleS.toFixed(1)} s in · ${timing.value.exhaleS.toFixed(1)} s out` : '',
    best ? `calm hold ${best.toFixed(0)} s` : '',
    Object.keys(look.rings).length > 0 ? 'rings' : '',
    look.curve ? 'curve' : '',
  ]
    .filter(Boolean)
    .join(' · ') || 'nothing recorded yet';
}
