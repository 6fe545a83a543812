import { v4 as uuid } from 'uuid';
import { z } from 'zod';
import { BatteryDetails } from '../../core/battery/details';
import { usualDetails } from '../../core/battery/usual-details';
import { Inspection } from '../../core/inspect/points';
import { VEHICLE_KINDS, VEHICLE_KIND_IDS, type VehicleKindId } from '../../core/site/vehicle-kinds';
import { Terms, VehicleFacts } from '../../core/stay/vehicle-facts';
import { FRESH_TERMS, PLAIN_VEHICLE } from '../../core/stay/usual';
import { LayUpBattery, type LayUp } from './schema';

/** A battery as it is typed: the capacity may be missing still. */
export type DraftBattery = Omit<z.infer<typeof LayUpBattery>, 'capacityAh'> & {
  readonly capacityAh: number | null;
};

/** A lay-up as it is typed, sense or not. */
export interface Draft {
  readonly vehicleId: string;
  /** Where one was when it was put aside. */
  readonly step: number;
  readonly kind: VehicleKindId;
  readonly name: string;
  readonly facts: VehicleFacts;
  readonly ownerName: string;
  readonly ownerContact: string;
  readonly terms: LayUp['terms'];
  readonly bayId: string;
  readonly stay: 'collected' | 'always-ready';
  readonly collectOn: string;
  readonly restedHours: number;
  readonly allOff: readonly string[];
  readonly photos: LayUp['photos'];
  readonly batteries: readonly DraftBattery[];
}

/** The fields of a schema, each with what it is where nothing sensible stands in it. */
function orElse(shape: Record<string, z.ZodType>, usual: object) {
  const known = usual as Record<string, unknown>;
  return z.object(
    Object.fromEntries(
      Object.entries(shape).map(([key, field]) => {
        // What is too long or out of range was typed all the same, and stays as it was typed.
        const typed = typeof known[key] === 'string' && field instanceof z.ZodEnum === false;
        const loose = typed ? z.string() : field;
        return [key, loose.catch(known[key] as never)];
      }),
    ),
  );
}

const Number0 = z.number().nullable().catch(null);

function readBattery(data: unknown): DraftBattery {
  const like = z
    .object({
      role: LayUpBattery.shape.role.catch('starter'),
      chemistry: LayUpBattery.shape.chemistry.catch('flooded'),
      nominalVolts: z.number().catch(12),
      capacityAh: Number0,
      place: z.string().catch(''),
    })
    .parse(data);
  const fresh = newBattery(like);
  const more = z
    .object({
      id: z.uuid().catch(fresh.id),
      fittedYear: Number0,
      details: z.unknown().optional(),
      negativeOn: z.boolean().catch(true),
      drawMa: Number0,
      volts: Number0,
      voltsConfirmed: z.boolean().catch(false),
      inspection: Inspection.nullable().catch(null),
      plan: LayUpBattery.shape.plan.catch(null),
    })
    .parse(data);
  const details = orElse(BatteryDetails.shape, fresh.details).catch({ ...fresh.details });
  return {
    ...fresh,
    ...more,
    details: details.parse(more.details) as DraftBattery['details'],
  };
}

/**
 * A draft as it was kept, put together so that it can be gone on with: what is missing or is no
 * sense at all is as in a fresh one.
 */
export function readDraft(data: unknown): Draft {
  const loose = z.looseObject({}).catch({}).parse(data);
  const kind = z.enum(VEHICLE_KIND_IDS).catch('car').parse(loose.kind);
  const fresh = newDraft(kind, undefined, { bayId: '', collectOn: '' });
  const list = z.array(z.unknown()).catch([]).parse(loose.batteries);
  const text = (key: 'name' | 'ownerName' | 'ownerContact' | 'bayId' | 'collectOn') =>
    z.string().catch('').parse(loose[key]);
  const facts = orElse(VehicleFacts.shape, fresh.facts).catch({ ...fresh.facts });
  const terms = orElse(Terms.omit({ ownerId: true }).shape, fresh.terms).catch({ ...fresh.terms });
  return {
    vehicleId: z.uuid().catch(fresh.vehicleId).parse(loose.vehicleId),
    step: z.int().min(0).max(5).catch(0).parse(loose.step),
    kind,
    name: text('name'),
    facts: facts.parse(loose.facts) as VehicleFacts,
    ownerName: text('ownerName'),
    ownerContact: text('ownerContact'),
    terms: terms.parse(loose.terms) as Draft['terms'],
    bayId: text('bayId'),
    stay: z.enum(['collected', 'always-ready']).catch('collected').parse(loose.stay),
    collectOn: text('collectOn'),
    restedHours: z.number().catch(0).parse(loose.restedHours),
    allOff: z.array(z.string()).catch([]).parse(loose.allOff),
    photos: z
      .array(z.object({ id: z.uuid(), caption: z.string().catch('') }))
      .catch([])
      .parse(loose.photos),
    batteries: list.length > 0 ? list.map(readBattery) : fresh.batteries,
  };
}

