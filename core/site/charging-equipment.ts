import { t } from '../language';
import { z } from 'zod';
import { Line } from '../text';
import { PROGRAMME_IDS } from '../battery/programme-ids';
import { LAMP_STATES } from './lamp';

/** No charger has more channels, here or in a document. */
export const MAX_CHANNELS = 64;

const Name = Line(1, 40, () => t`give it a name`);
const Id = z.string().min(1).max(64);

/** A charger as it lies in the store: what it can do, and what to mind about it. */
export const Charger = z
  .strictObject({
    id: Id,
    name: Name,
    channels: z
      .int({ error: () => t`a whole number` })
      .min(1, { error: () => t`at least one` })
      .max(MAX_CHANNELS, { error: () => t`at most ${MAX_CHANNELS}` }),
    ampsPerChannel: z
      .number()
      .min(0.1, { error: () => t`at least 0.1 A` })
      .max(100, { error: () => t`at most 100 A` }),
    /** Nominal volts that it can be set to. */
    volts: z
      .array(z.number().min(2).max(96))
      .min(1, { error: () => t`at least one voltage` })
      .max(6),
    programmes: z
      .array(
        z.strictObject({
          id: z.enum(PROGRAMME_IDS),
          /** Of a 12 V battery at 25 °C, from its leaflet. */
          absorptionVolts: z
            .number()
            .min(13, { error: () => t`at least 13 V` })
            .max(16.5, { error: () => t`at most 16.5 V` }),
          floatVolts: z.number().min(12.8).max(14.2).nullable(),
          /** Less than its channel gives in this programme; null: all of it. */
          amps: z.number().min(0.1).max(100).nullable(),
        }),
      )
      .min(1, { error: () => t`at least one programme` })
      .max(PROGRAMME_IDS.length),
    /** In which it starts at each switch-on. */
    wakesIn: z.enum(PROGRAMME_IDS),
    /** It does not begin on a 12 V battery under this; null: on any. */
    leastStartVolts: z.number().min(0).max(12).nullable(),
    /** Its own lamps, as `green, steady`, and what each means. */
    lamps: z.array(z.strictObject({ shows: Name, means: z.enum(LAMP_STATES) })).max(12),
    reversePolarity: z.boolean(),
    sparkProof: z.boolean(),
    leadMetres: z.number().min(0).max(50),
    portable: z.boolean(),
    /** The hall in which it hangs, or is kept. */
    hallId: Id,
    /** A manual one neither stops by itself nor limits its volts. */
    automatic: z.boolean(),
    /** May stay on for the season. */
    maintains: z.boolean(),
    /** It measures the temperature and follows it. */
    compensated: z.boolean(),
    /** From the mains at full load, from its plate. */
    mainsAmps: z.number().min(0.01).max(32),
    /** Plugs straight into a charging lead that is fitted to the vehicle. */
    quickConnect: z.boolean(),
    working: z.boolean(),
  })
  .superRefine((charger, context) => {
    const ids = charger.programmes.map(({ id }) => id);
    if (new Set(ids).size < ids.length) {
      context.addIssue({
        code: 'custom',
        path: ['programmes'],
        message: t`a programme is there twice`,
      });
    }
    if (!ids.includes(charger.wakesIn)) {
      context.addIssue({
        code: 'custom',
        path: ['wakesIn'],
        message: t`it can only wake in a programme that it has`,
      });
    }
    if (!charger.automatic && charger.maintains) {
      context.addIssue({
        code: 'custom',
        path: ['maintains'],
        message: t`a manual charger may not stay on by itself`,
      });
    }
  });
export type Charger = z.infer<typeof Charger>;
export type ChargerProgramme = Charger['programmes'][number];

/** What one fuse of the building feeds. */
export const Circuit = z.strictObject({
  id: Id,
  hallId: Id,
  name: Name,
  amps: z.number().min(1).max(125),
});
export type Circuit = z.infer<typeof Circuit>;

export const Outlet = z.strictObject({
  id: Id,
  hallId: Id,
  name: Name,
  circuitId: Id,
  /** Of the socket itself. */
  amps: z.number().min(1).max(63),
  /** Bays that a lead from here reaches, as `C1 C2 C3`; empty: the whole hall. */
  bays: z.array(z.string().min(1).max(8)).max(200),
  /** A hook-up post: the lead of a camper fits it, the plug of a charger does not. */
  post: z.boolean().default(false),
});
export type Outlet = z.infer<typeof Outlet>;

/** Whether a lead from an outlet reaches a bay of a hall. */
export const reaches = (outlet: Pick<Outlet, 'hallId' | 'bays'>, hallId: string, mark: string) =>
  outlet.hallId === hallId && (outlet.bays.length === 0 || outlet.bays.includes(mark));

/** The outlets that the plug of a charger fits. */
export const socketsOf = (outlets: readonly Outlet[]): Outlet[] =>
  outlets.filter(({ post }) => !post);

/** The hook-up posts of a site. */
export const postsOf = (outlets: readonly Outlet[]): Outlet[] => outlets.filter(({ post }) => post);

/** Whether one of a site's hook-up posts reaches a bay, as a plan's context takes it: nothing where none is noted. */
export const postFor = (
  posts: readonly Outlet[],
  hallId: string,
  mark: string,
): { hookUpPost?: boolean } =>
  posts.length === 0 ? {} : { hookUpPost: posts.some((one) => reaches(one, hallId, mark)) };

/** Fresh air of a hall as it was measured or reckoned; null where nobody knows. */
export const HallAir = z.strictObject({
  hallId: Id,
  airflowM3PerHour: z.number().min(0).max(100_000).nullable(),
  openingCm2: z.number().min(0).max(1_000_000).nullable(),
});
export type HallAir = z.infer<typeof HallAir>;

/** All that a site charges with. */
export const ChargingEquipment = z.strictObject({
  chargers: z.array(Charger).max(200),
  circuits: z.array(Circuit).max(200),
  outlets: z.array(Outlet).max(400),
  air: z.array(HallAir).max(100),
});
export type ChargingEquipment = z.infer<typeof ChargingEquipment>;

export const EMPTY_STOCK: ChargingEquipment = { chargers: [], circuits: [], outlets: [], air: [] };

/** What is foreseen of a charge is noted within these. */
export const HOOK_LIMITS = { leastSocPct: -300, maxHours: 2000, maxAmpHours: 5000 } as const;

/** How a battery was hooked up: what hangs where, and what was expected of it then. */
export const ChargerConnection = z.strictObject({
  chargerId: Id,
  channel: z.int().min(1).max(MAX_CHANNELS),
  outletId: Id.nullable(),
  programme: z.enum(PROGRAMME_IDS),
  amps: z.number().min(0).max(100),
  /** For all its cells, at its temperature. */
  absorptionVolts: z.number().min(1).max(120),
  floatVolts: z.number().min(1).max(120).nullable(),
  fromSocPct: z.number().min(HOOK_LIMITS.leastSocPct).max(110).nullable(),
  /** Until full, by the model; null where nobody knows from where it began. */
  hours: z.number().min(0).max(HOOK_LIMITS.maxHours).nullable(),
  /** Out of the charger until full, by the model. */
  ampHours: z.number().min(0).max(HOOK_LIMITS.maxAmpHours).nullable(),
});
export type ChargerConnection = z.infer<typeof ChargerConnection>;
