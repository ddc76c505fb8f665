import { fail, type Failure } from '@/core/base/result';
import { afterSave, judgeSave, type Kept, type Save, type Saved } from '@/core/base/revision';
import { db } from './db/client';
import { noteDamage } from './health';
import type { Scope } from './scope';
import { NotYours } from './within';

/** Runs a command and turns a failing disk into a sentence; what the user typed stays on their screen. */
export function guarded<T>(run: () => T): T | Failure {
  try {
    return run();
  } catch (error) {
    if (error instanceof NotYours) return { ok: false, why: error.message };
    noteDamage(error);
    const code = (error as { code?: string }).code ?? '';
    if (code === 'SQLITE_BUSY') return { ok: false, why: BUSY };
    if (code.startsWith('SQLITE_READONLY') || code === 'EROFS') return { ok: false, why: MAY_NOT };
    if (code.startsWith('SQLITE_') || code.startsWith('E')) {
      return {
        ok: false,
        why: `Not saved: the database answered ${code}. What you entered is still on the screen; check the disk and try again.`,
      };
    }
    throw error;
  }
}

export const ONLY_LOOK = 'You may look at these records, not change them.';

const BUSY =
  'Not saved yet: another program holds the database. What you entered is still on the screen and is tried again.';

const MAY_NOT =
  'Not saved: the file of the records, or its disk, may not be written any more. What you entered is still on the screen; give Kokyu the right to write again and try once more.';

/** Edits within this time of the last save belong to one sitting and make no separate earlier value. */
const SITTING_MS = 10 * 60 * 1000;

/** Where a revised record is kept, and how its kind settles what the others do alike. */
export type Shelf<T> = {
  /** The record as it is kept; undefined when it is gone. Fails when it is damaged. */
  find: () => { kept: Kept<T>; updatedAt: string } | undefined | Failure;
  write: (next: Kept<T>, at: string) => void;
  /** Puts an earlier value by. */
  keep: (rev: number, data: T) => void;
  /** Whether a first save of a new sitting is a correction, whose earlier value is kept. */
  correction: (kept: Kept<T>) => boolean;
  /** Whether this very save is one, however soon it comes after the last. */
  corrects?: () => boolean;
  /** What is stored although the revision has moved on; null where the user is to choose. */
  settle?: (kept: T, sent: T) => T | null;
  /** Whether an assistant who coaches it may save it. */
  coached?: true;
  gone: string;
  changed: string;
};

/** The one way in which screens, looks, sequences and runs are saved over the revision that they were made from. */
export function revisioned<T>(scope: Scope, shelf: Shelf<T>, save: Save<T>): Saved<T> {
  if (scope.may !== 'write' && !(scope.may === 'coach' && shelf.coached)) return fail(ONLY_LOOK);
  return db().transaction(
    (): Saved<T> => {
      const found = shelf.find();
      if (found === undefined) return { ok: false, why: shelf.gone };
      if ('ok' in found) return { ok: false, why: found.why };
      const { kept, updatedAt } = found;
      const verdict = judgeSave(kept, save);
      if (verdict === 'already') return { ok: true, rev: kept.rev };
      const settled = verdict === 'conflict' ? (shelf.settle?.(kept.data, save.data) ?? null) : null;
      if (verdict === 'conflict' && settled === null)
        return { ok: false, why: shelf.changed, conflict: { rev: kept.rev, data: kept.data } };
      const now = new Date();
      // A clock that was set back by hours makes no sitting of two days.
      const sitting = Math.abs(now.getTime() - Date.parse(updatedAt)) <= SITTING_MS;
      if (save.keepEarlier || shelf.corrects?.() || (!sitting && shelf.correction(kept)))
        shelf.keep(kept.rev, kept.data);
      const next = afterSave(kept, settled === null ? save : { ...save, data: settled });
      shelf.write(next, now.toISOString());
      return settled === null ? { ok: true, rev: next.rev } : { ok: true, rev: next.rev, data: settled };
    },
    { behavior: 'immediate' },
  );
}
