import { notFound } from 'next/navigation';
import { findClient } from '@/server/clients';
import { findLook, looksOf, readingsOf } from '@/server/looks';
import { findRun } from '@/server/runs';
import { screenOf } from '@/server/screens';
import { openRedFlags } from '@/core/screen/red-flags';
import { CoachRun } from '@/stations/coach/coach-run';
import { Notice } from '@/ui/notice';
import { keepRelook, storeRun } from '../../../../actions';

export default async function RunPage({ params }: { params: Promise<{ id: string; runId: string }> }) {
  const { id, runId } = await params;
  const client = findClient(id);
  const run = findRun(runId);
  if (!client || !run || run.clientId !== id) notFound();
  const screen = screenOf(id).data;
  if (!run.endedAt && openRedFlags(screen.redFlags).length > 0) {
    return (
      <Notice level="stop">
        A red flag is open. Record in Screen what was done about it before this run goes on.
      </Notice>
    );
  }
  const before = looksOf(id).find((l) => l.purpose === 'visit' && l.at <= run.startedAt);
  const after = run.state.relookLookId ? findLook(run.state.relookLookId) : undefined;
  const school = before ? readingsOf(before.data, screen.flags, client).school : run.sequence.school;
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
      school={school}
      before={before?.data ?? null}
      after={after?.data ?? null}
      actions={{ save: storeRun, keepRelook }}
    />
  );
}
