import fc from 'fast-check';
import { CHEMISTRY_IDS, type ChemistryId } from '../battery/chemistries';
import { freeChannels, hookRefusal, type ActiveConnection } from './active-connections';
import { usualDetails } from '../battery/usual-details';
import { plainContext } from '../context/plain-context';
import { fitOf, rankFits, type ChargeRequest } from './charger-suitability';
import { EMPTY_BATTERY, type BatteryState } from '../logbook/state';
import { step } from '../logbook/fold';
import { makeEntry } from '../logbook/entry';
import type { EntryData } from '../logbook/kinds';
import { connectionsFor, outletFor, ownChargerOf, possibleHooks } from './available-connections';
import { airNeeded, isAired, mainsLoad } from '../charging/hall-limits';
import { PROGRAMME_IDS } from '../battery/programme-ids';
import {
  Charger,
  type ChargerConnection,
  type ChargingEquipment,
  type Outlet,
} from '../site/charging-equipment';
import { PROGRAMMES, chemistriesOf } from '../site/programmes';

const programme = (id: (typeof PROGRAMME_IDS)[number]) => ({
  id,
  absorptionVolts: PROGRAMMES[id].absorptionVolts,
  floatVolts: PROGRAMMES[id].floatVolts,
  amps: null,
});

function charger(more: Partial<Charger> = {}): Charger {
  return Charger.parse({
    id: 'felt',
    name: 'Felt',
    channels: 2,
    ampsPerChannel: 4,
    volts: [12],
    programmes: [programme('normal'), programme('agm'), programme('gel')],
    wakesIn: 'normal',
    leastStartVolts: 8,
    lamps: [],
    reversePolarity: true,
    sparkProof: true,
    leadMetres: 3,
    portable: true,
    hallId: 'hall',
    automatic: true,
    maintains: true,
    compensated: true,
    mainsAmps: 1,
    quickConnect: false,
    working: true,
    ...more,
  });
}

const NOW = Date.parse('2027-01-14T09:00:00Z');

/** What a test says of a battery; the rest has nothing against it. */
interface About {
  readonly chemistry?: ChemistryId;
  readonly cells?: number;
  readonly nominalVolts?: number;
  readonly capacityAh?: number;
  readonly socPct?: number | null;
  readonly volts?: number | null;
  readonly celsius?: number;
  readonly drawAmps?: number;
  readonly chargeLead?: boolean;
  readonly outletMetres?: number;
  readonly purpose?: ChargeRequest['purpose'];
  readonly room?: ChargeRequest['room'];
}
const subject = (about: About = {}): ChargeRequest => {
  const { chemistry = 'flooded', socPct = 60, celsius = 15 } = about;
  return {
    hallId: 'hall',
    room: about.room ?? null,
    purpose: about.purpose ?? 'charge',
    context: plainContext(chemistry, NOW, {
      facts: {
        nominalVolts: about.nominalVolts ?? 12,
        cells: about.cells ?? 6,
        capacityAh: about.capacityAh ?? 60,
      },
      details: {
        ...usualDetails(chemistry),
        chargeLead: about.chargeLead ?? false,
        outletMetres: about.outletMetres ?? 2,
      },
      ageYears: 2,
      soc: socPct === null ? null : { value: socPct, low: socPct, high: socPct },
      volts: about.volts === undefined ? 12.3 : about.volts,
      celsius: [{ at: NOW, value: celsius, measured: true }],
      drawAmps: about.drawAmps ?? 0.01,
      attendedUntil: NOW + 100 * 3_600_000,
    }),
  };
};

const refusals = (
  on: Partial<Charger>,
  about: About,
  id: (typeof PROGRAMME_IDS)[number] = 'normal',
) =>
  fitOf(charger(on), programme(id), subject(about))
    .because.map(({ words }) => words)
    .join(' ');
const minds = (on: Partial<Charger>, about: About = {}) =>
  fitOf(charger(on), programme('normal'), subject(about)).minds.join('; ');

