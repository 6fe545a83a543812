/** What a card or a tag of this site says: the page of a vehicle, whatever machine printed it. */
export function pathScanned(text: string): string | null {
  const url = URL.canParse(text) ? new URL(text) : null;
  if (!url || !/^https?:$/.test(url.protocol)) return null;
  // Printed before the server had another name: the path has stayed.
  return /^\/vehicle\/[\w-]{1,64}$/.test(url.pathname) ? url.pathname : null;
}

type Taker = (path: string) => boolean;
let taker: Taker | null = null;

/** A screen that knows where to go within itself takes what is scanned; answers how to end that. */
export function takeScanned(take: Taker): () => void {
  taker = take;
  return () => {
    if (taker === take) taker = null;
  };
}

/** Whether the screen in front has gone there by itself. */
export const isTaken = (path: string): boolean => taker?.(path) ?? false;
