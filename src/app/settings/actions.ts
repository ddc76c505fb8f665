'use server';

import { revalidatePath } from 'next/cache';
import * as z from 'zod';
import { DATE_LANGUAGES } from '@/core/base/house';
import { House } from '@/core/base/house.schema';
import { parseWith } from '@/core/base/parse';
import { fail, ok, type Result } from '@/core/base/result';
import { backUp, setUpBackup } from '@/server/backup/backup';
import { nameFilmsFolder } from '@/server/films';
import { askScope } from '@/server/request-scope';
import { REFUSED_TEXT } from '@/server/scope';
import { saveHouse, saveRetention } from '@/server/settings';
import { command } from '../command';

const GivenHouse = z.object({
  ...House.shape,
  name: z.string().trim().max(80),
  language: z
    .string()
    .nullable()
    .refine(
      (tag) => tag === null || DATE_LANGUAGES.some((known) => known === tag),
      'Choose one of the list.',
    ),
});

/** Sets how this studio writes and measures. */
export async function setHouse(house: z.input<typeof GivenHouse>): Promise<Result<null>> {
  return command(
    GivenHouse,
    house,
    (given, scope) => {
      saveHouse(scope, given);
      return ok(null);
    },
    [['/', 'layout']],
  );
}

const Folder = z.object({ folder: z.string().trim().min(1, 'Name a folder.').max(1000) });

/** Names the folder of this machine in which films are kept. */
export async function nameFolder(asked: z.input<typeof Folder>) {
  return command(Folder, asked, ({ folder }, scope) => nameFilmsFolder(scope, folder), [['/settings']]);
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
    [['/settings']],
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
  revalidatePath('/settings');
  revalidatePath('/');
  return made.ok ? ok(null) : made;
}
