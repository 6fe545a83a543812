import { t, msg, withWords } from '../../core/language';
import { freezingOfSoc } from '../../core/battery/acid';
import type { ChemistryId } from '../../core/battery/chemistries';
import { reasonsAgainst } from '../../core/gate/gate';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { formatTemperature } from '../../core/words/words';
import { TrueBattery, type ChargeSource } from '../../simulators/battery';
import { show, type HandMeter } from '../../simulators/meter';
import { randomOne, type Random } from '../../simulators/random';
import { Stage, type Belief, type Offer, type Task } from '../stage';
import { MORNING, contextAt, meterOf, soundTruth, voltsWords } from '../yard';

type Kind = 'full' | 'low' | 'frozen' | 'condemned' | 'lithium';
type Deed = 'left' | 'charged' | 'in' | 'removed';

interface Parked {
  readonly mark: string;
  readonly say: string;
  readonly kind: Kind;
  readonly battery: TrueBattery;
  deed: Deed;
  read: number | null;
  looked: boolean;
}

/** Air of the yard, °C: last night, now, and by the morning. */
const LAST_NIGHT = -11;
const NOW = -2;
const TONIGHT = -24;
const WARM = 14;
/** Until it is dark. */
const MINUTES = 60;
const CHARGERS = 2;
const PLACES = 2;
const SOURCE: ChargeSource = { amps: 10, absorptionVolts: 14.4, floatVolts: 13.5, regulated: true };

const STANDS = withWords({
  full: msg`flooded, charged ten days ago`,
  low: msg`flooded, read 11.9 V a week ago`,
  frozen: msg`flooded, found flat in autumn and forgotten`,
  condemned: msg`swollen, marked for recycling, still in its mower`,
  lithium: msg`lithium iron phosphate, stored half full`,
} satisfies Record<Kind, string>);
const SHARE: Readonly<Record<Kind, readonly [number, number]>> = {
  full: [0.92, 0.99],
  low: [0.19, 0.26],
  frozen: [-0.1, -0.02],
  condemned: [0.15, 0.3],
  lithium: [0.45, 0.6],
};

const DEEDS = withWords({
  left: msg`left where it stood`,
  charged: msg`charged where it stood`,
  in: msg`carried into the warm hall`,
  removed: msg`out of its vehicle, bagged, inside for recycling`,
} satisfies Record<Deed, string>);
/** What each kind asks for; the first is what costs least. */
const RIGHT: Readonly<Record<Kind, readonly Deed[]>> = {
  full: ['left'],
  low: ['charged', 'in'],
  frozen: ['in'],
  condemned: ['removed'],
  lithium: ['left', 'in'],
};
const COSTS: Readonly<Record<Deed, number>> = { left: 0, charged: 7, in: 14, removed: 12 };

function parkedIn(chance: Random): Parked[] {
  const kinds: Kind[] = ['full', 'low', 'low', 'frozen', 'condemned', 'lithium', 'full'];
  return kinds
    .map((kind) => ({ kind, at: chance.uniform() }))
    .sort((a, b) => a.at - b.at)
    .map(({ kind }, i): Parked => {
      const chemistry: ChemistryId = kind === 'lithium' ? 'lfp' : 'flooded';
      const share = chance.between(...SHARE[kind]);
      const truth = soundTruth(chemistry, kind === 'lithium' ? 20 : 60, chance);
      return {
        mark: `Y${1 + 2 * i}`,
        say: STANDS[kind],
        kind,
        battery: new TrueBattery(truth, { share, celsius: NOW - 2 }),
        ...{ deed: 'left', read: null, looked: false },
      };
    });
}

class Frost extends Stage {
  private readonly parked: readonly Parked[];
  private readonly meter: HandMeter;

  constructor(private readonly chance: Random) {
    super();
    this.parked = parkedIn(chance);
    this.meter = meterOf(chance);
  }

  private count(deed: Deed): number {
    return this.parked.filter((one) => one.deed === deed).length;
  }

  sights() {
    return [
      {
        label: t`The yard`,
        value: t`${degrees(NOW)} now, ${degrees(LAST_NIGHT)} last night; ${degrees(TONIGHT)} is foretold for tonight`,
      },
      {
        label: t`Until it is dark`,
        value: t`${Math.max(0, Math.round(MINUTES - this.minutes))} min`,
      },
      {
        label: t`Left`,
        value: t`${CHARGERS - this.count('charged')} chargers for lead-acid, ${PLACES - this.count('in')} places in the warm hall`,
      },
      ...this.parked.map((one) => ({
        label: `${one.mark}, ${one.say}`,
        group: one.mark,
        value: [
          ...(one.read === null ? [] : [voltsWords(one.read)]),
          ...(one.looked
            ? [
                one.kind === 'frozen'
                  ? t`its sides are bowed, and nothing moves in it`
                  : t`it looks as it should`,
              ]
            : []),
          DEEDS[one.deed],
        ].join('; '),
      })),
    ];
  }

  offers(): Offer[] {
    return this.parked.flatMap(({ mark, deed, looked, read, kind }) =>
      deed !== 'left'
        ? []
        : [
            ...(read === null ? [{ id: `read/${mark}`, say: t`Read it`, group: mark }] : []),
            ...(looked ? [] : [{ id: `look/${mark}`, say: t`Look at its case`, group: mark }]),
            ...(this.count('charged') < CHARGERS && kind !== 'condemned'
              ? [{ id: `charge/${mark}`, say: t`Charger on it, over night`, group: mark }]
              : []),
            ...(this.count('in') < PLACES && kind !== 'condemned'
              ? [{ id: `in/${mark}`, say: t`Out, and into the warm hall`, group: mark }]
              : []),
            ...(kind === 'condemned'
              ? [{ id: `remove/${mark}`, say: t`Out of its vehicle, bagged, inside`, group: mark }]
              : []),
          ],
    );
  }

