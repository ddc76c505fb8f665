import type { Failure } from '@/core/base/result';

/** What saving over a known revision gives: the new revision, or what stands there now because somebody else saved. */
export type Saved<T> =
  | { ok: true; rev: number }
  | { ok: false; why: string; conflict: { rev: number; data: T } }
  | (Failure & { conflict?: undefined });

/** Runs a command and turns a failing disk into a sentence; what the user typed stays on their screen. */
export function guarded<T>(run: () => T): T | Failure {
  try {
    return run();
  } catch (error) {
    const code = (error as { code?: string }).code ?? '';
    if (code.startsWith('SQLITE_') || code.startsWith('E')) {
      return {
        ok: false,
        why: `Not saved: the database answered ${code}. What you entered is still on the screen; check the disk and try again.`,
      };
    }
    throw error;
  }
}

/** Edits within this time of the last save belong to one sitting and make no separate earlier value. */
export const SITTING_MS = 10 * 60 * 1000;
