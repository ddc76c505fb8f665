import { notFound } from 'next/navigation';
import { findClient } from '@/server/clients';
import { consentsOf } from '@/server/people/consents';
import { colleaguesOf } from '@/server/people/accounts';
import { sharesOfClient } from '@/server/people/shares';
import { scopeOfRequest } from '@/server/request-scope';
import { sequencesOf } from '@/server/sequences';
import { Share } from '@/stations/people/share';
import { handOver } from '../../../people/actions';
import { share, unshare } from './actions';

export const metadata = { title: 'Share' };

export default async function SharePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const client = findClient(scope, id);
  // Who a file is shared with is decided by the one whose client it is.
  if (!client || scope.userId === undefined || scope.only !== undefined) notFound();
  return (
    <Share
      clientId={id}
      clientName={client.name}
      shares={sharesOfClient(scope, id)}
      colleagues={colleaguesOf(scope)}
      agreed={consentsOf(scope, id).some((c) => c.kind === 'sharing' && c.withdrawnAt === null)}
      sequences={sequencesOf(scope, id).map(({ id: sequence, name }) => ({ id: sequence, name }))}
      actions={{ share, unshare, handOver }}
    />
  );
}
