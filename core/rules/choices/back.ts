import { msg, withWords } from '../../language';
import { z } from 'zod';
import { rule } from './rule';

/** The rules of handing back. */
export const BACK_RULES = withWords({
  startSurePct: rule({
    schema: z.int().min(50).max(99),
    standard: 95,
    group: 'back',
    label: msg`Sure enough that it starts`,
    unit: '%',
    why: msg`One in twenty that does not start is one too many where forty are handed back; more sureness than that asks for batteries that nobody pays for.`,
    schools: [
      { value: 90, label: '90 %', reason: msg`Where a jump pack stands ready at the gate.` },
      { value: 95, label: '95 %', reason: msg`A usual promise.` },
      {
        value: 99,
        label: '99 %',
        reason: msg`For ambulances, generators, and owners from far away.`,
      },
    ],
  }),
  loadTestBefore: rule({
    schema: z.enum(['in-doubt', 'never']),
    standard: 'in-doubt',
    group: 'back',
    label: msg`Load test before its day`,
    unit: '',
    why: msg`What is found weak six weeks before its owner comes can be asked about, bought and fitted; on the day it can only be told.`,
    schools: [
      {
        value: 'in-doubt',
        label: msg`Where in doubt`,
        reason: msg`Old starters, and those that hold less than they should: once a stay.`,
      },
      { value: 'never', label: msg`Never`, reason: msg`Where no load tester is in the house.` },
    ],
  }),
  lastFullDays: rule({
    schema: z.int().min(1).max(21),
    standard: 7,
    group: 'back',
    label: msg`Full, at most before it is handed back`,
    unit: msg`days`,
    why: msg`The last charge is a slow one and ends in the last days: a week of standing costs a connected car some percent.`,
    schools: [
      { value: 3, label: msg`3 days`, reason: msg`Fresh, where somebody is there to do it.` },
      { value: 7, label: msg`A week`, reason: msg`In the last round but one.` },
      { value: 14, label: msg`2 weeks`, reason: msg`Where the rounds are far apart.` },
    ],
  }),
  chargingVolts: rule({
    schema: z.enum(['usual', 'wide', 'regulated']),
    standard: 'usual',
    group: 'back',
    label: msg`Charging at idle`,
    unit: '',
    why: msg`About 14 V is well. A modern alternator that its control unit regulates may stand lower at a full battery and higher in the cold: load it before it is blamed.`,
    schools: [
      { value: 'usual', label: '13.8–14.5 V', reason: msg`The usual limits.` },
      { value: 'wide', label: '13.8–14.8 V', reason: msg`In the cold, and for some AGM.` },
      {
        value: 'regulated',
        label: '12.8–15.0 V',
        reason: msg`Regulated by a control unit, by load and temperature.`,
      },
    ],
  }),
  chargingDropVolts: rule({
    schema: z.number().min(0.05).max(1),
    standard: 0.2,
    group: 'back',
    label: msg`Voltage drop from the alternator to the battery`,
    unit: 'V',
    why: msg`What the cable takes the battery does not get: at a fifth of a volt it is never quite full.`,
    schools: [
      { value: 0.2, label: '0.2 V', reason: msg`Strict: bright joints.` },
      { value: 0.3, label: '0.3 V', reason: msg`Long cables to a battery in the boot.` },
      { value: 0.5, label: '0.5 V', reason: msg`Lenient, with everything switched on.` },
    ],
  }),
});
