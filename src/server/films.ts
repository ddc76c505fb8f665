import { randomUUID } from 'node:crypto';
import { createReadStream, existsSync, rmSync } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { and, eq } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import { FILM_MAX_BYTES, FILM_TOO_LARGE, filmTypeOf } from '@/core/formats/film';
import { db } from './db/client';
import { films, looks } from './db/schema';
import { usableFolder } from './folders';
import { ONLY_LOOK } from './save';
import type { Scope } from './scope';
import { screenOf } from './screens';
import { filmsFolder, saveFilmsFolder } from './settings';
import { atHome, ofClients, ofLooks } from './within';

type Film = typeof films.$inferSelect;

/** Names the folder in which films are kept from now on. It has to be there already, and to take files. */
export function nameFilmsFolder(scope: Scope, folder: string): Result<null> {
  atHome(scope);
  const usable = usableFolder(folder);
  if (!usable.ok) return usable;
  saveFilmsFolder(scope, folder);
  return ok(null);
}

export const fileOf = ({ folder, id, type }: Pick<Film, 'folder' | 'id' | 'type'>) =>
  join(folder, `${id}.${type}`);

const findFilm = (scope: Scope, lookId: string, id: string): Film | undefined =>
  db()
    .select()
    .from(films)
    .where(and(eq(films.id, id), eq(films.lookId, lookId), ofLooks(scope, films)))
    .get();

/**
 * Keeps a film beside a look as the bytes that come, because the client has agreed to it. Written beside its place and moved
 * there when it is whole.
 *
 * @param agreedAt when the client agreed
 */
export async function keepFilm(
  scope: Scope,
  lookId: string,
  agreedAt: string,
  body: ReadableStream<Uint8Array>,
  announced: number | null,
): Promise<Result<{ id: string }>> {
  if (scope.may !== 'write') return fail(ONLY_LOOK);
  const folder = filmsFolder(scope);
  if (folder === null) return fail('No folder for films is named yet: Settings asks for one.');
  const look = db()
    .select({ clientId: looks.clientId })
    .from(looks)
    .where(and(eq(looks.id, lookId), ofClients(scope, looks)))
    .get();
  if (!look) return fail('This look is no longer here.');
  if (!screenOf(scope, look.clientId).data.consent.filmed)
    return fail('Consent to being filmed is not recorded in Screen: record it first.');
  const id = randomUUID();
  const part = join(folder, `.${id}.part`);
  try {
    const written = await writeWhole(part, body);
    if (!written.ok) return written;
    const { length, type } = written.value;
    if (announced !== null && announced !== length)
      return fail('only a part of the film arrived. Nothing was kept; send it again');
    await rename(part, fileOf({ folder, id, type }));
    const createdAt = new Date().toISOString();
    db()
      .insert(films)
      .values({ id, ownerId: scope.ownerId, lookId, type, folder, length, agreedAt, createdAt })
      .run();
    return ok({ id });
  } catch (error) {
    const code = (error as { code?: string }).code ?? 'an unknown trouble';
    return fail(`The folder for films answered ${code}: is the disk full, or gone? Nothing was kept.`);
  } finally {
    await rm(part, { force: true }).catch(() => undefined);
  }
}

/** Writes all that comes and has it on the disk; stops where it is no film or too long. */
async function writeWhole(
  path: string,
  body: ReadableStream<Uint8Array>,
): Promise<Result<{ length: number; type: Film['type'] }>> {
  const file = await open(path, 'wx', 0o600);
  try {
    let length = 0;
    let type: Film['type'] | null = null;
    for await (const bytes of Readable.fromWeb(body as Parameters<typeof Readable.fromWeb>[0])) {
      const part = bytes as Uint8Array;
      type ??= filmTypeOf(part);
      if (!type) return fail('this is no film: mp4, mov, webm and mkv are kept', 'file');
      length += part.length;
      if (length > FILM_MAX_BYTES) return fail(FILM_TOO_LARGE, 'file');
      await file.write(part);
    }
    await file.sync();
    return type ? ok({ length, type }) : fail('nothing arrived', 'file');
  } finally {
    await file.close();
  }
}

/** A part of a kept film, from and to with both ends; null where there is no such film, or its file is gone. */
export function filmPart(
  scope: Scope,
  lookId: string,
  id: string,
  range: string | null,
): { stream: ReadableStream; type: Film['type']; length: number; from: number; to: number } | null {
  const film = findFilm(scope, lookId, id);
  if (!film || !existsSync(fileOf(film))) return null;
  const { length } = film;
  const asked = /^bytes=(\d+)-(\d*)$/.exec(range ?? '');
  const from = Math.min(asked ? Number(asked[1]) : 0, length - 1);
  const to = Math.max(from, Math.min(asked?.[2] ? Number(asked[2]) : length - 1, length - 1));
  const stream = Readable.toWeb(createReadStream(fileOf(film), { start: from, end: to }));
  return { stream: stream as ReadableStream, type: film.type, length, from, to };
}

/** Takes a film off the disk for good. The curves of it stay. */
export function dropFilm(scope: Scope, lookId: string, id: string): Result<null> {
  if (scope.may !== 'write') return fail(ONLY_LOOK);
  const film = findFilm(scope, lookId, id);
  if (!film) return ok(null);
  rmSync(fileOf(film), { force: true });
  db().delete(films).where(eq(films.id, id)).run();
  return ok(null);
}

/** The films of a look whose files are there, by id, with their length in bytes and when the client agreed. */
export function filmsOf(scope: Scope, lookId: string): Pick<Film, 'id' | 'length' | 'agreedAt'>[] {
  return db()
    .select()
    .from(films)
    .where(and(eq(films.lookId, lookId), ofLooks(scope, films)))
    .all()
    .filter((film) => existsSync(fileOf(film)))
    .map(({ id, length, agreedAt }) => ({ id, length, agreedAt }));
}
