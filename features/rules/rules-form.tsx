'use client';

import { Checkbox, InputNumber, Radio, Segmented, Select } from 'antd';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { WEEKDAYS, type Weekday } from '../../core/day';
import {
  CHEMISTRIES,
  CHEMISTRY_IDS,
  cellsFor,
  type ChemistryId,
} from '../../core/battery/chemistries';
import { SCALES, type ScaleId } from '../../core/battery/scales';
import { socOfVolts, voltsOfSoc } from '../../core/battery/state-of-charge';
import {
  DEFAULT_RULES,
  FULL_CHARGE_DAYS,
  HOUSE_RULES,
  LINE,
  LINE_SCHOOLS,
  READING_DAYS,
  REST_HOURS,
  ROUND_WEEKDAYS,
  SCALE,
  type RuleCard,
  type RulePatch,
  type Rules,
} from '../../core/rules/rules';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import type { WireClock } from '../site/wire';
import styles from './rules.module.css';

const WEEKDAY_WORDS: Record<Weekday, string> = {
  mon: 'Mon',
  tue: 'Tue',
  wed: 'Wed',
  thu: 'Thu',
  fri: 'Fri',
  sat: 'Sat',
  sun: 'Sun',
};

export function RulesForm({
  rules,
  counts,
  clock,
}: {
  rules: Rules;
  /** Batteries at the site by chemistry. */
  counts: Readonly<Record<string, number>>;
  clock: WireClock;
}) {
  const router = useRouter();
  const siteNow = useSiteClock(clock);
  const [message, setMessage] = useState<{ text: string; bad: boolean } | null>(null);

  const change = async (patch: RulePatch) => {
    const reply = await postEntry(newEntry('rules-changed', HOUSE_RULES, siteNow(), { patch }));
    setMessage(
      reply.ok
        ? { text: 'Kept. Every due date is counted anew from now on.', bad: false }
        : { text: reply.reason, bad: true },
    );
    router.refresh();
  };

  return (
    <div className={styles.page}>
      <header className={styles.head}>
        <h1>Rules</h1>
        <p>How this house works. Practice differs, so each rule says why its default is one.</p>
        <p className={message?.bad ? styles.bad : styles.kept} role="status">
          {message?.text ?? ''}
        </p>
      </header>
      <div className={styles.cards}>
        <section className={styles.card}>
          <h2>{ROUND_WEEKDAYS.label}</h2>
          <p className={styles.why}>{ROUND_WEEKDAYS.why}</p>
          <Checkbox.Group
            className={styles.weekdays}
            value={rules.roundWeekdays}
            options={WEEKDAYS.map((day) => ({ value: day, label: WEEKDAY_WORDS[day] }))}
            onChange={(days) => {
              if (days.length === 0) {
                setMessage({ text: 'At least one weekday, or there are no rounds.', bad: true });
              } else void change({ roundWeekdays: days as Weekday[] });
            }}
          />
        </section>
        <section className={styles.card}>
          <h2>Units</h2>
          <p className={styles.why}>Volts always have two decimals.</p>
          <div className={styles.units}>
            <Segmented
              aria-label="Temperature"
              value={rules.temperatureUnit}
              options={[
                { value: 'celsius', label: '°C' },
                { value: 'fahrenheit', label: '°F' },
              ]}
              onChange={(temperatureUnit) =>
                void change({ temperatureUnit: temperatureUnit as Rules['temperatureUnit'] })
              }
            />
            <Segmented
              aria-label="Measures"
              value={rules.measureUnit}
              options={[
                { value: 'metric', label: 'Metric' },
                { value: 'us', label: 'US' },
              ]}
              onChange={(measureUnit) =>
                void change({ measureUnit: measureUnit as Rules['measureUnit'] })
              }
            />
            <Segmented
              aria-label="Clock"
              value={rules.clock}
              options={[
                { value: '24h', label: '24 h' },
                { value: '12h', label: '12 h' },
              ]}
              onChange={(value) => void change({ clock: value as Rules['clock'] })}
            />
          </div>
        </section>
        <NumberRule
          card={REST_HOURS}
          value={rules.restHours}
          standard={DEFAULT_RULES.restHours}
          onChange={(restHours) => void change({ restHours })}
        />
        <NumberRule
          card={READING_DAYS}
          value={rules.readingDays}
          standard={DEFAULT_RULES.readingDays}
          onChange={(readingDays) => void change({ readingDays })}
        />
        <NumberRule
          card={FULL_CHARGE_DAYS}
          value={rules.fullChargeDays}
          standard={DEFAULT_RULES.fullChargeDays}
          onChange={(fullChargeDays) => void change({ fullChargeDays })}
        />
        <section className={styles.wideCard}>
          <h2>
            {LINE.label} and {SCALE.label.toLowerCase()}
          </h2>
          <p className={styles.why}>{LINE.why}</p>
          <p className={styles.why}>{SCALE.why}</p>
          <div className={styles.tableFrame}>
            <table className={styles.table}>
              <thead>
                <tr>
                  <th scope="col">Chemistry</th>
                  <th scope="col">Scale</th>
                  <th scope="col">Line, state of charge</th>
                  <th scope="col">means, at rest and 25 °C</th>
                  <th scope="col">Schools</th>
                  <th scope="col">Here</th>
                </tr>
              </thead>
              <tbody>
                {CHEMISTRY_IDS.map((id) => (
                  <ChemistryRow
                    key={id}
                    id={id}
                    rules={rules}
                    count={counts[id] ?? 0}
                    onChange={(patch) => void change(patch)}
                  />
                ))}
              </tbody>
            </table>
          </div>
        </section>
      </div>
    </div>
  );
}

