/** @jest-environment jsdom */
import { act, render, screen } from '@testing-library/react';
import { Suspense, useEffect } from 'react';
import { fetchParts } from './later';
import { part } from './part';

/** A part whose loading is in our hands. */
function held(served?: () => React.ReactNode) {
  let release = () => {};
  let fail = () => {};
  const load = jest.fn(
    () =>
      new Promise<(props: { of: string }) => React.ReactNode>((done, failed) => {
        release = () => done(({ of }) => <p>all of {of}</p>);
        fail = () => failed(new Error('no network'));
      }),
  );
  return {
    load,
    Part: part(load, served ? { served } : {}),
    release: () => release(),
    fail: () => fail(),
  };
}
const shown = () => screen.queryByText('all of it') !== null;
beforeEach(() => {
  document.documentElement.dataset.alive = '';
});

test('a page that opens with it waits as a whole, and nothing of it listens before', async () => {
  delete document.documentElement.dataset.alive;
  const { Part, release } = held();
  const listens = jest.fn();
  const Alive = () => {
    useEffect(listens, []);
    return null;
  };
  render(
    <Suspense fallback="as the server sent it">
      <Part of="it" />
      <Alive />
    </Suspense>,
  );
  expect(screen.getByText('as the server sent it')).not.toBeNull();
  expect(listens).not.toHaveBeenCalled();
  await act(async () => release());
  expect(await screen.findByText('all of it')).not.toBeNull();
  expect(listens).toHaveBeenCalledTimes(1);
});

test('asked for on a page that is alive, it takes a moment of its own', async () => {
  const { Part, release } = held();
  render(
    <>
      <p>the rest</p>
      <Part of="it" />
    </>,
  );
  expect(screen.getByText('the rest')).not.toBeNull();
  expect(screen.getByText('A moment …')).not.toBeNull();
  await act(async () => release());
  expect(await screen.findByText('all of it')).not.toBeNull();
});

test('fetched before it is asked for, it is there at once', async () => {
  const { Part, load, release } = held();
  fetchParts();
  await act(async () => release());
  render(<Part of="it" />);
  expect(shown()).toBe(true);
  expect(load).toHaveBeenCalledTimes(1);
});

test('a server that is away is asked again', async () => {
  jest.useFakeTimers();
  const { Part, load, fail, release } = held();
  render(<Part of="it" />);
  await act(async () => fail());
  expect(load).toHaveBeenCalledTimes(1);
  await act(() => jest.advanceTimersByTimeAsync(1000));
  expect(load).toHaveBeenCalledTimes(2);
  jest.useRealTimers();
  await act(async () => release());
  expect(await screen.findByText('all of it')).not.toBeNull();
});

test('how a page opens with it is of no use once the page is alive', async () => {
  const { Part, load, release } = held(() => <p>opened</p>);
  render(<Part of="it" />);
  expect(screen.queryByText('opened')).toBeNull();
  expect(load).toHaveBeenCalledTimes(1);
  await act(async () => release());
  expect(await screen.findByText('all of it')).not.toBeNull();
});