// Common practice, as practitioners put it.
describe('a charger suits a battery, or says why not', () => {
  it('gel on a high-voltage programme', () => {
    const said = refusals({}, { chemistry: 'gel' }, 'agm');
    expect(said).toMatch(/14\.70 V/);
    expect(said).toMatch(/gel takes 14\.40 V at most: beyond that it dries out/);
    expect(refusals({}, { chemistry: 'gel' }, 'gel')).toBe('');
  });

  it('a 6 V battery on a charger without that setting, or with a switch', () => {
    const six = { nominalVolts: 6, cells: 3, capacityAh: 40 };
    expect(refusals({}, six)).toMatch(/set for 12 V, and the battery has 6 V/);
    expect(refusals({ volts: [6, 12] }, { ...six, volts: 6.2 })).toBe('');
    expect(minds({ volts: [6, 12] }, six)).toMatch(/switch to 6 V/);
  });

  it('too strong for 10 Ah, kind at a tenth, minded in between', () => {
    expect(refusals({}, { capacityAh: 10 })).toMatch(/too strong for 10 Ah/);
    expect(refusals({ ampsPerChannel: 1 }, { capacityAh: 10 })).toBe('');
    expect(minds({ ampsPerChannel: 2.5 }, { capacityAh: 10 })).toMatch(/about 1 A is kinder/);
  });

  it('too weak for what the vehicle draws', () => {
    expect(refusals({ ampsPerChannel: 0.8 }, { drawAmps: 0.7 })).toMatch(/too weak/);
    expect(refusals({ ampsPerChannel: 0.8 }, { drawAmps: 0.02 })).toBe('');
  });

  it('a manual charger: looked in on, and never on AGM, gel or for the season', () => {
    const manual = { automatic: false, maintains: false } as const;
    expect(minds(manual)).toMatch(/every two hours/);
    expect(refusals(manual, { chemistry: 'agm' }, 'agm')).toMatch(/ruins AGM/);
    expect(refusals(manual, { purpose: 'maintain' })).toMatch(/never stays on alone/);
  });

  it('lithium: its own programme, and never at or below 0 °C', () => {
    const lithium = { chemistry: 'lfp', cells: 4, nominalVolts: 12.8, volts: 13.1 } as const;
    const own: Partial<Charger> = { programmes: [programme('lithium')], wakesIn: 'lithium' };
    expect(refusals({}, lithium)).toMatch(/never for lithium/);
    expect(refusals(own, { ...lithium, celsius: 0 }, 'lithium')).toMatch(/at or below 0 °C/);
    expect(refusals(own, { ...lithium, celsius: 4 }, 'lithium')).toBe('');
  });

  it('a flat battery in the frost is thawed first, and some chargers do not begin on it', () => {
    expect(refusals({}, { socPct: 2, celsius: -12 })).toMatch(/is frozen/);
    expect(refusals({}, { socPct: 100, celsius: -12 })).toBe('');
    expect(refusals({}, { volts: 6.5 })).toMatch(/does not begin under 8\.00 V/);
  });

  it('where it wakes, the cold that it does not follow, and its lead', () => {
    expect(fitOf(charger(), programme('gel'), subject({ chemistry: 'gel' })).minds.join()).toMatch(
      /wakes in Normal: set Gel/,
    );
    expect(minds({ compensated: false }, { celsius: -8 })).toMatch(/does not follow the cold/);
    expect(minds({}, { outletMetres: 7 })).toMatch(/extension/);
    expect(refusals({ portable: false, hallId: 'other' }, {})).toMatch(/fixed in another hall/);
    expect(refusals({ working: false }, {})).toMatch(/broken/);
  });

  it('ranks what suits before what does not, and never offers reconditioning', () => {
    const stock = [
      charger({ id: 'big', name: 'Big', ampsPerChannel: 30 }),
      charger({
        id: 'strong',
        name: 'Strong',
        programmes: [programme('recondition'), programme('normal')],
      }),
      charger({ id: 'kind', name: 'Kind', ampsPerChannel: 6 }),
    ];
    const ranked = rankFits(stock, subject());
    expect(ranked.map(({ charger: { id } }) => id)).toEqual(['kind', 'strong', 'big']);
    expect(ranked.every(({ programme: { id } }) => id !== 'recondition')).toBe(true);
  });

  it('whatever the battery: what is offered without refusal harms nothing that a rule names', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CHEMISTRY_IDS),
        fc.double({ min: 4, max: 200, noNaN: true }),
        fc.double({ min: -20, max: 35, noNaN: true }),
        fc.double({ min: -5, max: 100, noNaN: true }),
        fc.constantFrom(...PROGRAMME_IDS),
        (chemistry, capacityAh, celsius, socPct, id) => {
          const all = PROGRAMME_IDS.map(programme);
          const fit = fitOf(
            charger({ programmes: all }),
            programme(id),
            subject({
              chemistry,
              capacityAh,
              celsius,
              socPct,
              volts: null,
              cells: chemistry === 'lfp' ? 4 : 6,
            }),
          );
          if (fit.because.length > 0) return;
          expect(chemistriesOf(id)).toContain(chemistry);
          expect(fit.amps).toBeLessThanOrEqual(0.5 * capacityAh);
          if (chemistry === 'lfp') expect(celsius).toBeGreaterThan(0);
          if (chemistry === 'gel') expect(fit.programme.absorptionVolts).toBeLessThanOrEqual(14.4);
        },
      ),
    );
  });
});

