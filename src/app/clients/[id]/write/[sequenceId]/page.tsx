import { notFound } from 'next/navigation';
import { barOf } from '@/core/run/may-run';
import { ownLibrary } from '@/server/drills';
import { proposalInputFor, quietBreathOf } from '@/server/propose-for';
import { revisionsOf } from '@/server/revisions';
import { screenOf } from '@/server/screens';
import { findSequence } from '@/server/sequences';
import { scopeOfRequest } from '@/server/scope';
import { WriteStation } from '@/stations/write/write-station';
import { startRun } from '../../coach/actions';
import { keepSequence, keepTemplate, keepVersion } from '../actions';

export default async function SequencePage({
  params,
}: {
  params: Promise<{ id: string; sequenceId: string }>;
}) {
  const { id, sequenceId } = await params;
  const scope = await scopeOfRequest();
  const row = findSequence(scope, sequenceId);
  const plan = proposalInputFor(scope, id);
  if (!row || row.clientId !== id || !plan) notFound();
  const screen = screenOf(scope, id).data;
  const versions = revisionsOf(scope, 'sequence', sequenceId).map((r) => ({
    rev: r.rev,
    at: r.at,
    label: r.label,
    data: r.data,
  }));
  return (
    <WriteStation
      clientId={id}
      sequenceId={sequenceId}
      name={row.name}
      initial={row.data}
      rev={row.rev}
      plan={plan}
      library={ownLibrary(scope)}
      bar={barOf(screen)}
      air={{ size: screen.size ?? null, quiet: quietBreathOf(scope, id), flags: screen.flags }}
      versions={versions}
      actions={{
        keepSequence,
        keepVersion,
        keepTemplate,
        startRun,
      }}
    />
  );
}
