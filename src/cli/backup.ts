import * as z from 'zod/mini';
import { parseWith } from '@/core/base/parse';
import type { Result } from '@/core/base/result';
import { restoreBackup, verifyBackup } from '@/server/backup/backup';

const words = z.string().check(z.minLength(1), z.maxLength(4096));
const Verify = z.strictObject({ file: words, passphrase: words });
const Restore = z.strictObject({ file: words, passphrase: words, to: words });

/** Verbs that open a backup without the interface and take a while. */
export const BACKUP_VERBS: Record<string, (input: unknown) => Promise<Result<unknown>>> = {
  'backup-verify': async (input) => {
    const given = parseWith(Verify, input);
    return given.ok ? verifyBackup(given.value.file, given.value.passphrase) : given;
  },
  'backup-restore': async (input) => {
    const given = parseWith(Restore, input);
    return given.ok ? restoreBackup(given.value.file, given.value.passphrase, given.value.to) : given;
  },
};
