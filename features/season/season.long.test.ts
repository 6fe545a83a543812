import ical, { type VEvent } from 'node-ical';
import { checkPlan } from '../../core/schedule-validation/check';
import { SeasonDocument, wantingIn } from '../../core/schedule/document';
import { dayName, toDay } from '../../core/day';
import { readPlan } from '../../store/season-plans';
import { servedRecord } from '../round/served';
import { roundData } from '../round/load';
import type { EntryData, EntryKind } from '../../core/logbook/kinds';
import { newEntry } from '../logbook/new-entry';
import { handlePostEntry } from '../logbook/post-entry';
import { NOW, answer, demoSite, request, site } from '../server/demo-server.fixture';
import { db } from '../server/store';
import { calendarOf } from './calendar';
import { seasonDocumentOf } from './from-site';
import { currentPlan, withPlan } from './keeper';
import { rankFits } from '../../core/connections/charger-suitability';
import { chargeHours } from '../../core/schedule/unit';
import { problemOf } from '../../core/schedule/problem';
import { may } from '../../core/gate/gate';
import { changes } from '../../core/schedule/replan';
import { handWorkDue } from '../../core/plan/due';
import { plannedOn } from './planned';
import { seasonScreenData } from './load';
import { moveEffect } from './move';
import { morningLine } from './morning';
import { planFor } from './plan-for';
import { getCalendar, getSeasonDocument, postTightened } from './routes';

demoSite();

/** What the Season screen shows. */
async function shown() {
  const told = await seasonScreenData(site());
  if (!told.ok) throw new Error(told.why);
  return told.data;
}

const events = (calendar: string) =>
  Object.values(ical.sync.parseICS(calendar)).filter(
    (one): one is VEvent => one?.type === 'VEVENT',
  );

/** The rounds, and not what belongs to whole days. */
const isRound = ({ uid }: VEvent) => /^\d/.test(uid);

