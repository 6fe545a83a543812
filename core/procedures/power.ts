import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import { draft } from './entry-draft';
import type { Procedure } from './procedure';
import {
  CHARGER_OFF,
  EARTHED_OFF,
  GLASSES,
  HYBRID,
  capital,
  earthed,
  live,
  tools,
  where,
  LIVE_OFF,
} from './shared';

export const BEFORE_DISCONNECT: Procedure = {
  id: 'before-disconnect',
  label: 'Before disconnecting',
  short: 'make ready',
  doing: 'made ready to be disconnected',
  steps: [
    HYBRID,
    {
      id: 'everything-off',
      say: 'Everything off: lamps, interior, accessories; key out and away from the vehicle.',
      why: 'What draws when the clamp comes off makes a spark there.',
    },
    {
      id: 'radio-code',
      say: ({ vehicle }) =>
        vehicle.radioCode === 'missing'
          ? 'The radio code is not in hand: ask the owner before going on.'
          : 'Radio code in hand.',
      why: 'Without it the radio stays dead in spring.',
      when: ({ vehicle }) => vehicle.radioCode !== 'none',
    },
    {
      id: 'tell',
      say: ({ vehicle }) =>
        `Tell ${vehicle.tellWho || 'the tracker or alarm company'} that it goes silent.`,
      why: 'Else they ring the owner at night, or send somebody.',
      when: ({ vehicle }) => vehicle.tracker || vehicle.tellWho !== '',
    },
    {
      id: 'alarm',
      say: 'Put the alarm to service mode, or switch it off with its key.',
      why: 'Some sound from their own cell when the power goes.',
      when: ({ vehicle }) => vehicle.alarm !== 'none',
    },
    {
      id: 'settings',
      say: 'Settings to keep? A charger on the leads or a memory saver holds them.',
      why: 'Seat, window and engine settings are learnt anew otherwise.',
      when: ({ vehicleKind }) => VEHICLE_KINDS[vehicleKind].sleeps,
    },
    {
      id: 'way-in',
      say: ({ vehicle }) =>
        vehicle.emergencyKey
          ? 'Emergency key in your pocket; tailgate or flap open and propped.'
          : 'Tailgate or flap open and propped: no emergency key is known, and without power it does not open again.',
      why: 'A powered lock shuts you out the moment the clamp is off.',
      caution: 'Do not let it fall shut before the power is back.',
      when: ({ vehicle }) => vehicle.poweredClosure,
    },
    {
      id: 'latch',
      say: 'Unlock, open a door, latch its switch.',
      why: 'With the door open but latched you can reach in without waking the vehicle.',
      when: ({ vehicleKind }) => VEHICLE_KINDS[vehicleKind].sleeps,
    },
    {
      id: 'sleep',
      say: 'Wait some minutes for the control units to sleep.',
      why: 'Power cut in the middle of a shut-down leaves faults stored.',
      after: ['everything-off', 'latch'],
      tooEarly: 'They begin to count only when everything is off and the door is latched.',
      when: ({ vehicleKind }) => VEHICLE_KINDS[vehicleKind].sleeps,
    },
  ],
  writes: () => [],
};

export const DISCONNECT: Procedure = {
  id: 'disconnect',
  label: 'Disconnect',
  short: 'disconnect',
  doing: 'disconnected',
  unfit: ({ out }) => (out ? 'It stands on the bench already.' : null),
  steps: [
    GLASSES,
    HYBRID,
    {
      id: 'reach',
      say: (context) => `Where: ${where(context)}.`,
      why: 'Nothing metal lies on or over the battery while you work.',
    },
    CHARGER_OFF,
    EARTHED_OFF,
    {
      id: 'tie-aside',
      say: (context) => `Tie the ${earthed(context)} lead aside and cover its post.`,
      why: 'A stiff lead moves back on its own.',
      after: ['earthed-off'],
    },
    {
      ...LIVE_OFF,
      say: (context) => `${capital(live(context))} clamp off, only if the battery comes out.`,
      after: ['earthed-off', 'tie-aside'],
      optional: true,
    },
  ],
  writes: () => [draft('negative', { on: false })],
};

export const RECONNECT: Procedure = {
  id: 'reconnect',
  label: 'Reconnect',
  short: 'reconnect',
  doing: 'reconnected',
  unfit: ({ out }) => (out ? 'It stands on the bench: put it back first.' : null),
  steps: [
    GLASSES,
    HYBRID,
    {
      id: 'all-off',
      say: 'Everything off; charger off at the mains.',
      why: 'The less draws, the smaller the spark at the last contact.',
    },
    {
      id: 'live-on',
      say: (context) => `${capital(live(context))} clamp on first, if it was off.`,
      why: 'With the body not connected yet, a slip of the spanner does nothing.',
      tools,
      after: ['protect-yourself', 'all-off'],
      tooEarly: 'Glasses on and everything off first.',
    },
    {
      id: 'earthed-on',
      say: (context) => `${capital(earthed(context))} clamp on last.`,
      why: 'The faint crackle at the last contact is to be expected.',
      tools,
      after: ['live-on'],
      tooEarly: (context) =>
        `The ${earthed(context)} is connected to the body and goes on last: with it on, a spanner from the ${live(context)} to the body is a dead short.`,
    },
    {
      id: 'tight',
      say: 'Nuts started by hand, clamp fully down, post standing above it; it cannot be turned by hand.',
      why: 'A loose clamp looks like a dead battery.',
      after: ['earthed-on'],
    },
    {
      id: 'covers',
      say: 'Caps and heat cover back on.',
      why: 'A bare post waits for the next spanner.',
      after: ['tight'],
    },
    {
      id: 'codes',
      say: 'Radio code, clock, windows.',
      why: 'So that the owner does not have to.',
      when: ({ vehicle, vehicleKind }) =>
        vehicle.radioCode !== 'none' || ['car', 'camper', 'hybrid'].includes(vehicleKind),
      after: ['earthed-on'],
    },
    {
      id: 'tell-back',
      say: ({ vehicle }) => `Tell ${vehicle.tellWho || 'the tracker company'} that it is back.`,
      why: 'Else it stays silent on their side.',
      when: ({ vehicle }) => vehicle.tracker || vehicle.tellWho !== '',
      after: ['earthed-on'],
    },
  ],
  writes: () => [draft('negative', { on: true })],
};
