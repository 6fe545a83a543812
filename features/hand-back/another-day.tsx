'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import { dayName, parseDay, type Day } from '../../core/day';
import type { NewEntry } from '../../core/logbook/entry';
import { useRefresh } from '../app-shell/refresh';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import type { ClockDto } from '../site/dto';
import { DayField } from '../theme/day-field';
import { Field } from '../ui/field';
import { Caution } from '../ui/caution';
import { Problem } from '../ui/problem';
import type { BackRow } from './hand-back-data';
import layout from '../ui/layout.module.css';
import styles from './another-day.module.css';
import { Button } from '../ui/button';

/** Its owner comes sooner or later, or takes it along for some days: one touch each. */
export function AnotherDay({
  row,
  today,
  clock,
  onDone,
}: {
  row: BackRow;
  today: Day;
  clock: ClockDto;
  onDone: () => void;
}) {
  const siteNow = useSiteClock(clock);
  const refresh = useRefresh();
  const [problem, setProblem] = useState<string | null>(null);
  const record = async (entry: NewEntry) => {
    const reply = await postEntry(entry);
    setProblem(reply.ok ? null : reply.reason);
    if (!reply.ok) return;
    onDone();
    refresh();
  };
  const comes = (day: Day | null) =>
    record(
      newEntry('collection', row.vehicleId, siteNow(), { on: day === null ? null : dayName(day) }),
    );
  const chosen = (then: (day: Day) => void) => (name: string) => {
    const day = parseDay(name);
    if (day !== null) then(day);
  };
  return (
    <div className={styles.change}>
      <div className={layout.fields}>
        <Button onClick={() => void comes(today)}>{t`Comes today`}</Button>
        <Button onClick={() => void comes(today + 1)}>{t`Comes tomorrow`}</Button>
        <Field label={t`Comes on`}>
          {(id) => (
            <DayField
              id={id}
              value={row.collectDay === null ? '' : dayName(row.collectDay)}
              onChange={chosen((day) => void comes(day))}
            />
          )}
        </Field>
        {row.hangs ? null : (
          <Field label={t`Takes it along, back on`}>
            {(id) => (
              <DayField
                id={id}
                value=""
                onChange={chosen(
                  (day) =>
                    void record(
                      newEntry('taken-along', row.vehicleId, siteNow(), { backOn: dayName(day) }),
                    ),
                )}
              />
            )}
          </Field>
        )}
        {row.collectDay === null ? null : (
          <Button onClick={() => void comes(null)}>{t`Always ready, no day`}</Button>
        )}
      </div>
      {row.hangs ? (
        <Caution>{t`To take it along for some days, mains off and clamps off first: a plugged-in vehicle that is driven off tears lead, socket and post.`}</Caution>
      ) : null}
      <Problem>{problem}</Problem>
    </div>
  );
}
