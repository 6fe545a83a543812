import { msg, withWords } from '../../language';
import { z } from 'zod';
import { Line } from '../../text';
import { entryKind } from '../kind';

/** What may happen at the door, in words. */
export const DOOR_EVENTS = withWords({
  paired: msg`Paired`,
  'signed-in': msg`Signed in`,
  'turned-away': msg`Turned away`,
  'signed-out': msg`Signed out`,
  withdrawn: msg`Withdrawn`,
  added: msg`Began to work here`,
  changed: msg`Another role`,
  left: msg`Works here no more`,
  passphrase: msg`A new passphrase`,
  'device-token': msg`A token for a device`,
  'device-gone': msg`Reports no more`,
} as const);
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
