import { notFound } from 'next/navigation';
import { outcomesOf } from '@/core/follow/judged';
import { holdMeasure, quietMeasures } from '@/core/follow/measures';
import { findClient } from '@/server/clients';
import { looksOf, quietBandsOf, readingsOf } from '@/server/looks';
import { screenOf } from '@/server/screens';
import { runsOf } from '@/server/runs';
import { scopeOfRequest } from '@/server/scope';
import { FollowStation, type Visit } from '@/stations/follow/follow-station';

export default async function FollowPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const client = findClient(scope, id);
  if (!client) notFound();
  const flags = screenOf(scope, id).data.flags;
  const looks = looksOf(scope, id)
    .filter((l) => l.purpose === 'visit')
    .reverse();
  const visits = looks.map((l): Visit => {
    const quiet = quietMeasures(l.data, quietBandsOf(scope, l.data));
    return {
      id: l.id,
      at: l.at,
      rings: l.data.rings,
      rate: quiet?.rate ?? null,
      exhale: quiet?.exhale ?? null,
      hold: holdMeasure(l.data.holds),
    };
  });
  const outcomes = outcomesOf(
    looks.map((l) => ({ at: l.at, result: readingsOf(scope, l.data, flags, client) })),
  );
  const runs = runsOf(scope, id).map(({ id: runId, startedAt, endedAt, sequence, state }) => ({
    id: runId,
    startedAt,
    endedAt,
    sequence,
    state,
  }));
  return <FollowStation clientId={id} visits={visits} runs={runs} outcomes={outcomes} />;
}
