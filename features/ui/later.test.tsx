/** @jest-environment jsdom */
import { act, render, screen } from '@testing-library/react';
import { fetchParts, later } from './later';

const settled = () => act(() => new Promise((done) => setTimeout(done, 0)));

/** Something that comes when it is told to, or not at all. */
function source() {
  const waiting: { come: (words: string) => void; fail: () => void }[] = [];
  const load = jest.fn(
    () =>
      new Promise<string>((come, fail) => {
        waiting.push({ come, fail: () => fail(new Error('no server')) });
      }),
  );
  return { load, waiting };
}

describe('a module that comes later', () => {
  it('is done something with in the order of asking, once it is there, and at once from then on', async () => {
    const { load, waiting } = source();
    const { withIt } = later(load);
    expect(load).not.toHaveBeenCalled();
    const heard: string[] = [];
    withIt((words) => heard.push(`first ${words}`));
    withIt((words) => heard.push(`second ${words}`));
    expect([load.mock.calls.length, heard]).toEqual([1, []]);
    waiting[0]!.come('here');
    await settled();
    expect(heard).toEqual(['first here', 'second here']);
    withIt((words) => heard.push(words));
    expect(heard.at(-1)).toBe('here');
    expect(load).toHaveBeenCalledTimes(1);
  });

  it('is nothing on a screen until it is there, and then what it is', async () => {
    const { load, waiting } = source();
    const { useNow } = later(load);
    const Words = () => <p>{useNow() ?? 'on its way'}</p>;
    render(<Words />);
    expect(screen.getByText('on its way')).not.toBeNull();
    fetchParts();
    waiting[0]!.come('here');
    await settled();
    expect(screen.getByText('here')).not.toBeNull();
  });

  it('is asked for again where the server was away: what waits for it is not lost', async () => {
    const { load, waiting } = source();
    const { withIt } = later(load);
    const heard: string[] = [];
    withIt((words) => heard.push(words));
    waiting[0]!.fail();
    await act(() => new Promise((done) => setTimeout(done, 1100)));
    expect(load).toHaveBeenCalledTimes(2);
    waiting[1]!.come('here');
    await settled();
    expect(heard).toEqual(['here']);
  });
});
