/** A constant answer: tells that the server is up, and is the yardstick of its speed. */
export const dynamic = 'force-dynamic';

export function GET(): Response {
  return Response.json({ name: 'Velvet Ember' });
}
