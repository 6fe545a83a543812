'use client';

import { Button } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { holdingOf, type Holding } from '../../core/meter/steady';
import { judgeReading } from '../../core/assessment/verdict';
import type { BatteryRecord } from '../../core/record/battery-record';
import { formatVolts } from '../../core/words/words';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { parseVolts } from '../vehicle/parse-volts';
import { Figures } from '../theme/figures';
import { Hands } from './hands';
import type { Bench } from './use-bench';
import { useShortcuts } from '../app-shell/shortcuts';
import { Why } from '../ui/why';
import { TextField } from '../ui/field';
import shared from './measuring.module.css';
import styles from './read-rest.module.css';

/** What is said about how the probe is held. */
function holdingWords(holding: Holding): string {
  switch (holding.kind) {
    case 'waiting':
      return 'Waiting for the meter.';
    case 'loose':
      return 'Nothing between the probes: touch both posts, on bare metal.';
    case 'reversed':
      return 'The probes are the wrong way round: red belongs on the positive post. Swap them.';
    case 'moving':
      return holding.share > 0 ? 'Hold still …' : 'It moves: press the probes on bright metal.';
    case 'falling':
      return `Still falling, ${holding.millivoltsPerMinute.toFixed(0)} mV a minute: surface charge, or something draws. Read it again after a longer rest, or take it and it is marked.`;
    case 'steady':
      return 'Steady.';
  }
}

/**
 * Resting voltage from the meter: hold the probes, and it takes the reading by itself once it is
 * steady and makes sense. What makes none is asked about first.
 */
export function ReadRest({
  bench,
  standing,
  batteryId,
  hands,
  siteNow,
  onRecorded,
}: {
  bench: Bench;
  standing: BatteryRecord;
  batteryId: string;
  hands: boolean;
  siteNow: () => number;
  onRecorded: () => void;
}) {
  const holding = useMemo(() => holdingOf(bench.volts), [bench.volts]);
  const [taken, setTaken] = useState<number | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const [typed, setTyped] = useState('');
  /** What was typed and is asked about. */
  const [hand, setHand] = useState<number | null>(null);
  // One reading for each time that the probes were put on.
  const [armed, setArmed] = useState(true);
  const steady = holding.kind === 'steady' || holding.kind === 'falling' ? holding.volts : null;
  const shown = taken ?? hand ?? steady;
  const source = hand !== null ? 'hand' : 'meter';
  const judged = useMemo(
    () => (shown === null ? null : judgeReading(standing, { volts: shown })),
    [shown, standing],
  );

  const record = async (volts: number, by: 'meter' | 'hand', confirmed: boolean) => {
    setArmed(false);
    const entry = newEntry('reading', batteryId, siteNow(), {
      volts: Math.round(volts * 1000) / 1000,
      celsius: null,
      restedHours: null,
      confirmed,
      source: by,
    });
    const reply = await postEntry(entry);
    if (!reply.ok) return setMessage(reply.reason);
    setTaken(volts);
    setHand(null);
    setTyped('');
    setMessage(`Recorded: ${formatVolts(volts)}, by ${by}.`);
    onRecorded();
  };

  const auto =
    holding.kind === 'steady' && armed && hand === null && taken === null && judged?.doubt === null;
  useEffect(() => {
    if (!auto || holding.kind !== 'steady') return;
    // Once it has been steady for a moment longer than it took to say so.
    const timer = setTimeout(() => void record(holding.volts, 'meter', false), 700);
    return () => clearTimeout(timer);
    // The newest steady value is taken, not each one on the way.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [auto]);

  const again = () => {
    setTaken(null);
    setHand(null);
    setMessage(null);
    setArmed(true);
  };
  const live = bench.volts.at(-1)?.volts ?? null;

  const mayTake =
    taken === null &&
    shown !== null &&
    (Boolean(judged?.doubt) || (hand === null && holding.kind === 'falling'));
  useShortcuts('Resting voltage', 'screen', [
    {
      keys: ['Enter'],
      shown: 'Enter',
      what: 'take the reading; after that, the next one',
      act: mayTake
        ? () => void record(shown, source, judged?.doubt !== null)
        : taken !== null
          ? again
          : null,
    },
  ]);

  const submit = () => {
    const parsed = parseVolts(typed);
    if (!parsed.ok) return setMessage(parsed.reason);
    setTaken(null);
    setMessage(null);
    if (judgeReading(standing, { volts: parsed.volts }).doubt) return setHand(parsed.volts);
    void record(parsed.volts, 'hand', false);
  };

  return (
    <div className={shared.read}>
      <section className={shared.card}>
        <p className={shared.label}>Resting voltage</p>
        <p className={shared.big} aria-live="off">
          <output>{(taken ?? hand ?? live)?.toFixed((taken ?? hand) ? 2 : 3) ?? '–.–––'}</output> V
        </p>
        <div className={shared.hold} aria-hidden="true">
          <span
            style={{
              width: `${holding.kind === 'moving' ? 100 * holding.share : steady !== null ? 100 : 0}%`,
            }}
          />
        </div>
        <p role="status" className={shared.say}>
          {bench.over
            ? 'Over the meter’s range.'
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
            <Button
              size="large"
              type="primary"
              onClick={() => void record(shown, source, judged?.doubt !== null)}
            >
              {judged?.doubt ? 'Measured twice: take it' : 'Take it as it is'}
            </Button>
          ) : null}
          {taken !== null || hand !== null || !armed ? (
            <Button size="large" onClick={again}>
              Read again
            </Button>
          ) : null}
        </div>
        {taken === null && message ? (
          <p role="alert" className={shared.doubt}>
            {message}
          </p>
        ) : null}
      </section>
      <form
        className={shared.byHand}
        onSubmit={(event) => {
          event.preventDefault();
          submit();
        }}
      >
        <TextField
          label="Or typed, in volts"
          inputMode="decimal"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Button htmlType="submit" size="large">
          Record
        </Button>
      </form>
      {hands ? (
        <Hands
          actions={[
            { label: 'Probes on the posts', hand: { do: 'probes', on: 'posts' } },
            { label: 'Swapped', hand: { do: 'probes', on: 'reversed' } },
            { label: 'Off', hand: { do: 'probes', on: 'off' } },
          ]}
        />
      ) : null}
    </div>
  );
}
