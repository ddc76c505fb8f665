/** Begins with the server what goes on beside its pages. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { startDaily } = await import('./server/backup/daily');
  startDaily();
}
