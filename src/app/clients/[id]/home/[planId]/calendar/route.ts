import { printCalendar } from '@/core/formats/icalendar';
import { idOf } from '@/core/home/hand-back';
import { remindersOf } from '@/core/home/reminders';
import { homePlansOf } from '@/server/home-plans';
import { scopeOfRequest } from '@/server/request-scope';
import { asFile, noPlan, sentPlan, type PlanAddress } from '../plan-of';

/**
 * The reminders of a plan as a calendar. Of one that is over every reminder is called off; what an earlier plan had
 * goes with it.
 */
export async function GET(_: Request, { params }: PlanAddress): Promise<Response> {
  const scope = await scopeOfRequest();
  const row = sentPlan(scope, await params);
  if (!row) return noPlan();
  const sent = homePlansOf(scope, row.clientId).filter((p) => p.sentAt !== null);
  // The newest plan speaks for all of them: an older file that is opened once more must not win.
  const newest = sent.reduce((a, b) => ((b.number ?? 0) > (a.number ?? 0) ? b : a), row);
  const over = newest.endedAt !== null;
  const text = printCalendar({
    lineage: idOf(row.clientId),
    zone: newest.data.day.zone,
    sequence: (newest.number ?? 1) * 2 + (over ? 1 : 0),
    stamp: newest.endedAt ?? newest.sentAt!,
    reminders: over ? [] : remindersOf(newest.data),
    gone: sent.filter((p) => over || p.id !== newest.id).flatMap((p) => remindersOf(p.data)),
  });
  return asFile(text, 'breathing.ics', 'text/calendar');
}
