import { t, msg, withWords } from '../language';
import { draft } from './entry-draft';
import type { Procedure } from './procedure';
import {
  CONTROLLER_OFF,
  CONTROLLER_TAG,
  EARTHED_OFF,
  GLASSES,
  HYBRID,
  ISOLATOR_OPEN,
  LIVE_OFF,
  PACK_OPENED,
  PACK_UNPLUGGED,
  heavy,
  liveOffSay,
} from './shared';

export const TAKE_OUT: Procedure = withWords({
  id: 'take-out',
  steps: [
    GLASSES,
    HYBRID,
    CONTROLLER_OFF,
    PACK_UNPLUGGED,
    PACK_OPENED,
    ISOLATOR_OPEN,
    { ...EARTHED_OFF, when: ({ earthedLeadOn }) => earthedLeadOn },
    {
      ...LIVE_OFF,
      say: (context) => liveOffSay(context, context.earthedLeadOn ? t` second.` : '.'),
      after: ['earthed-off'],
    },
    {
      id: 'vent-tube',
      say: msg`Vent tube off the battery, its end left open.`,
      why: msg`It tears when the battery is lifted.`,
      when: ({ details }) => details.ventTube,
      after: ['live-off'],
    },
    {
      id: 'hold-down',
      say: msg`Hold-down off, its parts in a bag on the lead.`,
      why: msg`Last, so that the battery cannot slide while a clamp is on.`,
      after: ['live-off'],
      tooEarly: msg`With a clamp still on, a loose battery pulls on its posts.`,
    },
    {
      id: 'lift',
      say: msg`Lift it upright with both hands, from the legs.`,
      why: msg`Tilted it spills; dropped it splits.`,
      caution: (context) =>
        heavy(context)
          ? t`Some 15 kg or more: get help, insulating shoes, a clear way.`
          : t`Upright unless its maker allows otherwise.`,
      after: ['hold-down', 'vent-tube'],
    },
    {
      id: 'label',
      say: msg`Case label on: whose it is, and which.`,
      why: msg`On a full bench they all look alike.`,
      after: ['lift'],
    },
    {
      id: 'stand',
      say: ({ rules }) =>
        rules.floor === 'off-concrete'
          ? t`Onto the bench or wood, never on concrete: your rule.`
          : t`Onto the bench, on a board, dry and aired.`,
      why: msg`Clean and dry, it loses next to nothing.`,
      after: ['lift'],
    },
    CONTROLLER_TAG,
  ],
  writes: ({ benchHallId }) => [draft('taken-out', { to: 'bench', hallId: benchHallId, why: '' })],
});

export const PUT_BACK: Procedure = withWords({
  id: 'put-back',
  steps: [
    GLASSES,
    HYBRID,
    { ...CONTROLLER_OFF, when: ({ vehicleKind }) => vehicleKind === 'generator' },
    {
      id: 'right-one',
      say: msg`Is it the right one? The mark on its case, not the place on the bench.`,
      why: msg`Readings follow the battery: a mix-up spoils two records.`,
    },
    {
      id: 'tray',
      say: msg`Tray dry and clean; battery in, posts the right way round.`,
      why: msg`Turned round, the leads reach all the same, and the electronics die.`,
      caution: (context) => (heavy(context) ? t`Heavy: both hands, or help.` : ''),
      after: ['right-one'],
    },
    {
      id: 'hold-down',
      say: msg`Hold-down on and tight.`,
      why: msg`Shaking kills plates, and a loose one short-circuits on the bonnet.`,
      after: ['tray'],
    },
    {
      id: 'vent-tube',
      say: msg`Vent tube on, open, not kinked.`,
      why: msg`Inside a boot the gas has to get out.`,
      when: ({ details }) => details.ventTube,
      after: ['tray'],
    },
    {
      id: 'insulation',
      say: ({ rules }) =>
        rules.insulation === 'fit'
          ? t`Caps and heat cover on; insulation round it, as your rule asks.`
          : t`Caps and heat cover back on.`,
      why: msg`It slows change; without heat it helps little.`,
      after: ['hold-down'],
    },
    {
      id: 'reconnect-next',
      say: msg`Then reconnect it, in its order.`,
      why: msg`A battery that only stands in its tray looks like one that is connected.`,
    },
  ],
  writes: ({ fittedTo, role, place }) => [
    draft('fitted', { vehicleId: fittedTo.vehicleId, role, place }),
  ],
});
