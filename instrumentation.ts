/** Runs once as the server starts: the database is brought up to date before the first page asks for it. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { openAtStart } = await import('./server/start');
  openAtStart();
}
