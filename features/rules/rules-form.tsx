'use client';

import { Button, Checkbox, InputNumber, Radio, Segmented, Select } from 'antd';
import { useEffect, useState } from 'react';
import { useRefresh } from '../app-shell/refresh';
import { WEEKDAYS, shortDay, type Day, type Weekday } from '../../core/day';
import {
  CHEMISTRIES,
  CHEMISTRY_IDS,
  cellsFor,
  type ChemistryId,
} from '../../core/battery/chemistries';
import { SCALES, type ScaleId } from '../../core/battery/scales';
import { socOfVolts, voltsOfSoc } from '../../core/battery/state-of-charge';
import {
  ABSORPTION,
  LINE,
  LINE_SCHOOLS,
  ROUND_WEEKDAYS,
  RULE_CARDS,
  SCALE,
} from '../../core/rules/cards';
import { CHOICE_RULES, type ChoiceRule } from '../../core/rules/choices';
import { RULE_GROUPS, type RuleGroup } from '../../core/rules/choices/rule';
import { DEFAULT_RULES, HOUSE_RULES, type RulePatch, type Rules } from '../../core/rules/rules';
import { patchWords, schoolLabel } from '../../core/rules/words';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import type { ClockDto } from '../site/dto';
import type { RuleEffect } from './effect';
import shared from './rules.module.css';
import { call } from '../http/client';
import { DataTable } from '../ui/data-table';
import { CurrencySelect } from './currency-select';
import styles from './rules-form.module.css';

const WEEKDAY_WORDS: Record<Weekday, string> = {
  mon: 'Mon',
  tue: 'Tue',
  wed: 'Wed',
  thu: 'Thu',
  fri: 'Fri',
  sat: 'Sat',
  sun: 'Sun',
};

export interface RulesData {
  readonly rules: Rules;
  readonly version: number;
  readonly since: Day | null;
  /** Batteries at the site by chemistry. */
  readonly counts: Readonly<Record<string, number>>;
  /** Earlier changes, the newest first. */
  readonly history: readonly { version: number; day: Day; words: readonly string[] }[];
  readonly clock: ClockDto;
}

export function RulesForm({ data, devices }: { data: RulesData; devices: React.ReactNode }) {
  const { counts, clock } = data;
  const refresh = useRefresh();
  const siteNow = useSiteClock(clock);
  const [message, setMessage] = useState<{ text: string; bad: boolean } | null>(null);
  const [pending, setPending] = useState<RulePatch | null>(null);
  // What is shown is what would hold: kept rules, and the change that is being weighed.
  const rules = pending ? merged(data.rules, pending) : data.rules;

  const keep = async (patch: RulePatch) => {
    const reply = await postEntry(newEntry('rules-changed', HOUSE_RULES, siteNow(), { patch }));
    setMessage(
      reply.ok
        ? { text: 'Kept. Every due date is counted anew from now on.', bad: false }
        : { text: reply.reason, bad: true },
    );
    setPending(null);
    refresh();
  };
  const weigh = (patch: RulePatch) => {
    setMessage(null);
    setPending(patch);
  };

  return (
    <div className={styles.page}>
      <header className={styles.head}>
        <h1>Rules</h1>
        <p>
          Version {data.version}
          {data.since === null ? ', the defaults' : `, since ${shortDay(data.since)}`}. Practice
          differs, so each rule says why its default is one.
        </p>
        <p className={message?.bad ? styles.bad : styles.kept} role="status">
          {message?.text ?? ''}
        </p>
      </header>
      {pending ? (
        <Weighing
          key={JSON.stringify(pending)}
          patch={pending}
          onKeep={() => void keep(pending)}
          onLeave={() => setPending(null)}
        />
      ) : null}
      <div className={styles.cards}>
        <section className={styles.card}>
          <h2>{ROUND_WEEKDAYS.label}</h2>
          <p className={shared.why}>{ROUND_WEEKDAYS.why}</p>
          <Checkbox.Group
            className={styles.weekdays}
            value={rules.roundWeekdays}
            options={WEEKDAYS.map((day) => ({ value: day, label: WEEKDAY_WORDS[day] }))}
            onChange={(days) => {
              if (days.length === 0) {
                setMessage({ text: 'At least one weekday, or there are no rounds.', bad: true });
              } else weigh({ roundWeekdays: days as Weekday[] });
            }}
          />
        </section>
        <UnitsCard rules={rules} onKeep={(patch) => void keep(patch)} />
        <section className={styles.wideCard}>
          <h2>Line, scale and absorption by chemistry</h2>
          <p className={shared.why}>{LINE.why}</p>
          <p className={shared.why}>
            {SCALE.why} {ABSORPTION.label}: {ABSORPTION.why}
          </p>
          <DataTable
            head={[
              'Chemistry',
              'Scale',
              'Line, charge',
              'at rest, 25 °C',
              'Schools',
              'Absorption',
              'Here',
            ]}
          >
            {CHEMISTRY_IDS.map((id) => (
              <ChemistryRow
                key={id}
                id={id}
                rules={rules}
                count={counts[id] ?? 0}
                onChange={weigh}
              />
            ))}
          </DataTable>
        </section>
        {(Object.keys(RULE_GROUPS) as RuleGroup[]).map((group) => (
          <section key={group} className={styles.group} aria-label={RULE_GROUPS[group]}>
            <h2 className={styles.groupTitle}>{RULE_GROUPS[group]}</h2>
            {CHOICE_RULES.filter((rule) => RULE_CARDS[rule].group === group).map((rule) => (
              <Choice
                key={rule}
                rule={rule}
                value={rules[rule]}
                weighed={pending !== null && rule in pending}
                onChange={(value) => {
                  if (value === data.rules[rule]) setPending(null);
                  else weigh({ [rule]: value });
                }}
              />
            ))}
          </section>
        ))}
        <section className={styles.wideCard}>
          <h2>Earlier versions</h2>
          <p className={shared.why}>
            A verdict stays as it was given; the logbook of each battery says under which version.
          </p>
          <ol className={styles.history} reversed start={data.version}>
            {data.history.map((change) => (
              <li key={change.version} value={change.version}>
                <b>{shortDay(change.day)}:</b> {change.words.join('; ')}
              </li>
            ))}
            <li value={1}>The defaults.</li>
          </ol>
        </section>
        {devices}
      </div>
    </div>
  );
}

