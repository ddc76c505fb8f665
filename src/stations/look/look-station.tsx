'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { LookData } from '@/core/look/look';
import type { School } from '@/core/read/school';
import type { Result } from '@/core/result';
import type { Flags } from '@/core/screen/flags';
import type { Consent } from '@/core/screen/screen';
import { Button } from '@/ui/button';
import { useHotkeys } from '@/ui/hotkeys';
import { Notice } from '@/ui/notice';
import { SaveStatus } from '@/ui/save-status';
import { useAutosave, type SaveResult } from '@/ui/use-autosave';
import { CurveTest } from './curve-test';
import { FiveTest } from './five-test';
import { HoldTest } from './hold-test';
import { QuietTest } from './quiet-test';
import { RingsTest } from './rings-test';
import { SignsTest } from './signs-test';
import { HandsTest } from './hands-test';

export type TestProps = { look: LookData; set: (change: (look: LookData) => LookData) => void };

type Props = {
  clientId: string;
  lookId: string;
  initial: LookData;
  rev: number;
  finished: boolean;
  at: string;
  school: School;
  flags: Flags;
  consent: Consent;
  actions: {
    save: (id: string, rev: number, data: LookData, keepEarlier: boolean) => Promise<SaveResult<LookData>>;
    aside: (rev: number, data: LookData) => Promise<unknown>;
    finish: (id: string) => Promise<Result<null>>;
    keepCurve: (lookId: string, name: string, csv: string) => Promise<Result<{ id: string }>>;
  };
};

const TESTS = [
  { id: 'quiet', name: 'Quiet watch', done: (l: LookData) => Boolean(l.quiet) },
  { id: 'rings', name: 'Rib rings', done: (l: LookData) => Object.keys(l.rings).length > 0 },
  { id: 'five', name: '5 ordinary + 5 deep', done: (l: LookData) => Boolean(l.fiveAndFive) },
  { id: 'hands', name: 'Two hands', done: (l: LookData) => Boolean(l.twoHands) },
  { id: 'signs', name: 'Signs', done: (l: LookData) => Object.keys(l.signs).length > 0 },
  { id: 'hold', name: 'Calm hold', done: (l: LookData) => l.holds.length > 0 },
  { id: 'curve', name: 'Recorded curve', done: (l: LookData) => Boolean(l.curve) },
] as const;
type TestId = (typeof TESTS)[number]['id'];

/** One visit's look: tests beside, the present one large. */
export function LookStation({ clientId, lookId, initial, rev, finished, at, school, flags, consent, actions }: Props) {
  const autosave = useAutosave<LookData>({ key: `look-${lookId}`, initial, rev, save: (r, v, keep) => actions.save(lookId, r, v, keep), aside: actions.aside });
  const { value: look, set } = autosave;
  const [test, setTest] = useState<TestId>('quiet');
  const [error, setError] = useState<string | null>(null);
  const router = useRouter();
  const go = (by: number) => setTest(TESTS[(TESTS.findIndex((t) => t.id === test) + by + TESTS.length) % TESTS.length]!.id);
  useHotkeys([
    { key: 'ArrowRight', does: 'next test', run: () => go(1) },
    { key: 'ArrowLeft', does: 'test before', run: () => go(-1) },
    { key: 'h', does: 'hold timer', run: () => setTest('hold') },
  ]);
  const finish = async () => {
    if (!(await autosave.flush())) return;
    const result = finished ? null : await actions.finish(lookId);
    if (result && !result.ok) return setError(result.why);
    router.push(`/clients/${clientId}/read`);
    router.refresh();
  };
  const props = { look, set };
  return (
    <div className="grid grid-cols-[190px_minmax(0,1fr)] gap-8">
      <div className="flex min-h-[600px] flex-col">
        <p className="pb-2 text-[13.5px] text-soft">
          {new Date(at).toLocaleDateString(undefined, { day: 'numeric', month: 'long', year: 'numeric' })}
          {finished && ', finished; a correction keeps the earlier value'}
        </p>
        <ol aria-label="Tests" className="border-t border-rule">
          {TESTS.map((t) => (
            <li key={t.id} className="border-b border-rule">
              <button type="button" aria-current={test === t.id ? 'step' : undefined} onClick={() => setTest(t.id)} className="flex w-full justify-between border-l-4 border-transparent py-2 pl-2 text-left hover:bg-sheet aria-[current]:border-rise aria-[current]:font-semibold">
                {t.name}
                {t.done(look) && <span className="text-[13.5px] font-normal text-soft">seen</span>}
              </button>
            </li>
          ))}
        </ol>
        <label className="mt-4 block">
          <span className="text-[13.5px] text-soft">Note on this look</span>
          <textarea className="h-24 w-full resize-none border-b-[1.5px] border-ink bg-transparent py-1" value={look.note} maxLength={4000} onChange={(e) => set((l) => ({ ...l, note: e.target.value }))} />
        </label>
        <div className="mt-auto space-y-2 pt-4">
          <SaveStatus autosave={autosave} />
          {error && <Notice level="care">{error}</Notice>}
          <Button kind="main" className="w-full" onClick={() => void finish()}>
            {finished ? 'To Read' : 'Finish and read'}
          </Button>
        </div>
      </div>
      <div className="min-w-0 space-y-3">
        {!consent.watched && <Notice level="care">Consent to being watched is not recorded in Screen.</Notice>}
        {test === 'quiet' && <QuietTest {...props} />}
        {test === 'rings' && <RingsTest {...props} school={school} />}
        {test === 'five' && <FiveTest {...props} />}
        {test === 'hands' && <HandsTest {...props} />}
        {test === 'signs' && <SignsTest {...props} />}
        {test === 'hold' && <HoldTest {...props} flags={flags} />}
        {test === 'curve' && <CurveTest {...props} keep={(name, csv) => actions.keepCurve(lookId, name, csv)} />}
      </div>
    </div>
  );
}
