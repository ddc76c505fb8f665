import { notFound } from 'next/navigation';
import { summaryOf } from '@/core/run/summary';
import { caseFor } from '@/server/case';
import { barOf } from '@/core/run/may-run';
import { scopeOfRequest } from '@/server/request-scope';
import { CoachDoor } from '@/stations/coach/coach-door';
import { NotAsked } from '@/stations/screen/not-asked';
import { startRun } from './actions';

/** So many sequences besides the latest are offered. */
const OFFERED = 5;

export const metadata = { title: 'Coach' };

export default async function CoachPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const known = caseFor(scope, id);
  if (!known) notFound();
  const [latest, ...others] = known.sequences;
  // Of whoever coaches one sequence for a day, the runs that are not over.
  const shown = scope.may === 'coach' ? known.runs.filter((r) => r.endedAt === null) : known.runs;
  return (
    <>
      {scope.may !== 'coach' && <NotAsked clientId={id} screen={known.screen.data} />}
      <CoachDoor
        clientId={id}
        runs={shown.map(summaryOf)}
        latest={latest ? { id: latest.id, name: latest.name, data: latest.data } : null}
        others={others.slice(0, OFFERED).map(({ id: other, name }) => ({ id: other, name }))}
        bar={barOf(known.screen.data)}
        startRun={startRun}
      />
    </>
  );
}
