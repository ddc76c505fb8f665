import { notFound } from 'next/navigation';
import { outcomesOf } from '@/core/follow/judged';
import { seriesOf } from '@/core/follow/measures';
import { sameStates } from '@/core/follow/same-state';
import { summaryOf } from '@/core/run/summary';
import { caseFor } from '@/server/case';
import { scopeOfRequest } from '@/server/scope';
import { FollowStation } from '@/stations/follow/follow-station';

export const metadata = { title: 'Follow' };

export default async function FollowPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const known = caseFor(await scopeOfRequest(), id);
  if (!known) notFound();
  const looks = known.visits.toReversed();
  const same = sameStates(
    looks.map((l) => l.at),
    known.runs.map((r) => r.startedAt),
  );
  const series = seriesOf(
    looks.map((l, i) => ({ at: l.at, data: l.data, quiet: l.quiet(), sameState: same[i]! })),
  );
  const visits = looks.map(({ id: lookId, at, data }) => ({ id: lookId, at, rings: data.rings }));
  const outcomes = outcomesOf(looks.map((l) => ({ at: l.at, result: l.readings() })));
  return (
    <FollowStation
      clientId={id}
      visits={visits}
      series={series}
      runs={known.runs.map(summaryOf)}
      outcomes={outcomes}
    />
  );
}
