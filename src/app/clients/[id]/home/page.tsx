import { notFound } from 'next/navigation';
import { homeClientOf, ownTaskAtHome } from '@/core/client/home-client';
import { catalogueOf } from '@/core/drills/catalogue';
import { homeNow } from '@/core/client/case';
import { practiceDay } from '@/core/home/zoned';
import { barOf } from '@/core/run/may-run';
import { caseFor } from '@/server/case';
import { ownLibrary } from '@/server/drills';
import { homeLinksOf } from '@/server/home-links';
import { findHomePlan } from '@/server/home-plans';
import { scopeOfRequest } from '@/server/request-scope';
import { HomeStation } from '@/stations/home/home-station';
import * as actions from './actions';

export const metadata = { title: 'Home' };

export default async function HomePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const known = caseFor(scope, id);
  if (!known) notFound();
  const now = new Date();
  const homes = known.homes ?? [];
  const current = homeNow(homes, now);
  const draft = homes.find((h) => h.sentAt === null);
  const row = draft && findHomePlan(scope, draft.id);
  const { plan, coached, library } = homeClientOf(known, catalogueOf(ownLibrary(scope)));
  const day = (current ?? draft)?.data.day;
  return (
    <HomeStation
      clientId={id}
      draft={row ? { id: row.id, rev: row.rev, data: row.data } : null}
      current={current}
      links={current ? homeLinksOf(scope, current.id) : []}
      today={day ? practiceDay(day, now) : now.toISOString().slice(0, 10)}
      client={{ plan, coached, library: [...library, ...ownTaskAtHome(known)] }}
      barred={barOf(known.screen.data)}
      phone={process.env.KOKYU_PHONE ?? null}
      actions={{
        beginHome: actions.beginHome,
        planAgain: actions.planAgain,
        sendHome: actions.sendHome,
        endHome: actions.endHome,
        makeLink: actions.makeLink,
        withdrawLink: actions.withdrawLink,
        takeCode: actions.takeCode,
        takeFile: actions.takeFile,
      }}
    />
  );
}
