'use client';

import { t } from '../../core/language';
import { useMemo } from 'react';
import { shortDay } from '../../core/day';
import { limitMa } from '../../core/rules/draw-limit';
import { formatMilliamps } from '../../core/words/words';
import { TraceChart } from '../bench/trace-chart';
import type { BatteryDto } from '../site/dto';
import type { VehicleData } from './vehicle-data';
import shared from './vehicle.module.css';
import styles from './draw-traces.module.css';

/** The draw tests of a battery's vehicle, this season's over those of earlier ones. */
export function DrawTraces({ data, battery }: { data: VehicleData; battery: BatteryDto }) {
  const own = useMemo(
    () => data.traces.filter(({ batteryId }) => batteryId === battery.id),
    [data.traces, battery.id],
  );
  const lines = useMemo(
    () => own.map((trace) => ({ label: shortDay(trace.day, data.today), trace })),
    [own, data.today],
  );
  const settled = new Map(
    (data.batteryEntries[battery.id] ?? []).flatMap((entry) =>
      entry.kind === 'draw' && entry.data.traceId
        ? [[entry.data.traceId, entry.data.milliamps] as const]
        : [],
    ),
  );
  if (own.length === 0) return null;
  const words = own.map(({ id, day }) => {
    const milliamps = settled.get(id);
    const value = milliamps === undefined ? t`not recorded` : formatMilliamps(milliamps);
    return `${shortDay(day, data.today)}: ${value}`;
  });
  return (
    <div className={styles.traces}>
      <h2>{t`Draw tests`}</h2>
      <TraceChart
        lines={lines}
        analysis={null}
        marks={[]}
        limitMa={limitMa(data.vehicle.kind, data.rules)}
        tick={0}
        label={t`Draw tests laid over each other. ${words.join('. ')}`}
      />
      <p className={shared.quiet}>{words.join(' · ')}</p>
    </div>
  );
}
