import { z } from 'zod';
import { Line } from '../../text';
import { entryKind } from '../kind';

/** What may happen at the door, in words. */
export const DOOR_EVENTS = {
  paired: 'Paired',
  'signed-in': 'Signed in',
  'turned-away': 'Turned away',
  'signed-out': 'Signed out',
  withdrawn: 'Withdrawn',
  added: 'Began to work here',
  changed: 'Another role',
  left: 'Works here no more',
  passphrase: 'A new passphrase',
  'device-token': 'A token for a device',
  'device-gone': 'Reports no more',
} as const;
export type DoorEvent = keyof typeof DOOR_EVENTS;

/** Who came in, was turned away or put out, and which device was given a token. */
export const door = entryKind({
  subject: 'site',
  isOwn: true,
  version: 1,
  data: z.strictObject({
    what: z.enum(Object.keys(DOOR_EVENTS) as [DoorEvent, ...DoorEvent[]]),
    /** Their name; null: nobody knows. */
    who: Line(1, 80).nullable(),
    /** Name of the browser or the device. */
    on: Line(1, 80).nullable(),
  }),
  words: ({ what, who, on }) => ({
    what: DOOR_EVENTS[what].toLowerCase(),
    value: [who, on].filter((one) => one !== null).join(', '),
  }),
});
