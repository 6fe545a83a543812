import { t, msg, withWords } from '../language';
import { z } from 'zod';
import { FUELS } from '../battery/cranking';
import { Line } from '../text';

export const EARTHS = ['negative', 'positive'] as const;
/** A post of a battery. */
export type Pole = (typeof EARTHS)[number];

export const ISOLATORS = ['none', 'knob', 'key', 'remote'] as const;
export type Isolator = (typeof ISOLATORS)[number];

/** Flat on a roof, or leaned steeply toward the noon sun. */
export const PANEL_MOUNTS = ['flat', 'steep'] as const;
/** What stands between it and the low sun of winter. */
export const PANEL_SHADES = ['open', 'some', 'much'] as const;

/** What a vehicle asks of whoever works on its batteries; found out once, at lay-up. */
export const VehicleFacts = z.strictObject({
  /** Which post is connected to the body. */
  earth: z.enum(EARTHS),
  alarm: z.enum(['none', 'may-sleep', 'must-live']),
  tracker: z.boolean(),
  /** Who has to be told before the power goes: tracker or alarm company. */
  tellWho: Line(0, 80),
  radioCode: z.enum(['none', 'in-hand', 'missing']),
  /** A powered tailgate, flap or central lock would shut the attendant out. */
  poweredClosure: z.boolean(),
  emergencyKey: z.boolean(),
  keyless: z.boolean(),
  /** It can be plugged in and has a charger of its own. */
  hookUp: z.boolean(),
  solarPanel: z.boolean(),
  /** Watts of its panel at full sun; null where nobody knows. */
  panelWatts: z
    .number()
    .min(1, { error: () => t`at least 1 W` })
    .max(5000, { error: () => t`at most 5000 W` })
    .nullable()
    .default(null),
  panelMount: z.enum(PANEL_MOUNTS).default('flat'),
  panelShade: z.enum(PANEL_SHADES).default('some'),
  /** A plug-in hybrid on the mains may keep its own 12 V battery. */
  plugIn: z.boolean(),
  /** A switch in the earthed lead that is fitted for good. */
  isolator: z.enum(ISOLATORS).default('none'),
  /** What it draws itself, milliamps; a remote one always does. Null where nobody knows. */
  isolatorMa: z
    .number()
    .min(0)
    .max(500, { error: () => t`at most 500 mA` })
    .nullable()
    .default(null),
  /** Amps that it may carry while the engine is cranked; null where nobody knows. */
  isolatorAmps: z
    .number()
    .min(1)
    .max(5000, { error: () => t`at most 5000 A` })
    .nullable()
    .default(null),
  /** Of its engine, cubic centimetres; null where nobody knows. */
  displacementCc: z
    .number()
    .min(20, { error: () => t`cubic centimetres: 1.6 litres are written 1600` })
    .max(30_000, { error: () => t`at most 30,000 cm³` })
    .nullable()
    .default(null),
  fuel: z.enum(FUELS).nullable().default(null),
  /** Somebody stood before it and found all this out; false: it came in by a list, and is assumed. */
  looked: z.boolean().default(true),
});
export type VehicleFacts = z.infer<typeof VehicleFacts>;

/** What was agreed with the owner for this stay. */
export const Terms = z.strictObject({
  ownerId: z.string().max(64).nullable(),
  keys: z.enum(['key-rack', 'in-vehicle', 'owner']),
  /** Hook, box or envelope. */
  keyPlace: Line(0, 40),
  /** Whether a battery may be replaced without asking. */
  consent: z.enum(['ask', 'up-to', 'never']),
  /** In the site's own money; only with `up-to`. */
  priceLimit: z.number().min(0).max(100_000).nullable(),
});
export type Terms = z.infer<typeof Terms>;

export const KEY_WORDS: Readonly<Record<Terms['keys'], string>> = withWords({
  'key-rack': msg`On the key rack`,
  'in-vehicle': msg`In the vehicle`,
  owner: msg`With the owner`,
});
export const CONSENT_WORDS: Readonly<Record<Terms['consent'], string>> = withWords({
  ask: msg`Ask first`,
  'up-to': msg`Yes, up to a price`,
  never: msg`Never replace`,
});