const hook = (more: Partial<ChargerConnection> = {}): ChargerConnection => ({
  chargerId: 'felt',
  channel: 1,
  outletId: 'o1',
  programme: 'normal',
  amps: 4,
  absorptionVolts: 14.4,
  floatVolts: 13.5,
  fromSocPct: 60,
  hours: 9,
  ampHours: 27,
  ...more,
});
const hangs = (batteryId: string, more: Partial<ChargerConnection> = {}): ActiveConnection => ({
  batteryId,
  since: 0,
  kind: 'charge',
  hook: hook(more),
});
const stock: ChargingEquipment = {
  chargers: [charger(), charger({ id: 'heddle', name: 'Heddle', channels: 1, mainsAmps: 9.5 })],
  circuits: [{ id: 'c', hallId: 'hall', name: 'North', amps: 16 }],
  outlets: ['o1', 'o2'].map((id) => ({
    id,
    hallId: 'hall',
    name: id.toUpperCase(),
    circuitId: 'c',
    amps: 10,
    bays: [],
    post: false,
  })),
  air: [],
};

describe('the board', () => {
  it('two batteries never hang on one channel', () => {
    expect(hookRefusal(hook(), 'b', [hangs('a')], stock)).toMatch(/channel 1 of Felt is taken/);
    expect(hookRefusal(hook({ channel: 2 }), 'b', [hangs('a')], stock)).toBeNull();
    // The same battery again is no second one.
    expect(hookRefusal(hook(), 'a', [hangs('a')], stock)).toBeNull();
    expect(freeChannels(stock.chargers[0]!, [hangs('a')])).toEqual([2]);
    expect(hookRefusal(hook({ channel: 3 }), 'b', [], stock)).toMatch(/has 2 channels, not 3/);
  });

  it('an outlet or circuit over its amps is refused, and one plug is in one outlet', () => {
    const big = hook({ chargerId: 'heddle' });
    expect(hookRefusal(big, 'b', [], stock)).toBeNull();
    expect(hookRefusal(big, 'b', [hangs('a')], stock)).toMatch(/outlet O1 carries 10 A.*10\.5 A/);
    const low: ChargingEquipment = { ...stock, circuits: [{ ...stock.circuits[0]!, amps: 10 }] };
    expect(hookRefusal({ ...big, outletId: 'o2' }, 'b', [hangs('a')], low)).toMatch(
      /circuit North/,
    );
    expect(hookRefusal(hook({ channel: 2, outletId: 'o2' }), 'b', [hangs('a')], stock)).toMatch(
      /plugged into O1/,
    );
  });

  it('a charger with several channels loads its outlet once', () => {
    const plugged = ['a', 'b'].map(() => ({ charger: stock.chargers[0]!, outletId: 'o1' }));
    expect(mainsLoad(plugged, stock.outlets).outlets.get('o1')).toBe(1);
  });
});

