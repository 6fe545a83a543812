'use client';

import { t, msg, withWords } from '../../core/language';
import { useState } from 'react';
import type { NewEntry } from '../../core/logbook/entry';
import type { EntryData, EntryKind } from '../../core/logbook/kinds';
import { flatBelow } from '../../core/charging/flat';
import type { Recovery, RecoveryStepId } from '../../core/charging/recovery';
import type { Inspection } from '../../core/inspect/points';
import { celsiusNow } from '../../core/gate/ice';
import { saeAmpsOf } from '../../core/battery/details';
import { loadTestAmps } from '../../core/battery/load-test';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import type { Rules } from '../../core/rules/rules';
import { formatMoney, formatVolts } from '../../core/words/words';
import { EMPTY_INSPECTION, InspectionForm } from '../inspect/inspection-form';
import { newEntry } from '../logbook/new-entry';
import { postEntries } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import { settingOfHall, standingOf } from '../site/dto';
import { parseVolts } from '../vehicle/parse-volts';
import { useTypedReading } from '../vehicle/typed-reading';
import { TextField } from '../ui/field';
import type { ChargeData, Chosen } from './charge-data';
import { hoursWords, whenWords } from './words';
import styles from './ladder.module.css';
import { Button } from '../ui/button';

interface Inner {
  readonly data: ChargeData;
  readonly chosen: Chosen;
  readonly onRecorded: (what: string) => void;
}

/** A battery found flat: one attempt, step by step, each with its limit and what ends it. */
export function Ladder({ data, chosen, onRecorded }: Inner) {
  const { battery, recovery } = chosen;
  const siteNow = useSiteClock(data.clock);
  const [problem, setProblem] = useState<string | null>(null);
  const send = async (entries: readonly NewEntry[], said: string) => {
    const reply = await postEntries(entries);
    if (!reply.ok) return setProblem(reply.reason);
    setProblem(null);
    onRecorded(said);
  };
  const entry = <K extends EntryKind>(kind: K, what: EntryData<K>) =>
    newEntry(kind, battery.id, siteNow(), what);
  const { volts } = chosen.context;
  if (!recovery) {
    const why = volts === null ? t`found flat` : t`${formatVolts(volts)} at rest`;
    return (
      <section className={styles.ladder} aria-label={t`Recovery`}>
        <h3>{t`Found flat: ${why}`}</h3>
        <p>{t`Harm is under way below ${formatVolts(flatBelow(battery.facts.chemistry, battery.facts.cells))}${CHEMISTRIES[battery.facts.chemistry].acid ? t`, and freezing comes nearer to 0 °C` : ''}. One careful attempt: thaw, look, charge slowly, rest, read, load test; then keep it or replace it. If the key or a lamp was on, switch it off first.`}</p>
        {problem ? <p role="alert">{problem}</p> : null}
        <Button
          type="primary"
          size="large"
          onClick={() => void send([entry('recovery-begun', { why })], t`The attempt is begun.`)}
        >{t`Begin the attempt`}</Button>
      </section>
    );
  }
  const now = recovery.steps.find(({ id }) => id === recovery.now) ?? null;
  return (
    <section className={styles.ladder} aria-label={t`Recovery`}>
      <h3>
        {recovery.verdict === null ? t`One attempt to bring it back` : VERDICTS[recovery.verdict]}
      </h3>
      {recovery.verdict !== null ? <p>{recovery.why}</p> : null}
      <ol className={styles.steps}>
        {recovery.steps.map((step) => (
          <li key={step.id} data-state={step.state} data-step={step.id}>
            <b>{step.label}</b>
            <span>{step.state === 'not-needed' ? step.result : (step.result ?? step.limit)}</span>
          </li>
        ))}
      </ol>
      {now ? (
        <div className={styles.now}>
          <p>{now.say}</p>
          <p className={styles.quiet}>{t`Limit: ${now.limit}. What ends it: ${now.ends}${
            now.from !== null && now.from > data.clock.now
              ? t` Not before ${whenWords(now.from, data.clock.now, data.clock.timeZone, data.rules)}.`
              : ''
          }`}</p>
          <StepTools id={now.id} data={data} chosen={chosen} onSend={send} />
        </div>
      ) : null}
      <Spent recovery={recovery} rules={data.rules} />
      {problem ? <p role="alert">{problem}</p> : null}
      <div className={styles.ends}>
        {recovery.verdict !== null ? (
          <Button
            type="primary"
            size="large"
            onClick={() =>
              void send(
                [
                  entry('recovery-ended', {
                    verdict: recovery.verdict!,
                    why: recovery.why.slice(0, 300),
                  }),
                ],
                recovery.verdict === 'keep' ? t`Kept.` : t`To be replaced: ask its owner.`,
              )
            }
          >
            {recovery.verdict === 'keep' ? t`Keep it` : t`Replace it`}
          </Button>
        ) : null}
        <Button
          onClick={() =>
            void send(
              [entry('recovery-ended', { verdict: 'given-up', why: t`given up by the attendant` })],
              t`The attempt is given up.`,
            )
          }
        >{t`Give it up`}</Button>
      </div>
    </section>
  );
}

const VERDICTS = withWords({ keep: msg`Keep it`, replace: msg`Replace it` } as const);

