/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from '@testing-library/react';
import {
  isAnythingTyped,
  noteField,
  noteFieldsOf,
  putTyped,
  typedIntoFields,
  typedWasSent,
  useAllTyped,
  useTyped,
} from './typed';

const NOTHING = { volts: '' };
const wordsOf = ({ volts }: typeof NOTHING) => (volts === '' ? '' : `${volts} V`);

function Keypad({ of }: { of: string }) {
  const [typed, setTyped] = useTyped(`keypad/${of}`, NOTHING, wordsOf);
  return (
    <>
      <output aria-label={of}>{typed.volts || 'nothing'}</output>
      <button onClick={() => setTyped({ volts: '12.84' })}>type at {of}</button>
      <button onClick={() => setTyped(NOTHING)}>clear {of}</button>
    </>
  );
}
const Waiting = () => <p>{[...useAllTyped().values()].map(({ words }) => words).join(', ')}</p>;
const shown = (of: string) => screen.getByLabelText(of).textContent;
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));

afterEach(() => act(() => ['C3', 'C4'].forEach((of) => putTyped(`keypad/${of}`, null))));

describe('what is typed and not recorded', () => {
  it('outlives the screen that it was typed on, each under its own key', () => {
    const first = render(<Keypad of="C3" />);
    press('type at C3');
    first.unmount();
    render(
      <>
        <Keypad of="C3" />
        <Keypad of="C4" />
        <Waiting />
      </>,
    );
    expect([shown('C3'), shown('C4')]).toEqual(['12.84', 'nothing']);
    expect(screen.getByText('12.84 V')).not.toBeNull();
    expect(isAnythingTyped()).toBe(true);
  });

  it('is gone when it is cleared, and nobody is asked about it', () => {
    render(<Keypad of="C3" />);
    press('type at C3');
    press('clear C3');
    expect(shown('C3')).toBe('nothing');
    expect(isAnythingTyped()).toBe(false);
  });

  it('can be put there from elsewhere; what has no words would not be missed', () => {
    render(<Keypad of="C3" />);
    act(() => putTyped('keypad/C3', { value: { volts: '11.90' }, words: '' }));
    expect(shown('C3')).toBe('11.90');
    expect(isAnythingTyped()).toBe(false);
  });
});

describe('fields', () => {
  const form = (inner: React.ReactNode) => render(<form aria-label="form">{inner}</form>);
  /** As somebody does: goes there, and types. */
  const type = (label: string, value: string) => {
    noteField(screen.getByLabelText(label));
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
  };
  beforeEach(typedWasSent);

  it('that were typed into are told with what stands in them and what they are called', () => {
    form(
      <>
        <label htmlFor="who">Owner</label>
        <input id="who" defaultValue="Ada" />
        <textarea aria-label="Note" />
      </>,
    );
    type('Owner', 'Ada L.');
    type('Note', 'damp');
    expect(typedIntoFields()).toEqual(['“Ada L.” (Owner)', '“damp” (Note)']);
  });

  it('that stand as before, or empty, are no loss; nor is what was sent', () => {
    form(
      <>
        <input aria-label="Bay" defaultValue="C3" />
        <input aria-label="Mark" defaultValue="old" />
        <input aria-label="Name" />
      </>,
    );
    type('Bay', 'C4');
    type('Bay', 'C3');
    type('Mark', '  ');
    expect(typedIntoFields()).toEqual([]);
    type('Name', 'Bobbin');
    typedWasSent();
    expect(typedIntoFields()).toEqual([]);
  });

  it('that are kept as they are typed, searched with, ticked or secret are none of its business', () => {
    form(
      <>
        <div data-kept>
          <input aria-label="Kept" />
        </div>
        <input aria-label="Find" type="search" />
        <input aria-label="PIN" type="password" />
        <input aria-label="Tick" type="checkbox" />
      </>,
    );
    for (const label of ['Kept', 'Find', 'PIN']) type(label, 'x');
    noteField(screen.getByLabelText('Tick'));
    expect(typedIntoFields()).toEqual([]);
  });

  it('that are gone with their screen are forgotten', () => {
    const { unmount } = form(<input aria-label="Name" />);
    type('Name', 'Bobbin');
    unmount();
    expect(typedIntoFields()).toEqual([]);
  });

  it('of a page that was not alive yet: what the server sent is what stood there', () => {
    const { container } = form(<input aria-label="Name" defaultValue="Bobbin" />);
    (screen.getByLabelText('Name') as HTMLInputElement).value = 'Bobbin 2';
    noteFieldsOf(container);
    expect(typedIntoFields()).toEqual(['“Bobbin 2” (Name)']);
  });
});
