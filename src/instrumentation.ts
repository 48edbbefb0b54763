/** Runs once when the server starts: takes the data folder, brings the database up to date, fills in the demo if asked. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { startUp } = await import('./server/start-up');
  await startUp();
}
