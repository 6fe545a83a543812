import { msg, withWords } from '../language';
import type { Charger } from './charging-equipment';
import { PROGRAMMES } from './programmes';
import type { ProgrammeId } from '../battery/programme-ids';

/** Chargers as most sites have them, by what they do. */
export const CHARGER_KIND_IDS = ['maintainer', 'small', 'multi', 'lithium', 'manual'] as const;
export type ChargerKindId = (typeof CHARGER_KIND_IDS)[number];

type Facts = Omit<Charger, 'id' | 'name' | 'hallId'>;

const programmes = (...ids: ProgrammeId[]): Facts['programmes'] =>
  ids.map((id) => {
    const { absorptionVolts, floatVolts } = PROGRAMMES[id];
    return { id, absorptionVolts, floatVolts, amps: null };
  });

const AUTOMATIC: Facts = {
  channels: 1,
  ampsPerChannel: 4,
  volts: [12],
  programmes: programmes('normal', 'agm', 'gel'),
  wakesIn: 'normal',
  leastStartVolts: 8,
  lamps: [],
  reversePolarity: true,
  sparkProof: true,
  leadMetres: 2,
  portable: true,
  automatic: true,
  maintains: true,
  compensated: false,
  mainsAmps: 0.5,
  quickConnect: false,
  working: true,
};

/**
 * What such a charger usually is; its plate and its leaflet are right. Common practice: a maintainer gives
 * about an ampere, a small automatic one four, a channel of several two; a manual one neither stops by
 * itself nor minds swapped clamps.
 */
export const CHARGER_KINDS: Readonly<
  Record<ChargerKindId, { readonly label: string; readonly name: string; readonly facts: Facts }>
> = withWords({
  maintainer: {
    label: msg`Maintainers, 1 A`,
    name: 'Maintainer',
    facts: { ...AUTOMATIC, ampsPerChannel: 1, mainsAmps: 0.2 },
  },
  small: {
    label: msg`Small automatic ones, 4 A`,
    name: 'Automatic',
    facts: AUTOMATIC,
  },
  multi: {
    label: msg`Of four channels, 2 A`,
    name: 'Four channels',
    facts: { ...AUTOMATIC, channels: 4, ampsPerChannel: 2, mainsAmps: 1, portable: false },
  },
  lithium: {
    label: msg`For lithium, 5 A`,
    name: 'Lithium',
    facts: {
      ...AUTOMATIC,
      ...{ ampsPerChannel: 5, mainsAmps: 0.6, maintains: false },
      ...{ programmes: programmes('lithium'), wakesIn: 'lithium' },
    },
  },
  manual: {
    label: msg`Manual ones, 6 A`,
    name: 'Manual',
    facts: {
      ...AUTOMATIC,
      ...{ ampsPerChannel: 6, mainsAmps: 0.8, leastStartVolts: null },
      ...{ automatic: false, maintains: false, reversePolarity: false, sparkProof: false },
      ...{ programmes: programmes('normal'), wakesIn: 'normal' },
    },
  },
});
