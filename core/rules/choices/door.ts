import { msg, withWords } from '../../language';
import { z } from 'zod';
import { rule } from './rule';

/** The rules of who stays signed in. */
export const DOOR_RULES = withWords({
  signedInIdleHours: rule({
    schema: z.number().min(1).max(720),
    standard: 72,
    group: 'door',
    label: msg`Signed in without being used, up to`,
    unit: 'h',
    why: msg`From one round to the next: a phone that lies in the drawer for longer asks who holds it.`,
    schools: [
      {
        value: 12,
        label: msg`A working day`,
        reason: msg`Where phones are shared, or left about.`,
      },
      { value: 72, label: msg`To the next round`, reason: msg`Default. Two rounds a week.` },
      { value: 336, label: msg`Two weeks`, reason: msg`Where one person has the phone on them.` },
    ],
  }),
  lockAfterMinutes: rule({
    schema: z.number().min(1).max(480),
    standard: 20,
    group: 'door',
    label: msg`Locks, where there is a PIN, after`,
    unit: msg`min`,
    why: msg`A desk that somebody walks away from: long enough for a call, short enough for lunch.`,
    schools: [
      { value: 5, label: msg`5 min`, reason: msg`A desk that customers can reach.` },
      { value: 20, label: msg`20 min`, reason: msg`Default.` },
      { value: 120, label: '2 h', reason: msg`An office with its own lock.` },
    ],
  }),
  deviceTokenDays: rule({
    schema: z.number().min(7).max(1830),
    standard: 365,
    group: 'door',
    label: msg`Tokens of devices are good for`,
    unit: msg`days`,
    why: msg`A charger or thermometer that reports has a key to this one thing: it is renewed before it is forgotten.`,
    schools: [
      {
        value: 90,
        label: msg`A quarter`,
        reason: msg`Where devices are lent out, or stand in the open.`,
      },
      {
        value: 365,
        label: msg`A year`,
        reason: msg`Default. Renewed when the season is prepared.`,
      },
      { value: 1095, label: msg`Three years`, reason: msg`A network of the workshop alone.` },
    ],
  }),
  signedInMostDays: rule({
    schema: z.number().min(1).max(180),
    standard: 30,
    group: 'door',
    label: msg`Signed in at all, up to`,
    unit: msg`days`,
    why: msg`Once a month everybody shows that they still know their passphrase.`,
    schools: [
      { value: 7, label: msg`A week`, reason: msg`Where many come and go.` },
      { value: 30, label: msg`A month`, reason: msg`Default.` },
      {
        value: 90,
        label: msg`A season’s quarter`,
        reason: msg`One or two people who are always here.`,
      },
    ],
  }),
});
