import { connect } from './db/client';

const DAY_MS = 24 * 3600e3;
/** What the last look at the pages of the file said, kept while the process lives. */
const shared = globalThis as { kokyuHealth?: { at: number; wrong: string | null } };

/** Looks through the pages of the file, once a day: a page that a disk has lost is noticed before somebody asks for it. */
export function checkPages(now = Date.now()): void {
  if (shared.kokyuHealth && Math.abs(now - shared.kokyuHealth.at) < DAY_MS) return;
  const opened = connect();
  if (!opened.ok) return;
  let wrong: string | null = null;
  try {
    const said = opened.db.$client.pragma('quick_check(1)', { simple: true });
    if (said !== 'ok') wrong = String(said);
  } catch (error) {
    if ((error as { code?: string }).code === 'SQLITE_BUSY') return;
    wrong = (error as Error).message;
  }
  shared.kokyuHealth = { at: now, wrong };
}

/** A sentence where the file was found damaged; null: not, or not looked at yet. */
export function damageFound(): string | null {
  const wrong = shared.kokyuHealth?.wrong;
  return wrong
    ? `The file of records is damaged (${wrong.split('\n')[0]}). End Kokyu, let doctor mend what can be (docs/commands.md), or restore a backup. Make no more entries than you have to.`
    : null;
}
