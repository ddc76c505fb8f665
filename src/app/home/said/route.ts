import * as z from 'zod';
import { parseWith } from '@/core/base/parse';
import { fail } from '@/core/base/result';
import { HomeReport } from '@/core/home/report.schema';
import { connect } from '@/server/db/client';
import { answer, jsonOf } from '@/server/body';
import { openHomeLink } from '@/server/home-links';
import { findHomePlan } from '@/server/home-plans';
import { keepHomeReports } from '@/server/home-reports';
import { guarded } from '@/server/save';
import { shutAnswer, tokenOf } from '../token-of';

const Sent = z.object({ planId: z.uuid(), reports: z.array(HomeReport).max(500) });
const MOST_BYTES = 512 * 1024;

/** Takes what was done at home. The same thing sent again is kept once; what was done before a plan ended is still taken. */
export async function POST(request: Request): Promise<Response> {
  if (!connect().ok) return answer(fail('Kokyu cannot keep anything just now.'), 503);
  const opened = openHomeLink(tokenOf(request));
  if (!opened.ok && opened.shut !== 'over') return shutAnswer(opened.shut);
  const json = await jsonOf(request, MOST_BYTES);
  const sent = json.ok ? parseWith(Sent, json.value) : json;
  if (!sent.ok) return answer(sent, 400);
  // A phone may still hold what was done under the plan before.
  const plan = findHomePlan(opened.scope, sent.value.planId);
  if (!plan || plan.clientId !== opened.plan.clientId || plan.sentAt === null)
    return answer(fail('This belongs to a plan that the link does not open.'), 400);
  const kept = guarded(() => keepHomeReports(opened.scope, plan, sent.value.reports));
  return kept.ok ? answer({ ok: true, ...kept.value }) : answer(kept, 400);
}
