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
import { changeSaid, valueOf } from '@/core/follow/said';
import type { LookData } from '@/core/look/look';
import { RingGlyph } from '@/pictures/ring-glyph';
import { buttonClass } from '@/ui/button';
import { Fold } from '@/ui/fold';
import { OutcomeList } from './outcome-list';
import { RunList } from '../coach/run-list';

const Trend = dynamic(() => import('./trend').then((m) => m.Trend), {
  ssr: false,
  loading: () => <div className="h-[190px]" />,
});

/** So many measures have a curve in sight; all others stand in the table. */
const CURVES = 3;

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
  last,
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
  /** The sign, the task and what comes next of the last lesson; absent: none was taught. */
  last?: readonly string[] | undefined;
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
  const twice = rows.filter((r) => r.points.length > 1);
  const changed = twice.filter((r) => r.verdict === 'changed');
  return (
    <div className="space-y-5">
      {last && (
        <p data-last-lesson className="max-w-[80ch]">
          <span className="text-soft">Last lesson:</span> {last.join(' ')}
        </p>
      )}
      <div className="grid grid-cols-1 gap-x-10 gap-y-4 room:grid-cols-3">
        {curvesOf(rows)
          .slice(0, CURVES)
          .map((row) => (
            <TrendFigure key={row.id} row={row} />
          ))}
      </div>
      <div>
        <Fold
          title="All measures"
          said={
            twice.length === 0
              ? 'nothing was measured twice yet'
              : changed.length === 0
                ? `none of ${twice.length} beyond normal variation`
                : `${changed.length} of ${twice.length} changed: ${changed.map((r) => r.label).join(', ')}`
          }
        >
          <MeasureTable rows={rows} />
        </Fold>
        <Fold title="More" said="two looks, patterns, sessions, reports">
          <Fold title="Two looks" said={`${visits.length} ${visits.length === 1 ? 'visit' : 'visits'}`}>
            {visits.length > 1 && (
              <p className="pb-3">
                <Link className={buttonClass()} href={`/clients/${clientId}/follow/two`}>
                  Two looks side by side
                </Link>
              </p>
            )}
            <WhereItWent clientId={clientId} visits={withRings} />
          </Fold>
          {visits.length > 1 && (
            <Fold title="Patterns over time" said="how strongly each look spoke for them">
              <ReadingsOverTime visits={readings} />
            </Fold>
          )}
          {between.length > 0 && (
            <Fold title="What went with it" said="done between visits, and what changed">
              <BetweenList clientId={clientId} between={between} />
            </Fold>
          )}
          {outcomes.length > 0 && (
            <Fold title="Where you decided otherwise" said={outcomes.length}>
              <OutcomeList outcomes={outcomes} />
            </Fold>
          )}
          <Fold title="Sessions" said={runs.length === 0 ? 'none yet' : runs.length}>
            <RunList clientId={clientId} runs={runs} />
          </Fold>
          <Fold title="Reports and files" said="for the client, for a clinician, FHIR, CSV">
            <TakeAlong clientId={clientId} />
          </Fold>
        </Fold>
      </div>
    </div>
  );
}

/** Where the breath went at the last looks that show it. */
const WhereItWent = ({ clientId, visits }: { clientId: string; visits: readonly Visit[] }) => (
  <>
    <p className="text-fine text-soft">From the left: upper ribs, lower ribs, belly; front below.</p>
    <div className="grid grid-cols-2 gap-6 room:grid-cols-4">
      {visits.map((v) => {
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
  </>
);

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
      <p className={row.verdict === 'changed' ? 'font-semibold' : 'text-soft'}>
        {points.length < 2 ? 'One visit so far' : changeSaid(row)}
      </p>
      <Trend name={name} unit={unit} points={points} noise={noise} />
    </section>
  );
}

/** Shares of the three levels, upper ribs first. */
const shareOf = (e: Excursions): string =>
  LEVELS.map((level) => `${Math.round(levelShare(e, level) * 100)}`).join(' / ') + ' %';
