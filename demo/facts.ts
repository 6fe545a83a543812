import type { BatteryDetails } from '../core/battery/details';
import { usualDetails } from '../core/battery/usual-details';
import { INSPECTION_POINT_IDS, INSPECTION_POINTS, type Inspection } from '../core/inspect/points';
import type { StoragePlanId } from '../core/logbook/storage-plan-names';
import type { Terms, VehicleFacts } from '../core/stay/vehicle-facts';
import { PLAIN_VEHICLE } from '../core/stay/usual';
import type { Owner } from '../store/site';
import type { VehicleKindId } from '../core/site/vehicle-kinds';
import type { Random } from '../simulators/random';
import type { BatterySpec, Keeping } from '../simulators/attendant/arriving';
import type { DemoModel, DemoStay, ModelKey } from './site';

/** Invented people, none of whom exists. */
const GIVEN = ['Ida', 'Ned', 'Orla', 'Wilf', 'Tamsin', 'Perry', 'Mabel', 'Rufus', 'Edie', 'Jory'];
const FAMILY = ['Thornley', 'Ashgill', 'Penhallow', 'Garside', 'Whinfell', 'Marrick'];

export const DEMO_OWNERS: readonly Owner[] = GIVEN.flatMap((given, g) =>
  [0, 1, 2].map((f) => {
    const family = FAMILY[(g + f * 2) % FAMILY.length]!;
    return {
      id: `owner-${String(g * 3 + f + 1).padStart(2, '0')}`,
      name: `${given} ${family}`,
      contact: f === 0 ? 'rings back after six' : '',
    };
  }),
);

const MODEL_FACTS: Partial<Record<ModelKey, Partial<VehicleFacts>>> = {
  wickOld: { earth: 'positive' },
  calder: { radioCode: 'in-hand' },
  hallam: { radioCode: 'missing' },
  coupe: { keyless: true, poweredClosure: true, emergencyKey: true, alarm: 'may-sleep' },
  brack26: { tracker: true, tellWho: 'Moorwatch', hookUp: true, alarm: 'may-sleep' },
  brack21: { hookUp: true },
  pellow: { hookUp: true },
  pellowLight: { hookUp: true, solarPanel: true, panelWatts: 110 },
  hybrid: { keyless: true, poweredClosure: true, emergencyKey: true },
};
const STAY_FACTS: Readonly<Record<string, Partial<VehicleFacts>>> = {
  A3: { alarm: 'must-live', tracker: true, tellWho: 'Moorwatch' },
  C15: { emergencyKey: false },
  Y9: { solarPanel: true, panelWatts: 80 },
  Y22: { plugIn: true },
};

export function factsOfStay(stay: DemoStay): VehicleFacts {
  return { ...PLAIN_VEHICLE, ...MODEL_FACTS[stay.model], ...STAY_FACTS[stay.bay] };
}

export function termsOfStay(index: number): Terms {
  const owner = DEMO_OWNERS[(index * 7) % DEMO_OWNERS.length]!;
  const upTo = index % 3 === 0;
  return {
    ownerId: owner.id,
    keys: index % 5 === 0 ? 'in-vehicle' : 'key-rack',
    keyPlace: index % 5 === 0 ? '' : `hook ${index + 1}`,
    consent: upTo ? 'up-to' : index % 7 === 0 ? 'never' : 'ask',
    priceLimit: upTo ? 90 + (index % 4) * 20 : null,
  };
}

/** Metres to the next outlet, by where the sockets are. */
function outletMetres(bay: string, keeping: Keeping): number | null {
  const n = Number(bay.slice(1));
  if (keeping === 'maintainer') return 1 + (n % 3);
  switch (bay[0]) {
    case 'C':
      return n <= 12 ? 1 + (n % 4) : 7 + (n % 3);
    case 'Y':
      return n <= 4 ? 2 : null;
    case 'A':
      return n <= 3 ? 4 : 11;
    default:
      return n >= 6 ? 3 : 14;
  }
}

const SMALL = new Set<DemoModel['kind']>(['motorcycle', 'quad', 'mower']);

export function detailsOf(
  spec: BatterySpec,
  model: DemoModel,
  stay: DemoStay,
  chance: Random,
): BatteryDetails {
  const small = SMALL.has(model.kind);
  return {
    ...usualDetails(spec.chemistry),
    coldCrankingAmps: spec.role === 'starter' ? Math.round((spec.ah * 9) / 10) * 10 : null,
    caseSize: small ? '' : `${200 + Math.round(spec.ah)} × 175 × 190`,
    terminals: small || spec.role === 'string' ? 'bolts' : 'posts',
    tools: small ? '8 mm, cross-head' : spec.ah > 80 ? '13 mm' : '10 mm',
    access: spec.place.includes('boot')
      ? 'boot floor'
      : spec.place.includes('seat')
        ? 'seat'
        : spec.place.includes('panel')
          ? 'side panel'
          : '',
    eye: spec.chemistry === 'efb' && chance.uniform() < 0.5,
    ventTube: spec.place.includes('boot') || spec.place.includes('seat'),
    chargeLead: stay.keeping === 'maintainer',
    outletMetres: outletMetres(stay.bay, stay.keeping),
    fittedMonth: chance.uniform() < 0.5 ? Math.ceil(chance.between(0, 12)) : null,
  };
}

/** An inspection that found nothing, but for what is given. */
export function inspectionOf(
  kind: VehicleKindId,
  details: BatteryDetails,
  cells: number,
  found: Partial<Inspection['answers']> = {},
  levels: Inspection['levels'] = null,
): Inspection {
  const looked = INSPECTION_POINT_IDS.filter((id) => INSPECTION_POINTS[id].has(details, kind));
  return {
    answers: {
      ...Object.fromEntries(looked.map((id) => [id, INSPECTION_POINTS[id].answers[0].value])),
      ...found,
    },
    levels:
      levels ?? (details.capsOpen ? Array.from({ length: cells }, () => 'mark' as const) : null),
    note: '',
  };
}

export interface DemoFinding {
  readonly day: string;
  readonly bay: string;
  readonly answers: Partial<Inspection['answers']>;
  readonly lowCell?: number;
}

/** What was seen at a closer look, some days before the demo's day. */
export const DEMO_FINDINGS: readonly DemoFinding[] = [
  { day: '2027-01-11', bay: 'Y18', answers: { walls: 'swollen' } },
  { day: '2027-01-11', bay: 'A6', answers: { case: 'damp' } },
  { day: '2027-01-11', bay: 'D2', answers: {}, lowCell: 3 },
  { day: '2027-01-07', bay: 'C22', answers: { posts: 'growth' } },
];

/** Batteries that spend the winter on the bench of the heated hall, by bay of their vehicle. */
export const DEMO_BENCHED: ReadonlySet<string> = new Set(['Y17']);
export const DEMO_BENCH_HALL = 'carding-hall';

/** Plans that were changed lately and are not carried out yet. */
export const DEMO_NEW_PLANS: readonly { day: string; bay: string; plan: StoragePlanId }[] = [
  { day: '2027-01-11', bay: 'Y10', plan: 'off-recharged' },
];
