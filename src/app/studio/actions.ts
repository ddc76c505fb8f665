'use server';

import * as z from 'zod';
import { ok } from '@/core/base/result';
import { takeBackBundle } from '@/server/bundle-in';
import { nameFilmsFolder } from '@/server/films';
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
