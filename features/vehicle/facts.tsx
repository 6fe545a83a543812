'use client';

import { decimal, t } from '../../core/language';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { TERMINAL_WORDS } from '../../core/battery/details';
import type { ChargeForecast } from '../../core/assessment/charge-forecast';
import { MONTH_NAMES, dayOf, shortDay } from '../../core/day';
import { STORAGE_PLAN_NAMES } from '../../core/logbook/storage-plan-names';
import { milliampsOf, type LossAnswer } from '../../core/record/loss';
import type { Rules } from '../../core/rules/rules';
import { formatTemperature } from '../../core/words/words';
import { useDay } from '../app-shell/day';
import type { BatteryDto } from '../site/dto';
import type { VehicleData } from './vehicle-data';
import styles from '../ui/facts.module.css';

/** What is known of a battery, and what its record has taught. */
export function Facts({
  data,
  battery,
  outlook,
}: {
  data: VehicleData;
  battery: BatteryDto;
  outlook: ChargeForecast | null;
}) {
  const { today } = useDay();
  return (
    <>
      <h2>{t`Facts`}</h2>
      <dl className={styles.facts}>
        <Fact name={t`Battery`} value={`${battery.mark}, ${battery.label.toLowerCase()}`} />
        <Fact name={t`Chemistry`} value={CHEMISTRIES[battery.facts.chemistry].label} />
        <Fact
          name={t`Rated`}
          value={t`${battery.facts.nominalVolts} V, ${battery.facts.capacityAh} Ah`}
        />
        <Fact
          name={t`Fitted`}
          value={
            battery.facts.fittedYear === null
              ? t`unknown, treated as old`
              : `${battery.facts.fittedMonth ? `${MONTH_NAMES[battery.facts.fittedMonth - 1]} ` : ''}${battery.facts.fittedYear}`
          }
        />
        <Fact name={t`Where`} value={battery.state.place || '–'} />
        {battery.details.access ? (
          <Fact name={t`Off first`} value={battery.details.access} />
        ) : null}
        <Fact
          name={t`Terminals`}
          value={[TERMINAL_WORDS[battery.details.terminals], battery.details.tools]
            .filter(Boolean)
            .join(', ')}
        />
        <Fact
          name={t`Outlet`}
          value={outletWords(battery.details.outletMetres, data.rules.measureUnit)}
        />
        <Fact
          name={t`Plan`}
          value={battery.state.plan ? STORAGE_PLAN_NAMES[battery.state.plan] : t`not chosen`}
        />
        <Fact
          name={t`Kept`}
          value={
            battery.state.goneAt !== null
              ? 'gone'
              : battery.state.out
                ? t`on the bench`
                : battery.state.maintainerSince !== null
                  ? t`maintainer on`
                  : battery.state.negativeOn
                    ? t`negative on`
                    : t`negative off`
          }
        />
        <Fact
          name={t`Draw`}
          value={battery.state.drawMa === null ? t`not measured` : t`${battery.state.drawMa} mA`}
        />
        <Fact
          name={t`Last full`}
          value={
            battery.state.lastFullAt === null
              ? t`not known`
              : shortDay(dayOf(battery.state.lastFullAt, data.clock.timeZone), today)
          }
        />
        {outlook ? <Learnt loss={outlook.loss} on={battery.state.negativeOn} /> : null}
        {outlook?.freezingCelsius != null ? (
          <Fact
            name={t`Freezes near`}
            value={formatTemperature(outlook.freezingCelsius, data.rules)}
          />
        ) : null}
      </dl>
    </>
  );
}

/** What its record teaches, each as a 90 % range. */
function Learnt({ loss, on }: { loss: LossAnswer; on: boolean }) {
  const range = (low: number, high: number, digits: number, unit: string) =>
    `${decimal(low, digits)}–${decimal(high, digits)} ${unit}`;
  const { usableAh, now, draw } = loss;
  return (
    <>
      <Fact name={t`Loses now`} value={`${range(now.low, now.high, 2, t`% a day`)}`} />
      {on ? (
        <Fact
          name={t`Draws, learnt`}
          value={range(milliampsOf(draw.low, loss), milliampsOf(draw.high, loss), 0, 'mA')}
        />
      ) : null}
      <Fact name={t`Still holds`} value={range(usableAh.low, usableAh.high, 0, 'Ah')} />
    </>
  );
}

function Fact({ name, value }: { name: string; value: string }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>{value}</dd>
    </div>
  );
}

function outletWords(metres: number | null, unit: Rules['measureUnit']): string {
  if (metres === null) return t`none in reach`;
  return unit === 'metric' ? t`${metres} m away` : t`${Math.round(metres * 3.2808)} ft away`;
}
