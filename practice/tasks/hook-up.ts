import { t, msg, withWords } from '../../core/language';
import type { ChemistryId } from '../../core/battery/chemistries';
import { earthedPole, livePole, type BatteryContext } from '../../core/context/battery-context';
import { may, reasonsAgainst } from '../../core/gate/gate';
import type { Pole } from '../../core/stay/vehicle-facts';
import { capital } from '../../core/procedures/shared';
import { randomOne, type Random } from '../../simulators/random';
import { HandsStage, type Hand } from '../hands';
import type { Task } from '../stage';
import { contextAt } from '../yard';

/** What can be set on the charger's dial. */
const PROGRAMMES = ['flooded', 'agm', 'gel'] as const satisfies readonly ChemistryId[];
const PROGRAMME_WORDS = withWords({
  flooded: msg`flooded, 14.4 V`,
  agm: msg`AGM, 14.7 V`,
  gel: msg`gel, 14.1 V`,
});
const VOLTS = { flooded: 14.4, agm: 14.7, gel: 14.1 } as const;
const POLES = withWords({ negative: msg`negative`, positive: msg`positive` });

interface Place {
  readonly chemistry: (typeof PROGRAMMES)[number];
  readonly earth: Pole;
  /** Where the battery is, and whether the body is joined to it. */
  readonly stands: 'connected' | 'lead-off' | 'bench';
}

const offered = (programme: (typeof PROGRAMMES)[number]) => ({
  kind: 'automatic' as const,
  chemistries: [programme],
  nominalVolts: 12,
  amps: 6,
  absorptionVolts: VOLTS[programme],
});

const contextOf = ({ chemistry, earth, stands }: Place, programme = chemistry) =>
  contextAt(
    {
      vehicle: { kind: 'car', earth },
      battery: {
        chemistry,
        capacityAh: 60,
        volts: 12.3,
        restedHours: 30,
        place: stands === 'bench' ? 'bench' : 'vehicle',
        earthedLeadOn: stands === 'connected',
      },
      charger: offered(programme),
    },
    0,
  );

const spark = () =>
  t`A contact under current sparks where gas stands over the vents. Batteries burst that way, with the face of whoever bends over them in front.`;

function clampHands(context: BatteryContext, joined: boolean): Hand[] {
  const [live, earthed] = [POLES[livePole(context)], POLES[earthedPole(context)]];
  const group = t`Clamps of the charger`;
  const isOpposite = (pole: string) => ({
    id: `reversed/${pole}`,
    broke: t`Each clamp to its own post: red to positive, black to negative.`,
    would: t`The wrong way round the charger’s fuse goes at best, and the vehicle’s units at worst.`,
    isGrave: true,
    sees: t`A loud crack. The charger’s lamp for reversed clamps is on.`,
  });
  const sparks = { would: spark(), isGrave: true };
  return [
    {
      ...{ id: 'live-clamp', say: t`${capital(live)} clamp to the ${live} post`, group },
      ...{ step: 'live-clamp', sees: t`The ${live} clamp holds.` },
      early: { ...sparks, sees: t`A small spark at the post: the charger is live.` },
      never: { would: t`One clamp charges nothing.`, isGrave: true },
    },
    {
      ...{
        id: 'crossed',
        say: t`${capital(live)} clamp to the ${earthed} post`,
        group,
        step: null,
      },
      wrong: isOpposite(live),
    },
    joined
      ? {
          ...{
            id: 'last-clamp',
            say: t`${capital(earthed)} clamp to bare metal of the engine`,
            group,
          },
          ...{ step: 'last-clamp', sees: t`The ${earthed} clamp bites on bare metal.` },
          early: {
            ...sparks,
            sees: t`With the other clamp to come, the last contact is made at the post: it sparks.`,
          },
          never: { would: t`One clamp charges nothing.`, isGrave: true },
        }
      : {
          ...{
            id: 'last-clamp',
            say: t`${capital(earthed)} clamp to the battery’s own ${earthed} post`,
            group,
          },
          ...{ step: 'last-clamp', sees: t`The ${earthed} clamp holds on its post.` },
          early: {
            ...sparks,
            sees: t`The earthed side is on first: the next contact is the one at the other post.`,
          },
          never: { would: t`One clamp charges nothing.`, isGrave: true },
        },
    joined
      ? {
          ...{
            id: 'post',
            say: t`${capital(earthed)} clamp to the battery’s own ${earthed} post`,
            group,
          },
          step: null,
          wrong: {
            id: 'last-at-post',
            broke: t`The last contact is made on bare metal, away from the battery, or at the maker’s charging point.`,
            would: spark(),
            isGrave: true,
            sees: t`It holds, a hand’s breadth from the vents.`,
          },
        }
      : {
          ...{ id: 'metal', say: t`${capital(earthed)} clamp to bare metal of the engine`, group },
          step: null,
          wrong: {
            id: 'not-joined',
            broke: t`Lead off, isolator open, or on the bench: the body is not joined to the battery, and both clamps go to its own posts.`,
            would: t`The lamp is on, nothing flows, and in the morning it stands as flat as before.`,
            isGrave: true,
            sees: t`It bites on bare metal. Nothing is joined to that.`,
          },
        },
  ];
}

