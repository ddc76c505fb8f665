import type { HomePlanRow } from './home-plans';
import { homeReportsOf } from './home-reports';
import type { Scope } from './scope';

/**
 * In the last days of a plan the sixteen complaints are asked, once: before the visit at which it is renewed. Our
 * choice of the days.
 */
const ASKED_DAYS_BEFORE = 4;
const DAY_MS = 86_400_000;

export function asksAtHome(scope: Scope, plan: HomePlanRow, now = new Date()): boolean {
  const end = Date.parse(`${plan.data.until}T23:59:59Z`);
  const soon = end - now.getTime() <= ASKED_DAYS_BEFORE * DAY_MS;
  return (
    (soon || plan.data.asks) &&
    !homeReportsOf(scope, plan.clientId).some((r) => r.planId === plan.id && r.report.kind === 'complaints')
  );
}
