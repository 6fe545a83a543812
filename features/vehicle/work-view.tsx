'use client';

import { t, msg, withWords } from '../../core/language';
import { hangsContext } from '../../core/connections/available-connections';
import { useState } from 'react';
import { openFindings } from '../../core/logbook/open-findings';
import type { Inspection } from '../../core/inspect/points';
import type { EntryDraft } from '../../core/procedures/entry-draft';
import type { ProcedureId } from '../../core/logbook/procedure-names';
import { PROCEDURE_NAMES } from '../../core/logbook/procedure-names';
import { PROCEDURES, procedureIdsFor } from '../../core/procedures/procedures';
import { FindingsList } from '../inspect/findings-list';
import { EMPTY_INSPECTION, InspectionForm } from '../inspect/inspection-form';
import { newEntry } from '../logbook/new-entry';
import { postEntries } from '../logbook/post';
import type { BatteryContext } from '../../core/context/battery-context';
import { ProcedureRunner } from '../procedure/runner';
import { useSiteClock } from '../site/clock';
import type { BatteryDto } from '../site/dto';
import type { VehicleData } from './vehicle-data';
import shared from './vehicle.module.css';
import styles from './work-view.module.css';
import { Button } from '../ui/button';

type Work = ProcedureId | 'inspect';

const GROUPS = withWords([
  { label: msg`Work`, tests: false },
  { label: msg`Tests`, tests: true },
] as const);

/** Inspection and guided procedures for one battery. */
export function WorkView({
  data,
  battery,
  context,
  onChanged,
}: {
  data: VehicleData;
  battery: BatteryDto;
  context: BatteryContext;
  onChanged: () => void;
}) {
  const siteNow = useSiteClock(data.clock);
  const works: readonly Work[] = ['inspect', ...procedureIdsFor(context)];
  const [work, setWork] = useState<Work>('inspect');
  const [seen, setSeen] = useState<Inspection>(EMPTY_INSPECTION);
  const [message, setMessage] = useState<{ text: string; bad: boolean } | null>(null);

  const record = async (entries: readonly EntryDraft[], done: string) => {
    const reply = await postEntries(
      entries.map(({ kind, data: what }) => newEntry(kind, battery.id, siteNow(), what)),
    );
    setMessage(reply.ok ? { text: done, bad: false } : { text: reply.reason, bad: true });
    if (reply.ok) {
      setSeen(EMPTY_INSPECTION);
      onChanged();
    }
    return reply.ok;
  };

  return (
    <div className={shared.view}>
      <FindingsList findings={openFindings(battery.state)} />
      {GROUPS.map(({ label, tests }) => ({
        label,
        here: works.filter((id) => (id !== 'inspect' && PROCEDURES[id].isTest === true) === tests),
      }))
        .filter(({ here }) => here.length > 0)
        .map(({ label, here }) => (
          <div key={label} className={styles.works} role="group" aria-label={label}>
            {here.map((id) => (
              <Button
                key={id}
                aria-pressed={id === work}
                onClick={() => {
                  setWork(id);
                  setMessage(null);
                }}
              >
                {id === 'inspect' ? t`Inspect` : PROCEDURE_NAMES[id].label}
              </Button>
            ))}
          </div>
        ))}
      {message ? (
        <p className={message.bad ? shared.message : shared.kept} role="status">
          {message.text}
        </p>
      ) : null}
      {work === 'inspect' ? (
        <>
          <InspectionForm
            kind={data.vehicle.kind}
            details={battery.details}
            cells={battery.facts.cells}
            value={seen}
            onChange={setSeen}
          />
          <div>
            <Button
              type="primary"
              size="large"
              disabled={Object.keys(seen.answers).length === 0 && seen.levels === null}
              onClick={() =>
                void record([{ kind: 'inspected', data: seen }], t`Recorded in the logbook.`)
              }
            >{t`Record what was seen`}</Button>
          </div>
        </>
      ) : (
        <ProcedureRunner
          key={`${battery.id}-${work}`}
          id={work}
          context={work === 'unhook' ? hangsContext(context, battery.state) : context}
          place={`${battery.id}-${work}`}
          onDone={(entries) => record(entries, t`${PROCEDURE_NAMES[work].label}: recorded.`)}
        />
      )}
    </div>
  );
}