  protected act(id: string): void {
    const [what, mark] = id.split('/') as [string, string];
    const one = this.parked.find((each) => each.mark === mark)!;
    switch (what) {
      case 'read':
        this.spend(2);
        one.read = show(this.meter, one.battery.volts, 0, this.chance);
        return this.see(t`${mark} shows ${voltsWords(one.read)}.`);
      case 'look':
        this.spend(1);
        one.looked = true;
        return this.see(
          one.kind === 'frozen'
            ? t`${mark}: its sides are bowed.`
            : t`${mark}: it looks as it should.`,
        );
      case 'in':
        one.deed = 'in';
        this.spend(COSTS.in);
        return this.see(t`${mark} stands in the warm hall.`);
      case 'remove':
        one.deed = 'removed';
        this.spend(COSTS.removed);
        return this.see(t`${mark} is out, bagged, and inside.`);
      default:
        return this.charge(one);
    }
  }

  private charge(one: Parked): void {
    one.deed = 'charged';
    this.spend(COSTS.charged);
    const { chemistry } = one.battery.truth;
    // The gate is asked about the truth, whether it was read or not.
    const pct = one.battery.socPct;
    const [reason] = reasonsAgainst(
      contextAt(
        {
          battery: { chemistry, capacityAh: one.battery.truth.ratedAh },
          hall: {
            celsius: [
              { at: at(-8), value: LAST_NIGHT },
              { at: at(0), value: NOW },
            ],
          },
          charger: { kind: 'automatic', amps: SOURCE.amps, absorptionVolts: 14.4 },
        },
        this.hour,
        { soc: { value: pct, low: pct - 3, high: pct + 3 } },
      ),
      'charge',
    );
    if (!reason) return this.see(t`${one.mark} charges.`);
    this.slip(
      {
        id: `${reason.code}/${one.mark}`,
        broke: reason.words,
        would:
          one.kind === 'lithium'
            ? t`Lithium plates out as metal below freezing: it is spoilt for good, and may burn later, without a warning.`
            : t`What is frozen cannot take the charge: it gasses in the cracks of the ice and bursts.`,
        isGrave: true,
      },
      t`${one.mark}: its charger blinks, and the case creaks.`,
    );
  }

  questions() {
    return [];
  }

  /** The night: each lives through it where it stands. */
  protected override closing(): void {
    for (const one of this.parked) {
      const air = one.deed === 'in' || one.deed === 'removed' ? () => WARM : nightAir;
      let froze = one.kind === 'frozen';
      for (let hour = 0; hour < 16; hour++) {
        if (one.deed === 'charged') one.battery.onCharger(1, air(hour), SOURCE);
        else one.battery.live(air(hour), 0);
        const freezing = freezingOfSoc(one.battery.truth.chemistry, one.battery.socPct);
        if (freezing !== null && one.battery.temperature < freezing) froze = true;
      }
      if (!froze || one.kind === 'frozen') continue;
      this.slip({
        id: `froze/${one.mark}`,
        broke: t`A full battery may stay in frost; a low one may not, and a condemned one least of all.`,
        would: t`${one.mark} froze in the night and split; its acid runs when it thaws.`,
        isGrave: true,
      });
    }
    if (this.minutes > MINUTES) {
      this.slip({
        id: 'dark',
        broke: t`What can stay may stay: insulated hands, and light to see them by, are for the low ones.`,
        would: t`You carried the last ones in the dark, over ice.`,
        isGrave: false,
      });
    }
    for (const one of this.parked) {
      if (one.kind !== 'full' || one.deed === 'left') continue;
      this.slip({
        id: `needless/${one.mark}`,
        broke: t`Full, the acid freezes only near −60 °C.`,
        would: t`${one.mark} could have stayed: ${COSTS[one.deed]} min, and a place or a charger that another one needed.`,
        isGrave: false,
      });
    }
  }

  protected beliefs(): Belief[] {
    return this.parked.map(({ mark, say, kind, deed }) => ({
      ask: `${mark}, ${say}`,
      believed: DEEDS[deed],
      so: RIGHT[kind].map((right) => DEEDS[right]).join(t` or `),
      isRight: RIGHT[kind].includes(deed) || (kind === 'full' && deed !== 'removed'),
    }));
  }
}

const degrees = (celsius: number) => formatTemperature(celsius, DEFAULT_RULES);
const at = (hours: number) => new Date(MORNING + hours * 3_600_000).toISOString();
/** Down to the coldest by the end of the night. */
const nightAir = (hour: number) => NOW + (TONIGHT - NOW) * Math.min(1, hour / 11);

export const FROST: Task = withWords({
  id: 'frost',
  title: msg`A frost is coming`,
  brief: msg`Seven batteries stand in the yard, and tonight it grows very cold. An hour of light, two chargers, two warm places: see that none is lost, and nobody hurt.`,
  learn: msg`What may stay, what must be charged or carried, and what must not be charged any more.`,
  minutes: 5,
  begin: (seed) => new Frost(randomOne(seed)),
});
