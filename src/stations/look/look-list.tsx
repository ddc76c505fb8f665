'use client';

import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { summariseHolds } from '@/core/look/holds';
import type { LookData } from '@/core/look/look';
import { stateOf } from '@/core/look/progress';
import { timingFromTaps } from '@/core/look/taps';
import { minutesOf, PROTOCOLS, TEST, TESTS, type Protocol, type TestId } from '@/core/look/tests';
import type { Result } from '@/core/base/result';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { useHotkeys } from '@/ui/hotkeys';
import { When } from '@/ui/dates';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';

const TestChooser = dynamic(() => import('./test-chooser').then((m) => m.TestChooser), { ssr: false });

type Item = {
  id: string;
  at: string;
  finishedAt: string | null;
  purpose: 'visit' | 'relook';
  data: LookData;
};
type Saved = Protocol & { id: string };

type Props = {
  clientId: string;
  looks: Item[];
  /** Why nothing new is looked at now; null where it may be. */
  bar: string | null;
  saved: Saved[];
  actions: {
    start: (clientId: string, protocol?: Protocol) => Promise<Result<{ id: string }>>;
    saveProtocol: (protocol: Protocol) => Promise<Result<null>>;
    dropProtocol: (id: string) => Promise<Result<null>>;
  };
};

/** All looks of a client, newest first, and the ways into a new one. */
export function LookList({ clientId, looks, bar, saved, actions }: Props) {
  const router = useRouter();
  const [error, setError] = useState<string | null>(null);
  const [choosing, setChoosing] = useState(false);
  const open = looks.find((l) => !l.finishedAt);
  const start = async (protocol?: Protocol) => {
    const result = await answered(actions.start(clientId, protocol));
    if (result.ok) router.push(`/clients/${clientId}/look/${result.value.id}`);
    else setError(result.why);
  };
  const told = (result: Result<null>) => (result.ok ? router.refresh() : setError(result.why));
  useHotkeys(bar === null ? [{ key: 'n', does: 'new look, all tests', run: () => void start() }] : []);
  return (
    <div
      className={
        looks.length > 0 ? 'grid grid-cols-1 desk:grid-cols-[1fr_400px] gap-12' : 'max-w-[460px] space-y-4'
      }
    >
      {looks.length > 0 && (
        <section aria-labelledby="looks">
          <h2 id="looks" className="border-b border-rule pb-2 text-title">
            Looks
          </h2>
          <ul>
            {looks.map((look) => (
              <li key={look.id} className="border-b border-rule">
                <Link
                  href={`/clients/${clientId}/look/${look.id}`}
                  className="grid grid-cols-1 room:grid-cols-[160px_1fr_auto] gap-5 py-2.5 hover:bg-sheet"
                >
                  <span className="font-semibold">
                    <When at={look.at} />
                  </span>
                  <span className="text-soft tabular-nums">{summary(look.data)}</span>
                  <span className="text-soft">
                    {look.purpose === 'relook' ? 'after a run' : look.finishedAt ? '' : 'not finished'}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
      <aside className="space-y-4">
        {bar !== null ? (
          <Notice level="stop">
            {bar}{' '}
            <Link className="inline-block py-0.5 underline" href={`/clients/${clientId}/screen`}>
              Go to Screen
            </Link>
          </Notice>
        ) : (
          <>
            <h2 className="border-b border-rule pb-2 text-title">
              {looks.length > 0 ? 'A new look' : 'The first look'}
            </h2>
            <p className="text-soft">
              Let the client lie or stand quietly first. Being told what is watched changes the breath.
            </p>
            {open && (
              <p>
                <Link
                  className="font-semibold underline underline-offset-4"
                  href={`/clients/${clientId}/look/${open.id}`}
                >
                  Go on with the look that is not finished
                </Link>
              </p>
            )}
            <ul className="space-y-2">
              {[...PROTOCOLS, ...saved].map((p) => (
                <li key={'id' in p ? String(p.id) : p.name} className="flex items-center gap-3">
                  <Button
                    className="grow justify-between!"
                    onClick={() => void start({ name: p.name, tests: p.tests })}
                  >
                    {p.name}{' '}
                    <span className="font-normal text-soft">
                      {p.tests.length} tests, {minutesOf(p.tests)} min
                    </span>
                  </Button>
                  {'id' in p && (
                    <Press
                      look="quiet"
                      className="text-fine"
                      aria-label={`Forget the choice ${p.name}`}
                      onClick={() => void answered(actions.dropProtocol(String(p.id))).then(told)}
                    >
                      forget
                    </Press>
                  )}
                </li>
              ))}
            </ul>
            <Button kind="main" onClick={() => void start()}>
              Start a new look
            </Button>
            <Button kind="quiet" onClick={() => setChoosing(true)}>
              Own choice of tests
            </Button>
            <details>
              <summary className="text-small">Look again at one test</summary>
              <ul className="flex flex-wrap gap-2 pt-2">
                {TESTS.map((t) => (
                  <li key={t}>
                    <Press
                      look="tool"
                      className="px-2 py-0.5 text-small"
                      onClick={() => void start({ name: TEST[t].name, tests: [t] })}
                    >
                      {TEST[t].name}
                    </Press>
                  </li>
                ))}
              </ul>
            </details>
          </>
        )}
        {error && <Notice level="care">{error}</Notice>}
      </aside>
      {choosing && (
        <TestChooser
          tests={PROTOCOLS[0]!.tests}
          onClose={() => setChoosing(false)}
          onChoose={(name, tests) => void start({ name, tests })}
          onSave={(name, tests: TestId[]) => {
            setChoosing(false);
            void answered(actions.saveProtocol({ name, tests })).then(told);
          }}
        />
      )}
    </div>
  );
}

function summary(look: LookData): string {
  const timing = look.quiet ? timingFromTaps(look.quiet.taps, look.quiet.first) : null;
  const best = summariseHolds(look.holds)[0]?.bestCalmS;
  const seen = TESTS.filter((t) => stateOf(look, t) === 'seen').length;
  return (
    [
      seen === 0 ? '' : `${seen} test${seen > 1 ? 's' : ''}`,
      timing?.ok
        ? `${timing.value.ratePerMin.toFixed(1)} a minute, ${timing.value.inhaleS.toFixed(1)} s in · ${timing.value.exhaleS.toFixed(1)} s out`
        : '',
      best ? `calm hold ${best.toFixed(0)} s` : '',
      look.bands?.length ? 'bands' : '',
      look.clips?.length ? 'clip' : '',
    ]
      .filter(Boolean)
      .join(' · ') || 'nothing recorded yet'
  );
}