describe('where a battery may hang', () => {
  const here: ChargingEquipment = {
    ...stock,
    outlets: stock.outlets.map((outlet) => ({ ...outlet, bays: ['A1'] })),
  };
  const names = (hanging: readonly ActiveConnection[], about: About = {}) =>
    possibleHooks(here, hanging, subject(about), 'new', 'A1').map(
      ({ hook: on }) => `${on.chargerId} ${on.channel} ${on.outletId}`,
    );

  it('on a free channel of each charger that suits, plugged in at its bay', () => {
    expect(names([]).sort()).toEqual(['felt 1 o1', 'heddle 1 o1']);
    expect(names([hangs('a')])).toContain('felt 2 o1');
    expect(names([], { nominalVolts: 6, cells: 3 })).toEqual([]);
  });

  it('by a socket of its bay before one of the whole hall, and never in a hook-up post', () => {
    const [o1, o2] = stock.outlets as [Outlet, Outlet];
    const at = (...outlets: Outlet[]) => outletFor({ ...stock, outlets }, [], 'felt', 'hall', 'A1');
    expect(at(o1, { ...o2, bays: ['A1', 'A2'] })).toBe('o2');
    expect(at(o1, { ...o2, bays: ['A2'] })).toBe('o1');
    expect(at({ ...o1, post: true }, { ...o2, bays: ['A2'] })).toBeNull();
    expect(at({ ...o1, hallId: 'another' })).toBeNull();
    const hallWide = { ...here, outlets: stock.outlets };
    expect(possibleHooks(hallWide, [], subject(), 'new', 'Z9')[0]?.hook.outletId).toBe('o1');
  });

  it('not on a full charger, nor where its outlet would carry too much', () => {
    const both = [hangs('a'), hangs('b', { channel: 2 })];
    expect(names(both)).toEqual([]);
    // The strong one alone fills the outlet: the other has its plug elsewhere, or not at all.
    const strong = [hangs('c', { chargerId: 'heddle' })];
    expect(names(strong).filter((one) => one.endsWith('o1'))).toEqual([]);
  });

  it('whatever hangs already, nothing is offered that the board refuses', () => {
    const some = fc.subarray(['felt 1', 'felt 2', 'heddle 1'] as const);
    fc.assert(
      fc.property(some, fc.constantFrom(...CHEMISTRY_IDS), (taken, chemistry) => {
        const hanging = taken.map((one, i) => {
          const [chargerId, channel] = one.split(' ');
          return hangs(`b${i}`, { chargerId: chargerId!, channel: Number(channel) });
        });
        for (const { fit, hook: on } of possibleHooks(
          here,
          hanging,
          subject({ chemistry }),
          'new',
          'A1',
        )) {
          expect(fit.because).toEqual([]);
          expect(hookRefusal(on, 'new', hanging, here)).toBeNull();
          expect(taken).not.toContain(`${on.chargerId} ${on.channel}`);
        }
      }),
    );
  });
});

describe('the air of a hall', () => {
  const one = (more: object = {}) => ({
    chemistry: 'flooded' as const,
    capsOpen: true,
    cells: 6,
    capacityAh: 100,
    charger: { automatic: true, ampsPerChannel: 10 },
    programme: 'normal' as const,
    holding: false,
    ...more,
  });

  // IEC 62485-2: Q = 0.05 n I_gas C 10^-3, boost 20 mA/Ah vented, 8 valve-regulated; A = 28 Q.
  it('adds up what charges, by the published formula', () => {
    expect(airNeeded([one()]).airflowM3PerHour).toBeCloseTo(0.6, 10);
    expect(airNeeded([one(), one()]).openingCm2).toBeCloseTo(28 * 1.2, 10);
    expect(airNeeded([one({ chemistry: 'agm', capsOpen: false })]).airflowM3PerHour).toBeCloseTo(
      0.24,
      10,
    );
    expect(airNeeded([one({ holding: true })]).airflowM3PerHour).toBeCloseTo(0.15, 10);
    expect(airNeeded([one({ chemistry: 'lfp' })]).airflowM3PerHour).toBe(0);
  });

  it('an unregulated charger counts with its full current', () => {
    const needs = airNeeded([one({ charger: { automatic: false, ampsPerChannel: 10 } })]);
    expect(needs.airflowM3PerHour).toBeCloseTo(0.05 * 6 * 10, 10);
    expect(isAired(needs, { airflowM3PerHour: null, openingCm2: 80 })).toBe(false);
    expect(isAired(needs, { airflowM3PerHour: 3.1, openingCm2: null })).toBe(true);
    expect(isAired(needs, { airflowM3PerHour: null, openingCm2: null })).toBeNull();
  });
});

