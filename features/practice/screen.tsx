import { notFound } from 'next/navigation';
import { taskOf } from '../../practice/tasks';
import { PracticeFrame } from './frame';
import { TaskList } from './task-list';
import { TaskView } from './task-view';

export function PracticeScreen() {
  return (
    <PracticeFrame>
      <TaskList />
    </PracticeFrame>
  );
}

export function TaskScreen({
  id,
  seed,
}: {
  readonly id: string;
  /** Of the address, so that two can practise the same. */
  readonly seed: string | undefined;
}) {
  const task = taskOf(id);
  if (!task) notFound();
  const wanted = Number(seed);
  return (
    <PracticeFrame>
      <TaskView id={id} seed={Number.isSafeInteger(wanted) && wanted > 0 ? wanted : null} />
    </PracticeFrame>
  );
}
