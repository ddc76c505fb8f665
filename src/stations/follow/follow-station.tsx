'use client';

import { When } from '@/ui/dates';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { POSITION } from '@/core/body/positions';
import { LEVELS, levelShare, type Excursions } from '@/core/body/zones';
import type { Between } from '@/core/client/stretches';
import type { Outcome } from '@/core/follow/judged';
import type { RunSummary } from '@/core/run/summary';
import { curvesOf } from '@/core/follow/follow-all';
import type { Followed } from '@/core/follow/trend';
import { BetweenList } from './between-list';
import { MeasureTable } from './measure-table';
import { ReadingsOverTime, type ReadAt } from './readings-over-time';
import { TakeAlong } from './take-along';
import { noiseSaid, valueOf, verdictSaid } from '@/core/follow/said';
import type { LookData } from '@/core/look/look';
import { RingGlyph } from '@/pictures/ring-glyph';
import { buttonClass } from '@/ui/button';
import { OutcomeList } from './outcome-list';
import { RunList } from '../coach/run-list';
import { WithTerms } from '@/ui/term';

const Trend = dynamic(() => import('./trend').then((m) => m.Trend), {
  ssr: false,
  loading: () => <div className="h-[190px]" />,
});

export type Visit = { id: string; at: string; rings: LookData['rings'] };

/** Rate, exhale, calm hold and rings over the visits, against the noise of each test; and the runs. */
export function FollowStation({
  clientId,
  visits,
  rows,
  readings,
  between,
  runs,
  outcomes,
}: {
  clientId: string;
  /** Oldest first. */
  visits: Visit[];
  rows: Followed[];
  readings: readonly ReadAt[];
  /** Newest first. */
  between: readonly Between[];
  runs: readonly RunSummary[];
  outcomes: Outcome[];
}) {
  if (visits.length === 0) {
    return (
      <div className="space-y-3 py-6">
        <p className="text-soft">Trends begin with the second look. Start with the first.</p>
        <Link className={buttonClass('main')} href={`/clients/${clientId}/look`}>
          Go to Look
        </Link>
      </div>
    );
  }
  const withRings = visits.filter((v) => v.rings.hookLying ?? v.rings.sitting ?? v.rings.standing).slice(-4);
  return (
    <div className="space-y-5">
      <div className="grid grid-cols-1 room:grid-cols-2 desk:grid-cols-4 gap-x-8 gap-y-4">
        {curvesOf(rows).map((row) => (
          <TrendFigure key={row.id} row={row} />
        ))}
      </div>
      <MeasureTable rows={rows} />
      {visits.length > 1 && (
        <p>
          <Link className={buttonClass()} href={`/clients/${clientId}/follow/two`}>
            Two looks side by side
          </Link>
        </p>
      )}
      <ReadingsOverTime visits={readings} />
      {between.length > 0 && <BetweenList clientId={clientId} between={between} />}
      {withRings.length > 0 && (
        <section aria-labelledby="rings">
          <h2 id="rings" className="text-lead">
            Where the breath went
          </h2>
          <p className="text-fine text-soft">From the left: upper ribs, lower ribs, belly; front below.</p>
          <div className="grid grid-cols-2 room:grid-cols-4 gap-6">
            {withRings.map((v) => {
              const position = v.rings.hookLying ? 'hookLying' : v.rings.sitting ? 'sitting' : 'standing';
              return (
                <figure key={v.id}>
                  <RingGlyph seen={v.rings[position]!} className="h-20 w-full" />
                  <figcaption className="text-fine text-soft">
                    <Link
                      className="inline-block py-1 underline decoration-rule underline-offset-4"
                      href={`/clients/${clientId}/look/${v.id}`}
                    >
                      <When at={v.at} />
                    </Link>
                    , {POSITION[position].label} · {shareOf(v.rings[position]!)}
                  </figcaption>
                </figure>
              );
            })}
          </div>
        </section>
      )}
      {outcomes.length > 0 && <OutcomeList outcomes={outcomes} />}
      {runs.length > 0 ? (
        <RunList clientId={clientId} runs={runs} />
      ) : (
        <p className="text-soft">No run yet.</p>
      )}
      <TakeAlong clientId={clientId} />
    </div>
  );
}

function TrendFigure({ row }: { row: Followed }) {
  const { label, unit, noise, points } = row;
  const name = label.charAt(0).toUpperCase() + label.slice(1);
  const last = points.at(-1)!;
  return (
    <section aria-label={name}>
      <div className="flex items-baseline justify-between">
        <h2 className="text-lead">{name}</h2>
        <span className="text-title font-semibold tabular-nums">
          {valueOf(row, last.measured.value)} <span className="text-fine font-normal text-soft">{unit}</span>
        </span>
      </div>
      <p className="text-fine text-soft tabular-nums">
        <WithTerms text={points.length < 2 ? 'one visit so far' : `${verdictSaid(row)}; ${noiseSaid(row)}`} />
      </p>
      <Trend name={name} unit={unit} points={points} noise={noise} />
    </section>
  );
}

/** Shares of the three levels, upper ribs first. */
const shareOf = (e: Excursions): string =>
  LEVELS.map((level) => `${Math.round(levelShare(e, level) * 100)}`).join(' / ') + ' %';
