import { notFound } from 'next/navigation';
import { outcomesOf } from '@/core/follow/judged';
import { holdMeasure } from '@/core/follow/measures';
import { caseFor } from '@/server/case';
import { scopeOfRequest } from '@/server/scope';
import { FollowStation, type Visit } from '@/stations/follow/follow-station';

export default async function FollowPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const known = caseFor(await scopeOfRequest(), id);
  if (!known) notFound();
  const looks = known.visits.toReversed();
  const visits = looks.map((l): Visit => {
    const quiet = l.quiet();
    return {
      id: l.id,
      at: l.at,
      rings: l.data.rings,
      rate: quiet?.rate ?? null,
      exhale: quiet?.exhale ?? null,
      hold: holdMeasure(l.data.holds),
    };
  });
  const outcomes = outcomesOf(looks.map((l) => ({ at: l.at, result: l.readings() })));
  const runs = known.runs.map(({ id: runId, startedAt, endedAt, sequence, state }) => ({
    id: runId,
    startedAt,
    endedAt,
    sequence,
    state,
  }));
  return <FollowStation clientId={id} visits={visits} runs={runs} outcomes={outcomes} />;
}
