import { v4 as uuid } from 'uuid';
import { usualDetails } from '../../core/battery/details';
import { VEHICLE_KINDS, type VehicleKindId } from '../../core/site/vehicle-kinds';
import { FRESH_TERMS, PLAIN_VEHICLE, type VehicleFacts } from '../../core/stay/vehicle-facts';
import type { LayUp, LayUpBattery } from './schema';

/** A battery as it is typed: the capacity may be missing still. */
export type DraftBattery = Omit<LayUpBattery, 'capacityAh'> & {
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

/** What is alike with the last vehicle of its kind. */
export interface Template {
  readonly name: string;
  readonly facts: VehicleFacts;
  readonly batteries: readonly Pick<
    LayUpBattery,
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
