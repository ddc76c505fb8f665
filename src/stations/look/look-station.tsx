'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { Suspense, useEffect, useState } from 'react';
import type { LookData } from '@/core/look/look';
import { stateOf, testsOf, without } from '@/core/look/progress';
import { TEST, TESTS, type TestId } from '@/core/look/tests';
import type { School } from '@/core/aims/school';
import type { Thresholds } from '@/core/read/thresholds';
import type { Result } from '@/core/base/result';
import type { Position } from '@/core/body/positions';
import type { Consent } from '@/core/screen/screen';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { useHotkeys } from '@/ui/hotkeys';
import { When } from '@/ui/dates';
import { useKeptOpen } from '@/ui/kept-open';
import { Notice } from '@/ui/notice';
import { SaveStatus } from '@/ui/autosave/save-status';
import { useAutosave } from '@/ui/autosave/use-autosave';
import { Press } from '@/ui/press';
import { fetchPanels, PANELS } from './panels/registry';
import { MORE_OF_LOOK } from './panels/test-head';
import { SkipBar } from './skip-bar';
import { nextOf, TestList } from './test-list';

const TestChooser = dynamic(() => import('./test-chooser').then((m) => m.TestChooser), { ssr: false });

/** The other panels are fetched when the page has stood for this long, ms. */
const PANELS_AFTER_MS = 300;

type Props = {
  clientId: string;
  lookId: string;
  /** The test to open with. */
  first: TestId | null;
  initial: LookData;
  rev: number;
  finished: boolean;
  at: string;
  school: School;
  /** Why this client takes no such position, and why they hold no breath. */
  positionBars: Partial<Record<Position, readonly string[]>>;
  holdBars: readonly string[];
  consent: Consent;
  thresholds: Thresholds;
  finish: (id: string) => Promise<Result<null>>;
};

