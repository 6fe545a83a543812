import { answer } from '../server/demo-server.fixture';
import { installation } from '../server/here';
import { postOpenDemo } from './open-demo';

const open = () =>
  answer(
    postOpenDemo(
      new Request('http://127.0.0.1/', { method: 'POST', headers: { host: 'localhost:4870' } }),
    ),
  );
afterEach(() => {
  installation().demo = null;
});

test('the demo is where the browser reaches this machine, on its own port', async () => {
  installation().demo = () => Promise.resolve(4912);
  expect(await open()).toEqual({ status: 200, href: 'http://localhost:4912/yard' });
});

test('where it cannot be started, it is said why', async () => {
  expect(await open()).toMatchObject({
    status: 409,
    reason: expect.stringContaining('./ember demo') as string,
  });
  installation().demo = () => Promise.reject(new Error('the disk is full'));
  expect(await open()).toMatchObject({
    status: 409,
    reason: 'The demo does not start: the disk is full',
  });
});
