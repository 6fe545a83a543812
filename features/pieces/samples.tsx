'use client';

import { useState, type ReactNode } from 'react';
import { CHARGING, CONDEMNED, HELD, UNKNOWN } from '../../core/assessment/reserve-marks';
import { toDay } from '../../core/day';
import type { Strip } from '../../core/schedule/strips';
import { figure, say } from '../../core/words/words';
import { Refusal } from '../procedure/refusal';
import { Keypad } from '../round/keypad';
import { StripView, type StripHandlers } from '../season/strip';
import { DayField } from '../theme/day-field';
import { Figures } from '../theme/figures';
import { ReserveBar } from '../theme/reserve-bar';
import { Caution } from '../ui/caution';
import { DataTable } from '../ui/data-table';
import { Dialog } from '../ui/dialog';
import { SelectField } from '../ui/chooser';
import { Field, TextField } from '../ui/field';
import { Quiet } from '../ui/quiet';
import { Why } from '../ui/why';
import styles from './samples.module.css';
import { Button } from '../ui/button';

const TODAY = toDay('2027-01-14');
const VIEW = { from: TODAY - 7, to: TODAY + 90 };
const STRIP: Strip = {
  battery: 'sample',
  hall: 'sample',
  lineSocPct: 60,
  kept: false,
  socPct: Float32Array.from({ length: 80 }, (_, i) => (i < 30 ? 95 - i : 125 - i)),
  charges: [{ date: '2027-02-11', from: 28, to: 30, charger: 'Felt four' }],
  readings: [0, 28, 56],
  collect: 78,
};
const STILL: StripHandlers = {
  pick: () => undefined,
  carry: () => undefined,
  drop: () => undefined,
  key: () => undefined,
  leave: () => undefined,
};
const SENTENCES = [
  say`At ${figure('68 %')}. Meets your ${figure('12.37 V')} line in about ${figure('9 days')}.`,
  say`Losing ${figure('0.9 %')} a day.`,
  say`Its age is unknown, so it counts as old.`,
  say`It could freeze: around ${figure('Sun 7 Feb')} a night may come near its freezing point.`,
];

const Piece = ({ name, children }: { readonly name: string; readonly children: ReactNode }) => (
  <div className={styles.piece}>
    <h3>{name}</h3>
    {children}
  </div>
);

/** One of each. */
export function Samples() {
  const [chosen, setChosen] = useState('felt');
  const [day, setDay] = useState('2027-04-02');
  const [digits, setDigits] = useState('');
  const [open, setOpen] = useState(false);
  return (
    <div className={styles.samples}>
      <Piece name="Button">
        <div className={styles.row}>
          <Button type="primary">Record</Button>
          <Button>Could not reach</Button>
          <Button disabled>Undo</Button>
          <Button size="small">Take out</Button>
        </div>
      </Piece>
      <Piece name="Field, SelectField, TextField">
        <TextField label="Capacity, Ah" defaultValue="60" inputMode="decimal" />
        <TextField label="Channels" defaultValue="0" wrong />
        <SelectField
          label="Charger"
          value={chosen}
          options={[
            { value: 'felt', label: 'Felt four, 4 A, 7 h' },
            { value: 'pirn', label: 'Pirn, 2 A (in use)' },
          ]}
          onChange={setChosen}
        />
        <Field label="Collection day">
          {(id) => <DayField id={id} size="large" value={day} onChange={setDay} />}
        </Field>
      </Piece>
      <Piece name="Caution">
        <Caution>Acid in an eye: rinse long with water, then a doctor.</Caution>
      </Piece>
      <Piece name="Refusal">
        <Refusal
          because={[
            { code: 'may-be-frozen', words: 'It may be frozen.', first: ['thaw'] },
            { code: 'elsewhere', words: 'No outlet is noted in reach.', first: [] },
          ]}
          overridable={false}
          why=""
          onWhy={() => undefined}
        />
      </Piece>
      <Piece name="Why, Figures">
        <Why sentences={SENTENCES} />
        <p>
          <Figures sentence={SENTENCES[0]!} />
        </p>
      </Piece>
      <Piece name="Quiet">
        <Quiet as="p">What need not be read at once.</Quiet>
      </Piece>
      <Piece name="ReserveBar">
        {[3, 17, 59, 120, HELD, CHARGING, CONDEMNED, UNKNOWN].map((days) => (
          <ReserveBar key={days} days={days} label="Starter" />
        ))}
      </Piece>
      <Piece name="StripView">
        <StripView
          strip={STRIP}
          today={TODAY}
          view={VIEW}
          name="Sample"
          pinned={new Set(['2027-02-11'])}
          drag={null}
          wanting={null}
          handlers={STILL}
        />
      </Piece>
      <Piece name="DataTable">
        <DataTable figures head={[{ aloud: 'Kept' }, 'to the line', 'to flat']}>
          <tr>
            <th scope="row">Connected</th>
            <td>17 days</td>
            <td>74 days</td>
          </tr>
          <tr>
            <th scope="row">Negative off</th>
            <td>139 days</td>
            <td>over a year</td>
          </tr>
        </DataTable>
      </Piece>
      <Piece name="Keypad">
        <output>{digits === '' ? '–' : digits}</output>
        <Keypad
          onDigit={(digit) => setDigits(digits + digit)}
          onBack={() => setDigits(digits.slice(0, -1))}
          onSkip={() => setDigits('')}
        />
      </Piece>
      <Piece name="Dialog">
        <Button onClick={() => setOpen(true)}>Open it</Button>
        <Dialog title="Typed, and not recorded" open={open} onClose={() => setOpen(false)}>
          <p>“12.6” would be lost.</p>
          <Button type="primary" onClick={() => setOpen(false)}>
            Stay here
          </Button>
        </Dialog>
      </Piece>
    </div>
  );
}
