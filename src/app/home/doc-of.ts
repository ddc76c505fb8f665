import { homeDocOf } from '@/core/home/home-doc';
import type { HomeDoc, HomeWords } from '@/core/home/home-doc.schema';
import { buildOf } from '@/core/screen/build';
import { stopsOf } from '@/core/screen/known';
import { rowOf } from '@/core/sequence/sheet';
import { caseFor } from '@/server/case';
import { findClient } from '@/server/clients';
import { cueMemoryFor } from '@/server/cue-memory';
import { asksAtHome } from '@/server/home-asks';
import type { HomePlanRow } from '@/server/home-plans';
import type { Scope } from '@/server/scope';
import { drawnFor } from './draw';

/** What a phone gets of a plan; null where the client is gone or cannot be read. */
export async function docOf(scope: Scope, row: HomePlanRow): Promise<HomeDoc | null> {
  const client = findClient(scope, row.clientId);
  const known = client && caseFor(scope, row.clientId);
  if (!client || !known) return null;
  const { data: plan } = row;
  const pictures = new Map<string, HomeWords['pictures']>();
  for (const { id, block } of plan.entries)
    pictures.set(id, await drawnFor(rowOf(block, 1, '', 'client', buildOf(known.flags()))));
  const doc = homeDocOf(
    plan,
    {
      planId: row.id,
      number: row.number ?? 1,
      name: client.name,
      flags: known.flags(),
      goals: known.screen.data.goalList ?? [],
      runs: known.runs.map((r) => r.state),
      memory: cueMemoryFor(scope, row.clientId, ''),
      asks: asksAtHome(scope, row),
      ...(known.screen.data.counting ? { counting: known.screen.data.counting } : {}),
      held: stopsOf(known.screen.data).length > 0,
    },
    () => [],
  );
  return { ...doc, words: doc.words.map((w) => ({ ...w, pictures: pictures.get(w.entryId) ?? [] })) };
}
