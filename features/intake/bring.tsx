'use client';

import { counted, t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useMemo, useReducer, useState } from 'react';
import { shortDay, toDay } from '../../core/day';
import { intakeOf, type IntakeRow, type Remark } from '../../core/intake/list';
import { call } from '../http/client';
import { SelectField } from '../ui/chooser';
import { Caution } from '../ui/caution';
import { Go } from '../ui/go';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import { Begin, BroughtLately } from './begin';
import { bringReducer, type BringAction, type BringState } from './bring-state';
import { broughtOf } from './brought-of';
import { ColumnsTable } from './columns';
import { DatesLike, DegreesOfAll } from './how-written';
import type { BringData } from './load';
import { OnItsWay } from './on-its-way';
import { columnsRemembered, rememberColumns } from './remembered';
import { rowsOfFile } from './rows-of-file';
import { rowsOfText } from './rows-of-text';
import { RowsTable } from './rows';
import { Button } from '../ui/button';
import { Checkbox } from '../ui/controls/checkbox';

const count = (rows: readonly IntakeRow[], kind: Remark['kind']) =>
  rows.filter(({ remarks }) => remarks.some((one) => one.kind === kind)).length;
/** A list of vehicles that somebody has already, from a file or a spreadsheet. */
export function Bring({ data }: { readonly data: BringData }) {
  const [list, act] = useReducer(bringReducer, null);
  const [problem, setProblem] = useState<string | null>(null);
  const [done, setDone] = useState<{ vehicles: number; nextRound: string } | null>(null);
  const read = async (reading: Promise<string[][]>) => {
    setProblem(null);
    try {
      const rows = await reading;
      if (rows.length === 0) throw new Error('nothing stands in it');
      const columns = columnsRemembered(rows[0]!);
      act({ do: 'list', rows, hallId: data.halls[0]!.id, columns });
    } catch (error) {
      setProblem(t`This is no list: ${(error as Error).message}`);
    }
  };
  if (done) return <Done {...done} />;
  return (
    <div className={layout.page}>
      <header className={layout.head}>
        <h1>{t`Bring a list`}</h1>
        <Quiet as="p">{t`One row for each battery. Columns may have any names and stand in any order; nothing is stored until you say so.`}</Quiet>
      </header>
      <Problem>{problem}</Problem>
      {list ? (
        <List data={data} list={list} act={act} onDone={setDone} />
      ) : (
        <>
          <Begin
            onFile={(file) => void read(rowsOfFile(file))}
            onText={(text) => void read(rowsOfText(text))}
          />
          <BroughtLately lists={data.lately} />
        </>
      )}
    </div>
  );
}

function Done({ vehicles, nextRound }: { vehicles: number; nextRound: string }) {
  return (
    <div className={layout.page}>
      <h1>{t`${counted(vehicles, 'vehicle stands', 'vehicles stand')} in the yard`}</h1>
      <p>{phrase`The next round is on ${nextRound}. Was it the wrong list? Within a day it can be taken back, whole, under ${(<a href="/bring">{t`Bring a list`}</a>)}.`}</p>
      <Go href="/round">{t`To the round`}</Go>
    </div>
  );
}

/** What is asked once for a whole column, or for all rows. */
function WholeList({
  reading,
  act,
}: {
  readonly reading: BringState['reading'];
  readonly act: (action: BringAction) => void;
}) {
  return (
    <>
      <DatesLike value={reading.dateOrder} onChange={(order) => act({ do: 'dates', order })} />
      {reading.columns.includes('celsius') ? (
        <DegreesOfAll
          value={reading.degrees}
          onChange={(degrees) => act({ do: 'degrees', degrees })}
        />
      ) : null}
      <SelectField
        label={t`Several rows of one vehicle are`}
        value={reading.sameVehicle}
        options={[
          { value: 'batteries', label: t`its batteries` },
          { value: 'readings', label: t`readings of one battery` },
        ]}
        onChange={(are) => act({ do: 'same-vehicle', are })}
      />
    </>
  );
}

function List({
  data,
  list,
  act,
  onDone,
}: {
  readonly data: BringData;
  readonly list: BringState;
  readonly act: (action: BringAction) => void;
  readonly onDone: (done: { vehicles: number; nextRound: string }) => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const bays = useMemo(
    () => ({
      takenBy: new Map(data.bays.map(({ mark, takenBy }) => [mark.toUpperCase(), takenBy])),
      ids: new Map(data.bays.map(({ mark, id }) => [mark.toUpperCase(), id])),
    }),
    [data],
  );
  const [looked, setLooked] = useState(false);
  const { rows, vehicles, newBays, earthUnsaid } = useMemo(
    () => intakeOf(list.rows, list.reading, { today: data.today, bays: bays.takenBy }),
    [list, data, bays],
  );
  const [wrong, asked] = [count(rows, 'wrong'), count(rows, 'asked')];
  const take = async () => {
    setBusy(true);
    setProblem(null);
    rememberColumns(list.reading.names, list.reading.columns);
    const body = broughtOf(list.id, vehicles, bays.ids, newBays, list.hallId, data);
    const answer = await call('POST /api/bring', { body });
    setBusy(false);
    if (answer.ok) onDone(answer.reply);
    else setProblem(answer.reason);
  };
  return (
    <>
      <ColumnsTable list={list} onColumn={(at, field) => act({ do: 'column', at, field })} />
      <div className={layout.fields}>
        <WholeList reading={list.reading} act={act} />
        {newBays.length > 0 ? (
          <SelectField
            label={t`${counted(newBays.length, 'bay', 'bays')} that are not here yet: made in`}
            value={list.hallId}
            options={data.halls.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => act({ do: 'hall', id })}
          />
        ) : null}
      </div>
      <Quiet as="p">{t`Where no day of collection stands, it is ${shortDay(toDay(data.collectOn))}.`}</Quiet>
      <RowsTable
        list={list}
        rows={rows}
        today={data.today}
        onCell={(row, at, text) => act({ do: 'cell', row, at, text })}
      />
      {asked > 0 ? (
        <Checkbox
          checked={list.confirmed}
          onChange={({ target }) => act({ do: 'confirm', confirmed: target.checked })}
        >{t`What is asked of ${counted(asked, 'row', 'rows')} is right as it stands`}</Checkbox>
      ) : null}
      {earthUnsaid > 0 ? (
        <>
          <Caution>{t`Which post is connected to the body decides which clamp comes off first; on the wrong one a spanner is a dead short. Of ${counted(earthUnsaid, 'vehicle', 'vehicles')} the list does not say it.`}</Caution>
          <Checkbox
            checked={looked}
            onChange={({ target }) => setLooked(target.checked)}
          >{t`Somebody has looked: on these it is the negative one. (On others write “positive earth” into their row.)`}</Checkbox>
        </>
      ) : null}
      <Problem>{problem}</Problem>
      {busy ? <OnItsWay id={list.id} /> : null}
      <div className={layout.answers}>
        <Button
          type="primary"
          size="large"
          loading={busy}
          disabled={
            wrong > 0 ||
            (asked > 0 && !list.confirmed) ||
            (earthUnsaid > 0 && !looked) ||
            vehicles.length === 0
          }
          onClick={() => void take()}
        >{t`Take ${counted(vehicles.length, 'vehicle', 'vehicles')} in`}</Button>
        <Button size="large" onClick={() => act({ do: 'away' })}>{t`Another list`}</Button>
        {wrong > 0 ? (
          <Quiet>{t`${counted(wrong, 'row has', 'rows have')} something to mend.`}</Quiet>
        ) : null}
      </div>
    </>
  );
}
