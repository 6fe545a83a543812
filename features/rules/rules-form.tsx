'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Link } from '../ui/link';
import { useState } from 'react';
import { useRefresh } from '../app-shell/refresh';
import { shortDay, type Day, type Weekday } from '../../core/day';
import { CHEMISTRY_IDS } from '../../core/battery/chemistries';
import { ABSORPTION, LINE, ROUND_WEEKDAYS, RULE_CARDS, SCALE } from '../../core/rules/cards';
import { CHOICE_RULES } from '../../core/rules/choices';
import { RULE_GROUPS, type RuleGroup } from '../../core/rules/choices/rule';
import { HOUSE_RULES, type RulePatch, type Rules } from '../../core/rules/rules';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import type { ClockDto } from '../site/dto';
import shared from './rules.module.css';
import { DataTable } from '../ui/data-table';
import { ChemistryRow } from './chemistry-row';
import { Choice } from './choice';
import { WEEKDAY_OPTIONS, WEEK_BEGINS } from './weekdays';
import { CurrencySelect } from './currency-select';
import { Weighing } from './weighing';
import layout from '../ui/layout.module.css';
import styles from './rules-form.module.css';
import { CheckboxGroup } from '../ui/controls/checkbox';
import { Segmented } from '../ui/controls/segmented';

export interface RulesData {
  readonly rules: Rules;
  readonly version: number;
  readonly since: Day | null;
  /** Batteries at the site by chemistry. */
  readonly counts: Readonly<Record<string, number>>;
  readonly chargers: readonly { readonly id: string; readonly name: string }[];
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

  const keep = async (patch: RulePatch, why: string | null = null) => {
    const change = { patch, ...(why === null ? {} : { why }) };
    const reply = await postEntry(newEntry('rules-changed', HOUSE_RULES, siteNow(), change));
    setMessage(
      reply.ok
        ? { text: t`Kept. Every due date is counted anew from now on.`, bad: false }
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
    <div className={layout.page}>
      <header className={styles.head}>
        <h1>{t`Rules`}</h1>
        <p>{phrase`Version ${data.version}${data.since === null ? t`, the defaults` : t`, since ${shortDay(data.since)}`}. Practice differs, so each rule says why its default is one. Season, halls and bays are under ${(<Link href="/site">{t`The site`}</Link>)}.`}</p>
        <p className={message?.bad ? styles.bad : styles.kept} role="status">
          {message?.text ?? ''}
        </p>
      </header>
      {pending ? (
        <Weighing
          key={JSON.stringify(pending)}
          patch={pending}
          chargers={data.chargers}
          onKeep={(why) => void keep(pending, why)}
          onLeave={() => setPending(null)}
        />
      ) : null}
      <div className={styles.cards}>
        <section className={styles.card}>
          <h2>{ROUND_WEEKDAYS.label}</h2>
          <p className={shared.why}>{ROUND_WEEKDAYS.why}</p>
          <CheckboxGroup
            className={styles.weekdays}
            value={rules.roundWeekdays}
            options={WEEKDAY_OPTIONS}
            onChange={(days) => {
              if (days.length === 0) {
                setMessage({ text: t`At least one weekday, or there are no rounds.`, bad: true });
              } else weigh({ roundWeekdays: days as Weekday[] });
            }}
          />
        </section>
        <UnitsCard rules={rules} onKeep={(patch) => void keep(patch)} />
        <section className={styles.wideCard}>
          <h2>{t`Line, scale and absorption by chemistry`}</h2>
          <p className={shared.why}>{LINE.why}</p>
          <p className={shared.why}>
            {SCALE.why} {ABSORPTION.label}: {ABSORPTION.why}
          </p>
          <DataTable
            className={styles.chemistries}
            head={[
              t`Chemistry`,
              t`Scale`,
              t`Line, charge`,
              t`at rest, 25 °C`,
              t`Schools`,
              t`Absorption`,
              t`Here`,
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
          <h2>{t`Earlier versions`}</h2>
          <p
            className={shared.why}
          >{t`A verdict stays as it was given; the logbook of each battery says under which version.`}</p>
          <ol className={styles.history} reversed start={data.version}>
            {data.history.map((change) => (
              <li key={change.version} value={change.version}>
                <b>{shortDay(change.day)}:</b> {change.words.join('; ')}
              </li>
            ))}
            <li value={1}>{t`The defaults.`}</li>
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
      <h2>{t`Units`}</h2>
      <p className={shared.why}>{t`Volts always have two decimals.`}</p>
      <div className={styles.units}>
        <Segmented<Rules['temperatureUnit']>
          aria-label={t`Temperature`}
          value={rules.temperatureUnit}
          options={[
            { value: 'celsius', label: '°C' },
            { value: 'fahrenheit', label: '°F' },
          ]}
          onChange={(temperatureUnit) => onKeep({ temperatureUnit })}
        />
        <Segmented<Rules['measureUnit']>
          aria-label={t`Measures`}
          value={rules.measureUnit}
          options={[
            { value: 'metric', label: t`Metric` },
            { value: 'us', label: t`US` },
          ]}
          onChange={(measureUnit) => onKeep({ measureUnit })}
        />
        <Segmented<Rules['clock']>
          aria-label={t`Clock`}
          value={rules.clock}
          options={[
            { value: '24h', label: '24 h' },
            { value: '12h', label: '12 h' },
          ]}
          onChange={(value) => onKeep({ clock: value })}
        />
        <Segmented<Rules['weekBegins']>
          aria-label={t`A week begins on`}
          value={rules.weekBegins}
          options={WEEK_BEGINS}
          onChange={(weekBegins) => onKeep({ weekBegins })}
        />
        <CurrencySelect
          aria-label={t`Currency`}
          value={rules.currency}
          onChange={(currency) => onKeep({ currency })}
        />
      </div>
    </section>
  );
}
