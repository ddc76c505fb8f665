import { eq } from 'drizzle-orm';
import { db } from '../db/client';
import { clients, homePlans, looks, recordings, runs, screens, sequences } from '../db/schema';

const UUID = '[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}';
const OF_CLIENT = new RegExp(`^/(?:clients|reports|erase)/(${UUID})(?:/|$)`, 'i');
const OF_RECORD = new RegExp(
  `^/(looks|recordings|sheets|feed|save/(\\w+)|damaged/(\\w+))/(${UUID})(?:/|$)`,
  'i',
);
const TABLES = {
  look: looks,
  looks,
  sheets: sequences,
  sequence: sequences,
  run: runs,
  feed: runs,
  homePlan: homePlans,
} as const;

/** The client whose file an address belongs to; undefined where it belongs to none, or to one who is not there. */
export function clientAt(path: string): { id: string; ownerId: string } | undefined {
  const id = OF_CLIENT.exec(path)?.[1] ?? clientOfRecordAt(path);
  if (id === undefined) return undefined;
  return db()
    .select({ id: clients.id, ownerId: clients.ownerId })
    .from(clients)
    .where(eq(clients.id, id.toLowerCase()))
    .get();
}

function clientOfRecordAt(path: string): string | undefined {
  const [, kind, saved, damaged, id] = OF_RECORD.exec(path) ?? [];
  if (kind === undefined || id === undefined) return undefined;
  const name = saved ?? damaged ?? kind;
  // A screening is saved by its client, and fetched when it is damaged by its own id.
  if (name === 'screen' && saved) return id;
  if (name === 'recordings')
    return db()
      .select({ clientId: looks.clientId })
      .from(recordings)
      .innerJoin(looks, eq(looks.id, recordings.lookId))
      .where(eq(recordings.id, id))
      .get()?.clientId;
  const table = name === 'screen' ? screens : TABLES[name as keyof typeof TABLES];
  return (
    table && db().select({ clientId: table.clientId }).from(table).where(eq(table.id, id)).get()?.clientId
  );
}

/** What an assistant may ask for, beside the start page and their own account: the runs that were given. */
const OF_ASSISTANT = new RegExp(
  `^/(?:clients/${UUID}/coach(?:/${UUID})?|save/run/${UUID}(?:/aside)?|feed/${UUID})$`,
  'i',
);
const OF_EVERYBODY = /^\/(?:account|words|about|start|hello|erased|touch|sign\/.*)?$/;

export const isForAssistant = (path: string): boolean => OF_ASSISTANT.test(path) || OF_EVERYBODY.test(path);

/** Pages that only the owner of the studio has. */
const OF_OWNER = /^\/(?:people|trace)(?:\/|$)/;
export const isForOwner = (path: string): boolean => OF_OWNER.test(path);

/** Addresses by which something leaves Kokyu as a file. */
const TAKES_OUT = /\/(?:export|pdf|calendar|file|take\/\w+)$|^\/(?:bundle|diary|recordings|damaged)(?:\/|$)/;
export const takesOut = (path: string): boolean => TAKES_OUT.test(path);

/** The station of a client's file, or what of it was fetched. */
export const stationAt = (path: string): string =>
  path
    .replace(/^\/clients\//, '/')
    .split('/')
    .filter((part) => part !== '' && !new RegExp(`^${UUID}$`, 'i').test(part))
    .slice(0, 3)
    .join(' ') || 'file';
