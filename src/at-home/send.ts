import * as z from 'zod/mini';
import { HomeDoc } from '@/core/home/home-doc.schema';
import type { HomeReport } from '@/core/home/report.schema';

/** What asking came to: an answer, a door that is shut, or nobody there. */
export type Asked<T> = { kind: 'got'; value: T } | { kind: 'shut'; why: string } | { kind: 'nobody' };

const Shut = z.object({ ok: z.literal(false), why: z.string() });
const PlanAnswer = z.object({ ok: z.literal(true), doc: HomeDoc });
const SaidAnswer = z.object({
  ok: z.literal(true),
  kept: z.array(z.string()),
  refused: z.optional(z.array(z.string())),
});

/** Nobody waits longer for an answer than this, ms. */
const PATIENCE_MS = 12_000;

async function asked<S extends z.core.$ZodType>(
  path: string,
  token: string,
  schema: S,
  body?: unknown,
): Promise<Asked<z.output<S>>> {
  try {
    const answer = await fetch(path, {
      method: body === undefined ? 'GET' : 'POST',
      headers: {
        authorization: `Bearer ${token}`,
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      cache: 'no-store',
      signal: AbortSignal.timeout(PATIENCE_MS),
    });
    const json: unknown = await answer.json();
    const got = z.safeParse(schema, json);
    if (got.success) return { kind: 'got', value: got.data };
    const shut = Shut.safeParse(json);
    return shut.success && answer.status < 500 ? { kind: 'shut', why: shut.data.why } : { kind: 'nobody' };
  } catch {
    return { kind: 'nobody' };
  }
}

/** The plan that a token opens. The token goes in a header: it stands in no address that is logged. */
export const fetchPlan = (token: string) => asked('/home/plan', token, PlanAnswer);

/** Sends what was done; what arrived is named by its ids, however often it was sent. */
export const sendReports = (token: string, planId: string, reports: readonly HomeReport[]) =>
  asked('/home/said', token, SaidAnswer, { planId, reports });
