'use client';

import { format } from 'date-fns';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { POSITION } from '@/core/body/positions';
import { LEVELS, levelShare, type Excursions } from '@/core/body/zones';
import type { Outcome } from '@/core/follow/judged';
import { changeBetween, type Measured } from '@/core/change/change';
import type { HoldTrial, LookData } from '@/core/look/look';
import { RingGlyph } from '@/pictures/ring-glyph';
import { buttonClass } from '@/ui/button';
import { OutcomeList } from './outcome-list';
import { RunList, type RunItem } from '../coach/run-list';

const Trend = dynamic(() => import('./trend').then((m) => m.Trend), {
  ssr: false,
  loading: () => <div className="h-[190px]" />,
});

export type Visit = {
  id: string;
  at: string;
  rings: LookData['rings'];
  rate: Measured | null;
  exhale: Measured | null;
  hold: { position: HoldTrial['position']; measured: Measured } | null;
};

type Series = { name: string; unit: string; points: { at: string; measured: Measured }[] };

/** Rate, exhale, calm hold and rings over the visits, against the noise of each test; and the runs. */
export function FollowStation({
  clientId,
  visits,
  runs,
  outcomes,
}: {
  clientId: string;
  visits: Visit[];
  runs: RunItem[];
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
  const holdPosition = visits.flatMap((v) => (v.hold ? [v.hold.position] : []))[0];
  const series: Series[] = [
    { name: 'Quiet rate', unit: 'a minute', points: pick(visits, (v) => v.rate) },
    { name: 'Exhale', unit: 's', points: pick(visits, (v) => v.exhale) },
    {
      name: `Calm hold${holdPosition ? `, ${POSITION[holdPosition].label}` : ''}`,
      unit: 's',
      points: pick(visits, (v) => (v.hold?.position === holdPosition ? (v.hold?.measured ?? null) : null)),
    },
  ];
  const withRings = visits.filter((v) => v.rings.hookLying ?? v.rings.sitting ?? v.rings.standing).slice(-4);
  return (
    <div className="space-y-5">
      <div className="grid grid-cols-3 gap-8">
        {series.map((s) => (
          <TrendFigure key={s.name} series={s} />
        ))}
      </div>
      {withRings.length > 0 && (
        <section aria-labelledby="rings">
          <h2 id="rings" className="text-lead">
            Where the breath went
          </h2>
          <p className="text-fine text-soft">From the left: upper ribs, lower ribs, belly; front below.</p>
          <div className="grid grid-cols-4 gap-6">
            {withRings.map((v) => {
              const position = v.rings.hookLying ? 'hookLying' : v.rings.sitting ? 'sitting' : 'standing';
              return (
                <figure key={v.id}>
                  <RingGlyph seen={v.rings[position]!} className="h-20 w-full" />
                  <figcaption className="text-fine text-soft">
                    <Link
                      className="underline decoration-rule underline-offset-4"
                      href={`/clients/${clientId}/look/${v.id}`}
                    >
                      {format(new Date(v.at), 'd MMM yyyy')}
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
    </div>
  );
}

const pick = (visits: readonly Visit[], of: (v: Visit) => Measured | null) =>
  visits.flatMap((v) => {
    const measured = of(v);
    return measured ? [{ at: v.at, measured }] : [];
  });

function TrendFigure({ series: { name, unit, points } }: { series: Series }) {
  const last = points.at(-1);
  const before = points.at(-2);
  const change = last && before ? changeBetween(before.measured, last.measured) : null;
  const said = !last
    ? 'not measured yet'
    : !change
      ? 'one visit so far'
      : change.verdict === 'unknown'
        ? 'noise not known: two tries a visit are needed'
        : change.verdict === 'withinNoise'
          ? `last change ${signed(change.difference)}, within the noise (±${change.noise!.toFixed(1)})`
          : `last change ${signed(change.difference)}, more than noise (±${change.noise!.toFixed(1)})`;
  return (
    <section aria-label={name}>
      <div className="flex items-baseline justify-between">
        <h2 className="text-lead">{name}</h2>
        {last && (
          <span className="text-title font-semibold tabular-nums">
            {last.measured.value.toFixed(1)} <span className="text-fine font-normal text-soft">{unit}</span>
          </span>
        )}
      </div>
      <p className="text-fine text-soft tabular-nums">{said}</p>
      {points.length > 0 && <Trend name={name} unit={unit} points={points} />}
    </section>
  );
}

/** Shares of the three levels, upper ribs first. */
const shareOf = (e: Excursions): string =>
  LEVELS.map((level) => `${Math.round(levelShare(e, level) * 100)}`).join(' / ') + ' %';

const signed = (v: number): string => `${v >= 0 ? '+' : '−'}${Math.abs(v).toFixed(1)}`;
