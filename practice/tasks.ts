import { CHARGER } from './tasks/charger';
import { DISCONNECTING } from './tasks/disconnect';
import { DRAW } from './tasks/draw';
import { FROST } from './tasks/frost';
import { HAND_BACK } from './tasks/hand-back';
import { HOOK_UP } from './tasks/hook-up';
import { POWER_CUT } from './tasks/power-cut';
import { READ } from './tasks/read';
import { RECOVER } from './tasks/recover';
import { RESTED } from './tasks/rested';
import { WATER } from './tasks/water';
import { WEEK } from './tasks/week';
import { SEASON } from './season';
import type { Task } from './stage';

/** All that can be practised, in the order of the work. To add one is to add a record. */
export const TASKS: readonly Task[] = [
  READ,
  RESTED,
  CHARGER,
  HOOK_UP,
  WATER,
  DRAW,
  DISCONNECTING,
  RECOVER,
  WEEK,
  HAND_BACK,
  POWER_CUT,
  FROST,
];

/** Beside them a whole season, which takes its time. */
export const ALL_TASKS: readonly Task[] = [...TASKS, SEASON];

export const taskOf = (id: string): Task | null => ALL_TASKS.find((task) => task.id === id) ?? null;
