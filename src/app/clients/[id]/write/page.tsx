import { notFound } from 'next/navigation';
import { ownLibrary } from '@/server/drills';
import { latestVisit, prescriptionFor, proposalInputFor } from '@/server/propose-for';
import { sequencesOf } from '@/server/sequences';
import { allTemplates } from '@/server/templates';
import { scopeOfRequest } from '@/server/scope';
import { SequenceList } from '@/stations/write/sequence-list';
import { dropTemplate, keepSequence } from './actions';

export default async function WritePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const plan = proposalInputFor(scope, id);
  if (!plan) notFound();
  const sequences = sequencesOf(scope, id).map(({ id: sequenceId, name, updatedAt, data }) => ({
    id: sequenceId,
    name,
    updatedAt,
    data,
  }));
  return (
    <SequenceList
      clientId={id}
      looked={Boolean(latestVisit(scope, id))}
      sequences={sequences}
      templates={allTemplates(scope)}
      prescription={prescriptionFor(scope, id)}
      plan={plan}
      library={ownLibrary(scope)}
      actions={{ keepSequence, dropTemplate }}
    />
  );
}
