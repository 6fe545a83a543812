import { t, msg, withWords } from '../../core/language';
import { loadTestFloor } from '../../core/battery/load-test';
import { reasonsAgainst } from '../../core/gate/gate';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { TrueBattery } from '../../simulators/battery';
import { show, type HandMeter } from '../../simulators/meter';
import { randomOne, type Random } from '../../simulators/random';
import { loadTest, meterOf as testerOf, startAt, startOfKnown } from '../../simulators/start-world';
import { Stage, chosen, type Answers, type Offer, type Question, type Task } from '../stage';
import { contextAt, meterOf, soundTruth, voltsWords } from '../yard';

type Nature = 'sound' | 'sulfated' | 'cell' | 'swollen';
/** What is left of its power to crank. */
const POWER: Readonly<Record<Nature, number>> = {
  sound: 1,
  sulfated: 0.36,
  cell: 0.45,
  swollen: 0.6,
};
const CELSIUS = 14;
const AH = 70;
const RATED_AMPS = 600;
const CHARGE = { amps: 7, absorptionVolts: 14.4, floatVolts: 13.5, regulated: true } as const;
const FAST = { amps: 45, absorptionVolts: 15.2, floatVolts: null, regulated: true } as const;

const KEEP: Question = withWords({
  id: 'keep',
  ask: msg`Keep or replace?`,
  choices: [
    { id: 'keep', say: msg`keep it: it came back` },
    { id: 'replace', say: msg`replace it` },
  ],
});
const WHY: Question = withWords({
  id: 'why',
  ask: msg`What is it?`,
  choices: [
    { id: 'sound', say: msg`it was only flat` },
    { id: 'sulfated', say: msg`its plates are hard: it comes up, and holds little` },
    { id: 'cell', say: msg`one cell is failing` },
    { id: 'swollen', say: msg`its case is swollen` },
  ],
});

function batteryOf(nature: Nature, chance: Random): TrueBattery {
  const truth = soundTruth('flooded', AH, chance, {
    health: nature === 'sulfated' ? chance.between(0.35, 0.5) : chance.between(0.85, 0.95),
    topShare: nature === 'sulfated' ? chance.between(0.88, 0.93) : 1,
    weakCellPctPerDay: nature === 'cell' ? chance.between(26, 34) : 0,
  });
  const flat = new TrueBattery(truth, { share: chance.between(0.03, 0.1), celsius: CELSIUS });
  return nature === 'cell'
    ? TrueBattery.revive(truth, { ...flat.life, weakCellAh: 0.3 * AH })
    : flat;
}

class Recover extends Stage {
  private readonly battery: TrueBattery;
  private readonly meter: HandMeter;
  private rested = 400;
  private read: number | null = null;
  private gravities: readonly number[] | null = null;
  private tested: string | null = null;
  private inspected = false;
  private charges = 0;
  private odd = 0;

  constructor(
    private readonly nature: Nature,
    private readonly chance: Random,
  ) {
    super();
    this.battery = batteryOf(nature, chance);
    this.meter = meterOf(chance);
  }

  private context() {
    return contextAt(
      {
        battery: {
          ...{ chemistry: 'flooded', capacityAh: AH, place: 'bench', volts: this.read },
          ...{ restedHours: this.rested },
          // As it is, seen or not: the gate is asked about the truth.
          condition: this.nature === 'swollen' ? 'swollen' : 'sound',
        },
        hall: { celsius: [{ at: '2027-01-10T00:00', value: CELSIUS }], aired: true },
        charger: { kind: 'automatic', amps: CHARGE.amps, absorptionVolts: 14.4 },
      },
      this.hour,
    );
  }

  sights() {
    const unknown = t`not looked at`;
    return [
      {
        label: t`The battery`,
        value: t`flooded, 12 V ${AH} Ah, ${RATED_AMPS} A; flat since autumn; on the bench, ${CELSIUS} °C`,
      },
      {
        label: t`Case`,
        value: !this.inspected
          ? unknown
          : this.nature === 'swollen'
            ? t`its long sides bulge`
            : t`flat, dry and whole`,
      },
      { label: t`Charges so far`, value: String(this.charges) },
      {
        label: t`The meter shows`,
        value: this.read === null ? '–' : voltsWords(this.read),
        isDisplay: true,
      },
      {
        label: t`Hydrometer`,
        value: this.gravities?.map((one) => one.toFixed(3)).join(' ') ?? unknown,
      },
      { label: t`Load tester`, value: this.tested ?? t`not used` },
    ];
  }

  offers(): Offer[] {
    const look = t`Look`;
    const charger = t`Charger`;
    return [
      { id: 'inspect', say: t`Look the case over`, group: look },
      { id: 'read', say: t`Read its volts`, group: look },
      { id: 'hydrometer', say: t`Hydrometer, cell by cell`, group: look },
      { id: 'load', say: t`Load test: half its rated amps for 15 s`, group: look },
      { id: 'charge', say: t`Charge it slowly, ${CHARGE.amps} A, until it holds`, group: charger },
      { id: 'fast', say: t`Boost it, ${FAST.amps} A for two hours`, group: charger },
      { id: 'rest/4', say: t`Let it rest four hours`, group: t`Time` },
      { id: 'rest/24', say: t`Let it rest a day`, group: t`Time` },
    ];
  }

