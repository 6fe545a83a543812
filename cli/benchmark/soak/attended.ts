import { MS_PER_DAY, MS_PER_HOUR, dayName, type Day } from '../../../core/day';
import type { NewEntry } from '../../../core/logbook/entry';
import type { EntryData, EntryKind } from '../../../core/logbook/kinds';
import { FIRST_DAY, morningOf, type SoakBattery, type SoakSite } from './site';

/** A battery as it really is: a straight scale and a straight loss, of nobody's laws but its own. */
interface Truth {
  readonly battery: SoakBattery;
  socPct: number;
  drawMa: number;
  connected: boolean;
  /** Watched for what was begun and not ended. */
  hangs: 'charge' | 'maintainer' | null;
  since: number;
}

/** Draws that ordinary life brings: an alarm, a tracker, a lamp left on. Milliamps. */
const DRAWS = [2, 8, 15, 25, 60, 120, 500, 5000] as const;

const isLithium = ({ battery }: Truth) => battery.chemistry === 'lfp';

function voltsOf(truth: Truth, noise: number): number {
  const { battery, socPct } = truth;
  const perCell = isLithium(truth)
    ? socPct > 5
      ? 3.26 + 0.0006 * socPct
      : 2.6 + 0.13 * Math.max(0, socPct)
    : 1.98 + 0.0013 * Math.max(-60, socPct);
  return Math.max(0, Math.round(100 * (perCell * battery.cells + noise)) / 100);
}

/**
 * An ordinary season, as somebody with a notebook lives it: rounds that are walked or missed,
 * readings with slips of the thumb, charges on whatever is free, things left on, owners who change
 * their minds, entries taken back. Yields what is recorded on each day, at the site's own time.
 */
export function* attendedSeason(
  site: SoakSite,
  days: number,
): Generator<{ readonly day: Day; readonly at: number; readonly entries: readonly NewEntry[] }> {
  const { chance } = site;
  const all = site.batteries.map((battery): Truth => ({
    battery,
    socPct: chance.between(55, 100),
    drawMa: chance.pick(DRAWS.slice(0, 6)),
    connected: true,
    hangs: null,
    since: 0,
  }));
  const recorded: NewEntry[] = [];
  for (let n = 0; n < days; n++) {
    const day = FIRST_DAY + n;
    const morning = morningOf(day);
    const today: NewEntry[] = [];
    const note = <K extends EntryKind>(kind: K, id: string, at: number, data: EntryData<K>) => {
      const entry = site.entry(kind, id, at, data);
      today.push(entry);
      recorded.push(entry);
    };
    for (const truth of all) {
      const { battery } = truth;
      if (truth.hangs) truth.socPct = 100;
      else {
        const draw = truth.connected ? (truth.drawMa * 2.4) / battery.capacityAh : 0;
        truth.socPct -= draw + chance.between(0.05, 0.2);
      }
      // Something is left on, or switched off again.
      if (chance.uniform() < 0.01) truth.drawMa = chance.pick(DRAWS);
    }
    const walks = n === 0 || (n % 3 === 0 && chance.uniform() < 0.85);
    for (const truth of walks ? all : [])
      walkTo(truth, morning + chance.between(0, 3 * MS_PER_HOUR));
    if (chance.uniform() < 0.05) odds(morning);
    yield { day, at: morning + 4 * MS_PER_HOUR, entries: today };

    function walkTo(truth: Truth, at: number): void {
      const { id } = truth.battery;
      if (n === 0 || chance.uniform() < 0.03) note('draw', id, at, { milliamps: truth.drawMa });
      if (truth.hangs) {
        const lamp =
          chance.uniform() < 0.9 ? 'holding' : chance.pick(['charging', 'dark', 'fault']);
        note('lamp', id, at, { state: lamp as 'holding', source: 'eyes' });
        if (chance.uniform() > 0.4) return;
        if (truth.hangs === 'charge')
          note('charge-ended', id, at, { full: lamp === 'holding', ampHours: null });
        else note('maintainer', id, at, { on: false });
        truth.hangs = null;
        return;
      }
      if (chance.uniform() < 0.6) {
        const slip = chance.uniform() < 0.01 ? chance.between(-1, 1) : 0;
        note('reading', id, at, {
          volts: voltsOf(truth, chance.between(-0.02, 0.02) + slip),
          celsius: null,
          restedHours: chance.uniform() < 0.2 ? 1 : null,
          confirmed: true,
        });
      }
      if (truth.socPct < 70 && chance.uniform() < 0.4) {
        const charger = chance.pick(site.chargers);
        const hook = {
          chargerId: charger.id,
          channel: 1 + Math.floor(chance.between(0, charger.channels)),
          outletId: null,
          programme: charger.programme,
          amps: 4,
          absorptionVolts: 14.4,
          floatVolts: null,
          fromSocPct: Math.max(-300, Math.round(truth.socPct)),
          hours: 10,
          ampHours: 20,
        };
        const noted = chance.uniform() < 0.6 ? { hook } : {};
        if (chance.uniform() < 0.8)
          note('charge-started', id, at, { charger: charger.id, ...noted });
        else note('maintainer', id, at, { on: true, ...noted });
        truth.hangs = 'charge';
        truth.since = at;
      } else if (chance.uniform() < 0.02) {
        truth.connected = !truth.connected;
        note('negative', id, at, { on: truth.connected });
      } else if (chance.uniform() < 0.02) {
        note('not-reached', id, at, { why: '' });
      }
    }

    /** What happens besides. */
    function odds(at: number): void {
      const vehicle = chance.pick(site.vehicles);
      const { id } = chance.pick(all).battery;
      const what = chance.pick([
        'collection',
        'moved',
        'outing',
        'pinned',
        'withdrawn',
        'inspected',
        'cut',
      ]);
      if (what === 'collection') {
        const on =
          chance.uniform() < 0.2 ? null : dayName(day + Math.floor(chance.between(0, 150)));
        note('collection', vehicle, at, { on });
      } else if (what === 'moved') note('moved', vehicle, at, { bayId: chance.pick(site.bays) });
      else if (what === 'outing') note('outing', vehicle, at, { minutes: 25 });
      else if (what === 'pinned') {
        note('pinned', id, at, {
          date: dayName(day + Math.floor(chance.between(0, 30))),
          jobs: ['connect'],
        });
      } else if (what === 'inspected') {
        note('inspected', id, at, { answers: { case: 'swollen' }, levels: null, note: '' });
      } else if (what === 'cut')
        note('power-cut', chance.pick(['carding', 'dye']), at, { note: '' });
      else {
        const back = chance.pick(recorded.slice(-40));
        if (back.kind === 'laid-up' || Date.parse(back.at) < at - 20 * MS_PER_DAY) return;
        today.push(
          site.entry('withdrawn', back.subjectId, at, { why: '' }, back.id, back.subjectKind),
        );
      }
    }
  }
}
