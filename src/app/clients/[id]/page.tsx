import { notFound, redirect } from 'next/navigation';
import { findClient } from '@/server/clients';
import { railOf } from '@/server/rail';
import { scopeOfRequest } from '@/server/scope';

/** A client's address leads to the station that is due. */
export default async function ClientPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const client = findClient(scope, id);
  if (!client) notFound();
  redirect(`/clients/${id}/${railOf(scope, client).due}`);
}
