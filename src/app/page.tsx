import { backupTrouble } from '@/server/backup/backup';
import { connect } from '@/server/db/client';
import { countArchived, listClients, PAGE_SIZE } from '@/server/clients';
import { dayAfter, dayIn } from '@/core/home/clock-time';
import { momentIn } from '@/core/home/zoned';
import { dueToday } from '@/server/today';
import { visitsBetween } from '@/server/visits';
import { scopeOfRequest } from '@/server/request-scope';
import { isAsked } from '@/server/people/settings';
import { sharedTo } from '@/server/people/shares';
import { FirstQuestion } from '@/stations/people/first-question';
import { Given, SharedWithMe } from '@/stations/people/given';
import { Today } from '@/stations/today/today';
import { onlyMe } from './people/actions';
import { restoreClient } from './clients/[id]/actions';
import { seeStop } from './clients/[id]/home/actions';
import { addVisit, createClient, dropVisit, takeCalendar } from './actions';

type Props = { searchParams: Promise<{ page?: string }> };

export const metadata = { title: 'Today' };

export default async function TodayPage({ searchParams }: Props) {
  if (!connect().ok) return null;
  const scope = await scopeOfRequest();
  const { page = '0' } = await searchParams;
  if (scope.role === 'assistant') return <Given given={sharedTo(scope.userId!)} />;
  const { rows, total, page: at } = listClients(scope, '', Number.parseInt(page, 10));
  const now = new Date();
  const zone = new Intl.DateTimeFormat().resolvedOptions().timeZone;
  const today = dayIn(zone, now);
  return (
    <Today
      first={isAsked() ? null : <FirstQuestion onlyMe={onlyMe} />}
      shared={scope.userId ? <SharedWithMe shared={sharedTo(scope.userId)} /> : null}
      due={await dueToday(scope, now, today)}
      visits={visitsBetween(
        scope,
        momentIn(zone, today, '00:00'),
        momentIn(zone, dayAfter(today, 7), '00:00'),
      )}
      rows={rows}
      total={total}
      page={at}
      pageSize={PAGE_SIZE}
      archived={countArchived(scope)}
      backups={scope.role === 'owner' ? backupTrouble(scope, now) : null}
      actions={{ createClient, restoreClient, seeStop, addVisit, dropVisit, takeCalendar }}
    />
  );
}