/** What is alike with the last vehicle of its kind. */
export interface Template {
  readonly name: string;
  readonly facts: VehicleFacts;
  readonly batteries: readonly Pick<
    z.infer<typeof LayUpBattery>,
    'role' | 'place' | 'chemistry' | 'nominalVolts' | 'capacityAh' | 'details'
  >[];
}

export const newBattery = (
  like: Pick<DraftBattery, 'role' | 'place' | 'chemistry' | 'nominalVolts' | 'capacityAh'> & {
    details?: DraftBattery['details'];
  },
): DraftBattery => ({
  id: uuid(),
  role: like.role,
  place: like.place,
  chemistry: like.chemistry,
  nominalVolts: like.nominalVolts,
  capacityAh: like.capacityAh,
  fittedYear: null,
  details: { ...(like.details ?? usualDetails(like.chemistry)), fittedMonth: null },
  negativeOn: true,
  drawMa: null,
  volts: null,
  voltsConfirmed: false,
  inspection: null,
  plan: null,
});

/** What belongs to a kind of vehicle: as the last one of it was, else as is usual. */
export function ofKind(
  kind: VehicleKindId,
  template: Template | undefined,
): Pick<Draft, 'kind' | 'facts' | 'allOff' | 'batteries'> {
  return {
    kind,
    allOff: [],
    facts: template?.facts ?? { ...PLAIN_VEHICLE, hookUp: kind === 'camper' || kind === 'caravan' },
    batteries: template
      ? template.batteries.map(newBattery)
      : VEHICLE_KINDS[kind].usualBatteries.map((usual) =>
          newBattery({ ...usual, chemistry: 'flooded', nominalVolts: kind === 'cart' ? 8 : 12 }),
        ),
  };
}

export function newDraft(
  kind: VehicleKindId,
  template: Template | undefined,
  start: { bayId: string; collectOn: string },
): Draft {
  return {
    vehicleId: uuid(),
    step: 0,
    name: '',
    ownerName: '',
    ownerContact: '',
    terms: FRESH_TERMS,
    bayId: start.bayId,
    stay: 'collected',
    collectOn: start.collectOn,
    restedHours: 0,
    photos: [],
    ...ofKind(kind, template),
  };
}

/** What is sent: the draft in the shape of the lay-up, to be checked. */
export function candidateOf(draft: Draft, ownerId: string): unknown {
  return {
    vehicleId: draft.vehicleId,
    kind: draft.kind,
    name: draft.name,
    facts: draft.facts,
    owner: draft.ownerName.trim()
      ? { id: ownerId, name: draft.ownerName, contact: draft.ownerContact }
      : null,
    terms: {
      ...draft.terms,
      priceLimit: draft.terms.consent === 'up-to' ? draft.terms.priceLimit : null,
    },
    bayId: draft.bayId,
    collectOn: draft.stay === 'always-ready' ? null : draft.collectOn,
    restedHours: draft.restedHours,
    allOff: draft.allOff,
    photos: draft.photos,
    batteries: draft.batteries,
  };
}

/** Which step holds a field; -1 for none. */
export function stepOf(path: string): number {
  const [head, , field] = path.split('.');
  switch (head) {
    case 'kind':
    case 'name':
    case 'bayId':
    case 'collectOn':
    case 'restedHours':
      return 0;
    case 'owner':
    case 'terms':
    case 'photos':
      return 1;
    case 'facts':
    case 'allOff':
      return 2;
    case 'batteries':
      return field === 'inspection' || field === 'volts' ? 4 : field === 'plan' ? 5 : 3;
    default:
      return -1;
  }
}

/** The place of a field on the screen. */
export const fieldId = (path: string) => `field-${path.replaceAll('.', '-')}`;
