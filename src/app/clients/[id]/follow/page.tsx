import { notFound } from 'next/navigation';
import { holdMeasure, quietMeasures } from '@/core/follow/measures';
import { findClient } from '@/server/clients';
import { breathsOf, looksOf } from '@/server/looks';
import { runsOf } from '@/server/runs';
import { FollowStation, type Visit } from '@/stations/follow/follow-station';

export default async function FollowPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  if (!findClient(id)) notFound();
  const visits = looksOf(id)
    .filter((l) => l.purpose === 'visit')
    .reverse()
    .map((l): Visit => {
      const quiet = quietMeasures(l.data, breathsOf(l.data));
      return { id: l.id, at: l.at, rings: l.data.rings, rate: quiet?.rate ?? null, exhale: quiet?.exhale ?? null, hold: holdMeasure(l.data.holds) };
    });
  const runs = runsOf(id).map(({ id: runId, startedAt, endedAt, sequence, state }) => ({ id: runId, startedAt, endedAt, sequence, state }));
  return <FollowStation clientId={id} visits={visits} runs={runs} />;
}
