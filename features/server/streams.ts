import 'server-only';

// Pages, routes and the server around them are bundles of their own: they share globalThis.
const held = globalThis as typeof globalThis & { velvetEmberStreams?: Set<() => void> };
const streams = () => (held.velvetEmberStreams ??= new Set());

/** Replies that have no end of their own: they end when the server does. Answers how to forget one. */
export function endWithServer(end: () => void): () => void {
  streams().add(end);
  return () => void streams().delete(end);
}

export const openStreams = (): number => streams().size;
