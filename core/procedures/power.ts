import { t, msg, withWords } from '../language';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import { draft } from './entry-draft';
import { isBlock, type BatteryContext } from '../context/battery-context';
import type { Procedure, ProcedureStep } from './procedure';
import {
  CONTROLLER_OFF,
  CONTROLLER_ON,
  CONTROLLER_TAG,
  EARTHED_OFF,
  EARTHED_ON,
  GLASSES,
  HYBRID,
  ISOLATOR_CLOSED,
  ISOLATOR_OPEN,
  LIVE_OFF,
  LIVE_ON,
  LOOK_FIRST,
  PACK_CLOSED,
  PACK_OPENED,
  PACK_UNPLUGGED,
  TIGHT,
  earthed,
  hasSwitch,
  liveOffSay,
  where,
} from './shared';

const words = (say: ProcedureStep['say'], context: BatteryContext) =>
  typeof say === 'string' ? say : say(context);

export const BEFORE_DISCONNECT: Procedure = withWords({
  id: 'before-disconnect',
  steps: [
    HYBRID,
    LOOK_FIRST,
    {
      id: 'everything-off',
      say: msg`Everything off: lamps, interior, accessories; key out and away from the vehicle.`,
      why: msg`What draws when the clamp comes off makes a spark there.`,
    },
    {
      id: 'radio-code',
      say: ({ vehicle }) =>
        vehicle.radioCode === 'missing'
          ? t`The radio code is not in hand: ask the owner before going on.`
          : t`Radio code in hand.`,
      why: msg`Without it the radio stays dead in spring.`,
      when: ({ vehicle }) => vehicle.radioCode !== 'none',
    },
    {
      id: 'tell',
      say: ({ vehicle }) =>
        t`Tell ${vehicle.tellWho || t`the tracker or alarm company`} that it goes silent.`,
      why: msg`Else they ring the owner at night, or send somebody.`,
      when: ({ vehicle }) => vehicle.tracker || vehicle.tellWho !== '',
    },
    {
      id: 'alarm',
      say: msg`Put the alarm to service mode, or switch it off with its key.`,
      why: msg`Some sound from their own cell when the power goes.`,
      when: ({ vehicle }) => vehicle.alarm !== 'none',
    },
    {
      id: 'settings',
      say: msg`Settings to keep? A charger on the leads or a memory saver holds them.`,
      why: msg`Seat, window and engine settings are learnt anew otherwise.`,
      when: ({ vehicleKind }) => VEHICLE_KINDS[vehicleKind].sleeps,
    },
    {
      id: 'way-in',
      say: ({ vehicle }) =>
        vehicle.emergencyKey
          ? t`Emergency key in your pocket; tailgate or flap open and propped.`
          : t`Tailgate or flap open and propped: no emergency key is known, and without power it does not open again.`,
      why: msg`A powered lock shuts you out the moment the clamp is off.`,
      caution: msg`Do not let it fall shut before the power is back.`,
      when: ({ vehicle }) => vehicle.poweredClosure,
    },
    {
      id: 'latch',
      say: msg`Unlock, open a door, latch its switch.`,
      why: msg`With the door open but latched you can reach in without waking the vehicle.`,
      when: ({ vehicleKind }) => VEHICLE_KINDS[vehicleKind].sleeps,
    },
    {
      id: 'sleep',
      say: msg`Wait some minutes for the control units to sleep.`,
      why: msg`Power cut in the middle of a shut-down leaves faults stored.`,
      after: ['everything-off', 'latch'],
      tooEarly: msg`They begin to count only when everything is off and the door is latched.`,
      when: ({ vehicleKind }) => VEHICLE_KINDS[vehicleKind].sleeps,
    },
  ],
  writes: () => [],
});

export const DISCONNECT: Procedure = withWords({
  id: 'disconnect',
  steps: [
    GLASSES,
    HYBRID,
    LOOK_FIRST,
    {
      id: 'reach',
      say: (context) => t`Where: ${where(context)}.`,
      why: msg`Nothing metal lies on or over the battery while you work.`,
    },
    CONTROLLER_OFF,
    PACK_UNPLUGGED,
    PACK_OPENED,
    ISOLATOR_OPEN,
    {
      ...EARTHED_OFF,
      say: (context) =>
        context.isolatorOpen || hasSwitch(context)
          ? t`${words(EARTHED_OFF.say, context)} With the isolator off it is needed only where the battery comes out.`
          : words(EARTHED_OFF.say, context),
      optional: (context) => hasSwitch(context) && !isBlock(context),
      when: ({ earthedLeadOn }) => earthedLeadOn,
    },
    {
      id: 'tie-aside',
      say: (context) =>
        isBlock(context)
          ? t`Tie the loose link aside and cover its post.`
          : t`Tie the ${earthed(context)} lead aside and cover its post.`,
      why: msg`A stiff lead moves back on its own.`,
      after: ['earthed-off'],
      optional: (context) => hasSwitch(context) && !isBlock(context),
    },
    {
      ...LIVE_OFF,
      say: (context) => liveOffSay(context, t`, only if the battery comes out.`),
      after: ['earthed-off', 'tie-aside'],
      optional: true,
    },
    CONTROLLER_TAG,
  ],
  // Which of the two it was decides where the clamps of a charger go.
  writes: (_context, _inputs, done) => [
    draft('negative', {
      on: false,
      how: done.includes('isolator-open') && !done.includes('earthed-off') ? 'isolator' : 'clamp',
    }),
  ],
});

export const RECONNECT: Procedure = withWords({
  id: 'reconnect',
  steps: [
    GLASSES,
    HYBRID,
    CONTROLLER_OFF,
    PACK_UNPLUGGED,
    {
      id: 'all-off',
      say: msg`Everything off.`,
      why: msg`The less draws, the smaller the spark at the last contact.`,
    },
    {
      ...LIVE_ON,
      after: ['protect-yourself', 'all-off', 'controller-off'],
      tooEarly: msg`Glasses on and everything off first.`,
    },
    EARTHED_ON,
    ISOLATOR_CLOSED,
    PACK_CLOSED,
    TIGHT,
    {
      id: 'covers',
      say: msg`Caps and heat cover back on.`,
      why: msg`A bare post waits for the next spanner.`,
      after: ['tight'],
    },
    {
      id: 'codes',
      touches: 'codes',
      say: msg`Radio code, clock, windows.`,
      why: msg`So that the owner does not have to.`,
      when: ({ vehicle, vehicleKind }) =>
        vehicle.radioCode !== 'none' || ['car', 'camper', 'hybrid'].includes(vehicleKind),
      after: ['earthed-on'],
    },
    {
      id: 'tell-back',
      say: ({ vehicle }) => t`Tell ${vehicle.tellWho || t`the tracker company`} that it is back.`,
      why: msg`Else it stays silent on their side.`,
      when: ({ vehicle }) => vehicle.tracker || vehicle.tellWho !== '',
      after: ['earthed-on'],
    },
    CONTROLLER_ON,
  ],
  writes: () => [draft('negative', { on: true })],
});
