import { t, msg, withWords } from '../../core/language';
import { RECONNECT } from '../../core/procedures/power';
import { UNHOOK } from '../../core/procedures/charger';
import { stepsFor } from '../../core/procedures/procedure';
import { TrueBattery } from '../../simulators/battery';
import { show, type HandMeter } from '../../simulators/meter';
import { randomOne, type Random } from '../../simulators/random';
import {
  charging,
  meterOf as testerOf,
  startAt,
  startOfKnown,
  starts,
  type StartTruth,
} from '../../simulators/start-world';
import { HandsStage } from '../hands';
import { chosen, type Answers, type Question, type Sight, type Task } from '../stage';
import { contextAt, meterOf, soundTruth, voltsWords } from '../yard';

type Fault = 'none' | 'alternator' | 'leisure' | 'starter';
const CELSIUS = 8;

const READY: Question = withWords({
  id: 'ready',
  ask: msg`May it go to its owner?`,
  choices: [
    { id: 'none', say: msg`yes, it is ready` },
    { id: 'starter', say: msg`no: its starter battery is worn` },
    { id: 'leisure', say: msg`no: its leisure battery is low` },
    { id: 'alternator', say: msg`no: it does not charge at idle` },
  ],
});

/** The starter battery’s place: negative off since autumn, a maintainer on its own posts. */
const contextOf = (parked: boolean) =>
  contextAt(
    {
      vehicle: { kind: 'camper' },
      battery: {
        ...{ chemistry: 'agm', capacityAh: 80, earthedLeadOn: false },
        charging: parked ? 'maintainer' : 'none',
      },
    },
    0,
  );

class HandBack extends HandsStage {
  private readonly starter: TrueBattery;
  private readonly leisure: TrueBattery;
  private readonly start: StartTruth;
  private readonly meter: HandMeter;
  private readonly seen = new Map<string, string>();
  private runs = false;

  constructor(
    private readonly fault: Fault,
    private readonly chance: Random,
  ) {
    const hands = (group: string) => ({ group });
    const charger = hands(t`Charger`);
    const leads = hands(t`Leads`);
    const gas = t`A contact that opens under current sparks where gas stands over the vents.`;
    super(
      [
        ...stepsFor(UNHOOK, contextOf(true)),
        ...stepsFor(RECONNECT, contextOf(false)).filter(({ id }) => id !== 'mains'),
      ],
      [
        {
          ...{
            id: 'smell',
            say: t`Smell, and feel the case`,
            step: 'smell',
            sees: t`Nothing to smell, and cool.`,
          },
          ...charger,
        },
        {
          ...{
            id: 'mains',
            say: t`Maintainer off at the mains, wait until its lamps are out`,
            step: 'mains',
          },
          ...charger,
          never: { would: gas, isGrave: true },
        },
        {
          ...{ id: 'last-clamp', say: t`Its negative clamp off`, step: 'last-clamp' },
          ...charger,
          early: {
            would: gas,
            isGrave: true,
            sees: t`A spark under your fingers: its lamps are still on.`,
          },
          never: { would: t`It is driven off with a maintainer hanging on it.`, isGrave: true },
        },
        {
          ...{ id: 'live-clamp', say: t`Its positive clamp off`, step: 'live-clamp' },
          ...charger,
          early: {
            would: gas,
            isGrave: true,
            sees: t`The positive is off first, and the negative hangs on.`,
          },
          never: { would: t`It is driven off with a lead hanging out of it.`, isGrave: true },
        },
        {
          ...{ id: 'tag', say: t`Tag off the wheel`, step: 'tag' },
          ...charger,
          never: { would: t`A tag that lies means nothing any more.`, isGrave: false },
        },
        {
          ...{ id: 'glasses', say: t`Glasses and gloves on, rings off`, step: 'protect-yourself' },
          ...leads,
        },
        { ...{ id: 'all-off', say: t`See that everything is off`, step: 'all-off' }, ...leads },
        {
          ...{
            id: 'live-on',
            say: t`Positive clamp: see that it is on, and tight`,
            step: 'live-on',
          },
          ...leads,
          never: { would: t`The vehicle is dead, and a post is bare.`, isGrave: false },
        },
        {
          ...{
            id: 'earthed-on',
            say: t`Negative clamp on`,
            step: 'earthed-on',
            minutes: 2,
            sees: t`A faint crackle, as it should be.`,
          },
          ...leads,
          early: {
            would: t`With it on, a spanner from the positive to the body is a dead short.`,
            isGrave: true,
            sees: t`The negative is on, and the positive clamp turns in your hand.`,
          },
          never: { would: t`The owner turns the key, and nothing happens.`, isGrave: true },
        },
        {
          ...{
            id: 'tight',
            say: t`Clamps fully down, and not to be turned by hand`,
            step: 'tight',
          },
          ...leads,
        },
        { ...{ id: 'covers', say: t`Caps and heat cover on`, step: 'covers' }, ...leads },
        {
          ...{ id: 'codes', say: t`Radio code, clock, windows`, step: 'codes', minutes: 3 },
          ...leads,
        },
      ],
      chance,
    );
    this.starter = this.battery('agm', 80, chance.between(0.93, 0.99));
    this.leisure = this.battery(
      'agm',
      95,
      fault === 'leisure' ? chance.between(0.25, 0.4) : chance.between(0.9, 0.98),
    );
    const known = { ratedAmps: 760, capacityAh: 80, isSmall: false };
    const start = startOfKnown(
      { ...known, ageYears: fault === 'starter' ? 8 : 2, left: fault === 'starter' ? 0.45 : 1 },
      randomOne(11),
    );
    this.start = {
      ...startAt(start, 0.95, CELSIUS),
      alternator: fault === 'alternator' ? chance.pick(['dead', 'belt'] as const) : 'sound',
    };
    this.meter = meterOf(chance);
  }

