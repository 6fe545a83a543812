import { call } from './client';

const answers = (status: number, body: unknown) => {
  globalThis.fetch = () => Promise.resolve(Response.json(body, { status }));
};
const ask = () => call('DELETE /api/meter', {});

afterEach(() => {
  jest.resetModules();
  jest.dontMock('./refusal');
});

test('a refusal says its reason, its field, and whether it is a question', async () => {
  answers(422, { reason: 'Is it?', field: 'volts' });
  expect(await ask()).toEqual({ ok: false, question: true, reason: 'Is it?', field: 'volts' });
});

test('what some network puts in between is told by its number', async () => {
  answers(502, '<html>');
  expect(await ask()).toMatchObject({ ok: false, reason: 'The server answered 502.' });
});

test('it answers though nothing more can be had from the server', async () => {
  jest.doMock('./refusal', () => {
    throw new Error('the chunk cannot be loaded');
  });
  answers(503, {});
  expect(await ask()).toMatchObject({ ok: false, reason: 'The server answered 503.' });
});
