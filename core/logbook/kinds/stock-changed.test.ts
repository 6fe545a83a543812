import { Charger, Circuit, HallAir, Outlet } from '../../site/charging-equipment';
import { CHARGER_KINDS } from '../../site/charger-kinds';
import { ENTRY_KINDS } from '../kinds';
import type { STOCK_KINDS } from './stock-changed';

const NAMES = { bay: String, plan: String, procedure: String };
const { words, data } = ENTRY_KINDS['stock-changed'];
const said = (
  what: (typeof STOCK_KINDS)[number],
  was: object | null,
  now: object | null,
  more = {},
) => words(data.parse({ what, name: 'Felt four', was, now, ...more }), NAMES);
const CHARGER = { name: 'Felt four', hall: 'Dye House', ...CHARGER_KINDS.small.facts };

it('says what is new, gone, and at another site', () => {
  expect(said('charger', null, CHARGER)).toEqual({ what: 'charger Felt four', value: 'new' });
  expect(said('outlet', CHARGER, null)).toEqual({ what: 'outlet Felt four', value: 'gone' });
  const otherSite = 'Lower yard';
  expect(said('charger', CHARGER, null, { otherSite }).value).toBe('went to Lower yard');
  expect(said('charger', null, CHARGER, { otherSite }).value).toBe('came from Lower yard');
  expect(said('air', {}, { openingCm2: 400 })).toEqual({
    what: 'air of Felt four',
    value: 'openings in cm² not known → 400',
  });
});

it('of nothing that became nothing there is no entry', () => {
  expect(data.safeParse({ what: 'charger', name: 'x', was: null, now: null }).success).toBe(false);
});

it('has a name for each fact of a charger, a circuit, an outlet and the air of a hall', () => {
  const facts = [Charger, Circuit, Outlet, HallAir].flatMap(({ shape }) => Object.keys(shape));
  const names = facts.map((name) => name.replace(/(hall|circuit)Id/, '$1'));
  for (const name of new Set(names)) {
    if (name === 'id') continue;
    const { value } = said('charger', { [name]: null }, { [name]: 'other' });
    expect([name, value]).toEqual([name, expect.stringMatching(/ not known → /)]);
    // Not as the program calls it among its own.
    expect(value).not.toMatch(/[a-z][A-Z]/);
  }
});

it('tells each change as it was and as it is, and no other fact', () => {
  const broken = { ...CHARGER, working: false, leadMetres: 4 };
  expect(said('charger', CHARGER, broken).value.split(', ').sort()).toEqual(
    [`lead in metres ${CHARGER.leadMetres} → 4`, 'works yes → no'].sort(),
  );
  expect(said('outlet', { bays: [], post: false }, { bays: ['C1', 'C2'], post: true }).value).toBe(
    'bays the whole hall → C1 C2, hook-up post no → yes',
  );
});

it('tells programmes by their words and volts, and lamps by what they mean', () => {
  const programme = { id: 'agm', absorptionVolts: 14.7, floatVolts: null, amps: null };
  expect(
    said('charger', { programmes: [programme] }, { programmes: [{ ...programme, amps: 2 }] }).value,
  ).toBe('programmes AGM 14.70 V → AGM 14.70 V 2 A');
  expect(said('charger', { wakesIn: 'agm' }, { wakesIn: 'normal' }).value).toBe(
    'wakes in AGM → Normal',
  );
  expect(
    said('charger', { lamps: [] }, { lamps: [{ shows: 'green, steady', means: 'holding' }] }).value,
  ).toBe('lamps none → green, steady (holding)');
});

it('what an other version wrote down is told as it is, and breaks nothing', () => {
  const odd = { programmes: [{ id: 'moon' }], lamps: [7], charm: { a: 1 }, glow: 3 };
  const { value } = said('charger', { glow: 2 }, odd);
  expect(value).toContain('glow 2 → 3');
  expect(value).toContain('programmes not known → moon');
  expect(value).toContain('charm not known → …');
});
