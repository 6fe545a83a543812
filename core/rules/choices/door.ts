import { z } from 'zod';
import { rule } from './rule';

/** The rules of who stays signed in. */
export const DOOR_RULES = {
  signedInIdleHours: rule({
    schema: z.number().min(1).max(720),
    standard: 72,
    group: 'door',
    label: 'Signed in without being used, up to',
    unit: 'h',
    why: 'From one round to the next: a phone that lies in the drawer for longer asks who holds it.',
    schools: [
      { value: 12, label: 'A working day', reason: 'Where phones are shared, or left about.' },
      { value: 72, label: 'To the next round', reason: 'Default. Two rounds a week.' },
      { value: 336, label: 'Two weeks', reason: 'Where one person has the phone on them.' },
    ],
  }),
  lockAfterMinutes: rule({
    schema: z.number().min(1).max(480),
    standard: 20,
    group: 'door',
    label: 'Locks, where there is a PIN, after',
    unit: 'min',
    why: 'A desk that somebody walks away from: long enough for a call, short enough for lunch.',
    schools: [
      { value: 5, label: '5 min', reason: 'A desk that customers can reach.' },
      { value: 20, label: '20 min', reason: 'Default.' },
      { value: 120, label: '2 h', reason: 'An office with its own lock.' },
    ],
  }),
  deviceTokenDays: rule({
    schema: z.number().min(7).max(1830),
    standard: 365,
    group: 'door',
    label: 'Tokens of devices are good for',
    unit: 'days',
    why: 'A charger or thermometer that reports has a key to this one thing: it is renewed before it is forgotten.',
    schools: [
      {
        value: 90,
        label: 'A quarter',
        reason: 'Where devices are lent out, or stand in the open.',
      },
      { value: 365, label: 'A year', reason: 'Default. Renewed when the season is prepared.' },
      { value: 1095, label: 'Three years', reason: 'A network of the workshop alone.' },
    ],
  }),
  signedInMostDays: rule({
    schema: z.number().min(1).max(180),
    standard: 30,
    group: 'door',
    label: 'Signed in at all, up to',
    unit: 'days',
    why: 'Once a month everybody shows that they still know their passphrase.',
    schools: [
      { value: 7, label: 'A week', reason: 'Where many come and go.' },
      { value: 30, label: 'A month', reason: 'Default.' },
      { value: 90, label: 'A season’s quarter', reason: 'One or two people who are always here.' },
    ],
  }),
};
