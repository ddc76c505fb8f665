import type { Block } from '../sequence/sequence';
import { standing } from './adherence';
import type { HomeEntry } from './home-plan.schema';
import type { HomeReport } from './report.schema';

/** From here a day was hard, up to here it was easy, of 10 (Borg CR10: 7 is very hard, 3 moderate). */
const HARD_FROM = 7;
const EASY_UP_TO = 3;
/** So many days in a row decide. Common practice, no source. */
const DAYS = 2;
/** Fewer breaths than this are no practice. Our choice. */
const LEAST_BREATHS = 3;
const LEAST_FREE_S = 15;

/**
 * How hard each day of an entry was at its hardest, oldest first; a set that was not easy counts as hard. Days of which
 * nothing was said are not there.
 */
function daysOf(entryId: string, reports: readonly HomeReport[]): number[] {
  const byDay = new Map<string, number>();
  for (const r of standing(reports))
    if (r.kind === 'done' && r.entryId === entryId && (r.felt !== undefined || r.notEasy))
      byDay.set(r.day, Math.max(byDay.get(r.day) ?? 0, r.felt ?? 0, r.notEasy ? HARD_FROM : 0));
  return [...byDay].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, felt]) => felt);
}

/**
 * Whether an entry is done at half its dose for now: after two hard days in a row, until two easy ones follow. Days are those
 * on which the client said how hard it was.
 */
export function isSteppedDown(entryId: string, reports: readonly HomeReport[]): boolean {
  let down = false;
  let hard = 0;
  let easy = 0;
  for (const felt of daysOf(entryId, reports)) {
    hard = felt >= HARD_FROM ? hard + 1 : 0;
    easy = felt <= EASY_UP_TO ? easy + 1 : 0;
    if (hard >= DAYS) down = true;
    else if (down && easy >= DAYS) {
      down = false;
      easy = 0;
    }
  }
  return down;
}

/** A block at half its dose: fewer rounds where there are several, else fewer breaths or a shorter time. */
function halved(block: Block): Block {
  const { dose, breathing } = block;
  if (dose.rounds > 1) return { ...block, dose: { ...dose, rounds: Math.ceil(dose.rounds / 2) } };
  if (breathing.kind === 'free')
    return {
      ...block,
      breathing: {
        ...breathing,
        freeS: Math.min(breathing.freeS, Math.max(LEAST_FREE_S, Math.round(breathing.freeS / 2))),
      },
    };
  const breaths = Math.min(dose.breaths, Math.max(LEAST_BREATHS, Math.ceil(dose.breaths / 2)));
  return { ...block, dose: { ...dose, breaths } };
}

/** The entry as it is done now, by how hard the last days were. @returns the entry itself where nothing is stepped down */
export const asItIsNow = (entry: HomeEntry, reports: readonly HomeReport[]): HomeEntry =>
  isSteppedDown(entry.id, reports) ? { ...entry, block: halved(entry.block) } : entry;
