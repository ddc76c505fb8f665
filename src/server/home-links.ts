import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import { db } from './db/client';
import { homeLinks } from './db/schema';
import { findHomePlan, isAtHome, type HomePlanRow } from './home-plans';
import type { Scope } from './scope';
import { ofClients } from './within';

/** 128 bits: nobody guesses it, and a QR code of it stays small. */
const TOKEN_BYTES = 16;
const TOKEN = /^[A-Za-z0-9_-]{22}$/;

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

export type HomeLink = { id: string; createdAt: string; openedAt: string | null };

/** Makes a link that opens a plan. The token is given out once and not kept: only its hash is. */
export function createHomeLink(
  scope: Scope,
  planId: string,
  at = new Date().toISOString(),
): Result<{ token: string }> {
  const plan = findHomePlan(scope, planId);
  if (!plan) return fail('This plan is no longer here.');
  if (!isAtHome(plan, new Date(at))) return fail('A link opens a plan that was sent home and is not over.');
  const token = randomBytes(TOKEN_BYTES).toString('base64url');
  db()
    .insert(homeLinks)
    .values({
      id: randomUUID(),
      ownerId: scope.ownerId,
      clientId: plan.clientId,
      planId,
      tokenHash: hashOf(token),
      createdAt: at,
    })
    .run();
  return ok({ token });
}

/** The links of a plan that were not withdrawn, newest first. */
export const homeLinksOf = (scope: Scope, planId: string): HomeLink[] =>
  db()
    .select({ id: homeLinks.id, createdAt: homeLinks.createdAt, openedAt: homeLinks.openedAt })
    .from(homeLinks)
    .where(and(eq(homeLinks.planId, planId), ofClients(scope, homeLinks), isNull(homeLinks.withdrawnAt)))
    .orderBy(desc(homeLinks.createdAt))
    .all();

export function withdrawHomeLink(scope: Scope, linkId: string): Result<null> {
  const done = db()
    .update(homeLinks)
    .set({ withdrawnAt: new Date().toISOString() })
    .where(and(eq(homeLinks.id, linkId), ofClients(scope, homeLinks), isNull(homeLinks.withdrawnAt)))
    .run();
  return done.changes > 0 ? ok(null) : fail('This link was withdrawn already.');
}

/** Why a link opens nothing. Nobody is told whether a token that was guessed is near to one. */
export type Shut = 'unknown' | 'withdrawn' | 'over';

export const SHUT_WORDS: Record<Shut, string> = {
  unknown: 'This link opens nothing. Ask your instructor for a new one.',
  withdrawn: 'This link was withdrawn. Ask your instructor for a new one.',
  over: 'This plan is over. Your instructor makes the next one with you.',
};

type Opened = { ok: true; scope: Scope; plan: HomePlanRow };

/** What a token opens: the plan, and a scope that reaches this client's plan and no further than its owner. */
export function openHomeLink(
  token: string,
  now = new Date(),
):
  Opened | { ok: false; shut: 'unknown' | 'withdrawn' } | (Omit<Opened, 'ok'> & { ok: false; shut: 'over' }) {
  if (!TOKEN.test(token)) return { ok: false, shut: 'unknown' };
  const link = db()
    .select()
    .from(homeLinks)
    .where(eq(homeLinks.tokenHash, hashOf(token)))
    .get();
  if (!link) return { ok: false, shut: 'unknown' };
  if (link.withdrawnAt !== null) return { ok: false, shut: 'withdrawn' };
  const scope: Scope = { ownerId: link.ownerId, may: 'read', only: link.clientId };
  const plan = findHomePlan(scope, link.planId);
  if (!plan) return { ok: false, shut: 'unknown' };
  // What was done before it ended may still come in.
  if (!isAtHome(plan, now)) return { ok: false, shut: 'over', scope, plan };
  if (link.openedAt === null)
    db().update(homeLinks).set({ openedAt: now.toISOString() }).where(eq(homeLinks.id, link.id)).run();
  return { ok: true, scope, plan };
}