function merged(rules: Rules, patch: RulePatch): Rules {
  return {
    ...rules,
    ...(patch as Partial<Rules>),
    lineSocPct: { ...rules.lineSocPct, ...patch.lineSocPct },
    scale: { ...rules.scale, ...patch.scale },
    absorptionVolts: { ...rules.absorptionVolts, ...patch.absorptionVolts },
  };
}

/** How figures are written here. */
function UnitsCard({ rules, onKeep }: { rules: Rules; onKeep: (patch: RulePatch) => void }) {
  return (
    <section className={styles.card}>
      <h2>Units</h2>
      <p className={shared.why}>Volts always have two decimals.</p>
      <div className={styles.units}>
        <Segmented<Rules['temperatureUnit']>
          aria-label="Temperature"
          value={rules.temperatureUnit}
          options={[
            { value: 'celsius', label: '°C' },
            { value: 'fahrenheit', label: '°F' },
          ]}
          onChange={(temperatureUnit) => onKeep({ temperatureUnit })}
        />
        <Segmented<Rules['measureUnit']>
          aria-label="Measures"
          value={rules.measureUnit}
          options={[
            { value: 'metric', label: 'Metric' },
            { value: 'us', label: 'US' },
          ]}
          onChange={(measureUnit) => onKeep({ measureUnit })}
        />
        <Segmented<Rules['clock']>
          aria-label="Clock"
          value={rules.clock}
          options={[
            { value: '24h', label: '24 h' },
            { value: '12h', label: '12 h' },
          ]}
          onChange={(value) => onKeep({ clock: value })}
        />
        <CurrencySelect
          aria-label="Currency"
          value={rules.currency}
          onChange={(currency) => onKeep({ currency })}
        />
      </div>
    </section>
  );
}

function effectWords(effect: RuleEffect): string {
  const few = (n: number) => `${n} ${n === 1 ? 'battery' : 'batteries'}`;
  const moved = [
    ...(effect.earlier ? [`${few(effect.earlier)} due earlier`] : []),
    ...(effect.later ? [`${few(effect.later)} due later`] : []),
  ];
  const hours = Math.abs(effect.minutes) / 60;
  const work =
    Math.abs(effect.minutes) < 1
      ? 'no more and no less work'
      : `${hours < 2 ? `${Math.abs(effect.minutes)} min` : `${hours.toFixed(1)} h`} ${effect.minutes > 0 ? 'more' : 'less'} work until the last collection`;
  const under =
    effect.underAfter === effect.underBefore
      ? []
      : [`${few(effect.underAfter)} under the line instead of ${effect.underBefore}`];
  const said = [...(moved.length ? moved : ['No battery due earlier or later']), ...under, work];
  return `${said.join(', ')}.`;
}

