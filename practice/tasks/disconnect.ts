import { t, msg, withWords } from '../../core/language';
import { earthedPole, livePole, type BatteryContext } from '../../core/context/battery-context';
import { reasonsAgainst } from '../../core/gate/gate';
import { stepsFor } from '../../core/procedures/procedure';
import { BEFORE_DISCONNECT, DISCONNECT } from '../../core/procedures/power';
import type { VehicleFacts } from '../../core/stay/vehicle-facts';
import { PLAIN_VEHICLE } from '../../core/stay/usual';
import { randomOne, type Random } from '../../simulators/random';
import { HandsStage } from '../hands';
import { chosen, type Answers, type Question, type Task } from '../stage';
import { contextAt } from '../yard';

interface Kind {
  readonly say: string;
  readonly facts: Partial<VehicleFacts>;
}

/** Vehicles that are taken off their battery, or may not be. */
const KINDS: readonly Kind[] = withWords([
  {
    say: msg`a saloon of eight years; its radio asks for a code after a power cut, and nobody has it`,
    facts: { radioCode: 'missing' },
  },
  {
    say: msg`an estate with a powered tailgate and the battery in its boot`,
    facts: { poweredClosure: true, emergencyKey: false },
  },
  {
    say: msg`an old roadster with positive earth`,
    facts: { earth: 'positive' },
  },
  {
    say: msg`a coupé with a tracker; the insurance counts on it`,
    facts: { tracker: true, tellWho: msg`the tracker company` },
  },
  {
    say: msg`a coupé whose alarm must stay live, by its owner’s contract`,
    facts: { alarm: 'must-live' },
  },
]);

const POLES = withWords({ negative: msg`negative`, positive: msg`positive` });
const QUESTION: Question = withWords({
  id: 'plan',
  ask: msg`How does this battery winter?`,
  choices: [
    { id: 'off', say: msg`disconnected` },
    { id: 'on', say: msg`connected, with a maintainer on it` },
  ],
});

class Disconnect extends HandsStage {
  private readonly live: string;
  private readonly earthed: string;

  constructor(
    private readonly kind: Kind,
    private readonly context: BatteryContext,
    chance: Random,
  ) {
    const live = POLES[livePole(context)];
    const earthed = POLES[earthedPole(context)];
    const before = t`Before`;
    const spanner = t`Spanner`;
    super(
      [...stepsFor(BEFORE_DISCONNECT, context), ...stepsFor(DISCONNECT, context)],
      [
        {
          ...{ id: 'off', say: t`Lamps, radio and interior off, key out`, group: before },
          step: 'everything-off',
        },
        {
          ...{ id: 'code', say: t`Ring the owner for the radio code`, group: before },
          ...{
            step: 'radio-code',
            minutes: 6,
            sees: t`The code is on a card in the house: 4 figures, written down.`,
          },
          never: {
            would: t`The radio stays dead in spring, and a workshop is paid to wake it.`,
            isGrave: true,
          },
        },
        {
          ...{ id: 'tell', say: t`Tell the tracker company that it goes silent`, group: before },
          ...{ step: 'tell', minutes: 4, sees: t`They have written it down.` },
          never: {
            would: t`At three in the night they ring the owner, and send somebody.`,
            isGrave: true,
          },
        },
        {
          ...{ id: 'way-in', say: t`Tailgate open and propped`, group: before },
          ...{ step: 'way-in', sees: t`It stands open on a broom.` },
          never: {
            would: t`It falls shut, and without power nothing opens it: the battery is behind it.`,
            isGrave: true,
          },
        },
        { ...{ id: 'alarm', say: t`Alarm to service mode`, group: before, step: 'alarm' } },
        {
          ...{
            id: 'settings',
            say: t`Ask what settings are to be kept`,
            group: before,
            step: 'settings',
          },
        },
        {
          ...{ id: 'latch', say: t`Open a door, and latch its switch`, group: before },
          step: 'latch',
        },
        {
          ...{ id: 'sleep', say: t`Wait until the control units sleep`, group: before },
          ...{
            step: 'sleep',
            minutes: 15,
            sees: t`A quarter of an hour later nothing hums any more.`,
          },
        },
        {
          ...{ id: 'glasses', say: t`Glasses and gloves on, rings off`, group: before },
          step: 'protect-yourself',
        },
        {
          ...{ id: 'earthed', say: t`Spanner to the ${earthed} clamp: off`, group: spanner },
          ...{
            step: 'earthed-off',
            minutes: 2,
            sees: t`The ${earthed} clamp is off. The clock in the dash goes dark.`,
          },
          early: {
            would: t`A slip of the spanner, and acid, with nothing before the eyes.`,
            isGrave: false,
            sees: t`The ${earthed} clamp is off.`,
          },
        },
        {
          ...{ id: 'aside', say: t`Tie the ${earthed} lead aside, cover its post`, group: spanner },
          step: 'tie-aside',
          never: {
            would: t`The stiff lead moved back in the night: connected, and nobody knew.`,
            isGrave: true,
          },
        },
        {
          ...{ id: 'live', say: t`Spanner to the ${live} clamp: off`, group: spanner },
          ...{ step: 'live-off', minutes: 2, sees: t`The ${live} clamp is off too.` },
          early: {
            would: t`The spanner slips against the body: hundreds of amps through it, a weld, a burn, and a battery that may burst.`,
            isGrave: true,
            sees: t`The spanner touches the wing. A blue flash, a smell of hot steel.`,
          },
        },
        {
          ...{
            id: 'maintainer',
            say: t`Leave it connected, and hang a maintainer on it`,
            group: t`Another way`,
          },
          ...{
            step: null,
            minutes: 5,
            sees: t`The maintainer holds it; everything in the vehicle stays live.`,
          },
        },
      ],
      chance,
    );
    this.live = live;
    this.earthed = earthed;
  }

