'use client';

const KEY = 'velvet-server-ahead';

/** Milliseconds that the server's clock is ahead of this device's; null: nobody knows. */
let ahead: number | null | undefined;

function known(): number | null {
  if (ahead === undefined) {
    try {
      const text = window.localStorage.getItem(KEY);
      ahead = text === null || !Number.isFinite(Number(text)) ? null : Number(text);
    } catch {
      // Storage is forbidden: then it is known while the page stands.
      ahead = null;
    }
  }
  return ahead;
}

/** What time it is at the server by this device's clock; null: it was never asked. */
export function serverNow(): number | null {
  const by = known();
  return by === null ? null : Date.now() + by;
}

/** Takes down how far this device's clock is off, from an answer that came just now. */
export function noteAnswer(reply: Response): void {
  const date = Date.parse(reply.headers.get('date') ?? '');
  if (!Number.isFinite(date)) return;
  // It is said in whole seconds.
  ahead = date + 500 - Date.now();
  try {
    window.localStorage.setItem(KEY, String(ahead));
  } catch {
    // As above.
  }
}

/** Asks the server what time it is, if it is there. */
export async function noteServerTime(): Promise<void> {
  try {
    noteAnswer(await fetch('/api/ping', { cache: 'no-store' }));
  } catch {
    // Without network what was known before goes on.
  }
}