  protected override passed(hours: number): void {
    this.odd += hours;
    for (; this.odd >= 1; this.odd--) this.battery.live(CELSIUS, 0);
    this.rested += hours;
  }

  protected act(id: string): void {
    const [what, of] = id.split('/') as [string, string | undefined];
    switch (what) {
      case 'rest':
        return this.wait(Number(of));
      case 'inspect':
        this.inspected = true;
        this.spend(4);
        return this.see(
          this.nature === 'swollen' ? t`Both long sides bulge.` : t`Flat, dry and whole.`,
        );
      case 'read':
        this.spend(1);
        this.read = show(this.meter, this.battery.volts, 0, this.chance);
        return this.see(t`It shows ${voltsWords(this.read)}.`);
      case 'hydrometer':
        this.spend(8);
        this.gravities = this.battery.gravities.map((one) => one + 0.003 * this.chance.normal());
        return this.see(t`Cells: ${this.gravities.map((one) => one.toFixed(3)).join(', ')}.`);
      case 'load':
        return this.load();
      default:
        return this.charge(what === 'fast');
    }
  }

  private charge(isFast: boolean): void {
    const [reason] = reasonsAgainst(this.context(), 'charge');
    this.spend(8);
    let hours = 0;
    for (; hours < (isFast ? 2 : 30); hours += 0.5) {
      const { holding } = this.battery.onCharger(0.5, CELSIUS, isFast ? FAST : CHARGE);
      if (holding && !isFast) break;
    }
    this.wait(hours);
    this.rested = 0;
    this.read = null;
    this.charges++;
    if (reason) {
      this.slip(
        {
          id: reason.code,
          broke: reason.words,
          would: t`Its plates are bent and its vents may be shut: it gasses, and may burst over whoever unhooks it.`,
          isGrave: true,
        },
        t`The case ticks and grows warm.`,
      );
    } else if (isFast) {
      this.slip(
        {
          id: 'fast',
          broke: t`Slow is kind, about a tenth of the capacity in amps; a flat one most of all.`,
          would: t`It grows hot and gasses; the surface is full, the plates are not, and hard ones warp.`,
          isGrave: true,
        },
        t`After two hours it is hot, and smells of rotten eggs.`,
      );
    } else this.see(t`After ${Math.round(hours)} h its charger holds.`);
  }

  private load(): void {
    // A tester asks for no more than was read; without a reading nobody knows.
    const because = reasonsAgainst(this.context(), 'load-test');
    this.spend(6);
    if (because.length > 0 || this.rested < DEFAULT_RULES.restHours) {
      this.slip({
        id: 'tested-early',
        broke:
          because[0]?.words ??
          t`Rested, never straight after charging: what a charge leaves behind carries the load for a moment.`,
        would: t`A flat one fails that is sound, a fresh one passes that is not: the figure means nothing.`,
        isGrave: false,
      });
    }
    const known = { ratedAmps: RATED_AMPS, capacityAh: AH, isSmall: false, ageYears: 2 };
    const start = startOfKnown({ ...known, left: POWER[this.nature] }, randomOne(7));
    const soc = Math.max(0, this.battery.restPct / 100);
    const { volts, amps } = loadTest(startAt(start, soc, CELSIUS), testerOf(this.chance));
    const floor = loadTestFloor(6, CELSIUS);
    this.tested = t`${voltsWords(volts)} after 15 s at ${Math.round(amps)} A; at least ${voltsWords(floor)} is asked at ${CELSIUS} °C`;
    this.see(this.tested);
  }

  questions() {
    return [KEEP, WHY];
  }

  protected beliefs(answers: Answers) {
    return [
      chosen(KEEP, answers, this.nature === 'sound' ? 'keep' : 'replace'),
      chosen(WHY, answers, this.nature),
    ];
  }

  protected override closing(): void {
    if (!this.inspected) {
      this.slip({
        id: 'not-inspected',
        broke: t`Look at it before any charge: cracked, leaking or swollen, it is not charged.`,
        would: t`This time it is ${this.nature === 'swollen' ? t`swollen` : t`sound`}; you did not know.`,
        isGrave: this.nature === 'swollen' && this.charges > 0,
      });
    }
    if (this.nature !== 'swollen' && (this.charges === 0 || (!this.tested && !this.gravities))) {
      this.slip({
        id: 'untested',
        broke: t`A slow charge, a rest, a reading, a load test: then it is decided.`,
        would: t`A sound battery is thrown away, or a spent one goes back and leaves its owner standing.`,
        isGrave: false,
      });
    }
  }
}

export const RECOVER: Task = withWords({
  id: 'recover',
  title: msg`Recover or replace`,
  brief: msg`A battery was found flat. Find out whether it comes back, and say what it is.`,
  learn: msg`The ladder: look, slow charge, rest, read, test; and when the first step is the last.`,
  minutes: 6,
  begin: (seed) => {
    const chance = randomOne(seed);
    return new Recover(chance.pick(['sound', 'sulfated', 'cell', 'swollen'] as const), chance);
  },
});