  private get isOff(): boolean {
    return this.done.includes('earthed') || this.done.includes('live');
  }

  protected override act(id: string): void {
    super.act(id);
    const { alarm } = this.context.vehicle;
    if (alarm !== 'must-live' || (id !== 'earthed' && id !== 'live')) return;
    const because = reasonsAgainst(this.context, 'disconnect');
    this.slip(
      {
        id: 'alarm-must-live',
        broke: because.map(({ words }) => words).join(' '),
        would: t`The siren has a cell of its own and sounds through the mill; the insurance does not pay for what is stolen meanwhile.`,
        isGrave: true,
      },
      t`The siren sounds.`,
    );
  }

  /** What is left out counts only for what was begun. */
  protected override closing(): void {
    if (this.isOff) super.closing();
  }

  sights() {
    const { facts } = this.kind;
    return [
      { label: t`The vehicle`, value: this.kind.say },
      {
        label: t`Body`,
        value:
          facts.earth === 'positive'
            ? t`a braid from the positive post to the frame`
            : t`a braid from the negative post to the frame`,
      },
      {
        label: t`The posts`,
        value: t`the ${this.live} one is the nearer, the ${this.earthed} one behind the air box`,
      },
      {
        label: t`To be done`,
        value: t`it stands until April, with no outlet in reach; the one maintainer on a long lead is for what cannot do without`,
      },
    ];
  }

  questions() {
    return [QUESTION];
  }

  protected beliefs(answers: Answers) {
    const mustStay = this.context.vehicle.alarm === 'must-live';
    const did = this.isOff ? 'off' : this.done.includes('maintainer') ? 'on' : 'nothing';
    const belief = chosen(QUESTION, answers, mustStay ? 'on' : 'off');
    return [
      belief,
      {
        ask: t`What was done`,
        believed: { off: t`disconnected`, on: t`a maintainer hung on`, nothing: t`nothing yet` }[
          did
        ],
        so: mustStay ? t`a maintainer hung on` : t`disconnected`,
        isRight: did === (mustStay ? 'on' : 'off'),
      },
    ];
  }
}

export const DISCONNECTING: Task = withWords({
  id: 'disconnect',
  title: msg`Disconnect, by earth and code`,
  brief: msg`A vehicle comes in for the winter. Decide how its battery is kept, and do it.`,
  learn: msg`What to ask for before the power goes, which clamp is the earthed one here, and when none may come off.`,
  minutes: 5,
  begin: (seed) => {
    const chance = randomOne(seed);
    const kind = chance.pick(KINDS);
    const vehicle = { ...PLAIN_VEHICLE, looked: true, ...kind.facts };
    const known = { vehicle: { kind: 'car' }, battery: { chemistry: 'flooded' } } as const;
    return new Disconnect(kind, contextAt(known, 0, { vehicle }), chance);
  },
});
