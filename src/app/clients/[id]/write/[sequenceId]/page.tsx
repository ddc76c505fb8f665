import { notFound } from 'next/navigation';
import { quietBreathOf } from '@/server/propose-for';
import { revisionsOf } from '@/server/revisions';
import { screenOf } from '@/server/screens';
import { findSequence } from '@/server/sequences';
import { openRedFlags } from '@/core/screen/red-flags';
import type { Sequence } from '@/core/sequence/sequence';
import { WriteStation } from '@/stations/write/write-station';
import { keepSequence, setAside, startRun, storeSequence } from '../../../../actions';

export default async function SequencePage({ params }: { params: Promise<{ id: string; sequenceId: string }> }) {
  const { id, sequenceId } = await params;
  const row = findSequence(sequenceId);
  if (!row || row.clientId !== id) notFound();
  const screen = screenOf(id).data;
  const earlier = revisionsOf(sequenceId).map((r) => ({ rev: r.rev, at: r.at, data: r.data as Sequence }));
  return (
    <WriteStation
      clientId={id}
      sequenceId={sequenceId}
      name={row.name}
      initial={row.data}
      rev={row.rev}
      flags={screen.flags}
      props={screen.props}
      redFlagOpen={openRedFlags(screen.redFlags).length > 0}
      air={{ size: screen.size ?? null, quiet: quietBreathOf(id), flags: screen.flags }}
      earlier={earlier}
      actions={{ save: storeSequence, aside: setAside.bind(null, 'sequence', sequenceId), keepSequence, startRun }}
    />
  );
}
