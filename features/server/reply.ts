import { t } from '../../core/language';
import 'server-only';
import type { z } from 'zod';
import { reasonOf } from '../../core/logbook/entry';

/** A refusal in plain words, with the status that says of what kind it is. */
export function refuse(status: number, reason: string, more: object = {}): Response {
  return Response.json({ reason, ...more }, { status });
}

/** Nothing that is typed comes near this. */
const MAX_BODY_BYTES = 1_000_000;
/** Nothing that the program sends is folded deeper. */
const MAX_DEPTH = 40;

const inWords = (bytes: number) =>
  bytes >= 1_000_000 ? `${Math.round(bytes / 1_000_000)} MB` : `${Math.round(bytes / 1000)} kB`;

/** The bytes of a body; null where there are more than there may be: they are not read then. */
export async function bytesUpTo(request: Request, most: number): Promise<Buffer | null> {
  if (Number(request.headers.get('content-length') ?? 0) > most) return null;
  if (!request.body) return Buffer.alloc(0);
  const pieces: Uint8Array[] = [];
  let bytes = 0;
  const reader = request.body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return Buffer.concat(pieces);
    bytes += value.byteLength;
    if (bytes > most) {
      await reader.cancel();
      return null;
    }
    pieces.push(value);
  }
}

/** Whether a value is folded deeper than this program folds anything. */
function isTooDeep(value: unknown): boolean {
  let level: unknown[] = [value];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > MAX_DEPTH) return true;
    level = level.flatMap((one) =>
      typeof one === 'object' && one !== null
        ? Object.values(one).filter((inner) => typeof inner === 'object' && inner !== null)
        : [],
    );
  }
  return false;
}

/** The JSON body of a request, or the refusal to send when it is none, too long or too deep. */
export async function jsonBody(
  request: Request,
  most = MAX_BODY_BYTES,
): Promise<{ body: unknown; refusal: null } | { body: null; refusal: Response }> {
  const no = (status: number, reason: string) => ({ body: null, refusal: refuse(status, reason) });
  if (!request.headers.get('content-type')?.startsWith('application/json')) {
    return no(415, t`Send JSON, with content-type application/json.`);
  }
  const bytes = await bytesUpTo(request, most);
  if (bytes === null) return no(413, t`The body is over ${inWords(most)}: send less at once.`);
  let body: unknown;
  try {
    body = JSON.parse(bytes.toString('utf8'));
  } catch {
    return no(400, t`The body is not JSON.`);
  }
  return isTooDeep(body)
    ? no(400, t`The body is folded over ${MAX_DEPTH} deep.`)
    : { body, refusal: null };
}

/** The body of a request as a schema has it, or the refusal that names the field and says why. */
export async function bodyOf<T>(
  request: Request,
  schema: z.ZodType<T>,
  most?: number,
): Promise<{ data: T; refusal: null } | { data: null; refusal: Response }> {
  const { body, refusal } = await jsonBody(request, most);
  if (refusal) return { data: null, refusal };
  const parsed = schema.safeParse(body);
  if (parsed.success) return { data: parsed.data, refusal: null };
  const field = parsed.error.issues[0]!.path.join('.');
  const more = field ? { field } : {};
  return { data: null, refusal: refuse(400, reasonOf(parsed.error), more) };
}
