import { connect } from '@/server/db/client';
import { answer } from '@/server/body';
import { openHomeLink } from '@/server/home-links';
import { docOf } from '../doc-of';
import { shutAnswer, tokenOf } from '../token-of';

const NOT_NOW = { ok: false, why: 'Kokyu cannot read this plan just now. Try again later.' };

/** The plan that a token opens, for the client's own page. */
export async function GET(request: Request): Promise<Response> {
  if (!connect().ok) return answer(NOT_NOW, 503);
  const opened = openHomeLink(tokenOf(request));
  if (!opened.ok) return shutAnswer(opened.shut);
  const doc = await docOf(opened.scope, opened.plan).catch(() => null);
  return doc ? answer({ ok: true, doc }) : answer(NOT_NOW, 503);
}
