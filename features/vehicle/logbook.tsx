'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useMemo, useState } from 'react';
import { dayOf, shortDay } from '../../core/day';
import type { Entry } from '../../core/logbook/entry';
import { isSettled } from '../../core/record/settled';
import type { BatteryRecord } from '../../core/record/battery-record';
import { formatVolts } from '../../core/words/words';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { entryWords } from '../logbook/words';
import { useSiteClock } from '../site/clock';
import type { BatteryDto } from '../site/dto';
import { parseVolts } from './parse-volts';
import type { VehicleData } from './vehicle-data';
import shared from './vehicle.module.css';
import styles from './logbook.module.css';
import { Button } from '../ui/button';

/** Everything that happened to a battery, newest first; struck entries stay, crossed out. */
export function Logbook({
  data,
  battery,
  standing,
  onChanged,
}: {
  data: VehicleData;
  battery: BatteryDto;
  standing: BatteryRecord;
  onChanged: () => void;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const { shown, strikes } = useMemo(() => {
    const own = [...data.entries, ...(data.batteryEntries[battery.id] ?? [])];
    return {
      shown: own
        .filter((entry) => entry.kind !== 'withdrawn')
        .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : b.seq - a.seq)),
      strikes: new Map(own.flatMap((entry) => (entry.strikes ? [[entry.strikes, entry]] : []))),
    };
  }, [data, battery.id]);
  const settled = new Map(
    battery.state.readings.map((reading) => [reading.id, isSettled(reading, standing)]),
  );
  return (
    <ul className={styles.log}>
      {shown.map((entry) => {
        const struckBy = strikes.get(entry.id);
        const { what, value } = entryWords(entry, data.bays);
        const soon = settled.get(entry.id) === false;
        const verdict = data.verdicts[entry.id];
        return (
          <li key={entry.id} className={struckBy ? styles.struck : undefined}>
            <div className={styles.line}>
              <time dateTime={entry.at}>
                {shortDay(dayOf(Date.parse(entry.at), data.clock.timeZone)).slice(4)}
              </time>
              <span className={styles.what}>
                {what}
                {soon ? <em>{t` too soon after charge or load`}</em> : null}
                {entry.strikes ? <em>{t` in place of a struck one`}</em> : null}
              </span>
              <span className={styles.value}>{value}</span>
              <span className={styles.actions}>
                {verdict ? (
                  <Button
                    type="link"
                    size="small"
                    className={styles.aside}
                    aria-expanded={told === entry.id}
                    aria-label={t`What was said about ${value} then`}
                    onClick={() => setTold(told === entry.id ? null : entry.id)}
                  >{t`then`}</Button>
                ) : null}
                {struckBy || entry.kind === 'laid-up' || entry.kind === 'fitted' ? null : (
                  <Button
                    type="link"
                    size="small"
                    className={styles.aside}
                    aria-expanded={open === entry.id}
                    aria-label={t`Correct ${what} ${value}`}
                    onClick={() => setOpen(open === entry.id ? null : entry.id)}
                  >{t`correct`}</Button>
                )}
              </span>
            </div>
            {verdict && told === entry.id ? (
              <p
                className={styles.told}
              >{phrase`Said then, under version ${verdict.ruleVersion} of the rules${verdict.ruleVersion === data.ruleVersion ? '' : t` (now ${data.ruleVersion})`}: ${(<b>{verdict.headline}.</b>)} ${verdict.why}${verdict.takenFor ? t` It was taken for: ${verdict.takenFor}.` : null}`}</p>
            ) : null}
            {open === entry.id ? (
              <Correct
                entry={entry}
                data={data}
                onDone={() => {
                  setOpen(null);
                  onChanged();
                }}
              />
            ) : null}
          </li>
        );
      })}
    </ul>
  );
}

/** Strikes an entry, or puts another reading in its place. The old one stays to be seen. */
function Correct({ entry, data, onDone }: { entry: Entry; data: VehicleData; onDone: () => void }) {
  const siteNow = useSiteClock(data.clock);
  const [volts, setVolts] = useState('');
  const [message, setMessage] = useState<string | null>(null);
  const [question, setQuestion] = useState(false);

  const send = async (confirmed: boolean, replace: boolean) => {
    let correction;
    if (replace && entry.kind === 'reading') {
      const parsed = parseVolts(volts);
      if (!parsed.ok) return setMessage(parsed.reason);
      correction = newEntry(
        'reading',
        entry.subjectId,
        Date.parse(entry.at),
        { ...entry.data, volts: parsed.volts, confirmed },
        entry.id,
      );
    } else {
      correction = newEntry(
        'withdrawn',
        entry.subjectId,
        siteNow(),
        { why: t`struck by hand` },
        entry.id,
        entry.subjectKind,
      );
    }
    const reply = await postEntry(correction);
    if (reply.ok) return onDone();
    setQuestion(reply.question);
    setMessage(reply.reason);
  };

  return (
    <form
      className={styles.correct}
      onSubmit={(event) => {
        event.preventDefault();
        void send(false, true);
      }}
    >
      {entry.kind === 'reading' ? (
        <>
          <label>{phrase`${formatVolts(entry.data.volts)} was mistyped; it was${(
            <input
              autoFocus
              inputMode="decimal"
              value={volts}
              placeholder="12.52"
              aria-label={t`Volts instead`}
              onChange={(event) => setVolts(event.target.value)}
            />
          )}V`}</label>
          <Button htmlType="submit">{t`Replace`}</Button>
        </>
      ) : null}
      <Button onClick={() => void send(false, false)}>{t`Strike it`}</Button>
      {message ? (
        <p className={shared.message} role="alert">
          {message}{' '}
          {question ? (
            <Button
              size="small"
              onClick={() => void send(true, true)}
            >{t`It is right, keep it`}</Button>
          ) : null}
        </p>
      ) : null}
    </form>
  );
}
