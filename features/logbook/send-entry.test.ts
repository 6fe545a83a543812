import fc from 'fast-check';
import { newEntry } from './new-entry';
import { sendEntry } from './send-entry';

const AT = Date.UTC(2027, 0, 14, 9);
const note = newEntry('note', 'b-1', AT, { text: 'damp' });
const photo = newEntry(
  'photographed',
  'v-1',
  AT,
  { photoId: '0d5b6c1e-8f0a-4f53-9a55-0f7d4f1f2b11', caption: '' },
  null,
  'vehicle',
);

/** What is asked, and what is answered to each: in turn, the last of them for ever. */
const asked: { address: string; method: string }[] = [];
function answer(...replies: (Response | Error)[]): void {
  asked.length = 0;
  globalThis.fetch = async (address, init) => {
    asked.push({ address: String(address), method: init?.method ?? 'GET' });
    const reply = replies.length > 1 ? replies.shift()! : replies[0]!;
    if (reply instanceof Error) throw reply;
    return reply.clone();
  };
}
const says = (status: number, body: unknown = null, headers: Record<string, string> = {}) =>
  Response.json(body, { status, headers });

describe('an entry that is sent', () => {
  it('is taken where the answer has its own id and a number of the logbook', async () => {
    answer(says(200, { id: note.id, seq: 12, outcome: 'recorded' }));
    expect(await sendEntry(note)).toEqual({ kind: 'taken', seq: 12 });
    expect(asked).toEqual([{ address: '/api/entries', method: 'POST' }]);
  });

  it('is not taken by what is no answer of this program', async () => {
    for (const reply of [
      says(200, { id: 'another', seq: 12 }),
      says(200, { id: note.id }),
      says(200, 'welcome to the guest network'),
      new Response('<html>sign in</html>', { status: 200 }),
    ]) {
      answer(reply);
      expect((await sendEntry(note)).kind).toBe('wait');
    }
  });

  it('is refused with the program’s reason, and by nobody else', async () => {
    answer(says(422, { reason: 'volts: no battery has that.' }));
    expect(await sendEntry(note)).toEqual({
      kind: 'refused',
      reason: 'volts: no battery has that.',
    });
    answer(new Response('<html>blocked</html>', { status: 404 }));
    expect((await sendEntry(note)).kind).toBe('wait');
  });

  it('waits without network, and where what stands before the server says so', async () => {
    answer(new TypeError('Failed to fetch'));
    expect(await sendEntry(note)).toEqual({
      kind: 'wait',
      why: 'the server cannot be reached',
      afterMs: null,
    });
    for (const status of [502, 503, 504]) {
      answer(says(status, { reason: 'The site is being restored.' }));
      expect(await sendEntry(note)).toMatchObject({
        kind: 'wait',
        why: 'The site is being restored.',
      });
    }
  });

  it('that comes too fast waits as long as it is told', async () => {
    answer(says(429, { reason: 'too fast' }, { 'retry-after': '30' }));
    expect(await sendEntry(note)).toMatchObject({ kind: 'wait', afterMs: 30_000 });
    answer(says(429, { reason: 'too fast' }, { 'retry-after': 'soon' }));
    expect(await sendEntry(note)).toMatchObject({ kind: 'wait', afterMs: null });
  });

  it('of somebody who is not signed in waits, and is not refused', async () => {
    for (const status of [401, 403, 408, 421, 425]) {
      answer(says(status, { reason: 'sign in first' }));
      const outcome = await sendEntry(note);
      expect(outcome).toMatchObject({ kind: 'wait' });
      expect(outcome.kind === 'wait' && outcome.why).toContain('sign in first');
    }
  });

  it('on which the server fails is the one that fails', async () => {
    answer(says(500, null));
    expect(await sendEntry(note)).toEqual({ kind: 'failing', why: 'it answers 500' });
    answer(says(500, { reason: 'The disk is full.' }));
    expect(await sendEntry(note)).toEqual({ kind: 'failing', why: 'The disk is full.' });
  });

  it('is given up for good by nothing but a refusal in words', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 200, max: 599 }).filter((status) => status !== 204 && status !== 304),
        fc.jsonValue(),
        async (status, body) => {
          answer(new Response(JSON.stringify(body), { status: status === 205 ? 200 : status }));
          const { kind } = await sendEntry(note);
          const reason = (body as { reason?: unknown } | null)?.reason;
          expect(kind === 'refused' && typeof reason !== 'string').toBe(false);
          expect(kind).not.toBe('taken');
        },
      ),
    );
  });
});

describe('a picture', () => {
  const picture = new Blob([new Uint8Array([1, 2, 3])], { type: 'image/jpeg' });
  const { photoId } = photo.data as { photoId: string };

  it('goes out before its entry', async () => {
    answer(says(200, { id: photoId }), says(200, { id: photo.id, seq: 4 }));
    expect(await sendEntry(photo, picture)).toEqual({ kind: 'taken', seq: 4 });
    expect(asked.map(({ method }) => method)).toEqual(['PUT', 'POST']);
    expect(asked[0]!.address).toContain(`/api/photos/${photoId}?vehicle=v-1`);
  });

  it('that is not taken keeps its entry back', async () => {
    answer(says(413, { reason: 'The picture is too large.' }));
    expect(await sendEntry(photo, picture)).toEqual({
      kind: 'refused',
      reason: 'The picture is too large.',
    });
    expect(asked).toHaveLength(1);
    answer(says(200, { id: 'another' }));
    expect((await sendEntry(photo, picture)).kind).toBe('wait');
    expect(asked).toHaveLength(1);
  });
});
