import { SiteSimulator, type Hands, type LivingFile } from './site-simulator';
import { TrueBattery, steppedDraw } from './battery';

const HOUR = 3_600_000;
const NOW = Date.parse('2027-01-14T09:00:00Z');
const nature = {
  chemistry: 'flooded' as const,
  cells: 6,
  ratedAh: 60,
  health: 0.95,
  selfPctPerMonth: 4,
  offsetVolts: 0,
  lagHours: 6,
  weakCellPctPerDay: 0,
};
const life = (share: number) =>
  new TrueBattery({ ...nature, drawMa: steppedDraw([]) }, { share, celsius: 12 }).life;

const file = (more: Partial<LivingFile> = {}): LivingFile => ({
  now: NOW,
  airFrom: NOW,
  air: { hall: Array<number>(400).fill(12) },
  batteries: [
    {
      id: 'a',
      hallId: 'hall',
      truth: nature,
      draws: [{ fromDay: 0, milliamps: 20 }],
      clampVolts: 0,
      life: life(0.3),
    },
  ],
  devices: [
    {
      id: 'device',
      kind: 'charger',
      token: 't',
      chargerId: 'c',
      hallId: null,
      everyMinutes: 30,
      n: 7,
    },
    {
      id: 'air',
      kind: 'thermometer',
      token: 't',
      chargerId: null,
      hallId: 'hall',
      everyMinutes: 60,
      n: 0,
    },
  ],
  knocks: [],
  ...more,
});
const hands = (hung: boolean, mendedAt: number | null = null): Hands => ({
  batteries: [
    {
      id: 'a',
      connected: true,
      hallId: 'hall',
      hung: hung
        ? {
            since: NOW,
            chargerId: 'c',
            channel: 2,
            amps: 6,
            absorptionVolts: 14.4,
            floatVolts: 13.5,
            regulated: true,
            mendedAt,
          }
        : null,
    },
  ],
});

describe('a site that lives on', () => {
  it('a battery on a charger fills, and its device says so in numbered reports', () => {
    const site = new SiteSimulator(file());
    const before = site.sight('a')!.volts;
    const first = site.live(NOW + 3 * HOUR, hands(true)).get('device')!;
    expect(first.map(({ n }) => n)).toEqual([8, 9, 10, 11, 12, 13]);
    expect(first[0]).toMatchObject({ channel: 2, state: 'charging' });
    expect(first[0]!.amps).toBeGreaterThan(5);
    const later = site.live(NOW + 30 * HOUR, hands(true)).get('device')!;
    expect(later.at(-1)).toMatchObject({ state: 'holding' });
    expect(later.at(-1)!.amps).toBeLessThan(0.5);
    // A meter at the posts sees the charger's float.
    expect(site.sight('a')!.volts).toBeCloseTo(13.5, 1);
    expect(site.sight('a')!.lamp).toBe('holding');
    site.live(NOW + 60 * HOUR, hands(false));
    expect(site.sight('a')!.volts).toBeGreaterThan(before + 0.4);
    expect(site.sight('a')!.lamp).toBeNull();
  });

  it('takes about the ampere-hours that were missing, and some more', () => {
    const site = new SiteSimulator(file());
    const reports = site.live(NOW + 40 * HOUR, hands(true)).get('device')!;
    const ampHours = reports.reduce((sum, { amps }) => sum + (amps ?? 0) * 0.5, 0);
    const missing = 0.7 * 60 * 0.95;
    expect(ampHours).toBeGreaterThan(missing);
    expect(ampHours).toBeLessThan(1.3 * missing);
  });

  it('a lead that is knocked off feeds and says nothing, until somebody has seen to it', () => {
    const at = NOW + 2 * HOUR;
    const site = new SiteSimulator(file({ knocks: [{ batteryId: 'a', at }] }));
    const reports = site.live(NOW + 10 * HOUR, hands(true)).get('device')!;
    expect(Date.parse(reports.at(-1)!.at)).toBeLessThan(at);
    expect(site.sight('a')!.lamp).toBe('dark');
    const again = site.live(NOW + 14 * HOUR, hands(true, NOW + 10 * HOUR));
    expect(again.get('device')).toHaveLength(8);
    expect(site.sight('a')!.lamp).toBe('charging');
  });

  it('written down and taken up again it goes on as if nothing had been', () => {
    const through = new SiteSimulator(file());
    through.live(NOW + 20 * HOUR, hands(true));
    const first = new SiteSimulator(file());
    first.live(NOW + 9 * HOUR, hands(true));
    const second = new SiteSimulator(JSON.parse(JSON.stringify(first.toFile())) as LivingFile);
    expect(second.time).toBe(NOW + 9 * HOUR);
    second.live(NOW + 20 * HOUR, hands(true));
    expect(second.toFile()).toEqual(through.toFile());
  });

  it('thermometers report their hall by the hour, as far as the weather is known', () => {
    const site = new SiteSimulator(file({ air: { hall: [3, -2.26, 5] } }));
    const reports = site.live(NOW + 50 * HOUR, hands(false)).get('air')!;
    expect(reports.map(({ celsius }) => celsius)).toEqual([3, -2.3]);
    expect(site.time).toBe(site.until);
  });
});
