'use client';

import { t } from '../../core/language';
import { holdingWords } from './holding-words';
import type { BatteryRecord } from '../../core/record/battery-record';
import { Figures } from '../theme/figures';
import { TextField } from '../ui/field';
import { Why } from '../ui/why';
import { Hands } from './hands';
import { heldVolts } from './read-state';
import type { Bench } from './use-bench';
import { useReading, type Reading } from './use-reading';
import layout from '../ui/layout.module.css';
import shared from './measuring.module.css';
import styles from './read-rest.module.css';
import { Button } from '../ui/button';

/**
 * Resting voltage from the meter: hold the probes, and it takes the reading by itself once it is
 * steady and makes sense. What makes none is asked about first.
 */
export function ReadRest({
  hands,
  ...given
}: {
  bench: Bench;
  standing: BatteryRecord;
  batteryId: string;
  hands: boolean;
  siteNow: () => number;
  onRecorded: () => void;
}) {
  const reading = useReading(given);
  const { state, act } = reading;
  return (
    <div className={styles.read}>
      <Held reading={reading} over={given.bench.over} />
      <form
        className={layout.fields}
        onSubmit={(event) => {
          event.preventDefault();
          reading.submit();
        }}
      >
        <TextField
          label={t`Or typed, in volts`}
          inputMode="decimal"
          value={state.typed}
          onChange={(event) => act({ do: 'type', text: event.target.value })}
        />
        <Button htmlType="submit" size="large">{t`Record`}</Button>
      </form>
      {hands ? (
        <Hands
          actions={[
            { label: t`Probes on the posts`, hand: { do: 'probes', on: 'posts' } },
            { label: t`Swapped`, hand: { do: 'probes', on: 'reversed' } },
            { label: t`Off`, hand: { do: 'probes', on: 'off' } },
          ]}
        />
      ) : null}
    </div>
  );
}

/** What the meter holds or somebody typed, what it means, and whether it is taken. */
function Held({ reading, over }: { reading: Reading; over: boolean }) {
  const { state, holding, live, judged, mayTake, take, again } = reading;
  const { taken, asked, message, armed } = state;
  const settled = taken ?? asked;
  const held = holding.kind === 'moving' ? holding.share : heldVolts(holding) === null ? 0 : 1;
  return (
    <section className={shared.card}>
      <p className={shared.label}>{t`Resting voltage`}</p>
      <p className={shared.big} aria-live="off">
        <output>{settled?.toFixed(2) ?? live?.toFixed(3) ?? '–.–––'}</output> V
      </p>
      <div className={shared.hold} aria-hidden="true">
        <span style={{ width: `${100 * held}%` }} />
      </div>
      <p role="status" className={shared.say}>
        {over
          ? t`Over the meter’s range.`
          : taken !== null
            ? (message ?? '')
            : holdingWords(holding)}
      </p>
      {judged ? (
        <div className={styles.verdict}>
          {judged.doubt ? (
            <p role="alert" className={shared.doubt}>
              <Figures sentence={judged.doubt.question} />
            </p>
          ) : null}
          <h2>{judged.verdict.headline}</h2>
          <Why sentences={judged.verdict.why} />
        </div>
      ) : null}
      <div className={shared.buttons}>
        {mayTake ? (
          <Button size="large" type="primary" onClick={take}>
            {judged?.doubt ? t`Measured twice: take it` : t`Take it as it is`}
          </Button>
        ) : null}
        {settled !== null || !armed ? (
          <Button size="large" onClick={again}>{t`Read again`}</Button>
        ) : null}
      </div>
      {taken === null && message ? (
        <p role="alert" className={shared.doubt}>
          {message}
        </p>
      ) : null}
    </section>
  );
}
