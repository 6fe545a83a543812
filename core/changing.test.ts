import type { ChemistryId } from './battery/chemistries';
import type { Chemistry } from './battery/chemistry';
import { z } from 'zod';
import { toDay } from './day';

// What docs/changing.md tells to add, added here to the lists alone; everything else is loaded
// after that, as it is in a program that has it. If something else has to know of it, this fails.

const salt: Chemistry = {
  label: 'Molten salt (made up)',
  short: 'Salt',
  inWords: 'molten salt',
  nominalVoltsPerCell: 2.4,
  scales: ['agm'],
  selfDischargePctPerMonthAt20C: { value: 1, low: 0.5, high: 2 },
  voltsPerCellPerKelvin: 0,
  surfaceCharge: [{ voltsPerCell: 0.02, hours: 1 }],
  acid: null,
  restVoltsPerCell: { low: 1.5, high: 2.9 },
  surfaceVoltsPerCell: 2.7,
  flatVoltsPerCell: 2.1,
  fullVoltsPerCell: 2.3,
  family: 'lead-acid',
  wet: false,
  capsUsuallyOpen: false,
  mayRecondition: false,
  mostVolts: 14.5,
  makersMostVolts: 14.6,
  overVolts: 'its seals go',
  absorptionVolts: { usual: 14.3, most: 14.5 },
  fullChargeRule: null,
  mostRate: 0.2,
  acceptance: { hours: 0.5, factor: 1.03 },
  gasMaPerAh: 0,
  programmes: ['normal'],
  takesManual: false,
  leastChargeCelsius: -10,
  lifeYears: { open: 6, sealed: 6 },
  dearer: null,
  price: 3,
  lineSocPct: 50,
  flatVoltage: false,
  readingNote: null,
};
const SALT = 'salt' as ChemistryId;

async function load() {
  const { PLACE_RULES } = await import('./rules/choices/place');
  const { rule } = await import('./rules/choices/rule');
  Object.assign(PLACE_RULES, {
    tarpaulin: rule({
      schema: z.enum(['on', 'off']),
      standard: 'off',
      group: 'place',
      label: 'Tarpaulin',
      unit: '',
      why: 'Outdoors it keeps the rain off, and the damp in.',
      schools: [
        { value: 'on', label: 'on', reason: 'Rain does harm.' },
        { value: 'off', label: 'off', reason: 'Default. Damp does more.' },
      ],
    }),
  });

  const { CHEMISTRIES, CHEMISTRY_IDS } = await import('./battery/chemistries');
  Object.assign(CHEMISTRIES, { salt });
  CHEMISTRY_IDS.push(SALT);

  const { entryKind } = await import('./logbook/kind');
  const kinds = await import('./logbook/kinds');
  Object.assign(kinds.ENTRY_KINDS, {
    shaken: entryKind({
      subject: 'battery',
      version: 1,
      data: z.strictObject({ times: z.int().min(1, 'at least once').max(10) }),
      words: ({ times }) => ({ what: 'shaken', value: `${times} times` }),
      fold: { battery: (state, { at }) => ({ ...state, disturbedAt: at }) },
      check: ({ times }, { cells }) =>
        cells !== null && times > cells ? 'times: more often than it has cells.' : null,
      visit: 'work',
    }),
  });
  kinds.ENTRY_KIND_NAMES.push('shaken' as never);

  const { PROCEDURES } = await import('./procedures/procedures');
  const { PROCEDURE_NAMES } = await import('./logbook/procedure-names');
  Object.assign(PROCEDURE_NAMES, {
    polish: { label: 'Polish it', short: 'polish', doing: 'polished', minutes: 3 },
  });
  Object.assign(PROCEDURES, {
    polish: {
      id: 'polish',
      steps: [
        { id: 'cloth', say: 'A dry cloth, and nothing that conducts.', why: 'It may bridge.' },
        { id: 'wet', say: 'A wet one.', why: 'For mud.', when: () => false },
      ],
    },
  });
  const { RULE_CARDS } = await import('./rules/cards');
  (RULE_CARDS.readingDays.schools as object[]).push({
    value: 5,
    label: '5 days',
    reason: 'Nobody trusts anything here.',
  });
}