function NumberRule({
  card,
  value,
  standard,
  onChange,
}: {
  card: RuleCard<number>;
  value: number;
  standard: number;
  onChange: (value: number) => void;
}) {
  return (
    <section className={styles.third}>
      <h2>{card.label}</h2>
      <p className={styles.why}>{card.why}</p>
      <Radio.Group
        className={styles.schools}
        aria-label={card.label}
        value={value}
        onChange={(event) => onChange(event.target.value as number)}
      >
        {card.schools.map((school) => (
          <Radio key={school.value} value={school.value}>
            <b>{school.label}</b>
            {school.value === standard ? <em>default</em> : null}
            <span>{school.reason}</span>
          </Radio>
        ))}
        {card.schools.every((school) => school.value !== value) ? (
          <Radio value={value}>
            <b>
              {value} {card.unit}
            </b>
            <span>Set by hand.</span>
          </Radio>
        ) : null}
      </Radio.Group>
    </section>
  );
}

function ChemistryRow({
  id,
  rules,
  count,
  onChange,
}: {
  id: ChemistryId;
  rules: Rules;
  count: number;
  onChange: (patch: RulePatch) => void;
}) {
  const chemistry = CHEMISTRIES[id];
  const cells = cellsFor(id, 12);
  const at = { chemistry: id, cells, scale: rules.scale[id], celsius: 25 };
  const [line, setLine] = useState<number | null>(null);
  const shown = line ?? rules.lineSocPct[id];
  const volts = voltsOfSoc({ ...at, socPct: shown });
  const keep = (socPct: number) => {
    setLine(null);
    if (socPct !== rules.lineSocPct[id]) onChange({ lineSocPct: { [id]: socPct } });
  };
  return (
    <tr>
      <th scope="row">{chemistry.label}</th>
      <td>
        <Select<ScaleId>
          aria-label={`Voltage scale for ${chemistry.label}`}
          className={styles.scale}
          value={rules.scale[id]}
          options={chemistry.scales.map((scale) => ({
            value: scale,
            label: SCALES[scale].label,
            title: `${SCALES[scale].school}. ${SCALES[scale].source}.`,
          }))}
          onChange={(scale) => onChange({ scale: { [id]: scale } })}
        />
      </td>
      <td>
        <InputNumber
          aria-label={`Recharge line for ${chemistry.label}, percent`}
          className={styles.line}
          min={10}
          max={95}
          precision={0}
          value={shown}
          suffix="%"
          onChange={(value) => setLine(value)}
          onBlur={() => keep(shown)}
          onPressEnter={() => keep(shown)}
        />
      </td>
      <td className={styles.volts}>{volts.toFixed(2)} V</td>
      <td className={styles.lineSchools}>
        {id === 'lfp'
          ? 'the maker’s figure wins'
          : LINE_SCHOOLS.map((school) => (
              <button
                key={school.value}
                type="button"
                title={school.reason}
                onClick={() =>
                  keep(
                    Math.min(
                      95,
                      Math.max(10, Math.round(socOfVolts({ ...at, volts: school.value }))),
                    ),
                  )
                }
              >
                {school.label}
              </button>
            ))}
      </td>
      <td className={styles.volts}>{count}</td>
    </tr>
  );
}