/** Time and energy so far, beside the price of a new one. */
function Spent({ recovery, rules }: { recovery: Recovery; rules: Rules }) {
  const { spent, newPrice } = recovery;
  return (
    <p className={styles.spent}>
      {t`Spent so far: `}
      {spent.minutes}
      {t` min of yours, `}
      {hoursWords(24 * spent.days)}
      {', '}
      {Math.round(spent.wattHours)}
      {t` Wh: `}
      <b>{formatMoney(spent.money, rules)}</b>
      {t`. A new one costs about `}
      <b>{formatMoney(newPrice, rules)}</b>
      {'.'}
    </p>
  );
}

/** What the step that is to be done asks for. */
function StepTools({
  id,
  data,
  chosen,
  onSend,
}: {
  id: RecoveryStepId;
  data: ChargeData;
  chosen: Chosen;
  onSend: (entries: readonly NewEntry[], said: string) => Promise<void>;
}) {
  const { battery, vehicle } = chosen;
  const siteNow = useSiteClock(data.clock);
  const entry = <K extends EntryKind>(kind: K, what: EntryData<K>) =>
    newEntry(kind, battery.id, siteNow(), what);
  const [seen, setSeen] = useState<Inspection>(EMPTY_INSPECTION);
  switch (id) {
    case 'thaw':
      return (
        <Button
          onClick={() => void onSend([entry('thawed', {})], t`Thawed.`)}
        >{t`Thawed through, no split seen`}</Button>
      );
    case 'inspect':
      return (
        <>
          <InspectionForm
            kind={vehicle.kind}
            details={battery.details}
            cells={battery.facts.cells}
            value={seen}
            onChange={setSeen}
          />
          <Button
            onClick={() => void onSend([entry('inspected', seen)], t`Inspected.`)}
          >{t`Record what was seen`}</Button>
        </>
      );
    case 'charge':
    case 'charge-again':
      return (
        <p className={styles.quiet}>{t`Put it on below; about a tenth of its capacity or less.`}</p>
      );
    case 'rest':
      return null;
    case 'recondition':
      return (
        <Button
          onClick={() => void onSend([entry('reconditioned', { hours: 8 })], t`It rests again.`)}
        >{t`The programme has run`}</Button>
      );
    case 'read':
      return <ReadIt data={data} chosen={chosen} onSend={onSend} />;
    case 'load-test':
      return <LoadTest data={data} chosen={chosen} onSend={onSend} />;
  }
}

type Tool = Omit<Parameters<typeof StepTools>[0], 'id'>;

function ReadIt({ data, chosen, onSend }: Tool) {
  const { battery, vehicle, hall } = chosen;
  const siteNow = useSiteClock(data.clock);
  const { state, act, take } = useTypedReading(
    standingOf(battery, vehicle, settingOfHall(hall), data.rules, data.clock),
  );
  const confirmed = state.asked !== null;
  const record = () => {
    const volts = take(confirmed);
    if (volts === null) return;
    const read = { volts, celsius: null, restedHours: null, confirmed };
    void onSend([newEntry('reading', battery.id, siteNow(), read)], t`Recorded.`);
  };
  return (
    <form
      className={styles.tool}
      onSubmit={(event) => {
        event.preventDefault();
        record();
      }}
    >
      <TextField
        label={t`Resting voltage, V`}
        inputMode="decimal"
        placeholder="12.52"
        value={state.text}
        onChange={(event) => act({ do: 'type', text: event.target.value })}
      />
      <Button htmlType="submit" type="primary">
        {confirmed ? t`It is right, keep it` : t`Record`}
      </Button>
      {(state.asked ?? state.problem) ? <p role="alert">{state.asked ?? state.problem}</p> : null}
    </form>
  );
}

function LoadTest({ chosen, data, onSend }: Tool) {
  const { battery } = chosen;
  const siteNow = useSiteClock(data.clock);
  const rated = saeAmpsOf(battery.details);
  const [volts, setVolts] = useState('');
  const [amps, setAmps] = useState(rated === null ? '' : String(Math.round(loadTestAmps(rated))));
  const [celsius, setCelsius] = useState(celsiusNow(chosen.context).toFixed(0));
  const [problem, setProblem] = useState<string | null>(null);
  const record = () => {
    const read = parseVolts(volts);
    if (!read.ok) return setProblem(read.reason);
    const [load, degrees] = [Number(amps), Number(celsius)];
    if (!(load >= 1 && load <= 2000)) return setProblem(t`Amps of the load are 1 to 2000.`);
    if (!(degrees >= -40 && degrees <= 60)) return setProblem(t`Its temperature is −40 to 60 °C.`);
    void onSend(
      [
        newEntry('load-tested', battery.id, siteNow(), {
          volts: read.volts,
          amps: load,
          celsius: degrees,
          restVolts: null,
        }),
      ],
      t`Recorded.`,
    );
  };
  return (
    <form
      className={styles.tool}
      onSubmit={(event) => {
        event.preventDefault();
        record();
      }}
    >
      <TextField
        label={t`Volts after 15 s`}
        inputMode="decimal"
        placeholder="10.10"
        value={volts}
        onChange={(event) => setVolts(event.target.value)}
      />
      <TextField
        label={t`Load, A`}
        inputMode="numeric"
        value={amps}
        onChange={(event) => setAmps(event.target.value)}
      />
      <TextField
        label={t`Battery, °C`}
        value={celsius}
        onChange={(event) => setCelsius(event.target.value)}
      />
      <Button htmlType="submit" type="primary">{t`Record`}</Button>
      {problem ? <p role="alert">{problem}</p> : null}
    </form>
  );
}
