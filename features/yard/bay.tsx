import { t } from '../../core/language';
import { CONDEMNED, HELD } from '../../core/assessment/reserve-marks';
import { chanceWords } from '../../core/words/words';
import { ReserveBar } from '../theme/reserve-bar';
import { KeepingIcon, VehicleIcon } from '../theme/vehicle-icon';
import type { YardBattery, YardBay } from './yard-data';
import styles from './bay.module.css';

/** One bay: free, or who stands there and how long its batteries hold. */
export function Bay({
  bay,
  shown,
  waiting,
}: {
  bay: YardBay;
  shown: (battery: YardBattery) => {
    reserve: number;
    soc: number | null;
    frost: boolean;
    under: number | null;
  };
  waiting: boolean;
}) {
  const { stay } = bay;
  if (!stay) {
    return (
      <a href={`/lay-up?bay=${bay.mark}`} className={styles.free}>
        <span className={styles.mark}>{bay.mark}</span>
        <span className={styles.freeWord}>{t`free`}</span>
      </a>
    );
  }
  const many = stay.batteries.length > 1;
  const maintained = stay.batteries.some((battery) => battery.keeping === 'maintainer');
  const off = stay.batteries.every((battery) => battery.keeping === 'negative-off');
  const frost = stay.batteries.some((battery) => shown(battery).frost);
  const condemned = stay.batteries.some((battery) => shown(battery).reserve === CONDEMNED);
  const low = stay.batteries.some((battery) => shown(battery).reserve === 0);
  return (
    <a
      href={`/vehicle/${stay.vehicleId}`}
      className={low || condemned ? styles.low : styles.bay}
      data-bay={bay.mark}
    >
      <span className={styles.top}>
        <span className={styles.mark}>{bay.mark}</span>
        <span className={styles.glyphs}>
          {frost && !condemned ? <span className={styles.frost}>{t`frost`}</span> : null}
          {maintained ? <KeepingIcon keeping="maintainer" /> : null}
          {off ? <KeepingIcon keeping="negative-off" /> : null}
          <span className={styles.kind}>
            <VehicleIcon kind={stay.kind} />
          </span>
        </span>
      </span>
      <span className={styles.name}>{stay.name}</span>
      <span className={waiting ? styles.waiting : styles.batteries}>
        {stay.batteries.map((battery) => {
          const { reserve, soc, under } = shown(battery);
          return (
            <span
              key={battery.id}
              title={`${battery.label}, ${battery.chemistry}${soc !== null && soc > -1000 && reserve !== HELD ? t`, state of charge ${soc} %` : ''}${under !== null && under >= 2 ? t`, ${chanceWords(under / 100)} under its line by then` : ''}`}
            >
              <ReserveBar days={reserve} label={many ? shortLabel(battery.label) : undefined} />
            </span>
          );
        })}
        {stay.note ? <span className={styles.note}>{stay.note}</span> : null}
        {stay.troubled.map((mark) => (
          <span
            key={mark}
            title={t`${mark} cannot be judged: its page says why`}
          >{t`not judged`}</span>
        ))}
      </span>
    </a>
  );
}

/** `S`, `L1`, `S bench`: the label of one of several batteries, short enough for a tile. */
function shortLabel(label: string): string {
  const [, word, number, where] = /^(\w+) ?(\d*)(?:, (\w+))?$/.exec(label) ?? ['', label, '', ''];
  return `${word![0]}${number ?? ''}${where ? ` ${where}` : ''}`;
}
