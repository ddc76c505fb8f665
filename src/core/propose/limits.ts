/** What a session of so many minutes holds at most (practice P67, P68; common practice, no source). */
const ROWS = [
  { minutes: 8, blocks: 3, fresh: 2 },
  { minutes: 15, blocks: 4, fresh: 3 },
  { minutes: 20, blocks: 5, fresh: 3 },
  { minutes: 30, blocks: 7, fresh: 4 },
  { minutes: 60, blocks: 10, fresh: 6 },
] as const;

/** New drills from the second visit on (practice P68). */
const FRESH_LATER = 2;

/** Blocks and new drills at most; between two rows the lower one holds. */
export function limitsFor(minutes: number, firstVisit: boolean): { blocks: number; fresh: number } {
  const row = ROWS.findLast((r) => minutes >= r.minutes) ?? ROWS[0];
  return { blocks: row.blocks, fresh: firstVisit ? row.fresh : Math.min(row.fresh, FRESH_LATER) };
}

/** Seconds of the look again. */
export const RELOOK = { short: 60, long: 90, most: 120 } as const;
/** Up to these minutes it is the short one. */
const SHORT_UP_TO_MIN = 10;
/** Seconds of the look again at the end of so many minutes. */
export const relookS = (minutes: number): number => (minutes <= SHORT_UP_TO_MIN ? RELOOK.short : RELOOK.long);
