/** Runs once when the server starts, before anybody asks. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  // A draw test that was running goes on without a browser.
  const { resumeBench } = await import('./features/bench/resume');
  resumeBench();
  // The site is judged while nobody waits for it yet; who asks meanwhile gets the same answer.
  const { ask } = await import('./features/server/ask');
  ask('round').catch((error: unknown) => console.error('the site could not be judged', error));
}
