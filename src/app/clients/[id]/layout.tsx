import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { findClient } from '@/server/clients';
import { connect } from '@/server/db/client';
import { ShippedDrills } from '@/ui/shipped-drills';
import { datesIn } from '@/core/base/dates';
import { localeOfRequest } from '@/server/locale';
import { railOf } from '@/core/client/rail';
import { SHIPPED_JSON } from '@/core/drills/library';
import { buildOf } from '@/core/screen/build';
import { FigureBuild } from '@/pictures/figure-build';
import { caseFor } from '@/server/case';
import { damagedOf } from '@/server/damaged';
import { scopeOfRequest } from '@/server/request-scope';
import { ClientHead } from '@/stations/client-head';
import { StationRail } from '@/stations/rail';
import { archiveClient, beginAnew, renameClient, restoreClient } from './actions';
import { DamagedNotice } from './damaged-notice';

type Props = { children: ReactNode; params: Promise<{ id: string }> };

/** The tab of the browser says the station and the client. */
export async function generateMetadata({ params }: Omit<Props, 'children'>): Promise<Metadata> {
  const { id } = await params;
  if (!connect().ok) return {};
  const client = findClient(await scopeOfRequest(), id);
  return client
    ? { title: { template: `%s, ${client.name} – Kokyu`, default: `${client.name} – Kokyu` } }
    : {};
}

export default async function ClientLayout({ children, params }: Props) {
  const { id } = await params;
  if (!connect().ok) return null;
  const scope = await scopeOfRequest();
  const client = findClient(scope, id);
  if (!client) notFound();
  // Whoever coaches one sequence sees the name, and nothing of the file.
  if (scope.may === 'coach')
    return (
      <ShippedDrills json={SHIPPED_JSON}>
        <h1 className="pt-1.5 text-head wrap-anywhere" dir="auto">
          {client.name}
        </h1>
        <div className="pt-4">{children}</div>
      </ShippedDrills>
    );
  const damaged = damagedOf(scope, id);
  const screenDamaged = damaged.some((d) => d.kind === 'screen');
  const known = screenDamaged ? null : caseFor(scope, id);
  const rail = known && railOf(known, new Date(), datesIn(await localeOfRequest()));
  const build = known ? buildOf(known.flags()) : 'usual';
  return (
    <ShippedDrills json={SHIPPED_JSON}>
      <ClientHead
        clientId={id}
        name={client.name}
        goals={rail?.goals ?? ''}
        shares={scope.userId !== undefined && scope.only === undefined}
        actions={{ renameClient, archiveClient, restoreClient }}
      />
      {rail && <StationRail clientId={id} stations={rail.stations} due={rail.due} />}
      {damaged.length > 0 && <DamagedNotice clientId={id} damaged={damaged} beginAnew={beginAnew} />}
      {!screenDamaged && (
        <FigureBuild build={build}>
          <div className="pt-4">{children}</div>
        </FigureBuild>
      )}
    </ShippedDrills>
  );
}
