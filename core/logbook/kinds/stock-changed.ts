import { msg, t, withWords } from '../../language';
import { z } from 'zod';
import { canonical } from '../../canonical';
import {
  type Charger,
  type Circuit,
  type HallAir,
  type Outlet,
} from '../../site/charging-equipment';
import { PROGRAMMES } from '../../site/programmes';
import { formatVolts } from '../../words/words';
import { LAMP_WORDS } from '../../site/lamp';
import { entryKind } from '../kind';

/** What a site charges with: chargers, and what they hang on. */
export const STOCK_KINDS = ['charger', 'circuit', 'outlet', 'air'] as const;

/** A record of the stock as it was, or is, with names for ids; null: there is none. */
const Sheet = z.record(z.string().max(40), z.unknown()).nullable();

const KIND_WORDS: Readonly<Record<Exclude<(typeof STOCK_KINDS)[number], 'air'>, string>> =
  withWords({
    charger: msg`charger`,
    circuit: msg`circuit`,
    outlet: msg`outlet`,
  });

type Field = Exclude<keyof Charger | keyof Outlet | keyof Circuit | keyof HallAir, 'id'>;
/** The record has names in the place of ids. */
type Told = Exclude<Field, 'hallId' | 'circuitId'> | 'hall' | 'circuit';

/** How a charger, a circuit, an outlet and the air of a hall are called in the logbook. */
const FIELDS: Readonly<Record<Told, string>> = withWords({
  name: msg`name`,
  hall: msg`hall`,
  circuit: msg`circuit`,
  channels: msg`channels`,
  ampsPerChannel: msg`amps per channel`,
  volts: msg`volts`,
  programmes: msg`programmes`,
  wakesIn: msg`wakes in`,
  leastStartVolts: msg`begins from volts`,
  lamps: msg`lamps`,
  reversePolarity: msg`safe with swapped clamps`,
  sparkProof: msg`clamps do not spark`,
  leadMetres: msg`lead in metres`,
  portable: msg`portable`,
  automatic: msg`stops by itself`,
  maintains: msg`may stay on`,
  compensated: msg`follows the temperature`,
  mainsAmps: msg`amps from the mains`,
  quickConnect: msg`plugs into fitted leads`,
  working: msg`works`,
  amps: msg`amps`,
  bays: msg`bays`,
  post: msg`hook-up post`,
  airflowM3PerHour: msg`air in m³/h`,
  openingCm2: msg`openings in cm²`,
});

const programmeWords = (id: unknown): string =>
  (PROGRAMMES as Readonly<Record<string, { label: string } | undefined>>)[String(id)]?.label ??
  String(id);

/** One of a list, as whatever version of the program wrote it down. */
function oneOf(value: unknown): string {
  if (typeof value !== 'object' || value === null) return String(value);
  const one = value as Readonly<Record<string, unknown>>;
  if ('shows' in one) {
    const means = (LAMP_WORDS as Readonly<Record<string, string>>)[String(one.means)];
    return `${String(one.shows)} (${means ?? String(one.means)})`;
  }
  const volts = (name: string) => (typeof one[name] === 'number' ? [formatVolts(one[name])] : []);
  const amps = typeof one.amps === 'number' ? [`${one.amps} A`] : [];
  const told = [...volts('absorptionVolts'), ...volts('floatVolts'), ...amps];
  return [programmeWords(one.id), ...told].join(' ');
}

function shown(field: string, value: unknown): string {
  if (value === null || value === undefined) return t`not known`;
  if (typeof value === 'boolean') return value ? t`yes` : t`no`;
  if (field === 'wakesIn') return programmeWords(value);
  if (!Array.isArray(value)) return typeof value === 'object' ? '…' : String(value);
  if (value.length > 0) return value.map(oneOf).join(field === 'bays' ? ' ' : ', ');
  // An outlet that is noted for no bay reaches all of them.
  return field === 'bays' ? t`the whole hall` : t`none`;
}

/** What a site charges with is other than before: new, gone, changed, or at another site. */
export const stockChanged = entryKind({
  subject: 'site',
  isOwn: true,
  version: 1,
  data: z
    .strictObject({
      what: z.enum(STOCK_KINDS),
      name: z.string().min(1).max(80),
      was: Sheet,
      now: Sheet,
      /** The site that it went to, or came from. */
      otherSite: z.string().max(80).optional(),
    })
    .refine(({ was, now }) => was !== null || now !== null, {
      error: () => t`nothing was, and is`,
    }),
  words: ({ what, name, was, now, otherSite }) => {
    const is = what === 'air' ? t`air of ${name}` : `${KIND_WORDS[what]} ${name}`;
    if (was === null)
      return { what: is, value: otherSite === undefined ? t`new` : t`came from ${otherSite}` };
    if (now === null)
      return { what: is, value: otherSite === undefined ? t`gone` : t`went to ${otherSite}` };
    const changed = Object.keys({ ...was, ...now }).filter(
      (field) => canonical(was[field]) !== canonical(now[field]),
    );
    const each = changed.map((field) => {
      const [before, after] = [shown(field, was[field]), shown(field, now[field])];
      const label = (FIELDS as Readonly<Record<string, string>>)[field] ?? field;
      return before === after ? t`${label} changed` : `${label} ${before} → ${after}`;
    });
    return { what: is, value: each.join(', ') };
  },
});
