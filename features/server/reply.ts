import 'server-only';

/** A refusal in plain words, with the status that says of what kind it is. */
export function refuse(status: number, reason: string, more: object = {}): Response {
  return Response.json({ reason, ...more }, { status });
}

/** The JSON body of a request, or the refusal to send when it is none. */
export async function jsonBody(
  request: Request,
): Promise<{ body: unknown; refusal: null } | { body: null; refusal: Response }> {
  if (!request.headers.get('content-type')?.startsWith('application/json')) {
    return { body: null, refusal: refuse(415, 'Send JSON, with content-type application/json.') };
  }
  try {
    return { body: await request.json(), refusal: null };
  } catch {
    return { body: null, refusal: refuse(400, 'The body is not JSON.') };
  }
}