describe('the season of the site', () => {
  it('is a season document, and its plan breaks no rule that it does not name', async () => {
    const season = seasonDocumentOf(site(), null);
    expect(SeasonDocument.safeParse(season).error?.issues ?? []).toEqual([]);
    const { plan } = await currentPlan(site());
    expect(checkPlan(SeasonDocument.parse(season), plan).breaches).toEqual([]);
    expect(plan.rounds.length).toBeGreaterThan(20);
  });

  it('knows for each battery the chargers that the gate allows, and how long each takes', () => {
    const loaded = site();
    const season = SeasonDocument.parse(seasonDocumentOf(loaded, null));
    const problem = problemOf(season);
    const chargers = new Map(loaded.stock.chargers.map((one) => [one.id, one]));
    const kept = new Map(
      loaded.stays.flatMap(({ batteries }) => batteries.map((one) => [one.battery.id, one])),
    );
    let compared = 0;
    for (const unit of problem.units) {
      const { context, hallId } = kept.get(unit.id)!;
      const request = { context, hallId, room: null, purpose: 'charge' as const };
      // What it holds is never asked for below nearly full.
      if (unit.socPct > 97 || context.soc === null) continue;
      for (const k of unit.chargers) {
        const charger = chargers.get(season.chargers[k]!.id);
        if (!charger) continue;
        const [fit] = rankFits([charger], request);
        expect(fit!.amps).toBe(unit.ampsOn[k]);
        const planned = chargeHours(unit, unit.socPct, unit.ampsOn[k]!);
        expect(Math.abs(planned - fit!.course!.totalHours)).toBeLessThan(0.05);
        compared++;
      }
    }
    expect(compared).toBeGreaterThan(100);
    // A manual one is left alone between two rounds: the plan never hangs anything on it.
    const manual = loaded.stock.chargers.find(({ automatic }) => !automatic)!;
    const all = season.batteries.flatMap(({ mayHang }) => mayHang!.map((one) => one.charger));
    expect(all).not.toContain(manual.id);
  });

  it('lets nobody charge what may be frozen before it has thawed', async () => {
    const icy = site().stays.find(({ bay }) => bay.mark === 'Y4')!.batteries[0]!;
    expect(may(icy.context, 'charge').because.map(({ code }) => code)).toContain('may-be-frozen');
    const season = seasonDocumentOf(site(), null);
    const thawed = dayName(toDay(season.today) + 3);
    expect(season.batteries.find(({ id }) => id === icy.battery.id)!.notBefore).toBe(thawed);
    const { plan } = await currentPlan(site());
    const days = plan.rounds.flatMap(({ date, stops }) =>
      stops.some(({ visits }) =>
        visits.some(({ battery, jobs }) => battery === icy.battery.id && jobs.includes('connect')),
      )
        ? [date]
        : [],
    );
    expect(days.length).toBeGreaterThan(0);
    expect(days.every((date) => date >= thawed)).toBe(true);
  });

  it('is planned once, and again only when something has happened', async () => {
    const first = await currentPlan(site());
    expect((await currentPlan(site())).id).toBe(first.id);
    const victim = first.season.batteries.find(
      ({ socPct, negativeOn, chemistry, kept, charging }) =>
        negativeOn && chemistry === 'agm' && socPct > 80 && !kept && !charging,
    )!;
    const low = { volts: 12.34, celsius: null, restedHours: 90, confirmed: true };
    expect(
      (await answer(handlePostEntry(request(newEntry('reading', victim.id, NOW, low))))).status,
    ).toBe(200);
    const second = await currentPlan(site());
    expect(second.id).toBeGreaterThan(first.id);
    const firstCharge = (plan: typeof first.plan) =>
      plan.rounds.find(({ stops }) =>
        stops.some(({ visits }) =>
          visits.some(({ battery, jobs }) => battery === victim.id && jobs.includes('connect')),
        ),
      )?.date;
    expect(firstCharge(second.plan)! < (firstCharge(first.plan) ?? '9')).toBe(true);
  });

  it('is tightened before anybody goes by it, and only kept to once a round is under way', async () => {
    const { season, plan } = await currentPlan(site());
    const earlier = planFor({ season, earlier: null, improve: false });
    const kept = planFor({ season, earlier, improve: false });
    const improved = planFor({ season, earlier, improve: true });
    // What is left wanting weighs more than any time.
    expect(improved.unmet.length).toBeLessThanOrEqual(kept.unmet.length);
    if (improved.unmet.length === kept.unmet.length) {
      expect(improved.totals.minutes).toBeLessThan(kept.totals.minutes);
    }
    expect(checkPlan(season, improved).breaches).toEqual([]);
    // In the middle of a day whoever is well kept stays where he is.
    const again = planFor({ season, earlier: plan, improve: false });
    const wanting = new Set(wantingIn(plan));
    const moved = changes(plan, again, season.today).filter(({ battery }) => !wanting.has(battery));
    expect(moved).toEqual([]);
  });

  it('the round is cut from it', async () => {
    const loaded = await withPlan(site());
    const { plan } = await currentPlan(site());
    const planned = plannedOn(plan, dayName(loaded.today));
    const stops = roundData(loaded).stops.flatMap(({ batteries }) => batteries);
    for (const [id, { jobs }] of planned) {
      const battery = stops.find((one) => one.id === id);
      expect(battery).toBeDefined();
      expect(servedRecord(battery!).battery.planned?.jobs).toEqual(jobs);
    }
  });

  it('keeps what was decided by hand until it is taken back', async () => {
    const { plan } = await currentPlan(site());
    const round = plan.rounds.find(({ date }) => date > '2027-02-01')!;
    const battery = plan.rounds
      .filter(({ date }) => date > round.date)
      .flatMap(({ stops }) => stops.flatMap(({ visits }) => visits))
      .find(({ jobs }) => jobs.includes('connect'))!.battery;
    const pin = newEntry('pinned', battery, NOW, { date: round.date, jobs: ['connect'] });
    expect((await answer(handlePostEntry(request(pin)))).status).toBe(200);
    const { plan: pinned } = await currentPlan(site());
    expect(plannedOn(pinned, round.date).get(battery)?.jobs).toContain('connect');
    expect((await shown()).pins).toMatchObject([{ battery, date: round.date }]);
    const back = newEntry('withdrawn', battery, NOW, { why: '' }, pin.id, 'battery');
    expect((await answer(handlePostEntry(request(back)))).status).toBe(200);
    expect((await shown()).pins).toEqual([]);
  });

  it('an owner who comes on another day is planned for; a day that is past is refused', async () => {
    const stay = site().stays.find(
      ({ state, batteries }) => batteries.length === 1 && state.collectOn! > '2027-04-01',
    )!;
    const { id } = stay.batteries[0]!.battery;
    const before = await currentPlan(site());
    const post = (on: string | null) =>
      answer(handlePostEntry(request(newEntry('collection', stay.vehicle.id, NOW, { on }))));
    expect(await post('2027-01-13')).toMatchObject({ status: 409 });
    expect((await post('2027-02-20')).status).toBe(200);
    const sooner = await currentPlan(site());
    expect(sooner.id).toBeGreaterThan(before.id);
    expect(sooner.season.batteries.find((one) => one.id === id)!.collect).toBe('2027-02-20');
    const handBack = ({ plan }: typeof sooner) =>
      plan.rounds.find(({ date }) => plannedOn(plan, date).get(id)?.jobs.includes('handBack'))!
        .date;
    expect(handBack(sooner)).toBe('2027-02-18');
    expect(handBack(before) > '2027-04-01').toBe(true);
    // What others have is kept but for what has to give way.
    // Those that were left wanting are tried anew each time, one that has to thaw among them, and
    // may move others.
    const wanting = new Set(wantingIn(before.plan));
    const moved = changes(before.plan, sooner.plan, '2027-01-14').filter(
      ({ battery }) => !wanting.has(battery),
    );
    expect(moved.length).toBeLessThan(sooner.season.batteries.length / 5);
    expect((await post(null)).status).toBe(200);
    const always = (await currentPlan(site())).season.batteries.find((one) => one.id === id)!;
    expect(always.collect).toBeUndefined();
  });

  it('draw tests and cleaning wait for rounds of their own, and none is lost', () => {
    const loaded = site();
    const season = seasonDocumentOf(loaded, null);
    const due = loaded.stays.flatMap(({ batteries }) =>
      batteries.flatMap(({ battery, standing, outlook }) =>
        handWorkDue(standing, outlook, NOW).map(({ job }) => `${battery.id} ${job}`),
      ),
    );
    expect(due.length).toBeGreaterThan(5);
    const pins = season.pins.flatMap(({ battery, jobs }) => jobs.map((job) => `${battery} ${job}`));
    expect(pins.sort()).toEqual(due.sort());
    const days = season.pins.map(({ date }) => date);
    expect(new Set(days).size).toBeGreaterThan(2);
  });

  it('puts nothing that can wait into a round that is being walked', async () => {
    const round = async () => {
      const { plan } = await currentPlan(site());
      return plannedOn(plan, '2027-01-14');
    };
    const morning = await round();
    const walked = [...morning].filter(([, { jobs }]) => jobs[0] === 'reading').slice(0, 5);
    expect(walked.length).toBeGreaterThan(1);
    const lastVolts = (id: string) =>
      site()
        .stays.flatMap(({ batteries }) => batteries)
        .find(({ battery }) => battery.id === id)!
        .standing.state.readings.at(-1)!.volts;
    const record = <K extends EntryKind>(kind: K, id: string, data: EntryData<K>) =>
      handlePostEntry(request(newEntry(kind, id, NOW, data)));
    for (const [id, { jobs }] of walked) {
      const volts = lastVolts(id) - 0.01;
      await record('reading', id, { volts, celsius: null, restedHours: 90, confirmed: true });
      if (jobs.includes('drawTest')) {
        await record('draw', id, { milliamps: 4 });
        await record('procedure-done', id, { procedure: 'draw-test', steps: [] });
      }
      expect([...(await round()).keys()].filter((other) => !morning.has(other))).toEqual([]);
    }
    const after = await round();
    // It was planned anew meanwhile: what has been read is not to be read again.
    const isRead = ([id]: (typeof walked)[number]) => !after.get(id)?.jobs.includes('reading');
    expect(walked.some(isRead)).toBe(true);
    // What is decided by hand goes into it all the same.
    const current = await currentPlan(site());
    const other = current.season.batteries.find(
      (one) =>
        one.notBefore !== undefined &&
        !one.kept &&
        !one.charging &&
        !morning.has(one.id) &&
        current.plan.rounds.some(({ date }) =>
          plannedOn(current.plan, date).get(one.id)?.jobs.includes('connect'),
        ),
    )!;
    const from = current.plan.rounds.find(({ date }) =>
      plannedOn(current.plan, date).get(other.id)?.jobs.includes('connect'),
    )!.date;
    const move = { battery: other.id, from, to: '2027-01-14' };
    const effect = moveEffect(current.season, current.plan, move);
    expect(effect.possible).toBe(true);
    // The demo's house saves cost: what is told of a move is told in money, where there are prices.
    expect(Math.abs(effect.cost!)).toBeGreaterThan(0);
    const timeAlone = { ...current.season, prices: undefined };
    expect(moveEffect(timeAlone, current.plan, move).cost).toBeNull();
    // A day without a round is none.
    expect(moveEffect(current.season, current.plan, { ...move, to: '2027-01-15' }).possible).toBe(
      false,
    );
    const pin = newEntry('pinned', other.id, NOW, { date: '2027-01-14', jobs: ['clean'] });
    await handlePostEntry(request(pin));
    expect((await round()).get(other.id)?.jobs).toContain('clean');
    const { season, plan } = await currentPlan(site());
    expect(checkPlan(season, plan).breaches).toEqual([]);
  });

  it('takes a tightened plan only if it keeps the rules and is no worse', async () => {
    const { id, plan } = await currentPlan(site());
    const post = (body: object) => answer(postTightened(request(body)));
    expect(await post({ planId: id + 1, plan })).toMatchObject({ status: 409 });
    const [first, ...rest] = plan.rounds;
    expect(await post({ planId: id, plan: { ...plan, rounds: rest } })).toMatchObject({
      status: 422,
    });
    expect(first).toBeDefined();
    expect(await post({ planId: id, plan })).toMatchObject({ status: 200 });
    expect(readPlan(db())!.tightened).toBe(true);
  });

  it('is exported as a document that reads back', async () => {
    const text = await (await getSeasonDocument()).text();
    expect(SeasonDocument.parse(JSON.parse(text)).batteries.length).toBeGreaterThan(80);
  });
});

