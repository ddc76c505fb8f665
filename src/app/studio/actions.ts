'use server';

import * as z from 'zod';
import { fail, ok, type Result } from '@/core/base/result';
import { parseWith } from '@/core/base/parse';
import { backUp, setUpBackup } from '@/server/backup/backup';
import { takeBackBundle } from '@/server/bundle-in';
import { nameFilmsFolder } from '@/server/films';
import { askScope } from '@/server/request-scope';
import { REFUSED_TEXT } from '@/server/scope';
import { saveRetention } from '@/server/settings';
import { revalidatePath } from 'next/cache';
import { command } from '../command';

const Ids = z.object({ clients: z.array(z.uuid()).max(100_000), classes: z.array(z.uuid()).max(10_000) });

/** Takes out again what a bundle has brought in. */
export async function takeBack(ids: z.input<typeof Ids>) {
  return command(
    Ids,
    ids,
    (given, scope) => {
      takeBackBundle(scope, given);
      return ok(null);
    },
    [['/', 'layout']],
  );
}

const Folder = z.object({ folder: z.string().trim().min(1, 'Name a folder.').max(1000) });

/** Names the folder of this machine in which films are kept. */
export async function nameFolder(asked: z.input<typeof Folder>) {
  return command(Folder, asked, ({ folder }, scope) => nameFilmsFolder(scope, folder), [['/studio']]);
}

const SetUp = z.object({
  folder: z.string().trim().min(1, 'Name a folder.').max(1000),
  passphrase: z.string().max(1000),
});

/** Sets how long records are kept after a client was last here, years; null: no rule. */
export async function setRetention(years: number | null): Promise<Result<null>> {
  return command(
    z.int().min(1).max(50).nullable(),
    years,
    (given, scope) => {
      saveRetention(scope, given);
      return ok(null);
    },
    [['/studio']],
  );
}

/** Sets where backups go and by what they are closed, and makes the first. */
export async function setUpBackups(asked: z.input<typeof SetUp>): Promise<Result<null>> {
  const scope = await askScope();
  if (typeof scope === 'string') return fail(REFUSED_TEXT[scope]);
  if (scope.role !== 'owner')
    return fail('Backups hold everybody’s records: they are for the owner of the studio.');
  const given = parseWith(SetUp, asked);
  if (!given.ok) return given;
  const set = await setUpBackup(scope, given.value.folder, given.value.passphrase);
  return set.ok ? backUpNow() : set;
}

/** Makes a backup now. */
export async function backUpNow(): Promise<Result<null>> {
  const scope = await askScope();
  if (typeof scope === 'string') return fail(REFUSED_TEXT[scope]);
  if (scope.role !== 'owner')
    return fail('Backups hold everybody’s records: they are for the owner of the studio.');
  const made = await backUp(scope);
  revalidatePath('/studio');
  revalidatePath('/');
  return made.ok ? ok(null) : made;
}
