import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { findClient } from '@/server/clients';
import { connect } from '@/server/db/client';
import { railOf } from '@/server/rail';
import { ClientHead } from '@/stations/client-head';
import { StationRail } from '@/stations/rail';
import { archiveClient, renameClient, restoreClient } from '../../actions';

type Props = { children: ReactNode; params: Promise<{ id: string }> };

export default async function ClientLayout({ children, params }: Props) {
  const { id } = await params;
  if (!connect().ok) return null;
  const client = findClient(id);
  if (!client) notFound();
  const rail = railOf(client);
  return (
    <>
      <ClientHead
        clientId={id}
        name={client.name}
        goals={rail.goals}
        actions={{ renameClient, archiveClient, restoreClient }}
      />
      <StationRail clientId={id} stations={rail.stations} due={rail.due} />
      <div className="pt-4">{children}</div>
    </>
  );
}
