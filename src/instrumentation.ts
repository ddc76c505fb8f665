/** Begins with the server what goes on beside its pages. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { startDaily } = await import('./server/backup/daily');
  startDaily();
}

/** A page that could not be made because a page of the file is lost says so from then on, wherever one looks. */
export async function onRequestError(error: unknown): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { noteDamage } = await import('./server/health');
  noteDamage(error);
}
