'use client';

import { counted, plural, t } from '../../core/language';
import { useRefresh } from '../app-shell/refresh';
import { call } from '../http/client';
import { TemperatureFile } from '../temperatures/temperature-file';
import type { TemperatureDays } from '../temperatures/schema';
import styles from './temperatures.module.css';
import rules from './rules.module.css';

/** What is known of a hall's temperatures, in words. */
export interface HallKnown {
  readonly id: string;
  readonly name: string;
  readonly record: string;
  readonly follows: string;
}

/** Temperatures out of a file: of a hall's logger, of a forecast, or of past winters. */
export function Temperatures({ halls }: { halls: readonly HallKnown[] }) {
  const refresh = useRefresh();
  const take = async (target: string, days: TemperatureDays) => {
    const reply = await call('POST /api/temperatures', { body: { target, days } });
    if (!reply.ok) return { text: reply.reason, bad: true };
    const said = reply.reply;
    refresh();
    return {
      bad: false,
      text:
        'months' in said
          ? t`The climate of ${counted(said.months, 'month', 'months')} is now that of the file.`
          : t`${counted(said.written, 'day', 'days')} taken${said.kept ? t`; ${said.kept} ${plural(said.kept, 'was recorded already and stays', 'were recorded already and stay')}` : ''}.`,
    };
  };
  return (
    <section id="temperatures" className={rules.devices}>
      <h2>{t`Temperatures`}</h2>
      <p
        className={rules.why}
      >{t`Self-discharge and frost follow the halls. A thermometer that reports does it by itself; a logger’s file, a forecast for the coming days, or past winters for the climate table can be brought in here. What a thermometer recorded stays as it is.`}</p>
      <ul className={styles.halls}>
        {halls.map(({ id, name, record, follows }) => (
          <li key={id}>
            <b>{name}</b>
            <span>{record}</span>
            <span className={styles.quiet}>{follows}</span>
          </li>
        ))}
      </ul>
      <TemperatureFile halls={halls} onDays={take} />
    </section>
  );
}
