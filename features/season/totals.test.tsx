/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react';
import type { PlanDocument } from '../../core/schedule/document';
import { Totals } from './totals';
import type { Progress } from './use-season-worker';

const plan = (
  of: Partial<PlanDocument['totals']>,
  bounds: Partial<PlanDocument>,
): PlanDocument => ({
  ...{ rounds: [], lowestSocPct: [], lowerBoundMinutes: null, unmet: [], remedies: [] },
  totals: { minutes: 423, rounds: 25, charges: 10, underLineDays: 0, ...of },
  ...bounds,
});
const said = (made: PlanDocument, progress: Progress | null = null) => {
  render(<Totals plan={made} currency="EUR" proof={null} progress={progress} />);
  const of = (name: string) => screen.getByText(name).closest('div')!.textContent;
  return { of };
};

test('of a plan that saves time the bound stands beside its time', () => {
  const { of } = said(plan({}, { lowerBoundMinutes: 400 }));
  expect(of('Attendant time left')).toBe(
    'Attendant time left7 h 03no plan can need less than 6 h 40',
  );
  expect(screen.queryByText('Cost left')).toBeNull();
});

test('of one that saves cost it stands beside its cost, and its time has none', () => {
  const { of } = said(plan({ cost: 190.57 }, { lowerBoundCost: 177.2 }));
  expect(of('Attendant time left')).toBe('Attendant time left7 h 03');
  expect(of('Cost left')).toContain('no plan can cost less than €177');
});

test('one that is as good as proven is said to be the best', () => {
  said(plan({ cost: 190.57 }, { lowerBoundCost: 190.56 }));
  expect(screen.getByText(/proven: no plan costs less/)).not.toBeNull();
  said(plan({ minutes: 421.9 }, { lowerBoundMinutes: 421 }));
  expect(screen.getByText(/proven: no plan needs less/)).not.toBeNull();
});

test('while it is tightened both go down together, and what leaves something wanting proves nothing', () => {
  const unmet = [{ battery: 'b', rule: 'line' as const, date: '2027-01-14', why: 'low' }];
  const progress = { share: 0.5, minutes: 420, cost: 189.5, bound: null };
  const { of } = said(plan({ cost: 190.57 }, { unmet }), { kind: 'progress', n: 1, ...progress });
  expect(of('Attendant time left')).toBe('Attendant time left7 h 00');
  expect(of('Cost left')).toMatch(/€190.*not everything can be met/);
});
