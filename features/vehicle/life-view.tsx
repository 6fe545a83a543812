'use client';

import { t, msg, withWords } from '../../core/language';
import { useMemo } from 'react';
import { replacingOf } from '../../core/hand-back/consent';
import { yearsWords } from '../../core/hand-back/keep-or-replace';
import type { BatteryRecord } from '../../core/record/battery-record';
import { formatMoney } from '../../core/words/words';
import { OwnerQuestion } from '../hand-back/owner-question';
import type { BatteryDto } from '../site/dto';
import { DataTable } from '../ui/data-table';
import { Quiet } from '../ui/quiet';
import type { VehicleData } from './vehicle-data';
import shared from './vehicle.module.css';

const ADVICE = withWords({
  keep: msg`Keep it`,
  'test-first': msg`Test it before anything is bought`,
  replace: msg`Replace it`,
} as const);

/** The life that is left, what each way on costs a year, and what its owner says to it. */
export function LifeView({
  data,
  battery,
  standing,
  onChanged,
}: {
  data: VehicleData;
  battery: BatteryDto;
  standing: BatteryRecord;
  onChanged: () => void;
}) {
  const { terms, clock, rules } = data;
  const { life, wanted, consent, ask } = useMemo(
    () => replacingOf(standing, terms),
    [standing, terms],
  );
  const money = (value: number) => formatMoney(value, rules);
  return (
    <section className={shared.view} aria-label={t`Keep or replace`}>
      <div>
        <h2>{ADVICE[life.advice]}</h2>
        {life.why.map((sentence) => (
          <p key={sentence}>{sentence}</p>
        ))}
      </div>
      <DataTable
        caption={t`What each way on costs a year`}
        head={[t`Way on`, t`Lasts`, t`Price`, t`Labour`, t`A year`]}
      >
        {life.ways.map((way) => (
          <tr key={way.way}>
            <th scope="row">
              {way.label}
              {way === life.way ? ' ←' : ''}
            </th>
            <td>{yearsWords(way.years)}</td>
            <td>{way.price === 0 ? '–' : money(way.price)}</td>
            <td>{way.labour === 0 ? '–' : money(way.labour)}</td>
            <td>{money(way.perYear)}</td>
          </tr>
        ))}
      </DataTable>
      <Quiet as="p">{t`Prices, hours and what a vehicle costs that does not start are the house’s own, under Rules. To keep it costs what the risk of that comes to.`}</Quiet>
      {battery.state.goneAt === null ? (
        <div>
          <h2>{wanted ? t`Another one is wanted` : t`Should its owner want another one`}</h2>
          <OwnerQuestion
            batteryId={battery.id}
            consent={consent}
            ask={ask}
            clock={clock}
            onChanged={onChanged}
          />
        </div>
      ) : null}
    </section>
  );
}