class HookUp extends HandsStage {
  constructor(
    private readonly place: Place,
    chance: Random,
  ) {
    const context = contextOf(place);
    const { steps } = may(context, 'charge');
    const joined = steps.some(({ id, touches }) => id === 'last-clamp' && touches === 'body');
    const before = t`Before`;
    const after = t`After`;
    super(
      steps,
      [
        {
          ...{ id: 'glasses', say: t`Glasses and gloves on, rings off`, group: before },
          step: 'protect-yourself',
        },
        {
          ...{ id: 'sound', say: t`Look at the case: splits, swelling, frost`, group: before },
          ...{ step: 'sound', sees: t`Case flat, dry and whole. 12 °C in here.` },
          never: {
            would: t`This one was sound. A frozen or split one bursts on charge.`,
            isGrave: true,
          },
        },
        ...PROGRAMMES.map((programme): Hand => {
          const [reason] = reasonsAgainst(contextOf(place, programme), 'charge');
          const hand = {
            id: `programme/${programme}`,
            say: t`Dial to ${PROGRAMME_WORDS[programme]}`,
            group: t`Charger`,
          };
          if (programme === place.chemistry) return { ...hand, step: 'suits' };
          return {
            ...hand,
            step: null,
            wrong: {
              id: `programme/${programme}`,
              broke:
                reason?.words ??
                t`The programme is that of its own chemistry; the maker’s figure wins.`,
              would: reason
                ? t`Night after night over its volts, it gasses itself dry.`
                : t`It stops short, and stands half charged through the season.`,
              isGrave: Boolean(reason),
              sees: t`The dial clicks.`,
            },
          };
        }),
        {
          ...{ id: 'unplugged', say: t`Pull the charger’s mains plug`, group: t`Charger` },
          step: 'unplugged',
          never: { would: spark(), isGrave: true },
        },
        ...clampHands(context, joined),
        {
          ...{ id: 'aside', say: t`Tie the loose lead aside`, group: before, step: 'lead-aside' },
        },
        { ...{ id: 'caps', say: t`See that the vented caps are on`, group: before, step: 'caps' } },
        {
          ...{ id: 'lead', say: t`Lay the lead clear of what moves or pinches`, group: after },
          step: 'lead',
        },
        {
          ...{ id: 'mains', say: t`Mains plug in`, group: t`Charger`, step: 'mains' },
          sees: t`A lamp comes on.`,
          early: {
            would: spark(),
            isGrave: true,
            sees: t`The charger is live, and a contact is still to be made.`,
          },
          never: { would: t`It hangs there, and nothing flows.`, isGrave: true },
        },
        {
          ...{ id: 'mode', say: t`Look at the mode on its display`, group: after, step: 'mode' },
          sees: t`It says what you have set, and charges.`,
        },
        { ...{ id: 'tag', say: t`Tag on the wheel`, group: after, step: 'tag' } },
      ],
      chance,
    );
  }

  sights() {
    const { chemistry, earth, stands } = this.place;
    return [
      {
        label: t`The battery`,
        value:
          { flooded: t`flooded`, agm: t`AGM`, gel: t`gel` }[chemistry] +
          t`, 12 V 60 Ah, 12.30 V at rest`,
      },
      {
        label: t`Where`,
        value: {
          connected: t`in its car, all leads on`,
          'lead-off': t`in its car, the earthed lead off`,
          bench: t`on the bench`,
        }[stands],
      },
      {
        label: t`Body`,
        value: earth === 'negative' ? t`negative to the body` : t`an old one: positive to the body`,
      },
      { label: t`The charger`, value: t`6 A, automatic, its plug in the wall as it was left` },
    ];
  }

  questions() {
    return [];
  }

  protected beliefs() {
    return [];
  }
}

export const HOOK_UP: Task = withWords({
  id: 'hook-up',
  title: msg`Hook up, in order`,
  brief: msg`Put this battery on charge, from bare hands to the tag on the wheel. Say that you are done when you are.`,
  learn: msg`Which clamp first, where the last one goes on this vehicle, and when the plug goes in.`,
  minutes: 4,
  begin: (seed) => {
    const chance = randomOne(seed);
    return new HookUp(
      {
        chemistry: chance.pick(PROGRAMMES),
        earth: chance.uniform() < 0.3 ? 'positive' : 'negative',
        stands: chance.pick(['connected', 'connected', 'lead-off', 'bench'] as const),
      },
      chance,
    );
  },
});