/** One visit's look: its tests beside, the present one large. */
export function LookStation({
  clientId,
  lookId,
  first,
  initial,
  rev,
  finished,
  at,
  school,
  positionBars,
  holdBars,
  consent,
  thresholds,
  finish: finishLook,
}: Props) {
  const autosave = useAutosave<LookData>({
    kind: 'look',
    id: lookId,
    initial,
    rev,
  });
  const { value: look, set } = autosave;
  const own = testsOf(look);
  const [test, setTest] = useState<TestId>(first ?? own[0] ?? 'quiet');
  // A test that is gone to though the protocol does not name it is shown as well.
  const tests = own.includes(test) ? own : TESTS.filter((t) => t === test || own.includes(t));
  const [choosing, setChoosing] = useState(false);
  /** What is seldom needed: all tests, a note, leaving one out, making it anew. */
  const [more, setMore] = useKeptOpen(MORE_OF_LOOK);
  const [before, setBefore] = useState<{ test: TestId; look: LookData } | null>(null);
  const [error, setError] = useState<string | null>(null);
  const router = useRouter();
  const shown = test;
  const go = (by: number) => setTest(tests[(tests.indexOf(shown) + by + tests.length) % tests.length]!);
  useHotkeys([
    { key: 'ArrowRight', does: 'next test', run: () => go(1) },
    { key: 'ArrowLeft', does: 'test before', run: () => go(-1) },
    { key: 'h', does: 'holds', run: () => setTest('hold') },
    { key: 't', does: 'choose the tests of this look', run: () => setChoosing(true) },
  ]);
  const finish = async () => {
    if (!(await autosave.flush())) return;
    const result = finished ? null : await answered(finishLook(lookId));
    if (result && !result.ok) return setError(result.why);
    router.push(`/clients/${clientId}/read`);
    router.refresh();
  };
  useEffect(() => {
    const later = setTimeout(fetchPanels, PANELS_AFTER_MS);
    return () => clearTimeout(later);
  }, []);
  const Panel = PANELS[shown];
  const skip = (why: string | null) =>
    set((l) => {
      const rest = Object.fromEntries(Object.entries(l.skipped ?? {}).filter(([t]) => t !== shown));
      return { ...l, skipped: why === null ? rest : { ...rest, [shown]: why } };
    });
  const bars = positionBars[TEST[shown].position] ?? [];
  const next = nextOf(look, tests, shown);
  return (
    <div className="reach grid grid-cols-1 room:grid-cols-[198px_minmax(0,1fr)] gap-8">
      <div className="flex flex-col room:sticky room:top-2 room:max-h-[calc(100vh-172px)] room:self-start">
        <p className="pb-1 text-fine text-soft">
          <When at={at} />
          {finished && <span title="A correction keeps the earlier value.">, finished</span>}
        </p>
        <TestList
          {...{ look, tests, shown }}
          listed={more}
          onTest={setTest}
          onChoose={() => setChoosing(true)}
        />
        <div className="mt-auto space-y-2 pt-4">
          {next && (
            <Button className="w-full" onClick={() => setTest(next)}>
              Next: {TEST[next].name}
            </Button>
          )}
          <Press look="quiet" className="text-small" aria-expanded={more} onClick={() => setMore(!more)}>
            {more ? 'Less' : 'More'}
          </Press>
          <SaveStatus autosave={autosave} />
          {error && <Notice level="care">{error}</Notice>}
          <Button kind="main" className="w-full" onClick={() => void finish()}>
            {finished ? 'To Read' : 'Finish and read'}
          </Button>
        </div>
      </div>
      <div className="flex min-w-0 flex-col gap-3">
        {!consent.watched && (
          <Notice level="care">Consent to being watched is not recorded in Screen.</Notice>
        )}
        {(shown === 'clip' || shown === 'stack') && !consent.filmed && (
          <Notice level="care">Consent to being filmed is not recorded in Screen.</Notice>
        )}
        {bars.length > 0 && stateOf(look, shown) === 'open' && (
          <Notice level="care">
            The usual position of this test is not for this client ({bars.join('; ')}): use another, or leave
            the test out.
          </Notice>
        )}
        {/* Panel and what stands under it come together: what was pressed is the test that is seen. */}
        <Suspense fallback={<div className="min-h-[60vh]" />}>
          <Panel
            look={look}
            set={set}
            lookId={lookId}
            school={school}
            holdBars={holdBars}
            thresholds={thresholds}
            barred={Object.keys(positionBars) as Position[]}
          />
          {(more || stateOf(look, shown) === 'skipped' || before?.test === shown) && (
            <SkipBar
              key={shown}
              state={stateOf(look, shown)}
              why={look.skipped?.[shown] ?? null}
              onSkip={skip}
              onAnew={() => {
                setBefore({ test: shown, look });
                set((l) => without(l, shown));
              }}
              onBringBack={
                before?.test === shown
                  ? () => {
                      set(() => before.look);
                      setBefore(null);
                    }
                  : null
              }
            />
          )}
          {(more || look.note !== '') && (
            <LookNote note={look.note} onNote={(note) => set((l) => ({ ...l, note }))} />
          )}
        </Suspense>
      </div>
      {choosing && (
        <TestChooser
          tests={tests}
          onClose={() => setChoosing(false)}
          onChoose={(name, chosen) => {
            set((l) => ({ ...l, protocol: { name, tests: chosen } }));
            if (!chosen.includes(test)) setTest(chosen[0]!);
            setChoosing(false);
          }}
        />
      )}
    </div>
  );
}

function LookNote({ note, onNote }: { note: string; onNote: (note: string) => void }) {
  return (
    <label className="block">
      <span className="text-fine text-soft">Note on this look</span>
      <textarea
        className="h-14 w-full resize-none border-b-[1.5px] border-ink bg-transparent py-1"
        value={note}
        maxLength={4000}
        onChange={(e) => onNote(e.target.value)}
      />
    </label>
  );
}
