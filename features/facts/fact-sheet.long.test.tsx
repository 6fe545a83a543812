/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { BATTERY_FACTS, batteryFactsShown, type BatterySheet } from '../../core/facts/battery';
import { usualDetails } from '../../core/battery/usual-details';
import { DEFAULT_RULES } from '../../core/rules/rules';
import type { Corrected } from './fact-form';
import { FactSheet } from './fact-sheet';

const sheet: BatterySheet = {
  ...{ mark: 'B7', role: 'starter', place: 'under the bonnet', chemistry: 'flooded' },
  ...{ nominalVolts: 12, capacityAh: 60, fittedYear: null },
  ...usualDetails('flooded'),
  outletMetres: 3,
};
const sent: Corrected[] = [];
let refusal: string | null;
beforeEach(() => {
  sent.length = 0;
  refusal = null;
});
const open = (measureUnit: 'metric' | 'us' = 'metric') =>
  render(
    <FactSheet
      of={BATTERY_FACTS}
      sheet={sheet}
      shown={batteryFactsShown(sheet)}
      rules={{ ...DEFAULT_RULES, measureUnit }}
      correct={(corrected) => {
        sent.push(corrected);
        return Promise.resolve(refusal);
      }}
    />,
  );
const type = async (fact: string, label: string, text: string, why = 'read off the case') => {
  const user = userEvent.setup();
  await user.click(screen.getByRole('button', { name: `Correct: ${fact}` }));
  const field = screen.getByLabelText(label);
  await user.clear(field);
  await user.type(field, text);
  if (why) await user.type(screen.getByLabelText('How do you know?'), why);
  await user.click(screen.getByRole('button', { name: 'Correct it' }));
};

test('a fact is sent as it was and as it is, with how somebody knows; a comma is a decimal point', async () => {
  open();
  await type('Capacity', 'Capacity, Ah', '72,5');
  expect(sent).toEqual([
    { was: { capacityAh: 60 }, now: { capacityAh: 72.5 }, why: 'read off the case' },
  ]);
  expect(screen.queryByLabelText('How do you know?')).toBeNull();
});

test('without a reason, or out of all range, nothing is sent and what was typed stays', async () => {
  open();
  await type('Capacity', 'Capacity, Ah', '70', '');
  expect(screen.getByRole('status').textContent).toContain('Say how you know');
  const user = userEvent.setup();
  await user.type(screen.getByLabelText('How do you know?'), 'guess');
  await user.type(screen.getByLabelText('Capacity, Ah'), '00000');
  await user.click(screen.getByRole('button', { name: 'Correct it' }));
  expect(screen.getByRole('status').textContent).toContain('At most 2000 Ah');
  expect(sent).toEqual([]);
});

test('where the server will not take it, its reason stands beside what was typed', async () => {
  refusal = 'Capacity of the battery is 80 Ah meanwhile: look again, and correct that.';
  open();
  await type('Capacity', 'Capacity, Ah', '70');
  expect((await screen.findByRole('status')).textContent).toBe(refusal);
  expect((screen.getByLabelText('Capacity, Ah') as HTMLInputElement).value).toBe('70');
});

test('figures are shown and typed in the units of the house, and kept in metres', async () => {
  open('us');
  expect(screen.getByText('9.842 ft')).toBeTruthy();
  await type('To the next outlet', 'To the next outlet, ft', '20');
  expect(sent[0]!.now.outletMetres).toBeCloseTo(6.096, 3);
});

test('what nobody knows is an empty field', async () => {
  open();
  await type('To the next outlet', 'To the next outlet, m', ' ');
  expect(sent[0]!.now).toEqual({ outletMetres: null });
});
