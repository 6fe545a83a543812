import { t, msg, withWords } from '../../core/language';
import type { ChemistryId } from '../../core/battery/chemistries';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import type { ReasonCode } from '../../core/gate/acts';
import { reasonsAgainst } from '../../core/gate/gate';
import type { Reason } from '../../core/gate/reasons';
import type { ChargeSource, TrueBattery } from '../../simulators/battery';
import { randomOne, type Random } from '../../simulators/random';
import { Stage, figured, type Answers, type Offer, type Question, type Task } from '../stage';
import { contextAt, soundTruth, standingAt } from '../yard';

interface Charger {
  readonly id: string;
  readonly say: string;
  readonly kind: 'automatic' | 'maintainer' | 'manual';
  readonly chemistries: readonly ChemistryId[];
  readonly nominalVolts: number;
  readonly source: ChargeSource;
}

const automatic = (amps: number, absorptionVolts: number, floatVolts: number | null) => ({
  ...{ amps, absorptionVolts, floatVolts, regulated: true },
});

/** What stands on the shelf. */
const SHELF: readonly Charger[] = withWords([
  {
    ...{ id: 'felt-8', say: msg`Felt 8: 12 V, 8 A, flooded and AGM, 14.7 V, then float` },
    ...{ kind: 'automatic', chemistries: ['flooded', 'efb', 'agm'], nominalVolts: 12 },
    source: automatic(8, 14.7, 13.6),
  },
  {
    ...{ id: 'felt-4', say: msg`Felt 4 G: 12 V, 4 A, gel, 14.1 V, then float` },
    ...{
      kind: 'automatic',
      chemistries: ['gel'],
      nominalVolts: 12,
      source: automatic(4, 14.1, 13.5),
    },
  },
  {
    ...{ id: 'iron', say: msg`Iron: 12 V, 10 A, by hand, does not stop by itself` },
    ...{ kind: 'manual', chemistries: ['flooded', 'efb'], nominalVolts: 12 },
    source: { amps: 10, absorptionVolts: 16.2, floatVolts: null, regulated: false },
  },
  {
    ...{ id: 'thread', say: msg`Thread: maintainer, 12 V, 0.8 A, flooded and AGM` },
    ...{ kind: 'maintainer', chemistries: ['flooded', 'efb', 'agm'], nominalVolts: 12 },
    source: automatic(0.8, 14.4, 13.5),
  },
  {
    ...{ id: 'spindle', say: msg`Spindle: 6 V, 4 A, flooded, 7.3 V, then float` },
    ...{
      kind: 'automatic',
      chemistries: ['flooded'],
      nominalVolts: 6,
      source: automatic(4, 7.3, 6.8),
    },
  },
  {
    ...{ id: 'bobbin', say: msg`Bobbin: 12 V, 4 A, lithium, 14.4 V, then off` },
    ...{
      kind: 'automatic',
      chemistries: ['lfp'],
      nominalVolts: 12,
      source: automatic(4, 14.4, null),
    },
  },
]);

interface Found {
  readonly say: string;
  readonly chemistry: ChemistryId;
  readonly cells: number;
  readonly ah: number;
  readonly socPct: number;
}

const BATTERIES: readonly Found[] = withWords([
  {
    say: msg`gel, 12 V 60 Ah, of a cart`,
    ...{ chemistry: 'gel', cells: 6, ah: 60, socPct: 45 },
  },
  {
    say: msg`flooded, 6 V 70 Ah, of an old roadster`,
    ...{ chemistry: 'flooded', cells: 3, ah: 70, socPct: 50 },
  },
  {
    say: msg`AGM, 12 V 12 Ah, of a motorcycle`,
    ...{ chemistry: 'agm', cells: 6, ah: 12, socPct: 50 },
  },
  {
    say: msg`lithium iron phosphate, 12.8 V 20 Ah, of a motorcycle`,
    ...{ chemistry: 'lfp', cells: 4, ah: 20, socPct: 25 },
  },
  {
    say: msg`flooded, 12 V 95 Ah, of a camper’s living part`,
    ...{ chemistry: 'flooded', cells: 6, ah: 95, socPct: 35 },
  },
]);

/** What comes of a charger that the gate speaks against, by its reason. */
const WOULD: Partial<Readonly<Record<ReasonCode, string>>> = withWords({
  'wrong-voltage': msg`Within the hour it boils and swells. A case that bursts throws acid.`,
  'wrong-chemistry': msg`Its plates dry out, night after night over their volts: it holds half of what it did, and never takes it back.`,
  'too-much-current': msg`It grows hot, its valves open, and what gasses out is not put back.`,
  'too-weak': msg`The vehicle takes as much as it gives: it is never full.`,
  unattended: msg`By midnight it is full, and the charger goes on: in the morning it has boiled dry, in air that a spark lights.`,
});

const UNTIL_MORNING_HOURS = 20;
const STEP_HOURS = 0.25;
const FULL_PCT = 95;
/** How far an estimate of the hours may be out. */
const HOURS_WITHIN = 0.5;

