'use client';

import { t } from '../../core/language';
import type { Strip } from '../../core/schedule/strips';
import { Quiet } from '../ui/quiet';
import { ChosenBattery } from './chosen';
import { Files } from './files';
import type { Proof } from './plan-for';
import type { SeasonScreenData } from './season-data';
import type { Shown } from './season-state';
import { Totals } from './totals';
import type { useSeasonWorker } from './use-season-worker';
import { Wanting } from './wanting';
import styles from './panel.module.css';
import { Alert } from '../ui/controls/alert';
import { Button } from '../ui/button';
import { Progress } from '../ui/controls/progress';

interface Props {
  readonly data: SeasonScreenData;
  readonly shown: Shown;
  /** Worked out after the plan; null: under way, or in the plan. */
  readonly proof: Proof | null;
  readonly run: ReturnType<typeof useSeasonWorker>['run'];
  readonly failed: string | null;
  readonly chosen: Strip | null;
  readonly words: (battery: string) => string;
  readonly pinned: ReadonlySet<string>;
  readonly onTighten: () => void;
  readonly onStop: () => void;
  readonly onLetGo: (date: string) => void;
  readonly onReadBack: (file: File) => void;
}

/** What the plan comes to, what is chosen, and what can be done with all of it. */
export function Panel(props: Props) {
  const { data, shown, proof, run, failed, chosen, words } = props;
  return (
    <aside className={styles.panel} aria-label={t`The plan`}>
      <Totals
        plan={shown.plan}
        currency={data.currency}
        proof={proof}
        progress={run.running ? run.progress : null}
      />
      {run.running ? (
        <div role="status">
          <Progress
            percent={Math.round(100 * (run.progress?.share ?? 0))}
            showInfo={false}
            strokeColor="var(--ember)"
          />
          <Button block onClick={props.onStop}>{t`Enough`}</Button>
        </div>
      ) : (
        <Button
          type="primary"
          size="large"
          block
          onClick={props.onTighten}
        >{t`Tighten the plan`}</Button>
      )}
      {failed ? (
        <Alert
          type="error"
          title={t`It could not be worked out (${failed}): load the page again.`}
        />
      ) : null}
      {chosen ? (
        <ChosenBattery
          strip={chosen}
          name={words(chosen.battery)}
          href={shown.own ? data.names[chosen.battery]?.href : undefined}
          today={shown.season.today}
          chargers={data.chargers}
          pinned={props.pinned}
          onLetGo={props.onLetGo}
        />
      ) : null}
      <Wanting data={data} plan={shown.plan} proof={proof} words={words} />
      {shown.own && data.leftOut.length > 0 ? (
        <p>{t`No season can be reckoned for ${data.leftOut.join('; ')}.`}</p>
      ) : null}
      {shown.own && data.overdue.length > 0 ? (
        <Quiet as="p">{t`Past the day of collection, and in no plan: ${data.overdue.join(', ')}.`}</Quiet>
      ) : null}
      <Files onReadBack={props.onReadBack} />
    </aside>
  );
}
