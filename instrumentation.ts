/** Runs once when the server starts: a draw test that was running goes on without a browser. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { resumeBench } = await import('./features/bench/resume');
  resumeBench();
}
