import { plainContext } from '../../core/context/plain-context';
import type { Mark } from '../../core/parasitic-draw/marks';
import { DRAW_TEST } from '../../core/procedures/draw-test';
import { stepsFor } from '../../core/procedures/procedure';
import { BY_METER, DRAW_AT_FIRST, asksServer, drawProgress, drawReducer } from './draw-state';

const steps = stepsFor(DRAW_TEST, plainContext('flooded', Date.parse('2027-01-14T09:00:00Z')));
const ids = steps.map(({ id }) => id);
const seen = (more: Partial<Parameters<typeof drawProgress>[0]> = {}) =>
  drawProgress({ steps, test: null, ticked: [], analysis: null, enough: false, ...more });
const off: Mark = { kind: 'jumper-off', at: 30 };
const upTo = (id: string) => ids.slice(0, ids.indexOf(id) + 1);

test('a device that remembers nothing takes over what the server knows of the test', () => {
  // Begun on another phone: the meter is in the line, so all before it was done.
  const begun = seen({ test: { marks: [] } });
  expect(begun.done).toEqual(upTo('meter-in'));
  expect(begun.next).toBe('jumper-off');
  expect(seen({ test: { marks: [off] } }).done).toContain('jumper-off');
});

test('what this device remembers of a test that the server does not know counts for nothing', () => {
  // Else one would take the clamp off once more with nothing carrying the vehicle.
  const { done } = seen({ ticked: ids });
  expect(done).not.toContain('meter-in');
  expect(done).not.toContain('jumper-off');
});

test('with the jumper on the meter sees a share: nothing is settled, whatever the trace says', () => {
  const share = seen({ test: { marks: [] }, analysis: { settledAt: 12 }, enough: true });
  expect(share.done).not.toContain('settle');
  expect(share.mayHunt).toBe(false);
  expect(share.mayTakeAwake).toBe(false);
});

test('settled by the trace, or taken awake; then it may be hunted in until the jumper is back', () => {
  const test = { marks: [off] };
  const awake = seen({ test, analysis: { settledAt: null } });
  expect(awake).toMatchObject({ mayTakeAwake: true, mayHunt: false, next: null });
  for (const settled of [
    seen({ test, analysis: { settledAt: 90 } }),
    seen({ test, analysis: { settledAt: null }, enough: true }),
  ]) {
    for (const id of BY_METER) expect(settled.done).toContain(id);
    expect(settled).toMatchObject({ mayTakeAwake: false, mayHunt: true, next: 'jumper-back' });
  }
  const back = seen({ test, analysis: { settledAt: 90 }, ticked: ['jumper-back'] });
  expect(back.mayHunt).toBe(false);
});

test('it is complete when each step is, and not before', () => {
  const test = { marks: [off] };
  const analysis = { settledAt: 90 };
  const rest = ids.slice(ids.indexOf('jumper-back'));
  for (let n = 0; n < rest.length; n++) {
    expect(seen({ test, analysis, ticked: rest.slice(0, n) }).complete).toBe(false);
  }
  expect(seen({ test, analysis, ticked: rest })).toMatchObject({ complete: true, next: null });
});

test('the trace is told what happened to the line, and nothing else', () => {
  expect(ids.filter((id) => asksServer(id) !== null)).toEqual([
    'meter-in',
    'jumper-off',
    'jumper-back',
  ]);
});

test('what was refused stands until something is asked again; a test that is over leaves nothing', () => {
  const refused = drawReducer(DRAW_AT_FIRST, { do: 'refused', reason: 'Still out: F16' });
  expect(drawReducer(refused, { do: 'changed', changed: true }).message).toBe('Still out: F16');
  expect(drawReducer(refused, { do: 'ask' }).message).toBeNull();
  const awake = drawReducer(refused, { do: 'enough' });
  expect(drawReducer(awake, { do: 'over' })).toEqual(DRAW_AT_FIRST);
});
