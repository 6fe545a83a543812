'use client';

import { z } from 'zod';
import { LEVELS } from '../../core/inspect/points';
import { ChargingSeen } from '../../core/vehicle-tests/charging-test';
import { CrankSeen } from '../../core/vehicle-tests/crank-test';
import { HeadlampsSeen } from '../../core/vehicle-tests/headlamps';
import { LoadSeen } from '../../core/vehicle-tests/load-test';
import { DropsSeen } from '../../core/vehicle-tests/voltage-drop';
import { keptOnDevice } from '../ui/kept-on-device';

const CrankMeasured = CrankSeen.pick({
  ran: true,
  restVolts: true,
  leastVolts: true,
  seconds: true,
});

const Progress = z.object({
  done: z.array(z.string()),
  milliamps: z.number().optional(),
  levels: z.array(z.enum(LEVELS)).optional(),
  addedMl: z.array(z.number()).optional(),
  gravities: z.array(z.number()).optional(),
  acidCelsius: z.number().optional(),
  crank: CrankSeen.optional(),
  /** What a meter saw of a start, before anybody said how it sounded. */
  crankMeasured: CrankMeasured.optional(),
  charging: ChargingSeen.optional(),
  drops: DropsSeen.optional(),
  headlamps: HeadlampsSeen.optional(),
  load: LoadSeen.optional(),
});
export type Progress = z.infer<typeof Progress>;

const NOTHING: Progress = { done: [] };
const isNothing = ({ done, ...inputs }: Progress) =>
  done.length === 0 && Object.values(inputs).every((input) => input === undefined);
const useKept = keptOnDevice('velvet-procedure-', Progress, NOTHING, isNothing);

/** Where a procedure stands; kept on this device, so that a phone in a pocket loses nothing. */
export const useProgress = (place: string) => useKept(place);
