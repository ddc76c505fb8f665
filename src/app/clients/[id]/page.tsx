import { notFound, redirect } from 'next/navigation';
import { findClient } from '@/server/clients';
import { railOf } from '@/server/rail';

/** A client's address leads to the station that is due. */
export default async function ClientPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const client = findClient(id);
  if (!client) notFound();
  redirect(`/clients/${id}/${railOf(client).due}`);
}
