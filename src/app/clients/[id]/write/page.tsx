import { notFound } from 'next/navigation';
import { ownLibrary } from '@/server/drills';
import { latestVisit, prescriptionFor, proposalInputFor } from '@/server/propose-for';
import { sequencesOf } from '@/server/sequences';
import { allTemplates } from '@/server/templates';
import { SequenceList } from '@/stations/write/sequence-list';
import { dropTemplate, keepSequence } from '../../../actions';

export default async function WritePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const plan = proposalInputFor(id);
  if (!plan) notFound();
  const sequences = sequencesOf(id).map(({ id: sequenceId, name, updatedAt, data }) => ({
    id: sequenceId,
    name,
    updatedAt,
    data,
  }));
  return (
    <SequenceList
      clientId={id}
      looked={Boolean(latestVisit(id))}
      sequences={sequences}
      templates={allTemplates()}
      prescription={prescriptionFor(id)}
      plan={plan}
      library={ownLibrary()}
      actions={{ keepSequence, dropTemplate }}
    />
  );
}
