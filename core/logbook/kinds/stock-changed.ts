import { msg, t, withWords } from '../../language';
import { z } from 'zod';
import { canonical } from '../../canonical';
import { entryKind } from '../kind';

/** What a site charges with: chargers, and what they hang on. */
export const STOCK_KINDS = ['charger', 'circuit', 'outlet', 'air'] as const;

/** A record of the stock as it was, or is, with names for ids; null: there is none. */
const Sheet = z.record(z.string().max(40), z.unknown()).nullable();

/** How a charger, a circuit, an outlet and the air of a hall are called in the logbook. */
const FIELDS: Readonly<Record<string, string>> = withWords({
  name: 'name',
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
  airflowM3PerHour: msg`air in m³/h`,
  openingCm2: msg`openings in cm²`,
});

function shown(value: unknown): string {
  if (value === null || value === undefined) return t`not known`;
  if (typeof value === 'boolean') return value ? t`yes` : t`no`;
  if (typeof value === 'string' || typeof value === 'number') return String(value);
  if (!Array.isArray(value)) return '…';
  // Programmes and lamps are called by their first word.
  const words = value.map((one: unknown) =>
    typeof one === 'object' && one !== null ? String(Object.values(one)[0]) : String(one),
  );
  return words.length === 0 ? t`none` : words.join(' ');
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
    const is = what === 'air' ? t`air of ${name}` : `${what} ${name}`;
    if (was === null)
      return { what: is, value: otherSite === undefined ? t`new` : t`came from ${otherSite}` };
    if (now === null)
      return { what: is, value: otherSite === undefined ? t`gone` : t`went to ${otherSite}` };
    const changed = Object.keys({ ...was, ...now }).filter(
      (field) => canonical(was[field]) !== canonical(now[field]),
    );
    const each = changed.map((field) => {
      const [before, after] = [shown(was[field]), shown(now[field])];
      const label = FIELDS[field] ?? field;
      // A programme's volts may differ where its name does not.
      return before === after ? t`${label} changed` : `${label} ${before} → ${after}`;
    });
    return { what: is, value: each.join(', ') };
  },
});
