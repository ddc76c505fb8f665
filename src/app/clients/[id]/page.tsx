import { notFound, redirect } from 'next/navigation';
import { dueOf } from '@/core/client/rail';
import { caseFor } from '@/server/case';
import { scopeOfRequest } from '@/server/request-scope';

/** A client's address leads to the station that is due. */
export default async function ClientPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const known = caseFor(await scopeOfRequest(), id);
  if (!known) notFound();
  redirect(`/clients/${id}/${dueOf(known)}`);
}
