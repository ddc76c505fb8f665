/** How many of some rows each table has. */
export const rowsByTable = (rows: readonly { table: string }[]): Record<string, number> =>
  rows.reduce<Record<string, number>>((n, { table }) => ({ ...n, [table]: (n[table] ?? 0) + 1 }), {});
