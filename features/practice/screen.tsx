import { notFound } from 'next/navigation';
import { readSheet } from '../../store/practised';
import { taskOf } from '../../practice/tasks';
import { whoLooks } from '../access/who-looks';
import { db } from '../server/store';
import { PracticeFrame } from './frame';
import { TaskList } from './task-list';
import { TaskView } from './task-view';

const ownSheet = async () => readSheet(db(), (await whoLooks())?.id ?? null);

export async function PracticeScreen() {
  const sheet = await ownSheet();
  return (
    <PracticeFrame>
      <TaskList sheet={sheet} />
    </PracticeFrame>
  );
}

export async function TaskScreen({
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
      <TaskView
        keepsSheet={(await ownSheet()) !== null}
        id={id}
        seed={Number.isSafeInteger(wanted) && wanted > 0 ? wanted : null}
      />
    </PracticeFrame>
  );
}
