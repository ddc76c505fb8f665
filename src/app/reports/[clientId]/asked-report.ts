import * as z from 'zod';
import { datesIn } from '@/core/base/dates';
import { REPORT_FOR, reportOf, type Report } from '@/core/client/report';
import { caseFor } from '@/server/case';
import { findClient } from '@/server/clients';
import { localeOfRequest } from '@/server/locale';
import { house } from '@/server/settings';
import type { Scope } from '@/server/scope';

const Asked = z.object({ for: z.enum(REPORT_FOR) });

/** The report that an address asks for, with the days that its picture shows in words; null where there is none. */
export async function askedReport(
  scope: Scope,
  clientId: string,
  search: URLSearchParams,
): Promise<{ report: Report; days: Record<string, string> } | null> {
  const asked = Asked.safeParse(Object.fromEntries(search));
  const client = z.uuid().safeParse(clientId).success ? findClient(scope, clientId) : undefined;
  const known = client && caseFor(scope, clientId);
  if (!known || !asked.success) return null;
  const { day } = datesIn(await localeOfRequest());
  const report: Report = {
    ...reportOf(asked.data.for, { clientId, name: client.name, known, now: new Date(), day }),
    from: house(scope).name,
  };
  const days = Object.fromEntries((report.picture?.points ?? []).map(({ at }) => [at, day(at)]));
  return { report, days };
}
