/** Runs once as the server starts: the database is brought up to date before the first page asks for it. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { openAtStart } = await import('./server/start');
  openAtStart();
}

/** A page that came upon damage shows that something went wrong; the next one offers the ways out. */
export async function onRequestError(error: unknown): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { noteTrouble } = await import('./server/common/database');
  noteTrouble(error);
}
