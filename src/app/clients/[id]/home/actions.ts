'use server';

import { headers } from 'next/headers';
import QRCode from 'qrcode';
import * as z from 'zod';
import { fail, ok, type Result } from '@/core/base/result';
import { homeClientOf } from '@/core/client/home-client';
import { catalogueOf } from '@/core/drills/catalogue';
import { homeProblems, maySend } from '@/core/home/check-home';
import { dayIn } from '@/core/home/clock-time';
import { readHandBack } from '@/core/home/hand-back';
import { HomePlan } from '@/core/home/home-plan.schema';
import { newWish, usualDay } from '@/core/home/new-home';
import { emptyHome, planHome } from '@/core/home/plan-home';
import { readReportFile } from '@/core/home/report-file';
import { barOf } from '@/core/run/may-run';
import { caseFor } from '@/server/case';
import { ownLibrary } from '@/server/drills';
import * as links from '@/server/home-links';
import * as plans from '@/server/home-plans';
import * as reports from '@/server/home-reports';
import type { Scope } from '@/server/scope';
import type { NewLink } from '@/stations/home/link-paper';
import { command } from '../../../command';

const Id = z.uuid();
const STALE = [['/clients/[id]', 'layout'], ['/']] as const;

/**
 * Plans what goes home, as the wish of the plan that is being written or of the last one says; begins one where there
 * is none, and an empty one, with the reason, where nothing may be planned.
 */
export async function beginHome(clientId: string): Promise<Result<{ id: string; why: string | null }>> {
  return command(
    Id,
    clientId,
    (id, scope): Result<{ id: string; why: string | null }> => {
      const known = caseFor(scope, id);
      if (!known) return fail('This client is no longer here.');
      const before = plans.homePlansOf(scope, id)[0]?.data;
      const day = before?.day ?? usualDay(new Intl.DateTimeFormat().resolvedOptions().timeZone);
      const wish = {
        ...newWish(dayIn(day.zone, new Date()), day),
        amount: before?.amount ?? 'full',
        unwanted: before?.unwanted ?? [],
      };
      const made = planHome(homeClientOf(known, catalogueOf(ownLibrary(scope))), wish);
      const plan = made.ok ? made.value : emptyHome(wish);
      return ok({ id: plans.createHomePlan(scope, id, plan), why: made.ok ? null : made.why });
    },
    STALE,
  );
}

/** The same wish planned again, with what changed in it; nothing is kept by this. */
export async function planAgain(clientId: string, wish: HomePlan): Promise<Result<HomePlan>> {
  return command(z.tuple([Id, HomePlan]), [clientId, wish], ([id, given], scope): Result<HomePlan> => {
    const known = caseFor(scope, id);
    return known
      ? planHome(homeClientOf(known, catalogueOf(ownLibrary(scope))), given)
      : fail('This client is no longer here.');
  });
}

/** Sends a plan home, where that may be. */
export async function sendHome(planId: string): Promise<Result<{ number: number }>> {
  return command(
    Id,
    planId,
    (id, scope): Result<{ number: number }> => {
      const row = plans.findHomePlan(scope, id);
      const known = row && caseFor(scope, row.clientId);
      if (!row || !known) return fail('This plan is no longer here.');
      const bar = barOf(known.screen.data);
      if (bar !== null) return fail(bar.replace('nothing is coached', 'nothing goes home'));
      const { zone } = row.data.day;
      const problems = homeProblems(
        row.data,
        { ...known.plan(), library: catalogueOf(ownLibrary(scope)) },
        dayIn(zone, new Date()),
      );
      if (!maySend(problems)) return fail(`Not sent: ${problems.find((p) => p.level === 'stop')!.text}.`);
      return plans.sendHomePlan(scope, id);
    },
    STALE,
  );
}

export async function endHome(planId: string): Promise<Result<null>> {
  return command(Id, planId, (id, scope) => plans.endHomePlan(scope, id), STALE);
}

/** Makes a link and shows it: its address, and the same as a picture that a phone reads. */
export async function makeLink(planId: string): Promise<Result<NewLink>> {
  const made = await command(Id, planId, (id, scope) => links.createHomeLink(scope, id), STALE);
  if (!made.ok) return made;
  const asked = await headers();
  const phone = process.env.KOKYU_PHONE;
  const host = asked.get('x-forwarded-host') ?? asked.get('host') ?? '';
  const secure = asked.get('x-forwarded-proto') === 'https' && process.env.KOKYU_BEHIND_PROXY === '1';
  const url = `${phone ?? `${secure ? 'https' : 'http'}://${host}`}/home#${made.value.token}`;
  const qr = await QRCode.toString(url, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' });
  return ok({ url, qr, here: !phone && /^(127\.|localhost|\[::1\])/.test(host) });
}

export async function withdrawLink(linkId: string): Promise<Result<null>> {
  return command(Id, linkId, (id, scope) => links.withdrawHomeLink(scope, id), STALE);
}

const takenIn = (
  scope: Scope,
  planId: string,
  read: (row: plans.HomePlanRow) => ReturnType<typeof readHandBack>,
) => {
  const row = plans.findHomePlan(scope, planId);
  if (!row || row.sentAt === null) return fail('This plan is no longer here.');
  const given = read(row);
  if (!given.ok) return given;
  const before = new Set(reports.homeReportsOf(scope, row.clientId).map((r) => r.report.id));
  const kept = reports.keepHomeReports(scope, row, given.value);
  return kept.ok
    ? ok({ taken: given.value.filter((r) => !before.has(r.id)).length, all: given.value.length })
    : kept;
};

/** Takes the code that a page without a network handed back. */
export async function takeCode(
  planId: string,
  code: string,
): Promise<Result<{ taken: number; all: number }>> {
  return command(
    z.tuple([Id, z.string().max(4000)]),
    [planId, code],
    ([id, text], scope) => takenIn(scope, id, (row) => readHandBack(text, row.id, row.data)),
    STALE,
  );
}

/** Takes the file that it handed back. */
export async function takeFile(
  planId: string,
  text: string,
): Promise<Result<{ taken: number; all: number }>> {
  return command(
    z.tuple([Id, z.string().max(2_000_000)]),
    [planId, text],
    ([id, json], scope) => takenIn(scope, id, (row) => readReportFile(json, row.id)),
    STALE,
  );
}

/** The instructor has seen a stop sign from home. */
export async function seeStop(reportId: string): Promise<Result<null>> {
  return command(Id, reportId, (id, scope) => reports.seeStop(scope, id), STALE);
}
