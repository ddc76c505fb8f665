/** How many of some rows each table has. */
export const rowsByTable = (rows: readonly { table: string }[]): Record<string, number> =>
  rows.reduce<Record<string, number>>((n, { table }) => ({ ...n, [table]: (n[table] ?? 0) + 1 }), {});

/** Tables whose rows belong to a client by a column of their own; visits apart, which may name one by words alone. */
export const BY_CLIENT = [
  'screens',
  'looks',
  'sequences',
  'runs',
  'home_plans',
  'home_links',
  'home_reports',
  'consents',
] as const;

/** Tables whose rows belong to a look. */
export const BY_LOOK = ['recordings', 'films'] as const;
