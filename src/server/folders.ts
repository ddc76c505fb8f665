import { accessSync, constants, statSync } from 'node:fs';
import { isAbsolute } from 'node:path';
import { fail, ok, type Result } from '@/core/base/result';

/** Whether Kokyu can keep files in a folder that somebody has named: a whole path, there already, open to it. */
export function usableFolder(folder: string): Result<null> {
  if (!isAbsolute(folder)) return fail('Give the whole path of the folder, from the root of the disk on.');
  if (!statSync(folder, { throwIfNoEntry: false })?.isDirectory())
    return fail('There is no such folder on this machine: make it first.');
  try {
    accessSync(folder, constants.W_OK | constants.X_OK);
  } catch {
    return fail('Kokyu may not write into this folder: change who may, or name another.');
  }
  return ok(null);
}

/** A moment as a part of a file name. */
export const fileStamp = (at: string): string => at.replace(/[:.]/g, '-');
