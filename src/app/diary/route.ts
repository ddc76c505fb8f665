import { printVisits } from '@/core/formats/icalendar';
import { scopeOfRequest } from '@/server/request-scope';
import { visitsBetween } from '@/server/visits';

const DAY_MS = 86_400_000;
/** So far back and ahead the diary is written out. */
const BACK_DAYS = 30;
const AHEAD_DAYS = 365;

/** The diary as a calendar file. */
export async function GET(): Promise<Response> {
  const now = Date.now();
  const list = visitsBetween(
    await scopeOfRequest(),
    new Date(now - BACK_DAYS * DAY_MS),
    new Date(now + AHEAD_DAYS * DAY_MS),
  );
  return new Response(printVisits(list, new Date(now)), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'attachment; filename="diary.ics"',
      'cache-control': 'no-store',
    },
  });
}
