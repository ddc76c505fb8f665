import * as z from 'zod';
import { findHomePlan, type HomePlanRow } from '@/server/home-plans';
import type { Scope } from '@/server/scope';

/** The plan that an address names, if it was sent. */
export function sentPlan(scope: Scope, { id, planId }: { id: string; planId: string }): HomePlanRow | null {
  const row = z.uuid().safeParse(planId).success ? findHomePlan(scope, planId) : undefined;
  return row && row.clientId === id && row.sentAt !== null ? row : null;
}

export type PlanAddress = { params: Promise<{ id: string; planId: string }> };

/** A file that is made for this client and kept by nobody on the way. */
export const asFile = (text: string, name: string, type: string): Response =>
  new Response(text, {
    headers: {
      'content-type': `${type}; charset=utf-8`,
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
    },
  });

export const noPlan = (): Response =>
  new Response('This plan is no longer here, or was not sent yet.', {
    status: 404,
    headers: { 'content-type': 'text/plain; charset=utf-8' },
  });
