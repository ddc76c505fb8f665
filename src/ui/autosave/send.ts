import type { RevisedKind, Save, Saved } from '@/core/base/revision';

/** A browser lets go on after the page only what is no larger than this, bytes. */
const MOST_KEPT_ALIVE = 60_000;

/** Thrown where no answer came, or one that is not Kokyu's: what was sent may be stored or not. */
export class NoAnswer extends Error {}

/** Sends a save of a record; `last` lets it go on after the page is gone. */
export async function sendSave<T>(
  kind: RevisedKind,
  id: string,
  save: Save<T>,
  last: boolean,
): Promise<Saved<T>> {
  return (await post(`/save/${kind}/${id}`, save, last)) as Saved<T>;
}

/** Puts a value among the earlier ones of a record, before it gives way to another. */
export async function sendAside(kind: RevisedKind, id: string, rev: number, data: unknown): Promise<boolean> {
  try {
    return ((await post(`/save/${kind}/${id}/aside`, { rev, data }, false)) as { ok: boolean }).ok;
  } catch {
    return false;
  }
}

async function post(address: string, content: unknown, last: boolean): Promise<unknown> {
  const body = new Blob([JSON.stringify(content)], { type: 'application/json' });
  const response = await fetch(address, {
    method: 'POST',
    body,
    headers: { 'x-kokyu-length': String(body.size) },
    keepalive: last && body.size < MOST_KEPT_ALIVE,
  });
  const answer: unknown = await response.json().catch(() => null);
  if (typeof answer !== 'object' || answer === null || !('ok' in answer)) throw new NoAnswer();
  return answer;
}
