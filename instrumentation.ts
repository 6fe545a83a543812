/** Runs once when the server starts, before anybody asks. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const [{ beginWith }, { resumeBench }, { ask }] = await Promise.all([
    import('./features/server/here'),
    import('./features/bench/resume'),
    import('./features/server/ask'),
  ]);
  beginWith(() => {
    // A draw test that was running goes on without a browser.
    resumeBench();
    // The site is judged while nobody waits for it yet; who asks meanwhile gets the same answer.
    ask('round').catch((error: unknown) => console.error('the site could not be judged', error));
  });
}
