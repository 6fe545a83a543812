import { t } from '../../core/language';
import { readSheet } from '../../store/practised';
import { ALL_TASKS } from '../../practice/tasks';
import { whoLooks } from '../access/who-looks';
import { ListSheet } from '../print/list-sheet';
import { PrintButton } from '../print/print-button';
import paper from '../season/print.module.css';
import { db } from '../server/store';
import { dayWords } from './sheet';

/** One's own sheet, for the wall: what was practised, and when last. */
export async function PracticeSheetScreen() {
  const who = await whoLooks();
  const sheet = readSheet(db(), who?.id ?? null) ?? [];
  return (
    <div className={paper.sheets}>
      <PrintButton />
      <ListSheet
        title={who?.id ? t`Practised by ${who.name}` : t`Practised`}
        minds={t`By their own choice. Practice is no licence: the maker’s instructions, local codes and licensed staff come first.`}
        head={[t`Task`, t`What it teaches`, t`Last`]}
      >
        {ALL_TASKS.flatMap(({ id, title, learn }) => {
          const done = sheet.find(({ task }) => task === id);
          return done
            ? [
                <tr key={id}>
                  <td>
                    <b>{title}</b>
                  </td>
                  <td>{learn}</td>
                  <td>{dayWords(done.at)}</td>
                </tr>,
              ]
            : [];
        })}
      </ListSheet>
    </div>
  );
}
