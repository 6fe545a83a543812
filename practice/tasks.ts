import { DISCONNECT_TASK } from './tasks/disconnect';
import { HOOK_UP_TASK } from './tasks/hook-up';
import { READ } from './tasks/read';
import { RESTED } from './tasks/rested';
import type { Task } from './stage';

/** All that can be practised, in the order of the work. To add one is to add a record. */
export const TASKS: readonly Task[] = [READ, RESTED, HOOK_UP_TASK, DISCONNECT_TASK];

export const taskOf = (id: string): Task | null => TASKS.find((task) => task.id === id) ?? null;
