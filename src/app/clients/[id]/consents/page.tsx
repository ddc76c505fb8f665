import { notFound } from 'next/navigation';
import { findClient } from '@/server/clients';
import { consentsOf } from '@/server/people/consents';
import { scopeOfRequest } from '@/server/request-scope';
import { Consents } from '@/stations/people/consents';
import { agree, takeBackConsent } from './actions';

export const metadata = { title: 'Consents' };

export default async function ConsentsPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const client = findClient(scope, id);
  if (!client) notFound();
  return (
    <Consents
      clientId={id}
      clientName={client.name}
      consents={consentsOf(scope, id)}
      agree={agree}
      takeBack={takeBackConsent}
    />
  );
}
