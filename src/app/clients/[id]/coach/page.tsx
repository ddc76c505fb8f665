import { notFound } from 'next/navigation';
import { caseFor } from '@/server/case';
import { sequencesOf } from '@/server/sequences';
import { barOf } from '@/core/run/may-run';
import { scopeOfRequest } from '@/server/scope';
import { CoachDoor } from '@/stations/coach/coach-door';
import { startRun } from './actions';

export default async function CoachPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const known = caseFor(scope, id);
  if (!known) notFound();
  const runs = known.runs.map(({ id: runId, startedAt, endedAt, sequence, state }) => ({
    id: runId,
    startedAt,
    endedAt,
    sequence,
    state,
  }));
  const sequences = sequencesOf(scope, id).map(({ id: sequenceId, name, data }) => ({
    id: sequenceId,
    name,
    data,
  }));
  return (
    <CoachDoor
      clientId={id}
      runs={runs}
      sequences={sequences}
      bar={barOf(known.screen.data)}
      startRun={startRun}
    />
  );
}
