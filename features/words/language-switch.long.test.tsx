/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { LanguageSwitch, nameOf } from './language-switch';
import '../ui/dialog.fixture';

const chosen = jest.fn();
const open = async (languages: readonly string[]) => {
  render(<LanguageSwitch languages={languages} onHidden={jest.fn()} onChosen={chosen} />);
  await userEvent.click(screen.getByRole('button', { name: 'English' }));
};

beforeEach(() => {
  chosen.mockClear();
  document.cookie = 'velvet-language=; max-age=0';
});

test('each language is offered by its own name, and the one in use is not offered again', async () => {
  await open(['en', 'de', 'fr']);
  expect(screen.getByRole('button', { name: 'Deutsch' }).getAttribute('lang')).toBe('de');
  expect(screen.getByRole('button', { name: 'français' })).not.toBeNull();
  const english = screen.getAllByRole('button', { name: 'English' }).at(-1)!;
  expect((english as HTMLButtonElement).disabled).toBe(true);
});

test('the device keeps what was chosen, and the page is asked for anew', async () => {
  await open(['en', 'de']);
  await userEvent.click(screen.getByRole('button', { name: 'Deutsch' }));
  expect(document.cookie).toContain('velvet-language=de');
  expect(chosen).toHaveBeenCalledTimes(1);
});

test('a language that no machine knows is called by its tag', () => {
  expect(nameOf('de-AT')).toContain('Deutsch');
  expect(nameOf('xx')).toBe('xx');
});
