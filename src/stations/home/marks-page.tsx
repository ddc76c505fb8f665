'use client';

import Link from 'next/link';
import { PLACE_WORDS, type HomePlace } from '@/core/home/home-places';
import type { HomePlan } from '@/core/home/home-plan.schema';
import { CHECK_WORDS } from '@/core/home/check-words';
import { countsOf, doseOf } from '@/core/sequence/sheet';
import { PlaceSign } from '@/pictures/place-sign';
import { Button, buttonClass } from '@/ui/button';

/** Where a mark of each place is stuck up, and how many are cut. */
const WHERE: Record<HomePlace | 'check', { at: string; copies: number }> = {
  waking: { at: 'by the bed', copies: 1 },
  bedtime: { at: 'by the bed', copies: 1 },
  hourly: { at: 'where you pass every hour: a door, the tap, the screen', copies: 3 },
  sitting: { at: 'at the edge of the screen', copies: 2 },
  beforeRun: { at: 'on the shoes', copies: 1 },
  kettle: { at: 'on the kettle', copies: 1 },
  check: { at: 'on a mirror, by the door', copies: 2 },
};

type Mark = { key: string; place: HomePlace | 'check'; what: string; how: string };

function marksOf({ entries, checks }: HomePlan): Mark[] {
  const drills = entries.map(({ id, place, block }): Mark => ({
    key: id,
    place,
    what: doseOf(block),
    how: countsOf(block),
  }));
  const looks: Mark[] =
    checks > 0 ? [{ key: 'check', place: 'check', what: CHECK_WORDS.title, how: CHECK_WORDS.text }] : [];
  return [...drills, ...looks].flatMap((m) =>
    Array.from({ length: WHERE[m.place].copies }, (_, i) => ({ ...m, key: `${m.key}-${i}` })),
  );
}

/** Marks to cut out and stick up round the house: a sign, what to do, and nothing that a guest need read. */
export function MarksPage({ clientId, plan }: { clientId: string; plan: HomePlan }) {
  return (
    <div className="for-client space-y-5">
      <div className="no-print flex flex-wrap items-center gap-3">
        <Button kind="main" onClick={() => window.print()}>
          Print
        </Button>
        <Link className={buttonClass()} href={`/clients/${clientId}/home`}>
          Back to Home
        </Link>
        <span className="text-soft">Cut along the broken lines. The words say what to do, nothing else.</span>
      </div>
      <ul className="grid grid-cols-2 room:grid-cols-3 print:grid-cols-3">
        {marksOf(plan).map((mark) => (
          <li
            key={mark.key}
            className="-mt-px -ml-px flex break-inside-avoid flex-col items-center border border-dashed border-held p-5 text-center"
          >
            <PlaceSign place={mark.place} className="size-20" />
            <p className="pt-2 text-title font-semibold">{mark.what}</p>
            <p>{mark.how}</p>
            <p className="pt-2 text-fine text-soft">
              {mark.place === 'check' ? 'now and then' : PLACE_WORDS[mark.place].label} ·{' '}
              {WHERE[mark.place].at}
            </p>
          </li>
        ))}
      </ul>
    </div>
  );
}
