import { createStore, del, entries, keys, set, type UseStore } from 'idb-keyval';
import { sealed, sealReady, unsealed } from './draft-seal';
import type { Draft } from './machine';

const PREFIX = 'kokyu-draft:';

/**
 * Drafts of what is not stored yet, one for each record and writer; nothing leaves the machine. They are written twice:
 * into local storage, which is there at once after a reload, and into a database of the browser, which outlives a browser
 * that is killed. Both are closed by a key of whoever is signed in; without one nothing is kept.
 */
let disk: UseStore | null = null;
const onDisk = (): UseStore | null => {
  if (typeof indexedDB === 'undefined') return null;
  return (disk ??= createStore('kokyu-drafts', 'drafts'));
};

const nameOf = (key: string, writer: string): string => `${PREFIX}${key}#${writer}`;

/** Drafts on their way to the disk, the newest of each name, so that fast typing queues nothing. */
const waiting = new Map<string, string | null>();

/** Drafts that were written before they could be closed, the newest of each name. */
const unclosed = new Map<string, Draft<unknown>>();

/** Keeps a draft. Says whether this browser has it now; a full or forbidden store, or one without a key, says no. */
export function putDraft(key: string, draft: Draft<unknown>): boolean {
  const name = nameOf(key, draft.writer);
  const closed = sealed(name, draft);
  if (closed === null) {
    unclosed.set(name, draft);
    void sealReady().then((can) => {
      const left = unclosed.get(name);
      if (!can || !left) return;
      unclosed.delete(name);
      putDraft(key, left);
    });
    return false;
  }
  unclosed.delete(name);
  const busy = waiting.has(name);
  waiting.set(name, closed);
  if (!busy) void writeOut(name);
  try {
    localStorage.setItem(name, closed);
    return true;
  } catch {
    return false;
  }
}

async function writeOut(name: string): Promise<void> {
  const store = onDisk();
  while (waiting.has(name)) {
    const draft = waiting.get(name);
    try {
      if (store) await (draft === null ? del(name, store) : set(name, draft, store));
    } catch {
      // A full or forbidden store: local storage has said so already.
    }
    if (waiting.get(name) === draft) waiting.delete(name);
  }
}

export function dropDraft(key: string, writer: string): void {
  const name = nameOf(key, writer);
  unclosed.delete(name);
  const busy = waiting.has(name);
  waiting.set(name, null);
  if (!busy) void writeOut(name);
  try {
    localStorage.removeItem(name);
  } catch {
    // Forbidden: then there is none.
  }
}

/** What stands under a name, opened. Drafts of before they were closed are taken up as they lie there. */
function opened(name: string, kept: unknown): unknown {
  if (typeof kept !== 'string') return kept;
  return kept.startsWith('{') ? (JSON.parse(kept) as unknown) : unsealed(name, kept);
}

/** The drafts of a record in local storage that this key opens. */
export function draftsHere<T>(key: string): Draft<T>[] {
  try {
    return Object.keys(localStorage)
      .filter((name) => name.startsWith(nameOf(key, '')))
      .flatMap((name) => readable<T>(opened(name, localStorage.getItem(name))));
  } catch {
    return [];
  }
}

/** The drafts of a record on the disk of this browser. */
export async function draftsOnDisk<T>(key: string): Promise<Draft<T>[]> {
  const store = onDisk();
  if (!store) return [];
  const all = await entries<string, unknown>(store).catch(() => []);
  return all
    .filter(([name]) => name.startsWith(nameOf(key, '')))
    .flatMap(([name, d]) => readable<T>(opened(name, d)));
}

/** Names of all drafts that this browser has, whatever record they are of. */
async function allNames(): Promise<string[]> {
  const store = onDisk();
  const names = store ? await keys<string>(store).catch(() => []) : [];
  try {
    names.push(...Object.keys(localStorage));
  } catch {
    // Forbidden: then there is none.
  }
  return [...new Set(names)].filter((name) => name.startsWith(PREFIX));
}

const RECORD = /[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/;

/** Random names of the records that this browser has drafts of. */
export const draftedRecords = async (): Promise<string[]> => [
  ...new Set((await allNames()).flatMap((name) => RECORD.exec(name)?.[0] ?? [])),
];

/** Drops whatever this browser has of some records, whoever wrote it. */
export async function dropDraftsOf(records: readonly string[]): Promise<void> {
  const store = onDisk();
  for (const name of await allNames()) {
    if (!records.includes(RECORD.exec(name)?.[0] ?? '')) continue;
    waiting.delete(name);
    unclosed.delete(name);
    localStorage.removeItem(name);
    if (store) await del(name, store);
  }
}

const readable = <T>(found: unknown): Draft<T>[] => {
  const d = found as Partial<Draft<T>> | null;
  return d && typeof d.writer === 'string' && typeof d.rev === 'number' && d.value !== undefined
    ? [d as Draft<T>]
    : [];
};

/** A writer whose page is gone holds no lock any more. Without locks, one that has been silent for this long is gone. */
const SILENT_MS = 5000;

/** Holds the mark of a writer for as long as the page stands; the function gives it back. */
export function markWriter(writer: string): () => void {
  if (typeof navigator === 'undefined' || !navigator.locks) return () => undefined;
  let release = () => {};
  const held = new Promise<void>((done) => (release = done));
  void navigator.locks.request(`kokyu-writer:${writer}`, () => held).catch(() => undefined);
  return () => release();
}

/** The drafts among these that nobody is writing any more, newest first. */
export async function orphaned<T>(drafts: readonly Draft<T>[], own: string): Promise<Draft<T>[]> {
  const state = await navigator.locks?.query().catch(() => null);
  const alive = new Set(state?.held?.map((l) => l.name));
  return drafts
    .filter((d) => d.writer !== own)
    .filter((d) => (state ? !alive.has(`kokyu-writer:${d.writer}`) : Date.now() - d.at > SILENT_MS))
    .sort((a, b) => b.at - a.at);
}
