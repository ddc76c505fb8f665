import { cache } from 'react';
import { caseOf, type ClientCase } from '@/core/client/case';
import { findClient } from './clients';
import { homesOf } from './home-reports';
import { bandsOf, clipsOf, looksOf } from './looks';
import { runsOf } from './runs';
import type { Scope } from './scope';
import { screenOf } from './screens';
import { sequencesOf } from './sequences';
import { ownTasks, setUps, thresholds } from './settings';

/**
 * Everything known of a client; null where there is no such client. The layout and the page of one request ask for the
 * same value, so records are read once. Throws when the screening is damaged.
 */
export const caseFor = cache((scope: Scope, clientId: string): ClientCase | null =>
  caseBefore(scope, clientId, null),
);

/** The same as it was before a run began; null: as it is. */
export function caseBefore(scope: Scope, clientId: string, startedAt: string | null): ClientCase | null {
  const client = findClient(scope, clientId);
  return client ? caseOfRow(scope, client, startedAt) : null;
}

/** The same of a client as they stand in the database, on the list or not. */
export function caseOfRow(
  scope: Scope,
  client: NonNullable<ReturnType<typeof findClient>>,
  startedAt: string | null = null,
): ClientCase {
  const clientId = client.id;
  return caseOf({
    school: client.school,
    control: client.control,
    thresholds: thresholds(scope),
    setUps: setUps(scope),
    tasks: ownTasks(scope),
    screen: screenOf(scope, clientId),
    looks: looksOf(scope, clientId).map((look) => ({
      ...look,
      bands: () => bandsOf(scope, look.data),
      clips: () => clipsOf(scope, look.data),
    })),
    sequences: sequencesOf(scope, clientId),
    homes: homesOf(scope, clientId),
    runs: runsOf(scope, clientId).filter((r) => startedAt === null || r.startedAt < startedAt),
  });
}
