'use client';

import { decimal, t } from '../../core/language';
import { Link } from '../ui/link';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { shortDay } from '../../core/day';
import { formatPct, formatVolts } from '../../core/words/words';
import { DemoSight } from '../demo/sight';
import { VehicleIcon } from '../theme/vehicle-icon';
import { After } from './after';
import type { ChargeData, Chosen } from './charge-data';
import { OnCharge } from './on-charge';
import { PutOn } from './put-on';
import { Ladder } from './ladder';
import styles from './panel.module.css';

/** One battery: on which charger, how long, what came of it. */
export function Panel({
  data,
  chosen,
  onRecorded,
}: {
  data: ChargeData;
  chosen: Chosen;
  onRecorded: (what: string) => void;
}) {
  const { vehicle, battery, context } = chosen;
  const { state, facts } = battery;
  const hangs = state.maintainerSince !== null || state.chargeSince !== null;
  const inner = { data, chosen, onRecorded };
  return (
    <section className={styles.panel} aria-label={`${vehicle.bayMark} ${vehicle.name}`}>
      <header className={styles.head}>
        <VehicleIcon kind={vehicle.kind} size={24} />
        <div>
          <h2>
            <Link href={`/vehicle/${vehicle.id}`}>{vehicle.name}</Link>
            <i>{vehicle.bayMark}</i>
          </h2>
          <p className={styles.quiet}>
            {battery.label}
            {' · '}
            {CHEMISTRIES[facts.chemistry].short} {facts.nominalVolts}
            {' V '}
            {facts.capacityAh}
            {t` Ah`}
            {context.volts === null ? '' : t` · last read ${formatVolts(context.volts)}`}
            {context.soc === null
              ? ''
              : t` · about ${formatPct(Math.max(0, context.soc.value))} now`}
          </p>
        </div>
        <Link className={styles.away} href="/charge" aria-label={t`Close`}>
          ×
        </Link>
      </header>
      {data.demo ? <DemoSight batteryId={battery.id} stamp={data.clock.now} /> : null}
      {chosen.recovery || (chosen.flat && !hangs) ? <Ladder {...inner} /> : null}
      {hangs ? <OnCharge {...inner} /> : <PutOn {...inner} />}
      {chosen.after ? <After after={chosen.after} data={data} /> : null}
      {chosen.sun ? (
        <section className={styles.card}>
          <h3>{t`Its solar panel`}</h3>
          <p>
            {t`About `}
            {decimal(chosen.sun.givesAh, 1)}
            {t` Ah today, and `}
            {decimal(chosen.sun.losesAh, 1)}
            {t` Ah a day is lost, its controller’s own draw included. `}
            {chosen.sun.held.length === 0
              ? t`In the usual light it never holds this battery`
              : chosen.sun.held
                  .slice(0, 2)
                  .map(({ from, to }) => t`It holds it from ${shortDay(from)} to ${shortDay(to)}`)
                  .join('; ')}
            {'; '}
            {chosen.sun.weakest}
            {' ('}
            {chosen.sun.assumed}
            {t`). It must have a controller: without one it boils a full battery dry.`}
          </p>
        </section>
      ) : null}
    </section>
  );
}