/** A change that is not kept yet: what it would do to this site. */
function Weighing({
  patch,
  onKeep,
  onLeave,
}: {
  patch: RulePatch;
  onKeep: () => void;
  onLeave: () => void;
}) {
  const [answer, setAnswer] = useState<{ text: string; bad: boolean } | null>(null);
  useEffect(() => {
    const stop = new AbortController();
    void call('POST /api/rules/preview', { body: { patch }, signal: stop.signal }).then(
      (answer) => {
        if (stop.signal.aborted) return;
        setAnswer(
          answer.ok
            ? { text: effectWords(answer.reply), bad: false }
            : { text: answer.reason, bad: true },
        );
      },
    );
    return () => stop.abort();
  }, [patch]);
  return (
    <div className={styles.weighing} role="status">
      <p>
        <b>{patchWords(patch).join('; ')}.</b>{' '}
        <span className={answer?.bad ? styles.bad : undefined}>
          {answer ? answer.text : 'Counting what it would do here.'}
        </span>
      </p>
      <div className={styles.weighActions}>
        <Button type="primary" disabled={answer === null || answer.bad} onClick={onKeep}>
          Keep it
        </Button>
        <Button onClick={onLeave}>Leave as it was</Button>
      </div>
    </div>
  );
}

function Choice({
  rule,
  value,
  weighed,
  onChange,
}: {
  rule: ChoiceRule;
  value: Rules[ChoiceRule];
  weighed: boolean;
  onChange: (value: Rules[ChoiceRule]) => void;
}) {
  const card = RULE_CARDS[rule];
  const schools: readonly { value: Rules[ChoiceRule]; label: string; reason: string }[] =
    card.schools;
  const known = schools.some((school) => school.value === value);
  return (
    <section className={weighed ? styles.weighed : styles.third}>
      <h3>{card.label}</h3>
      <p className={shared.why}>{card.why}</p>
      <Radio.Group
        className={styles.schools}
        aria-label={card.label}
        value={String(value)}
        onChange={(event) => {
          const school = schools.find((one) => String(one.value) === event.target.value);
          if (school) onChange(school.value);
        }}
      >
        {schools.map((school) => (
          <Radio key={String(school.value)} value={String(school.value)}>
            <b>{school.label}</b>
            {school.value === DEFAULT_RULES[rule] ? <em>default</em> : null}
            <span>{school.reason}</span>
          </Radio>
        ))}
        {known ? null : (
          <Radio value={String(value)}>
            <b>{schoolLabel(rule, value)}</b>
            <span>Set by hand.</span>
          </Radio>
        )}
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
  const [absorption, setAbsorption] = useState<number | null>(null);
  const shown = line ?? rules.lineSocPct[id];
  const volts = voltsOfSoc({ ...at, socPct: shown });
  const keepLine = (socPct: number) => {
    setLine(null);
    if (socPct !== rules.lineSocPct[id]) onChange({ lineSocPct: { [id]: socPct } });
  };
  const keepAbsorption = () => {
    if (absorption !== null && absorption !== rules.absorptionVolts[id]) {
      onChange({ absorptionVolts: { [id]: absorption } });
    }
    setAbsorption(null);
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
          onBlur={() => keepLine(shown)}
          onPressEnter={() => keepLine(shown)}
        />
      </td>
      <td className={styles.volts}>{volts.toFixed(2)} V</td>
      <td className={styles.lineSchools}>
        {chemistry.family === 'lithium'
          ? 'the maker’s figure wins'
          : LINE_SCHOOLS.map((school) => (
              <Button
                key={school.value}
                size="small"
                title={school.reason}
                onClick={() =>
                  keepLine(
                    Math.min(
                      95,
                      Math.max(10, Math.round(socOfVolts({ ...at, volts: school.value }))),
                    ),
                  )
                }
              >
                {school.label}
              </Button>
            ))}
      </td>
      <td>
        <InputNumber
          aria-label={`Absorption of ${chemistry.label}, volts`}
          className={styles.line}
          min={13.6}
          max={chemistry.absorptionVolts.most}
          step={0.1}
          precision={2}
          value={absorption ?? rules.absorptionVolts[id]}
          suffix="V"
          onChange={(value) => setAbsorption(value)}
          onBlur={keepAbsorption}
          onPressEnter={keepAbsorption}
        />
      </td>
      <td className={styles.volts}>{count}</td>
    </tr>
  );
}
