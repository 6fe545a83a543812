import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Link } from '../ui/link';
import { useMemo, useState } from 'react';
import type { Inspection } from '../../core/inspect/points';
import { openFindings } from '../../core/logbook/open-findings';
import type { Verdict } from '../../core/assessment/verdict';
import type { EntryDraft } from '../../core/procedures/entry-draft';
import { hangsContext } from '../../core/connections/available-connections';
import { contextOf } from '../../core/context/from-record';
import { PROCEDURE_NAMES, type ProcedureId } from '../../core/logbook/procedure-names';
import { FindingsList } from '../inspect/findings-list';
import { EMPTY_INSPECTION, InspectionForm } from '../inspect/inspection-form';
import { ProcedureRunner } from '../procedure/runner';
import { pickHook, type PickBy } from './hook-pick';
import type { Judged } from './round-data';
import { Why } from '../ui/why';
import { Caution } from '../ui/caution';
import styles from './round.module.css';
import { Button } from '../ui/button';

/** Guided work at a stop. */
export function ProcedureStep({
  id,
  done,
  judged: { battery, standing, outlook },
  pickBy,
  place,
  bench,
  onDone,
}: {
  id: ProcedureId;
  done: boolean;
  judged: Judged;
  /** Where it can hang; only where that is asked. */
  pickBy: PickBy | null;
  place: string;
  /** Where the meter is read for it. */
  bench: string;
  onDone: (entries: readonly EntryDraft[]) => void;
}) {
  const context = useMemo(() => {
    const now = contextOf(standing, outlook);
    if (id === 'unhook') return hangsContext(now, battery.state);
    return pickBy?.(pickHook).chosen.context ?? now;
  }, [id, battery, standing, outlook, pickBy]);
  return (
    <div className={styles.card}>
      <h2>{PROCEDURE_NAMES[id].label}</h2>
      {id === 'draw-test' && !done ? (
        <p>{phrase`${(<Link href={bench}>{t`On the bench`}</Link>)} the meter is read for you, and the program finds when it has settled. Or step by step, with a figure of your own:`}</p>
      ) : null}
      {done ? (
        <p>{t`Done and recorded.`}</p>
      ) : (
        <ProcedureRunner id={id} context={context} place={place} onDone={onDone} />
      )}
    </div>
  );
}

/** A second look at what was damp, crusted or blocked. */
export function InspectStep({
  judged,
  done,
  onDone,
}: {
  judged: Judged;
  done: boolean;
  onDone: (inspection: Inspection) => void;
}) {
  const { battery, standing } = judged;
  const [seen, setSeen] = useState<Inspection>(EMPTY_INSPECTION);
  if (done) {
    return (
      <div className={styles.card}>
        <h2>{t`Looked at again`}</h2>
        <p>{t`Recorded.`}</p>
      </div>
    );
  }
  const complete = Object.keys(seen.answers).length > 0;
  return (
    <div className={styles.card}>
      <h2>{t`Look again`}</h2>
      <FindingsList findings={openFindings(standing.state)} />
      <InspectionForm
        kind={standing.vehicleKind}
        details={battery.details}
        cells={standing.facts.cells}
        value={seen}
        onChange={setSeen}
      />
      <Button
        type="primary"
        size="large"
        disabled={!complete}
        onClick={() => onDone(seen)}
      >{t`Record what was seen`}</Button>
    </div>
  );
}

/** A condemned battery: out of the hall, and never charged. */
export function ReplaceStep({
  verdict,
  done,
  onGone,
}: {
  verdict: Verdict;
  done: boolean;
  onGone: () => void;
}) {
  return (
    <div className={styles.card}>
      <h2>{done ? t`It is gone` : verdict.headline}</h2>
      {done ? (
        <p>{t`Recorded. A battery in its place is fitted on the vehicle’s page.`}</p>
      ) : (
        <>
          <Why sentences={verdict.why} whole />
          {verdict.cautions.map((caution) => (
            <Caution key={caution}>{caution}</Caution>
          ))}
          <div className={styles.lamps}>
            <Button size="large" onClick={onGone}>{t`It is out of the hall`}</Button>
          </div>
        </>
      )}
    </div>
  );
}
