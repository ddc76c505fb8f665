import { notFound } from 'next/navigation';
import { openRedFlags } from '@/core/screen/red-flags';
import type { Sequence } from '@/core/sequence/sequence';
import { ownLibrary } from '@/server/drills';
import { proposalInputFor, quietBreathOf } from '@/server/propose-for';
import { revisionsOf } from '@/server/revisions';
import { screenOf } from '@/server/screens';
import { findSequence } from '@/server/sequences';
import { WriteStation } from '@/stations/write/write-station';
import {
  keepSequence,
  keepTemplate,
  keepVersion,
  setAside,
  startRun,
  storeSequence,
} from '../../../../actions';

export default async function SequencePage({
  params,
}: {
  params: Promise<{ id: string; sequenceId: string }>;
}) {
  const { id, sequenceId } = await params;
  const row = findSequence(sequenceId);
  const plan = proposalInputFor(id);
  if (!row || row.clientId !== id || !plan) notFound();
  const screen = screenOf(id).data;
  const versions = revisionsOf(sequenceId).map((r) => ({
    rev: r.rev,
    at: r.at,
    label: r.label,
    data: r.data as Sequence,
  }));
  return (
    <WriteStation
      clientId={id}
      sequenceId={sequenceId}
      name={row.name}
      initial={row.data}
      rev={row.rev}
      plan={plan}
      library={ownLibrary()}
      redFlagOpen={openRedFlags(screen.redFlags).length > 0}
      air={{ size: screen.size ?? null, quiet: quietBreathOf(id), flags: screen.flags }}
      versions={versions}
      actions={{
        save: storeSequence,
        aside: setAside.bind(null, 'sequence', sequenceId),
        keepSequence,
        keepVersion,
        keepTemplate,
        startRun,
      }}
    />
  );
}