describe('what is added in one place', () => {
  beforeAll(load);

  it('a chemistry: is read, judged, charged and refused by its own traits', async () => {
    const { standing, reading } = await import('./record/record.fixture');
    const { judge } = await import('./assessment/judge');
    const { contextOf } = await import('./context/from-record');
    const { blockedFromCharge } = await import('./gate/gate');
    const { usualDetails } = await import('./battery/usual-details');
    const { cellsFor } = await import('./battery/chemistries');
    const { charge } = await import('./charging/charge');
    const { DEFAULT_RULES, RulePatch } = await import('./rules/rules');
    expect(cellsFor(SALT, 12)).toBe(5);
    expect(usualDetails(SALT).capsOpen).toBe(false);
    expect(DEFAULT_RULES.lineSocPct[SALT]).toBe(50);
    const facts = { chemistry: SALT, cells: 5, nominalVolts: 12, capsOpen: false };
    const record = standing({ facts, state: { readings: [reading('2027-01-10', 12.6)] } });
    const { headline, outlook } = judge(record);
    expect(headline).not.toBe('');
    expect(outlook?.freezingCelsius).toBeNull();
    // It needs no full charge by the calendar.
    expect(outlook?.rechargeWhy).not.toBe('interval');
    expect(blockedFromCharge(contextOf(record, outlook))).toEqual([]);
    const answer = charge({
      chemistry: SALT,
      cells: 5,
      capacityAh: 50,
      fromSocPct: 60,
      chargerAmps: 5,
      celsius: 15,
      ageYears: 1,
      drawAmps: 0,
      absorptionVolts: 14.3,
    });
    expect(answer!.totalHours).toBeGreaterThan((0.4 * 50) / 5);
    const tooMuch = RulePatch.safeParse({ absorptionVolts: { [SALT]: 14.8 } });
    expect(tooMuch.error?.issues[0]?.message).toContain('molten salt: its seals go');
  });

  it('a kind of entry: is checked, recorded, folded and told in words', async () => {
    const { parseEntry } = await import('./logbook/entry');
    const { foldBattery } = await import('./logbook/fold');
    const kinds = await import('./logbook/kinds');
    const entry = {
      id: '01a30678-ceaf-7000-8000-000000000001',
      subjectKind: 'battery',
      subjectId: 'b',
      kind: 'shaken',
      version: 1,
      at: '2027-01-14T09:00:00.000Z',
      by: 'attendant',
      data: { times: 2 },
      strikes: null,
    };
    expect(parseEntry(entry)).toMatchObject({ ok: true });
    expect(parseEntry({ ...entry, data: { times: 0 } })).toMatchObject({
      reason: expect.stringContaining('at least once') as string,
    });
    const recorded = { ...entry, seq: 1, recordedAt: entry.at } as never;
    expect(foldBattery([recorded]).disturbedAt).toBe(Date.parse(entry.at));
    expect(kinds.visitKinds('any')).toContain('shaken');
    expect(kinds.visitKinds('round')).not.toContain('shaken');
  });

  it('a procedure: its steps fit the battery, and its minutes count', async () => {
    const { PROCEDURES } = await import('./procedures/procedures');
    const { stepsFor } = await import('./procedures/procedure');
    const { contextOf } = await import('./context/from-record');
    const { standing } = await import('./record/record.fixture');
    const { minutesOf } = await import('./plan/jobs');
    const polish = PROCEDURES['polish' as keyof typeof PROCEDURES];
    const steps = stepsFor(polish, contextOf(standing(), null));
    expect(steps.map(({ id }) => id)).toEqual(['cloth']);
    const job = { kind: 'procedure', procedure: 'polish' as never, done: false } as const;
    expect(minutesOf(job)).toBe(3);
  });

  it('a rule: holds as it is at first, is changed by what it may be, and told in words', async () => {
    const { CHOICE_RULES } = await import('./rules/choices');
    const { RulePatch, applyPatch, DEFAULT_RULES } = await import('./rules/rules');
    const { patchWords } = await import('./rules/words');
    expect(CHOICE_RULES).toContain('tarpaulin');
    expect(DEFAULT_RULES).toMatchObject({ tarpaulin: 'off' });
    const patch = RulePatch.parse({ tarpaulin: 'on' });
    expect(applyPatch(DEFAULT_RULES, patch)).toEqual({ ...DEFAULT_RULES, tarpaulin: 'on' });
    expect(RulePatch.safeParse({ tarpaulin: 'sometimes' }).success).toBe(false);
    expect(patchWords(patch).join()).toContain('Tarpaulin: on');
  });

  it('a school of a rule: is offered with its reason, and dates follow it', async () => {
    const { RULE_CARDS } = await import('./rules/cards');
    const { RulePatch, applyPatch, DEFAULT_RULES } = await import('./rules/rules');
    const { standing, reading } = await import('./record/record.fixture');
    const { chargeForecastOf } = await import('./assessment/charge-forecast');
    const school = RULE_CARDS.readingDays.schools.at(-1)!;
    const patch = RulePatch.parse({ readingDays: school.value });
    const readings = [reading('2026-12-22', 12.94), reading('2027-01-10', 12.93)];
    const state = { readings, drawMa: null, negativeOn: false, lastFullAt: null, charges: [] };
    const next = (rules: typeof DEFAULT_RULES) =>
      chargeForecastOf(standing({ facts: { chemistry: 'agm', capsOpen: false }, rules, state }))!
        .nextReadingDay;
    // Twice five days: nothing can be left on, and it stands as it should.
    expect(next(applyPatch(DEFAULT_RULES, patch))).toBe(toDay('2027-01-20'));
    expect(next(DEFAULT_RULES)).toBeGreaterThan(toDay('2027-01-20'));
  });
});
