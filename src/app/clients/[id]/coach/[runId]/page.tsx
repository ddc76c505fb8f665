import { notFound } from 'next/navigation';
import { taskRunsWithout } from '@/core/client/case';
import { caseFor } from '@/server/case';
import { findClient } from '@/server/clients';
import { cueMemoryFor } from '@/server/cue-memory';
import { findRun } from '@/server/runs';
import { blockClientOf } from '@/core/propose/input';
import { barOf } from '@/core/run/may-run';
import { catalogueOf } from '@/core/drills/catalogue';
import { ownLibrary } from '@/server/drills';
import { ownTasks } from '@/server/settings';
import { scopeOfRequest } from '@/server/request-scope';
import { CoachRun } from '@/stations/coach/coach-run';
import { Notice } from '@/ui/notice';
import { keepRelook } from '../actions';

export const metadata = { title: 'Coach' };

export default async function RunPage({ params }: { params: Promise<{ id: string; runId: string }> }) {
  const { id, runId } = await params;
  const scope = await scopeOfRequest();
  const client = findClient(scope, id);
  const run = findRun(scope, runId);
  const known = caseFor(scope, id);
  if (!client || !known || !run || run.clientId !== id) notFound();
  const screen = known.screen.data;
  const bar = run.endedAt ? null : barOf(screen);
  if (bar !== null) return <Notice level="stop">{bar}</Notice>;
  const isGiven = scope.may === 'coach';
  const before = isGiven ? undefined : known.visits.find((l) => l.at <= run.startedAt);
  const after = isGiven ? undefined : known.looks.find((l) => l.id === run.state.relookLookId);
  return (
    <CoachRun
      clientId={id}
      clientName={client.name}
      runId={runId}
      sequence={run.sequence}
      state={run.state}
      rev={run.rev}
      madeFor={{
        flags: known.flags(),
        props: screen.props,
        library: catalogueOf(ownLibrary(scope)),
        client: blockClientOf(known.plan()),
        needs: known.plan().needs,
        ...(run.sequence.lesson ? { without: known.notDrilled(), leads: known.leads() } : {}),
        ...(isGiven ? {} : { memory: cueMemoryFor(scope, id, runId) }),
      }}
      places={(screen.complaints ?? []).filter((c) => c.score > 0).map((c) => c.place)}
      ownTasks={ownTasks(scope)}
      school={before?.readings().school ?? run.sequence.school}
      earlier={
        run.sequence.lesson?.task?.taskId
          ? taskRunsWithout(known, { taskId: run.sequence.lesson.task.taskId, runId })
          : []
      }
      before={before ? { data: before.data, quiet: before.quiet() } : null}
      after={after ? { id: after.id, data: after.data, quiet: after.quiet() } : null}
      keepRelook={keepRelook}
    />
  );
}
