import 'server-only';
import { MS_PER_HOUR } from '../../core/day';
import type { BatteryState } from '../../core/logbook/state';
import { ampHoursOf } from '../../core/reports/report';
import { readChannel } from '../../store/reporters';
import { db } from '../server/store';
import type { AssessedBattery, SiteSnapshot } from '../site/snapshot';
import type { Heard } from './charge-data';

/** The device that reports of a charger, if there is one. */
const deviceOf = (loaded: SiteSnapshot, chargerId: string | undefined) =>
  loaded.reporters.find((one) => chargerId !== undefined && one.chargerId === chargerId);

const DRAWN_POINTS = 160;

/** What the charger reported of this battery since it was hooked up. */
export function heardOf(loaded: SiteSnapshot, { standing }: AssessedBattery): Heard | null {
  const heard = samplesOf(loaded, standing.state);
  if (!heard) return null;
  const { since, samples } = heard;
  const step = Math.max(1, Math.ceil(samples.length / DRAWN_POINTS));
  const drawn = samples.filter((_, i) => i % step === 0 || i === samples.length - 1);
  return {
    hours: drawn.map(({ at }) => (at - since) / MS_PER_HOUR),
    amps: drawn.map(({ amps }) => amps),
    volts: drawn.map(({ volts }) => volts),
    ...ampHoursOf(samples),
  };
}

function samplesOf(loaded: SiteSnapshot, state: BatteryState) {
  const since = state.maintainerSince ?? state.chargeSince;
  const device = deviceOf(loaded, state.hook?.chargerId);
  if (since === null || !device) return null;
  const samples = readChannel(db(), device.id, state.hook!.channel, since, loaded.now);
  return samples.length === 0 ? null : { since, samples };
}

/** Ampere-hours of every charge that is heard, by battery. */
export function heardAmpHours(loaded: SiteSnapshot): Record<string, number> {
  return Object.fromEntries(
    loaded.stays.flatMap(({ batteries }) =>
      batteries.flatMap(({ battery, standing: { state } }) => {
        if (state.chargeSince === null) return [];
        const heard = samplesOf(loaded, state);
        return heard ? [[battery.id, ampHoursOf(heard.samples).ampHours] as const] : [];
      }),
    ),
  );
}
