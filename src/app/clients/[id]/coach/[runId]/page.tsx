import { notFound } from 'next/navigation';
import { findClient } from '@/server/clients';
import { findLook, looksOf, readingsOf } from '@/server/looks';
import { findRun } from '@/server/runs';
import { screenOf } from '@/server/screens';
import { barOf } from '@/core/run/may-run';
import { catalogueOf } from '@/core/drills/catalogue';
import { ownLibrary } from '@/server/drills';
import { scopeOfRequest } from '@/server/scope';
import { CoachRun } from '@/stations/coach/coach-run';
import { Notice } from '@/ui/notice';
import { keepRelook } from '../actions';

export default async function RunPage({ params }: { params: Promise<{ id: string; runId: string }> }) {
  const { id, runId } = await params;
  const scope = await scopeOfRequest();
  const client = findClient(scope, id);
  const run = findRun(scope, runId);
  if (!client || !run || run.clientId !== id) notFound();
  const screen = screenOf(scope, id).data;
  const bar = run.endedAt ? null : barOf(screen);
  if (bar !== null) return <Notice level="stop">{bar}</Notice>;
  const before = looksOf(scope, id).find((l) => l.purpose === 'visit' && l.at <= run.startedAt);
  const after = run.state.relookLookId ? findLook(scope, run.state.relookLookId) : undefined;
  const school = before ? readingsOf(scope, before.data, screen.flags, client).school : run.sequence.school;
  return (
    <CoachRun
      clientId={id}
      clientName={client.name}
      runId={runId}
      sequence={run.sequence}
      state={run.state}
      rev={run.rev}
      flags={screen.flags}
      props={screen.props}
      catalogue={catalogueOf(ownLibrary(scope))}
      school={school}
      before={before?.data ?? null}
      after={after?.data ?? null}
      keepRelook={keepRelook}
    />
  );
}
