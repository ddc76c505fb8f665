import { screenOf } from '@/server/screens';
import { runsOf } from '@/server/runs';
import { sequencesOf } from '@/server/sequences';
import { openRedFlags } from '@/core/screen/red-flags';
import { CoachDoor } from '@/stations/coach/coach-door';
import { startRun } from '../../../actions';

export default async function CoachPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const runs = runsOf(id).map(({ id: runId, startedAt, endedAt, sequence, state }) => ({
    id: runId,
    startedAt,
    endedAt,
    sequence,
    state,
  }));
  const sequences = sequencesOf(id).map(({ id: sequenceId, name, data }) => ({ id: sequenceId, name, data }));
  return (
    <CoachDoor
      clientId={id}
      runs={runs}
      sequences={sequences}
      redFlags={openRedFlags(screenOf(id).data.redFlags).map((r) => r.flag)}
      startRun={startRun}
    />
  );
}