describe('the calendar', () => {
  it('has one event a round, at nine on the site’s clock, in summer as in winter', async () => {
    const { plan } = await currentPlan(site());
    const read = events(await (await getCalendar()).text()).filter(isRound);
    expect(read.map(({ uid }) => uid.slice(0, 10))).toEqual(plan.rounds.map(({ date }) => date));
    for (const event of read) {
      const hour = new Intl.DateTimeFormat('en-GB', {
        timeZone: site().site.timeZone,
        hour: '2-digit',
        minute: '2-digit',
      });
      expect(hour.format(event.start)).toBe('09:00');
      expect(event.end!.getTime()).toBeGreaterThan(event.start.getTime());
    }
    const visits = plan.rounds[1]!.stops.flatMap((stop) => stop.visits);
    const lines = String(read[1]!.description).split('\n');
    for (const { battery } of visits) {
      const { names } = await shown();
      expect(lines.some((line) => line.startsWith(`${names[battery]!.bayMark} `))).toBe(true);
    }
  });

  it('has the days on which owners come, in the words of Hand back, and those to be asked', async () => {
    const days = events(await (await getCalendar()).text()).filter((one) => !isRound(one));
    const said = days.map(({ summary }) => String(summary));
    expect(said).toContain('C12 Fennick hybrid goes back: Will be ready by Mon 18 Jan');
    expect(said).toContain('Y18 Hallam flatbed goes back: Not without a replacement');
    expect(said.find((words) => words.startsWith('Ask Rufus Marrick'))).toMatch(/: Y18 .*Starter/);
    const hybrid = days.find(({ uid }) => uid.startsWith('back-vehicle-12@'))!;
    expect(hybrid.datetype).toBe('date');
    expect(hybrid.start.getDate()).toBe(19);
    expect(String(hybrid.description)).toMatch(/Hand it over/);
    expect(new Set(days.map(({ uid }) => uid)).size).toBe(days.length);
  });

  it('keeps the id of a round that changes, and counts its changes', async () => {
    const sequences = async () =>
      new Map(
        events(await (await getCalendar()).text())
          .filter(isRound)
          .map(({ uid, sequence }) => [uid, Number(sequence)]),
      );
    const before = await sequences();
    const { season, plan } = await currentPlan(site());
    const soon = new Set(
      plan.rounds
        .filter(({ date }) => date < '2027-02-08')
        .flatMap(({ stops }) => stops.flatMap(({ visits }) => visits))
        .flatMap(({ battery, jobs }) => (jobs.includes('connect') ? [battery] : [])),
    );
    const victim = season.batteries.find(
      ({ id, nominalVolts, chemistry, kept, charging }) =>
        nominalVolts === 12 && chemistry !== 'lfp' && !kept && !charging && !soon.has(id),
    )!;
    const low = { volts: 12.3, celsius: null, restedHours: 90, confirmed: true };
    await handlePostEntry(request(newEntry('reading', victim.id, NOW, low)));
    const after = await sequences();
    const more = [...after].filter(([uid, sequence]) => sequence > (before.get(uid) ?? 0));
    expect(more.length).toBeGreaterThan(0);
    expect([...before.keys()].filter((uid) => after.has(uid)).length).toBeGreaterThan(15);
  });

  it('writes commas, newlines and long lines so that another reader finds them again', () => {
    const name = 'Fennick, pickup; “old” \\ long '.repeat(4).trim();
    const calendar = calendarOf({
      plan: {
        rounds: [
          {
            date: '2027-03-29',
            minutes: 12,
            stops: [
              { stop: 's', hall: 'h', visits: [{ battery: 'b', jobs: ['reading', 'levels'] }] },
            ],
          },
        ],
        totals: { minutes: 12, rounds: 1, charges: 0, underLineDays: 0 },
        lowestSocPct: [],
        lowerBoundMinutes: null,
        unmet: [],
        remedies: [],
      },
      siteName: 'Mill, the old one',
      timeZone: 'America/New_York',
      siteId: 'mill',
      madeAt: NOW,
      sequence: () => 4,
      hour: 9,
      batteryName: () => name,
      hallName: () => 'Hall; 1',
      chargerName: (id) => id,
    });
    const [event] = events(calendar);
    expect(String(event!.description)).toBe(`Hall; 1:\n${name}: read at rest, levels`);
    expect(String(event!.location)).toBe('Mill, the old one');
    expect(Number(event!.sequence)).toBe(4);
    // Half an hour before, whoever subscribes is reminded (RFC 5545, 3.6.6).
    const [reminder] = (event as unknown as { alarms: Record<string, unknown>[] }).alarms;
    expect(reminder).toMatchObject({ action: 'DISPLAY', trigger: '-PT30M' });
    expect(reminder!.description).toBe('Round at Mill, the old one');
    // The day after Europe has put its clocks on: in New York they are since two weeks.
    expect(event!.start.toISOString()).toBe('2027-03-29T13:00:00.000Z');
    for (const line of calendar.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThan(76);
  });
});

describe('the morning line', () => {
  it('says what happened, what it moves and what that costs, in three sentences at most', async () => {
    const now = await currentPlan(site());
    const battery = now.season.batteries[20]!;
    const before = {
      season: {
        ...now.season,
        chargers: [...now.season.chargers, { ...now.season.chargers[0]!, id: 'lost' }],
        batteries: now.season.batteries.map((one) =>
          one === battery ? { ...one, socPct: one.socPct + 15 } : one,
        ),
      },
      plan: {
        ...now.plan,
        rounds: now.plan.rounds.map((round, i) =>
          i === 3 ? { ...round, stops: [], minutes: 0 } : round,
        ),
      },
    };
    const line = morningLine({
      before,
      now,
      today: toDay('2027-01-14'),
      name: (id) => (id === battery.id ? 'A9 Calder' : id),
      chargerName: () => 'Old Felt',
      readings: new Map([[battery.id, 12.31]]),
      walked: new Set(),
    });
    expect(line.length).toBeLessThanOrEqual(3);
    expect(line[0]).toBe('Old Felt broken; lower than foreseen: A9 Calder.');
    expect(line.join(' ')).toMatch(/charged on other days|minutes more/);
    expect(
      morningLine({
        before: now,
        now,
        today: toDay('2027-01-14'),
        name: (id) => id,
        chargerName: (id) => id,
        readings: new Map(),
        walked: new Set(),
      }),
    ).toEqual([]);
    const monday = { before: now, now, today: toDay('2027-01-18'), name: String };
    const missed = { ...monday, chargerName: String, readings: new Map<string, number>() };
    expect(morningLine({ ...missed, walked: new Set() })[0]).toBe(
      'A round was missed: Thu 14 Jan.',
    );
    expect(morningLine({ ...missed, walked: new Set(['2027-01-14']) })).toEqual([]);
  });
});
