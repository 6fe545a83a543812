import { z } from 'zod';
import { rule } from './rule';

/** The rules of handing back. */
export const BACK_RULES = {
  startSurePct: rule({
    schema: z.int().min(50).max(99),
    standard: 95,
    group: 'back',
    label: 'Sure enough that it starts',
    unit: '%',
    why: 'One in twenty that does not start is one too many where forty are handed back; more sureness than that asks for batteries that nobody pays for.',
    schools: [
      { value: 90, label: '90 %', reason: 'Where a jump pack stands ready at the gate.' },
      { value: 95, label: '95 %', reason: 'A usual promise.' },
      { value: 99, label: '99 %', reason: 'For ambulances, generators, and owners from far away.' },
    ],
  }),
  loadTestBefore: rule({
    schema: z.enum(['in-doubt', 'never']),
    standard: 'in-doubt',
    group: 'back',
    label: 'Load test before its day',
    unit: '',
    why: 'What is found weak six weeks before its owner comes can be asked about, bought and fitted; on the day it can only be told.',
    schools: [
      {
        value: 'in-doubt',
        label: 'Where in doubt',
        reason: 'Old starters, and those that hold less than they should: once a stay.',
      },
      { value: 'never', label: 'Never', reason: 'Where no load tester is in the house.' },
    ],
  }),
  lastFullDays: rule({
    schema: z.int().min(1).max(21),
    standard: 7,
    group: 'back',
    label: 'Full, at most before it is handed back',
    unit: 'days',
    why: 'The last charge is a slow one and ends in the last days: a week of standing costs a connected car some percent.',
    schools: [
      { value: 3, label: '3 days', reason: 'Fresh, where somebody is there to do it.' },
      { value: 7, label: 'A week', reason: 'In the last round but one.' },
      { value: 14, label: '2 weeks', reason: 'Where the rounds are far apart.' },
    ],
  }),
  chargingVolts: rule({
    schema: z.enum(['usual', 'wide', 'regulated']),
    standard: 'usual',
    group: 'back',
    label: 'Charging at idle',
    unit: '',
    why: 'About 14 V is well. A modern alternator that its control unit regulates may stand lower at a full battery and higher in the cold: load it before it is blamed.',
    schools: [
      { value: 'usual', label: '13.8–14.5 V', reason: 'The usual limits.' },
      { value: 'wide', label: '13.8–14.8 V', reason: 'In the cold, and for some AGM.' },
      {
        value: 'regulated',
        label: '12.8–15.0 V',
        reason: 'Regulated by a control unit, by load and temperature.',
      },
    ],
  }),
  chargingDropVolts: rule({
    schema: z.number().min(0.05).max(1),
    standard: 0.2,
    group: 'back',
    label: 'Voltage drop from the alternator to the battery',
    unit: 'V',
    why: 'What the cable takes the battery does not get: at a fifth of a volt it is never quite full.',
    schools: [
      { value: 0.2, label: '0.2 V', reason: 'Strict: bright joints.' },
      { value: 0.3, label: '0.3 V', reason: 'Long cables to a battery in the boot.' },
      { value: 0.5, label: '0.5 V', reason: 'Lenient, with everything switched on.' },
    ],
  }),
};