describe('one more in a hall with little air', () => {
  const nothing = { airflowM3PerHour: 0, openingCm2: 0, hydrogenLitresPerHour: 0 };
  const room = (openingCm2: number | null) => ({
    has: { airflowM3PerHour: null, openingCm2 },
    needs: nothing,
  });
  const codes = (about: About) =>
    connectionsFor(stock, [], subject(about), 'b', 'A1').map(({ because }) =>
      because.map(({ code }) => code),
    );

  it('is refused on every charger, its own too; lithium gives no gas', () => {
    // 60 Ah flooded in boost: 0.05 · 6 · 1.2 A = 0.36 m³/h, 10.1 cm². IEC 62485-2.
    for (const one of codes({ room: room(10) })) expect(one).toContain('ventilation');
    for (const one of codes({ room: room(11) })) expect(one).not.toContain('ventilation');
    for (const one of codes({ room: room(0), chemistry: 'lfp' })) {
      expect(one).not.toContain('ventilation');
    }
  });

  it('counts with what charges there already', () => {
    const needs = { airflowM3PerHour: 0.36, openingCm2: 10.08, hydrogenLitresPerHour: 3 };
    for (const one of codes({ room: { ...room(20), needs } })) expect(one).toContain('ventilation');
    for (const one of codes({ room: { ...room(21), needs } })) {
      expect(one).not.toContain('ventilation');
    }
  });

  it('is only minded where nobody has noted what the hall has', () => {
    const [first] = rankFits(stock.chargers, subject({ room: room(null) }));
    expect(first!.because).toEqual([]);
    expect(first!.minds.join(' ')).toMatch(/needs an opening of 11 cm²; what it has is not noted/);
  });
});

it('a charger that cannot be is refused with its field', () => {
  const wrong = (more: object) => {
    const parsed = Charger.safeParse({ ...charger(), ...more });
    return parsed.success ? '' : parsed.error.issues[0]!.path.join('.');
  };
  expect(wrong({ wakesIn: 'lithium' })).toBe('wakesIn');
  expect(wrong({ automatic: false })).toBe('maintains');
  expect(wrong({ channels: 0 })).toBe('channels');
  expect(wrong({ programmes: [programme('gel'), programme('gel')], wakesIn: 'gel' })).toBe(
    'programmes',
  );
});

describe('a charger that is only named', () => {
  const hung = (before: BatteryState, data: EntryData<'maintainer'>) =>
    step(
      before,
      makeEntry(
        'maintainer',
        { id: '01900000-0000-7000-8000-000000000000', subjectId: 'b', at: NOW, by: 'attendant' },
        data,
      ),
    );

  it('is known by its name while it hangs, and forgotten with the next one', () => {
    const whole = hung(EMPTY_BATTERY, { on: true, charger: 'The string’s own charger' });
    expect(ownChargerOf(whole)?.kind).toBe('string');
    const other = hung(hung(whole, { on: false }), { on: true });
    expect(ownChargerOf(other)).toBeNull();
  });

  it('is offered under the name by which it is known again', () => {
    const { context } = subject();
    const vehicle = { ...context.vehicle, hookUp: true };
    const request = { ...subject(), context: { ...context, vehicle, block: { index: 1, of: 3 } } };
    const own = connectionsFor(stock, [], request, 'b', 'A1').filter(({ fit }) => fit === null);
    expect(own.map(({ id }) => id).sort()).toEqual(['on-board', 'other', 'string']);
    for (const { id, name } of own) {
      expect(ownChargerOf({ hook: null, charger: name })?.kind ?? 'other').toBe(id);
    }
  });
});