const HOURS: Question = withWords({
  id: 'hours',
  ask: msg`How long will the right one take until it is full?`,
  choices: null,
  unit: 'h',
});

const CELSIUS = 16;

/** Hours until it holds; Infinity: not in two days. */
function hoursOn(battery: TrueBattery, source: ChargeSource): number {
  for (let hours = STEP_HOURS; hours <= 48; hours += STEP_HOURS) {
    battery.onCharger(STEP_HOURS, CELSIUS, source);
    if (battery.socPct >= FULL_PCT) return hours;
  }
  return Infinity;
}

class Shelf extends Stage {
  private readonly battery: TrueBattery;
  private hung: Charger | null = null;

  constructor(
    private readonly found: Found,
    chance: Random,
  ) {
    super();
    const { chemistry, ah, cells } = found;
    this.battery = standingAt(soundTruth(chemistry, ah, chance, { cells }), found.socPct, CELSIUS);
  }

  private against({ kind, chemistries, nominalVolts, source }: Charger): readonly Reason[] {
    const { chemistry, cells, ah } = this.found;
    return reasonsAgainst(
      contextAt(
        {
          vehicle: { kind: 'car' },
          battery: { chemistry, cells, capacityAh: ah, place: 'bench', condition: 'sound' },
          hall: { celsius: [{ at: '2027-01-10T00:00', value: CELSIUS }], aired: true },
          charger: {
            ...{ kind, chemistries: [...chemistries], nominalVolts, amps: source.amps },
            ...{ absorptionVolts: source.absorptionVolts, stopsByItself: source.regulated },
          },
        },
        this.hour,
        {
          soc: {
            value: this.found.socPct,
            low: this.found.socPct - 8,
            high: this.found.socPct + 8,
          },
        },
      ),
      'charge',
    );
  }

  /** The one that nothing speaks against and that is done by the morning. */
  private get right(): { readonly charger: Charger; readonly hours: number } {
    const suits = SHELF.filter((charger) => this.against(charger).length === 0).map((charger) => ({
      charger,
      hours: hoursOn(standingAt(this.battery.truth, this.found.socPct, CELSIUS), charger.source),
    }));
    return suits.sort((a, b) => a.hours - b.hours)[0]!;
  }

  sights() {
    const { say } = this.found;
    return [
      { label: t`The battery, on the bench`, value: say },
      { label: t`Read at rest`, value: t`stands for ${this.found.socPct} % of a full one` },
      { label: t`Here`, value: t`${CELSIUS} °C; it is one o’clock, and you go home at five` },
      { label: t`Wanted`, value: t`full at nine tomorrow` },
      ...(this.hung ? [{ label: t`On it`, value: this.hung.say }] : []),
    ];
  }

  offers(): Offer[] {
    if (this.hung) return [];
    return SHELF.map(({ id, say }) => ({ id: `hang/${id}`, say, group: t`The shelf` }));
  }

  protected act(id: string): void {
    const charger = SHELF.find((one) => id === `hang/${one.id}`)!;
    const [reason] = this.against(charger);
    this.hung = charger;
    this.spend(4);
    for (let hours = 0; hours < UNTIL_MORNING_HOURS; hours += STEP_HOURS) {
      this.battery.onCharger(STEP_HOURS, CELSIUS, charger.source);
    }
    this.wait(UNTIL_MORNING_HOURS);
    if (reason) {
      return this.slip(
        {
          id: reason.code,
          broke: reason.words,
          would: WOULD[reason.code] ?? reason.words,
          isGrave: true,
        },
        t`In the morning: a sharp smell, and the case is hot.`,
      );
    }
    if (this.battery.socPct < FULL_PCT) {
      return this.slip(
        {
          id: 'not-by-morning',
          broke: t`Slow is kind, about a tenth of the capacity in amps; ${charger.source.amps} A into ${this.found.ah} Ah is far less.`,
          would: t`The owner comes at nine to a battery at ${Math.round(this.battery.socPct)} %.`,
          isGrave: true,
        },
        t`In the morning its lamp still says that it charges.`,
      );
    }
    this.see(t`In the morning it is full, and its charger holds it.`);
  }

  questions() {
    return [HOURS];
  }

  protected beliefs(answers: Answers) {
    const { charger, hours } = this.right;
    return [
      {
        ask: t`The charger for ${CHEMISTRIES[this.found.chemistry].inWords}, ${this.found.ah} Ah, by the morning`,
        believed: this.hung?.say ?? t`none`,
        so: charger.say,
        isRight: this.hung === charger,
      },
      figured(HOURS, answers, hours, Math.max(2, HOURS_WITHIN * hours)),
    ];
  }
}

export const CHARGER: Task = withWords({
  id: 'charger',
  title: msg`Which charger`,
  brief: msg`A battery stands on the bench, six chargers on the shelf. Say how long it will take, hang one on it, and go home.`,
  learn: msg`Chemistry, volts, amps for its size, and what may be left alone over night.`,
  minutes: 4,
  begin: (seed) => {
    const chance = randomOne(seed);
    return new Shelf(chance.pick(BATTERIES), chance);
  },
});
