import { screenOf } from '@/server/screens';
import { runsOf } from '@/server/runs';
import { sequencesOf } from '@/server/sequences';
import { barOf } from '@/core/run/may-run';
import { scopeOfRequest } from '@/server/scope';
import { CoachDoor } from '@/stations/coach/coach-door';
import { startRun } from './actions';

export default async function CoachPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const runs = runsOf(scope, id).map(({ id: runId, startedAt, endedAt, sequence, state }) => ({
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
      bar={barOf(screenOf(scope, id).data)}
      startRun={startRun}
    />
  );
}
