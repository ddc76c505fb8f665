import { omit } from '../base/omit';
import type { HomeDoc } from './home-doc.schema';
import type { Kept } from './kept.schema';
import type { HomeReport } from './report.schema';

/** What a phone keeps of a plan that it has just got. */
export const fresh = (doc: HomeDoc): Kept => ({ doc, said: [], unsent: [] });

/** A plan in the place of another: what was not sent of the other still goes out, as said of that one. */
export function taken(kept: Kept, doc: HomeDoc): Kept {
  if (kept.doc.planId === doc.planId) return { ...kept, doc };
  const reports = kept.said.filter((r) => kept.unsent.includes(r.id));
  const behind = [
    ...(kept.behind ?? []),
    ...(reports.length > 0 ? [{ planId: kept.doc.planId, reports }] : []),
  ];
  return { ...fresh(doc), ...(behind.length > 0 ? { behind } : {}) };
}

/** What is to be sent next, the oldest plan first, but for plans that were refused; null: nothing waits. */
export function waiting(
  kept: Kept,
  refused: ReadonlySet<string> = new Set(),
): { planId: string; reports: HomeReport[] } | null {
  const reports = kept.said.filter((r) => kept.unsent.includes(r.id));
  const all = [...(kept.behind ?? []), ...(reports.length > 0 ? [{ planId: kept.doc.planId, reports }] : [])];
  return all.find((batch) => !refused.has(batch.planId)) ?? null;
}

/** Without what has arrived. */
export function without(kept: Kept, arrived: ReadonlySet<string>): Kept {
  const behind = (kept.behind ?? [])
    .map((b) => ({ ...b, reports: b.reports.filter((r) => !arrived.has(r.id)) }))
    .filter((b) => b.reports.length > 0);
  return {
    ...omit(kept, 'behind'),
    unsent: kept.unsent.filter((id) => !arrived.has(id)),
    ...(behind.length > 0 ? { behind } : {}),
  };
}

/** How much waits to be sent. */
export const waitingCount = ({ unsent, behind = [] }: Kept): number =>
  behind.reduce((n, b) => n + b.reports.length, unsent.length);
