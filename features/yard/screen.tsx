import { askOrSetUp } from '../server/ask';
import { troubleOfBackups } from '../server/backups';
import { BackupTrouble } from './backup-trouble';
import { Yard } from './yard';

export async function YardScreen() {
  const text = await askOrSetUp('yard');
  const trouble = troubleOfBackups();
  return (
    <>
      {trouble === null ? null : <BackupTrouble words={trouble} />}
      <Yard text={text} />
    </>
  );
}
