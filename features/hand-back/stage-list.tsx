'use client';

import { msg, t, withWords } from '../../core/language';
import { IconCheck, IconLock, IconCircle, IconAlertTriangle } from '@tabler/icons-react';
import { shortDay, type Day } from '../../core/day';
import type { BackBattery } from '../../core/hand-back/stages';
import type { Stage } from '../../core/hand-back/walk';
import layout from '../ui/layout.module.css';
import styles from './stage-list.module.css';

const WORDS = withWords({ done: msg`done`, open: msg`to do`, waits: msg`waits` } as const);

function Mark({ stage }: { stage: Stage }) {
  if (stage.bad) return <IconAlertTriangle size={18} aria-hidden="true" />;
  if (stage.state === 'done') return <IconCheck size={18} aria-hidden="true" />;
  return stage.state === 'waits' ? (
    <IconLock size={18} aria-hidden="true" />
  ) : (
    <IconCircle size={18} aria-hidden="true" />
  );
}

/** All the stages of a walk, in the order of the hands. */
export function StageList({
  stages,
  batteries,
  chosen,
  today,
  onChoose,
}: {
  stages: readonly Stage[];
  batteries: readonly BackBattery[];
  chosen: Stage;
  today: Day;
  onChoose: (key: string) => void;
}) {
  const label = new Map(batteries.map((one) => [one.id, one.label]));
  const done = stages.filter(({ state }) => state === 'done').length;
  return (
    <nav className={styles.side} aria-label={t`Stages`}>
      <p className={styles.count}>{t`${done} of ${stages.length} done`}</p>
      <ol className={layout.list}>
        {stages.map((stage) => (
          <li key={stage.key}>
            <button
              type="button"
              className={styles.stage}
              data-state={stage.bad ? 'bad' : stage.state}
              aria-current={stage === chosen ? 'step' : undefined}
              onClick={() => onChoose(stage.key)}
            >
              <Mark stage={stage} />
              <span className={layout.column}>
                {stage.label}
                {stage.batteryId !== null && batteries.length > 1 ? (
                  <small>{label.get(stage.batteryId)}</small>
                ) : null}
              </span>
              <small className={styles.by}>
                {stage.state === 'open'
                  ? `${stage.id === 'charge' ? t`begin by` : t`by`} ${shortDay(stage.by, today)}`
                  : WORDS[stage.state]}
              </small>
            </button>
          </li>
        ))}
      </ol>
    </nav>
  );
}
