import { latestVisit, prescriptionFor } from '@/server/propose-for';
import { screenOf } from '@/server/screens';
import { sequencesOf } from '@/server/sequences';
import { SequenceList } from '@/stations/write/sequence-list';
import { keepSequence, proposeSequence } from '../../../actions';

export default async function WritePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const sequences = sequencesOf(id).map(({ id: sequenceId, name, updatedAt, data }) => ({ id: sequenceId, name, updatedAt, data }));
  return <SequenceList clientId={id} looked={Boolean(latestVisit(id))} sequences={sequences} prescription={prescriptionFor(id)} flags={screenOf(id).data.flags} actions={{ proposeSequence, keepSequence }} />;
}
