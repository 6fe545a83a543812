import { t } from '../../core/language';
import 'server-only';
import { isStillIn } from '../access/who';
import { refuse } from './reply';
import { endWithServer, openStreams } from './streams';

/** More pages than this are not told of things as they happen. */
const MAX_STREAMS = 64;
/** A browser that is gone without a word is noticed by what cannot be sent. */
const BEAT_MS = 10_000;

/**
 * A reply that has no end: what `subscribe` pushes goes out as server-sent events, until the browser
 * leaves or the server ends. `subscribe` answers how to end it.
 */
export function eventStream(
  request: Request,
  subscribe: (push: (message: unknown) => void) => () => void,
): Response {
  if (openStreams() >= MAX_STREAMS) {
    return refuse(503, t`Too many pages are open already: close some of them.`);
  }
  const text = new TextEncoder();
  let leave = (): void => undefined;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      let open = true;
      const beat = setInterval(() => push(': \n\n'), BEAT_MS);
      let unsubscribe = (): void => undefined;
      let forget = (): void => undefined;
      leave = () => {
        if (!open) return;
        open = false;
        clearInterval(beat);
        unsubscribe();
        forget();
      };
      const end = () => {
        if (!open) return;
        leave();
        controller.close();
      };
      const push = (line: string) => {
        // Who was put out meanwhile is told nothing more.
        if (open && !isStillIn(request)) end();
        if (open) controller.enqueue(text.encode(line));
      };
      forget = endWithServer(end);
      request.signal.addEventListener('abort', end);
      unsubscribe = subscribe((message) => push(`data: ${JSON.stringify(message)}\n\n`));
      if (!open) unsubscribe();
    },
    cancel: () => leave(),
  });
  return new Response(stream, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-cache, no-transform',
    },
  });
}