  private battery(chemistry: 'agm', ah: number, share: number): TrueBattery {
    return new TrueBattery(soundTruth(chemistry, ah, this.chance), { share, celsius: CELSIUS });
  }

  private get isConnected(): boolean {
    return this.done.includes('earthed-on');
  }

  override offers() {
    const group = t`Measure`;
    return [
      ...super.offers(),
      { id: 'read/starter', say: t`Read the starter battery`, group },
      { id: 'read/leisure', say: t`Read the leisure battery`, group },
      { id: 'crank', say: t`Start the engine, and listen`, group },
      ...(this.runs ? [{ id: 'idle', say: t`Volts at idle, lamps and blower on`, group }] : []),
    ];
  }

  protected override act(id: string): void {
    const [what, of] = id.split('/') as [string, string | undefined];
    if (what === 'read') return this.read(of === 'starter' ? this.starter : this.leisure, of!);
    if (id === 'crank') return this.crank();
    if (id === 'idle') return this.idle();
    super.act(id);
  }

  private note(what: string, words: string): void {
    this.seen.set(what, words);
    this.see(words);
  }

  private read(battery: TrueBattery, which: string): void {
    this.spend(1);
    // A maintainer that is on shows its own volts.
    const isFed = which === 'starter' && !this.done.includes('last-clamp');
    const volts = show(this.meter, isFed ? 13.55 : battery.volts, 0, this.chance);
    const name = which === 'starter' ? t`Starter battery` : t`Leisure battery`;
    this.note(
      which,
      t`${name}: ${voltsWords(volts)}${isFed ? t`, with the maintainer on it` : ''}.`,
    );
  }

  private crank(): void {
    this.spend(1);
    if (!this.done.includes('last-clamp')) {
      this.slip({
        id: 'cranked-on-charger',
        broke: t`Mains off and lamps out, clamps and tag off, before the key is touched.`,
        would: t`The maintainer is torn off the wall, or its electronics take what the starter leaves.`,
        isGrave: true,
      });
    }
    if (!this.isConnected) return this.note('crank', t`Nothing: no lamp, no click.`);
    if (!starts(this.start)) return this.note('crank', t`It turns slowly, twice, and stops.`);
    this.runs = true;
    this.note('crank', t`It starts at once.`);
  }

  private idle(): void {
    this.spend(2);
    const { loadedVolts } = charging(this.start, testerOf(this.chance), this.chance);
    this.note('idle', t`At idle, loaded: ${voltsWords(loadedVolts)}.`);
  }

  sights(): Sight[] {
    return [
      {
        label: t`The vehicle`,
        value: t`a camper, collected tomorrow; its starter battery has hung on a maintainer since autumn, negative off`,
      },
      {
        label: t`Its leisure battery`,
        value: t`under the bench, fed by the camper’s own charger until yesterday noon`,
      },
      ...[...this.seen].map(([key, value]) => ({
        label:
          { starter: t`Starter`, leisure: t`Leisure`, crank: t`Start`, idle: t`Charging` }[key] ??
          key,
        value,
      })),
    ];
  }

  questions() {
    return [READY];
  }

  protected beliefs(answers: Answers) {
    return [chosen(READY, answers, this.fault)];
  }

  protected override closing(): void {
    super.closing();
    const missing = ['starter', 'leisure', 'crank', 'idle'].filter((what) => !this.seen.has(what));
    if (this.fault === 'starter' && !this.runs) missing.splice(missing.indexOf('idle') >>> 0, 1);
    if (missing.length === 0) return;
    this.slip({
      id: 'unmeasured',
      broke: t`Read at rest, crank and watch, about 14 V at idle; each battery of a camper on its own.`,
      would: t`The owner finds out what you did not look at, a hundred kilometres from here.`,
      isGrave: false,
    });
  }
}

export const HAND_BACK: Task = withWords({
  id: 'hand-back',
  title: msg`Hand back a camper`,
  brief: msg`Tomorrow its owner comes. Take it off its maintainer, put it back together, measure what there is to measure, and say whether it may go.`,
  learn: msg`The order off a charger and back on, two batteries, and that volts alone start nothing.`,
  minutes: 6,
  begin: (seed) => {
    const chance = randomOne(seed);
    return new HandBack(chance.pick(['none', 'alternator', 'leisure', 'starter'] as const), chance);
  },
});
