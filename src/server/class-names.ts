import { withoutClient } from '@/core/client/erasure';
import { db } from './db/client';

/** Tables that name clients within their JSON. */
const NAMING = ['classes', 'class_runs'] as const;

type Naming = { table: string; id: string; data: string };

/** Rows of an owner outside the file of a client that name them in a list. */
export function namingOf(ownerId: string, clientId: string): Naming[] {
  const naming = (table: string, kinds = '') =>
    (
      db()
        .$client.prepare(`SELECT id, data FROM ${table} WHERE owner_id = ? AND instr(data, ?) > 0 ${kinds}`)
        .all(ownerId, clientId) as { id: string; data: string }[]
    ).map((row) => ({ table, ...row }));
  return [...NAMING.flatMap((t) => naming(t)), ...naming('revisions', "AND kind IN ('class', 'classRun')")];
}

/**
 * Takes a client out of a row that names them. One that cannot be read goes as a whole where it is an earlier value; else
 * the name in it is blotted out.
 */
export function takeOut({ table, id, data }: Naming, clientId: string): void {
  const { $client } = db();
  try {
    const left = JSON.stringify(withoutClient(JSON.parse(data), clientId)).replaceAll(clientId, '');
    const rev = table === 'revisions' ? '' : ', rev = rev + 1';
    $client.prepare(`UPDATE ${table} SET data = ?${rev} WHERE id = ?`).run(left, id);
  } catch {
    if (table === 'revisions') $client.prepare('DELETE FROM revisions WHERE id = ?').run(id);
    else $client.prepare(`UPDATE ${table} SET data = replace(data, ?, '') WHERE id = ?`).run(clientId, id);
  }
}
