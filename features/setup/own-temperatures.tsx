import { counted, t } from '../../core/language';
import { IconTrash } from '@tabler/icons-react';
import { hallName, type HallDrawing } from '../site-plan/halls-editor';
import { AS_CLIMATE, type TemperatureDays } from '../temperatures/schema';
import { TemperatureFile } from '../temperatures/temperature-file';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import styles from './setup.module.css';
import { Button } from '../ui/button';

/** Days that were recorded, of a hall that is being drawn or outdoors. */
export interface OwnDays {
  readonly target: string;
  readonly days: TemperatureDays;
}

/** Temperatures that somebody has recorded already. */
export function OwnTemperatures({
  halls,
  files,
  onFiles,
}: {
  readonly halls: readonly HallDrawing[];
  readonly files: readonly OwnDays[];
  readonly onFiles: (files: readonly OwnDays[]) => void;
}) {
  const called = (target: string) => {
    const at = halls.findIndex(({ id }) => id === target);
    return target === AS_CLIMATE ? t`Past winters outdoors` : hallName(halls[at]!, at);
  };
  return (
    <section className={styles.part}>
      <h2>{t`Own temperatures`}</h2>
      <Quiet as="p">{t`Past winters outdoors, day by day or hour by hour, take the place of the winter that was chosen, month by month as far as they go; the record of a hall’s thermometer teaches how that hall follows the air. Three years are enough for the coldest nights, ten are better.`}</Quiet>
      {files.length > 0 ? (
        <ul className={layout.list}>
          {files.map(({ target, days }) => (
            <li key={target} className={layout.inline}>
              <span>{t`${called(target)}: ${counted(days.length, 'day', 'days')}, ${days[0]!.date} to ${days.at(-1)!.date}`}</span>
              <Button
                icon={<IconTrash size={18} aria-hidden="true" />}
                aria-label={t`Leave out ${called(target)}`}
                onClick={() => onFiles(files.filter((one) => one.target !== target))}
              />
            </li>
          ))}
        </ul>
      ) : null}
      <TemperatureFile
        halls={halls.map((hall, at) => ({ id: hall.id, name: hallName(hall, at) }))}
        onDays={(target, days) => {
          onFiles([...files.filter((one) => one.target !== target), { target, days }]);
          return Promise.resolve({ text: t`It is taken with the site.`, bad: false });
        }}
      />
    </section>
  );
}
