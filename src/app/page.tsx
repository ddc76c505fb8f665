import { connect } from '@/server/db/client';
import { countArchived, listClients, PAGE_SIZE } from '@/server/clients';
import { scopeOfRequest } from '@/server/scope';
import { Today } from '@/stations/today/today';
import { restoreClient } from './clients/[id]/actions';
import { createClient } from './actions';

type Props = { searchParams: Promise<{ page?: string }> };

export const metadata = { title: 'Today' };

export default async function TodayPage({ searchParams }: Props) {
  if (!connect().ok) return null;
  const scope = await scopeOfRequest();
  const { page = '0' } = await searchParams;
  const { rows, total, page: at } = listClients(scope, '', Number.parseInt(page, 10));
  return (
    <Today
      rows={rows}
      total={total}
      page={at}
      pageSize={PAGE_SIZE}
      archived={countArchived(scope)}
      actions={{ createClient, restoreClient }}
    />
  );
}
