'use client';

import { t } from '../../core/language';
import { Link } from '../ui/link';
import { useState } from 'react';
import { hangsContext } from '../../core/connections/available-connections';
import { shortDay } from '../../core/day';
import { replacingOf } from '../../core/hand-back/consent';
import type { BackBattery } from '../../core/hand-back/stages';
import { STAGES } from '../../core/hand-back/stages';
import type { Stage, Walk } from '../../core/hand-back/walk';
import type { Inspection } from '../../core/inspect/points';
import type { EntryDraft } from '../../core/procedures/entry-draft';
import { EMPTY_INSPECTION, InspectionForm } from '../inspect/inspection-form';
import { newEntry } from '../logbook/new-entry';
import { postEntries } from '../logbook/post';
import { Refusal } from '../procedure/refusal';
import { ProcedureRunner } from '../procedure/runner';
import { useSiteClock } from '../site/clock';
import { Caution } from '../ui/caution';
import { Go } from '../ui/go';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import { AddReading } from '../vehicle/add-reading';
import { NewBatteryForm } from '../vehicle/new-battery';
import type { VehicleData } from '../vehicle/vehicle-data';
import { HandOver } from './hand-over';
import { OwnerQuestion } from './owner-question';
import styles from './stage-body.module.css';
import { Button } from '../ui/button';

export interface StageProps {
  readonly data: VehicleData;
  readonly batteries: readonly BackBattery[];
  readonly walk: Walk;
  readonly stage: Stage;
  readonly onChanged: () => void;
}

/** What is done in one stage, or why it is not yet. */
export function StageBody(props: StageProps) {
  const { stage, batteries, data } = props;
  const battery = batteries.find(({ id }) => id === stage.batteryId) ?? null;
  return (
    <>
      <h2 className={styles.title}>
        {stage.label}
        {battery && batteries.length > 1 ? <small> {battery.label}</small> : null}
      </h2>
      <Quiet as="p">{stage.why}</Quiet>
      {stage.bad ? <Caution>{stage.bad}</Caution> : null}
      {stage.id === 'hand-over' ? (
        <HandOver {...props} />
      ) : battery === null ? null : stage.waitsFor ? (
        <p
          className={styles.waits}
          role="status"
        >{t`First: ${stage.waitsFor.label}. ${stage.waitsFor.why}`}</p>
      ) : stage.state === 'done' && !stage.bad ? (
        <p className={styles.waits} role="status">{t`Done.`}</p>
      ) : (
        <Work {...props} battery={battery} />
      )}
      {stage.id === 'crank' && battery && stage.state === 'open' ? (
        <Link
          href={`/bench?battery=${battery.id}&job=crank`}
        >{t`Watch it at the bench, by meter`}</Link>
      ) : null}
      {stage.id === 'draw-test' && battery ? (
        <Link
          href={`/bench?battery=${battery.id}&job=draw`}
        >{t`Measure it at the bench, with ${data.vehicle.name} on the meter`}</Link>
      ) : null}
    </>
  );
}

function Work({ data, stage, battery, onChanged }: StageProps & { battery: BackBattery }) {
  const siteNow = useSiteClock(data.clock);
  const [problem, setProblem] = useState<string | null>(null);
  const record = async (entries: readonly EntryDraft[]) => {
    const reply = await postEntries(
      entries.map(({ kind, data: what }) => newEntry(kind, battery.id, siteNow(), what)),
    );
    setProblem(reply.ok ? null : reply.reason);
    if (reply.ok) onChanged();
    return reply.ok;
  };
  const { procedure } = STAGES[stage.id as keyof typeof STAGES];
  const { standing, context } = battery;
  return (
    <>
      <Problem>{problem}</Problem>
      {procedure ? (
        <ProcedureRunner
          id={procedure}
          context={procedure === 'unhook' ? hangsContext(context, standing.state) : context}
          place={`${battery.id}-${procedure}`}
          onDone={record}
        />
      ) : stage.id === 'charge' ? (
        <ToCharge battery={battery} stage={stage} />
      ) : stage.id === 'read' ? (
        <AddReading standing={standing} batteryId={battery.id} onRecorded={onChanged} />
      ) : stage.id === 'inspect' ? (
        <Inspect
          data={data}
          battery={battery}
          onSeen={(seen) => void record([{ kind: 'inspected', data: seen }])}
        />
      ) : (
        <Replace data={data} battery={battery} onChanged={onChanged} />
      )}
    </>
  );
}

/** Its charge is chosen, begun and ended where all charges are. */
function ToCharge({ battery, stage }: { battery: BackBattery; stage: Stage }) {
  const { state } = battery.standing;
  if (stage.because.length > 0) return <Refusal because={stage.because} />;
  return (
    <div className={styles.charge}>
      <p>
        {state.chargeSince !== null
          ? t`It is on charge. It counts when it was taken off and said to be full.`
          : t`Begin it by ${shortDay(stage.by)}, so that it is full and rested in time.`}
      </p>
      <Go href={`/charge?battery=${battery.id}`}>{t`To its charge`}</Go>
    </div>
  );
}

/** Its owner’s word first, then another one in its place. */
function Replace({
  data,
  battery,
  onChanged,
}: Pick<StageProps, 'data' | 'onChanged'> & { battery: BackBattery }) {
  const { consent, ask, outBy } = replacingOf(battery.standing, data.terms);
  const [fitting, setFitting] = useState(false);
  const old = data.batteries.find(({ id }) => id === battery.id) ?? null;
  return (
    <div className={styles.charge}>
      {outBy === null ? null : (
        <Caution>{t`Out of ${battery.standing.hallName} ${outBy <= data.today ? t`today` : t`by ${shortDay(outBy, data.today)}`}: frost splits it.`}</Caution>
      )}
      <OwnerQuestion
        batteryId={battery.id}
        consent={consent}
        ask={ask}
        clock={data.clock}
        onChanged={onChanged}
      />
      {fitting ? (
        <NewBatteryForm
          data={data}
          replaces={old}
          onDone={onChanged}
          onLeave={() => setFitting(false)}
        />
      ) : (
        <Button
          size="large"
          onClick={() => setFitting(true)}
        >{t`Another one takes its place`}</Button>
      )}
    </div>
  );
}

function Inspect({
  data,
  battery,
  onSeen,
}: {
  data: VehicleData;
  battery: BackBattery;
  onSeen: (seen: Inspection) => void;
}) {
  const [seen, setSeen] = useState<Inspection>(EMPTY_INSPECTION);
  const { details, facts } = battery.standing;
  return (
    <>
      <InspectionForm
        kind={data.vehicle.kind}
        details={details}
        cells={facts.cells}
        value={seen}
        onChange={setSeen}
      />
      <Button
        type="primary"
        size="large"
        disabled={Object.keys(seen.answers).length === 0 && seen.levels === null}
        onClick={() => onSeen(seen)}
      >{t`Record what was seen`}</Button>
    </>
  );
}
