/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react';
import type { Sentence } from '../../core/words/words';
import { Why } from './why';

const sentences = (n: number): Sentence[] =>
  Array.from({ length: n }, (_, i) => [`Reason ${i + 1}.`]);
const folded = () => screen.queryByRole('group')?.textContent ?? null;

test('two sentences at once, the rest when it is asked for', () => {
  render(<Why sentences={sentences(5)} />);
  expect(screen.getByText('and 3 more reasons')).not.toBeNull();
  expect(folded()).toContain('Reason 3.');
  expect(folded()).not.toContain('Reason 2.');
});

test('one more is no reason to fold', () => {
  render(<Why sentences={sentences(3)} />);
  expect(folded()).toBeNull();
  expect(screen.getByText('Reason 3.')).not.toBeNull();
});

test('where one decides by it, all of it stands there', () => {
  render(<Why sentences={sentences(7)} whole />);
  expect(folded()).toBeNull();
  expect(screen.getAllByText(/^Reason/)).toHaveLength(7);
});
