import type * as Estimation from '../../core/estimation/learn';
import { followRecord } from '../../core/estimation/learn';
import { foldBattery } from '../../core/logbook/fold';
import { readEntriesOf } from '../../store/entries';
import { readMasterData } from '../../store/master-data';
import { readBatteryStates, readRuleBook } from '../../store/states';
import { readVerdictsOf } from '../../store/verdicts';
import { statementsOf } from '../../store/statements.fixture';
import { handlePostEntry, postEntries } from '../logbook/post-entry';
import { newEntry } from '../logbook/new-entry';
import { db } from './store';
import { judgeReading } from '../../core/assessment/judge';
import { chartSeries } from '../chart/series';
import { anew } from '../round/judging';
import { hallsOf, viewStop } from '../round/round-data';
import { roundScreenData } from '../round/load';
import { judgeable } from '../site/trouble';
import { NOW, answer, demoSite, request, site } from './demo-server.fixture';

jest.mock('../../core/estimation/learn', () => {
  const real = jest.requireActual<Learning>('../../core/estimation/learn');
  return { ...real, followRecord: jest.fn(real.followRecord) };
});
type Learning = typeof Estimation;

demoSite();

describe('the round', () => {
  it('learns each battery once, in one place, and once a day while nothing is recorded', async () => {
    jest.mocked(followRecord).mockClear();
    const loaded = judgeable(site());
    const batteries = loaded.stays.flatMap((stay) => stay.batteries);
    const round = await roundScreenData(loaded);
    // Those with something recorded this morning are judged as they were before it, too.
    const morning = batteries.filter(({ standing: { state } }) =>
      [...state.readings, ...state.charges.map(({ to }) => ({ at: to }))].some(
        ({ at }) => at >= NOW - 9 * 3_600_000,
      ),
    );
    const calls = jest.mocked(followRecord).mock.calls.length;
    expect(calls).toBeLessThanOrEqual(batteries.length + morning.length);
    // In the browser nothing is learnt but from what is typed: once.
    jest.mocked(followRecord).mockClear();
    const halls = hallsOf(round);
    const views = round.stops.map((stop) => viewStop(stop, {}, round, halls, anew));
    const opened = views.flatMap((view) => view.batteryIds.map((id) => view.judged(id)));
    for (const { verdict, standing, outlook, course } of opened) {
      expect(verdict.headline).not.toBe('');
      chartSeries(standing, outlook, course);
    }
    expect(followRecord).not.toHaveBeenCalled();
    const one = opened.find(({ standing: { state } }) => state.readings.length > 3)!;
    judgeReading(one.standing, { volts: 12.5 }, one.outlook);
    expect(followRecord).toHaveBeenCalledTimes(1);
  });
});

describe('a reading that is recorded', () => {
  const reading = (id: string, volts: number) =>
    newEntry('reading', id, NOW, { volts, celsius: null, restedHours: 48, confirmed: true });
  const record = async (id: string, volts: number) => {
    let status = 0;
    const seen = await statementsOf(db(), async () => {
      ({ status } = await answer(handlePostEntry(request(reading(id, volts)))));
    });
    expect(status).toBe(200);
    return seen;
  };

  it('takes no more than twelve statements, once what changes seldom was read', async () => {
    await record('battery-027', 12.47);
    for (const id of ['battery-027', 'battery-031', 'battery-034']) {
      // The first of a battery brings its record; from then on it is known.
      await record(id, 12.6);
      expect((await record(id, 12.61)).length).toBeLessThanOrEqual(12);
    }
  });

  it('is learnt from once before it is recorded and once with it', async () => {
    const entry = reading('battery-031', 12.6);
    jest.mocked(followRecord).mockClear();
    await answer(handlePostEntry(request({ ...entry, data: { ...entry.data, confirmed: false } })));
    expect(jest.mocked(followRecord).mock.calls.length).toBeLessThanOrEqual(2);
  });

  it('is judged by rules that were changed a moment ago', async () => {
    const before = readRuleBook(db()).version;
    const change = newEntry(
      'rules-changed',
      'house',
      NOW,
      { patch: { restHours: 60 } },
      null,
      'rules',
    );
    expect((await answer(handlePostEntry(request(change)))).status).toBe(200);
    const entry = reading('battery-034', 12.6);
    await answer(handlePostEntry(request(entry)));
    const given = readVerdictsOf(db(), 'battery-034').find(({ entryId }) => entryId === entry.id);
    expect(given).toMatchObject({ ruleVersion: before + 1, kind: 'unsettled' });
    expect(given?.takenFor).toMatch(/^\w+ 12 V \d+ Ah, fitted \d{4}, .+ at −?\d+ °C, line \d+ %$/);
  });

  it('leaves no trace of what was taken back with it', async () => {
    const bad = { ...reading('battery-031', 12.6), subjectId: 'nobody' };
    const change = newEntry(
      'rules-changed',
      'house',
      NOW,
      { patch: { restHours: 3 } },
      null,
      'rules',
    );
    const { rules } = readMasterData(db())!.ruleBook;
    const refused = await answer(postEntries(request([change, reading('battery-031', 12.6), bad])));
    expect(refused.status).toBe(404);
    expect(readMasterData(db())!.ruleBook.rules).toEqual(rules);
    expect(readBatteryStates(db(), 'battery-031').get('battery-031')).toEqual(
      foldBattery(readEntriesOf(db(), 'battery', 'battery-031')),
    );
  });
});
