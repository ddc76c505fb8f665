import { connect } from './db/client';

const DAY_MS = 24 * 3600e3;
/** What the last look at the pages of the file said, kept while the process lives. */
const shared = globalThis as { kokyuHealth?: { at: number; wrong: string | null } };

/** Looks through the pages of the file, once a day: a page that a disk has lost is noticed before somebody asks for it. */
export function checkPages(now = Date.now()): void {
  if (shared.kokyuHealth && Math.abs(now - shared.kokyuHealth.at) < DAY_MS) return;
  const opened = connect();
  if (!opened.ok) return;
  try {
    const said = opened.db.$client.pragma('quick_check(1)', { simple: true });
    shared.kokyuHealth = { at: now, wrong: said === 'ok' ? null : String(said) };
  } catch (error) {
    noteDamage(error, now);
  }
}

/** Keeps that a query met a page that cannot be read; other errors tell nothing of the file. */
export function noteDamage(error: unknown, now = Date.now()): void {
  const { code = '', message = '' } = error as { code?: string; message?: string };
  if (/^SQLITE_(CORRUPT|NOTADB)/.test(code)) shared.kokyuHealth = { at: now, wrong: message };
}

/** A sentence where the file was found damaged; null: not, or not looked at yet. */
export function damageFound(): string | null {
  const wrong = shared.kokyuHealth?.wrong;
  return wrong
    ? `The file of records is damaged (${wrong.split('\n')[0]}). End Kokyu, let doctor mend what can be (docs/commands.md), or restore a backup. Make no more entries than you have to.`
    : null;
}
