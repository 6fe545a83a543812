'use client';

import { CHEMISTRIES } from '../../core/battery/chemistries';
import { TERMINAL_WORDS } from '../../core/battery/details';
import type { ChargeForecast } from '../../core/assessment/charge-forecast';
import { MONTH_NAMES, dayOf, shortDay } from '../../core/day';
import { STORAGE_PLANS } from '../../core/plan/storage-plans';
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
      <h2>Facts</h2>
      <dl className={styles.facts}>
        <Fact name="Battery" value={`${battery.mark}, ${battery.label.toLowerCase()}`} />
        <Fact name="Chemistry" value={CHEMISTRIES[battery.facts.chemistry].label} />
        <Fact
          name="Rated"
          value={`${battery.facts.nominalVolts} V, ${battery.facts.capacityAh} Ah`}
        />
        <Fact
          name="Fitted"
          value={
            battery.facts.fittedYear === null
              ? 'unknown, treated as old'
              : `${battery.facts.fittedMonth ? `${MONTH_NAMES[battery.facts.fittedMonth - 1]} ` : ''}${battery.facts.fittedYear}`
          }
        />
        <Fact name="Where" value={battery.state.place || '–'} />
        {battery.details.access ? <Fact name="Off first" value={battery.details.access} /> : null}
        <Fact
          name="Terminals"
          value={[TERMINAL_WORDS[battery.details.terminals], battery.details.tools]
            .filter(Boolean)
            .join(', ')}
        />
        <Fact
          name="Outlet"
          value={outletWords(battery.details.outletMetres, data.rules.measureUnit)}
        />
        <Fact
          name="Plan"
          value={battery.state.plan ? STORAGE_PLANS[battery.state.plan].short : 'not chosen'}
        />
        <Fact
          name="Kept"
          value={
            battery.state.goneAt !== null
              ? 'gone'
              : battery.state.out
                ? 'on the bench'
                : battery.state.maintainerSince !== null
                  ? 'maintainer on'
                  : battery.state.negativeOn
                    ? 'negative on'
                    : 'negative off'
          }
        />
        <Fact
          name="Draw"
          value={battery.state.drawMa === null ? 'not measured' : `${battery.state.drawMa} mA`}
        />
        <Fact
          name="Last full"
          value={
            battery.state.lastFullAt === null
              ? 'not known'
              : shortDay(dayOf(battery.state.lastFullAt, data.clock.timeZone), today)
          }
        />
        {outlook ? <Learnt loss={outlook.loss} on={battery.state.negativeOn} /> : null}
        {outlook?.freezingCelsius != null ? (
          <Fact
            name="Freezes near"
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
    `${low.toFixed(digits)}–${high.toFixed(digits)} ${unit}`;
  const { usableAh, now, draw } = loss;
  return (
    <>
      <Fact name="Loses now" value={`${range(now.low, now.high, 2, '% a day')}`} />
      {on ? (
        <Fact
          name="Draws, learnt"
          value={range(milliampsOf(draw.low, loss), milliampsOf(draw.high, loss), 0, 'mA')}
        />
      ) : null}
      <Fact name="Still holds" value={range(usableAh.low, usableAh.high, 0, 'Ah')} />
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
  if (metres === null) return 'none in reach';
  return unit === 'metric' ? `${metres} m away` : `${Math.round(metres * 3.2808)} ft away`;
}
