import { notFound } from 'next/navigation';
import { findClient } from '@/server/clients';
import { breathsOf } from '@/server/looks';
import { latestVisit } from '@/server/propose-for';
import { screenOf } from '@/server/screens';
import { readLook } from '@/core/read/read';
import { ReadStation } from '@/stations/read/read-station';
import { setSchool } from '../../../actions';

export default async function ReadPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const client = findClient(id);
  if (!client) notFound();
  const look = latestVisit(id);
  const flags = screenOf(id).data.flags;
  const result = look ? readLook(look.data, flags, client.school, breathsOf(look.data)) : null;
  return (
    <ReadStation clientId={id} look={look ? { id: look.id, at: look.at, data: look.data } : null} result={result} chosenSchool={client.school} setSchool={setSchool} />
  );
}
