import { notFound } from 'next/navigation';
import { outcomesOf } from '@/core/follow/judged';
import { followClient } from '@/core/client/followed';
import { betweenVisits } from '@/core/client/stretches';
import { summaryOf } from '@/core/run/summary';
import { caseFor } from '@/server/case';
import { scopeOfRequest } from '@/server/request-scope';
import { FollowStation } from '@/stations/follow/follow-station';

export const metadata = { title: 'Follow' };

export default async function FollowPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const known = caseFor(await scopeOfRequest(), id);
  if (!known) notFound();
  const looks = known.visits.toReversed();
  const visits = looks.map(({ id: lookId, at, data }) => ({ id: lookId, at, rings: data.rings }));
  const outcomes = outcomesOf(looks.map((l) => ({ at: l.at, result: l.readings() })));
  const readings = looks.map((l) => ({
    id: l.id,
    at: l.at,
    readings: l
      .readings()
      .readings.filter((r) => !r.question)
      .map(({ name, strength, certainty, overruled }) => ({
        name,
        strength,
        certainty,
        overruled: overruled !== undefined,
      })),
  }));
  return (
    <FollowStation
      clientId={id}
      visits={visits}
      rows={followClient(known, new Date())}
      readings={readings}
      between={betweenVisits(known)}
      runs={known.runs.map(summaryOf)}
      outcomes={outcomes}
      last={known.lessonPlan().last}
    />
  );
}
