import { z } from 'zod';
import { CHEMISTRIES, CHEMISTRY_IDS, cellsFor } from '../battery/chemistries';
import { usualDetails } from '../battery/usual-details';
import { THAW_CELSIUS } from '../battery/thaw';
import { stateOfCharge } from '../battery/state-of-charge';
import type { Estimate } from '../estimate';
import { DEFAULT_RULES } from '../rules/rules';
import { VEHICLE_KINDS, VEHICLE_KIND_IDS } from '../site/vehicle-kinds';
import { EARTHS, ISOLATORS } from '../stay/vehicle-facts';
import { PLAIN_VEHICLE } from '../stay/usual';
import { instantProblem } from '../time-limits';
import {
  CHARGER_KINDS,
  CONDITIONS,
  type BatteryContext,
  type ChargerOffer,
} from './battery-context';

const known = <T extends z.ZodType>(type: T) => type.nullish().transform((value) => value ?? null);

/** An instant, with or without seconds; without a zone it is UTC. */
const Instant = z
  .string()
  .regex(
    /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:\d{2})?$/,
    'an instant is written 2027-01-14T09:00:00Z',
  )
  .superRefine((text, context) => {
    const at = instantOf(text);
    const message = Number.isNaN(at)
      ? 'there is no such day or hour'
      : instantProblem(new Date(at).toISOString());
    if (message) context.addIssue({ code: 'custom', message });
  });
const instantOf = (text: string) =>
  Date.parse(/(Z|[+-]\d{2}:\d{2})$/.test(text) ? text : `${text}Z`);
const Celsius = z.number().min(-60, 'at least −60 °C').max(70, 'at most 70 °C');
const Volts = z.number().min(0, 'volts are 0 or more').max(1000, 'at most 1000 V');
const Amps = z.number().gt(0, 'over 0 A').max(1000, 'at most 1000 A');

/**
 * A battery's situation as a document. All but `battery.chemistry` may be left out or null; what
 * was then assumed is said in the answer. Volts of the battery and the charger are those at their
 * own posts and clamps; the charger's absorption is that at 25 °C.
 */
export const ContextDocument = z.strictObject({
  now: known(Instant),
  vehicle: known(
    z.strictObject({
      kind: known(z.enum(VEHICLE_KIND_IDS)),
      earth: known(z.enum(EARTHS)),
      alwaysReady: known(z.boolean()),
      isolator: known(z.enum(ISOLATORS)),
      isolatorOpen: known(z.boolean()),
      codeMissing: known(z.boolean()),
      alarmMustLive: known(z.boolean()),
    }),
  ),
  battery: z.strictObject({
    chemistry: z.enum(CHEMISTRY_IDS),
    cells: known(z.int().min(1, 'at least 1 cell').max(48, 'at most 48 cells')),
    capacityAh: known(z.number().gt(0, 'over 0 Ah').max(5000, 'at most 5000 Ah')),
    volts: known(Volts),
    restedHours: known(z.number().min(0, '0 h or more').max(100_000)),
    condition: known(z.enum(CONDITIONS)),
    place: known(z.enum(['vehicle', 'bench'])),
    earthedLeadOn: known(z.boolean()),
    block: known(
      z
        .strictObject({ index: z.int().min(1, 'blocks are counted from 1'), of: z.int().min(1) })
        .refine(({ index, of }) => index <= of, 'index: is one of the blocks: at most `of`'),
    ),
    capsOpen: known(z.boolean()),
    platesShow: known(z.boolean()),
    charging: known(z.enum(['none', 'charger', 'maintainer'])),
    makerAbsorptionVolts: known(Volts),
    makerMaxAmps: known(Amps),
    makerLeastCelsius: known(Celsius),
    /** Of its case, measured now. */
    caseCelsius: known(Celsius),
  }),
  hall: known(
    z.strictObject({
      celsius: known(
        z
          .array(
            z.strictObject({ at: Instant, value: Celsius, measured: z.boolean().default(true) }),
          )
          .max(20_000),
      ),
      /** Its air takes one more on charge. */
      aired: known(z.boolean()),
    }),
  ),
  charger: known(
    z.strictObject({
      kind: known(z.enum(CHARGER_KINDS)),
      chemistries: known(z.array(z.enum(CHEMISTRY_IDS))),
      nominalVolts: known(z.number().gt(0).max(1000)),
      amps: known(Amps),
      absorptionVolts: known(Volts),
      stopsByItself: known(z.boolean()),
      leastStartVolts: known(Volts),
    }),
  ),
  attendedUntil: known(Instant),
});
export type ContextDocument = z.infer<typeof ContextDocument>;

/** Ampere-hours that are assumed of a battery of which nothing is said. Our own choice. */
const USUAL_AH = 60;
/** Where nobody has said how cold it is. */
const MILD_CELSIUS = 20;

/** Takes what is said, or says what is assumed in its place. */
function assuming() {
  const assumed: string[] = [];
  return {
    assumed,
    or: <T>(value: T | null, instead: T, words: string): T => {
      if (value !== null) return value;
      assumed.push(words);
      return instead;
    },
  };
}

function offerIn(
  charger: ContextDocument['charger'],
  or: ReturnType<typeof assuming>['or'],
): ChargerOffer | null {
  if (!charger) return null;
  const kind = or(charger.kind, 'automatic', 'The charger is an automatic one.');
  const unsaid = (['chemistries', 'nominalVolts', 'amps', 'absorptionVolts'] as const).filter(
    (one) => charger[one] === null && kind !== 'on-board',
  );
  if (unsaid.length > 0)
    or(null, null, `The charger suits in what was not said: ${unsaid.join(', ')}.`);
  const stops = kind !== 'manual' && (charger.stopsByItself ?? true);
  return {
    kind,
    name: null,
    programme: null,
    chemistries: charger.chemistries,
    nominalVolts: charger.nominalVolts,
    amps: charger.amps,
    absorptionVolts: charger.absorptionVolts,
    floatVolts: null,
    stopsByItself: stops,
    mayStay: stops,
    leastStartVolts: charger.leastStartVolts,
  };
}

type Assuming = ReturnType<typeof assuming>;

/** Of the vehicle. */
function vehicleIn({ vehicle }: ContextDocument, { or }: Assuming) {
  const kind = or(vehicle?.kind ?? null, 'car', 'The vehicle is a car.');
  const earth = or(vehicle?.earth ?? null, 'negative', 'The negative is connected to the body.');
  const isolator = or(vehicle?.isolator ?? null, 'none', 'There is no isolator.');
  const standsBy = kind === 'generator';
  const alwaysReady = or(
    vehicle?.alwaysReady ?? null,
    standsBy,
    standsBy ? 'It is a standby generator: always ready.' : 'It has a day of collection.',
  );
  const codeMissing = or(vehicle?.codeMissing ?? null, false, 'No radio code is missing.');
  const alarmMustLive = or(vehicle?.alarmMustLive ?? null, false, 'No alarm must stay live.');
  return {
    vehicleKind: kind,
    vehicle: {
      ...PLAIN_VEHICLE,
      earth,
      isolator,
      radioCode: codeMissing ? ('missing' as const) : ('none' as const),
      alarm: alarmMustLive ? ('must-live' as const) : ('none' as const),
    },
    alwaysReady,
    isolatorOpen: vehicle?.isolatorOpen ?? false,
    fittedTo: { vehicleId: '' },
  };
}

/** Of what is written on the case, and where the battery is. */
function batteryIn({ battery }: ContextDocument, { or }: Assuming) {
  const { chemistry } = battery;
  const usual = usualDetails(chemistry);
  const usualCells = cellsFor(chemistry, 12);
  const out = or(battery.place, 'vehicle', 'The battery is in its vehicle.') === 'bench';
  const cells = or(battery.cells, usualCells, `It has ${usualCells} cells.`);
  const capacityAh = or(battery.capacityAh, USUAL_AH, `It has ${USUAL_AH} Ah.`);
  const earthedLeadOn = or(
    battery.earthedLeadOn,
    !out,
    out ? 'Its leads are off, on the bench.' : 'Its earthed lead is on.',
  );
  const capsOpen = or(
    battery.capsOpen,
    usual.capsOpen,
    usual.capsOpen ? 'Its caps open.' : 'Its caps do not open.',
  );
  return {
    facts: {
      chemistry,
      nominalVolts: cells * CHEMISTRIES[chemistry].nominalVoltsPerCell,
      cells,
      capacityAh,
      fittedYear: null,
      fittedMonth: null,
      capsOpen,
    },
    details: {
      ...usual,
      tools: '',
      capsOpen,
      makerAbsorptionVolts: battery.makerAbsorptionVolts,
      makerMaxAmps: battery.makerMaxAmps,
      makerLeastCelsius: battery.makerLeastCelsius,
    },
    place: '',
    out,
    earthedLeadOn,
    block: battery.block,
    capacityAh,
    ageYears: null,
    condition: or(battery.condition, 'sound', 'It is sound.'),
    conditionSeen: null,
    mendFirst: null,
    platesShow: or(battery.platesShow, false, 'Its plates are covered.'),
    charging: or(battery.charging, 'none', 'Nothing hangs on it.'),
    drawAmps: 0,
  };
}

/** The temperatures of its place, and the newest of those that are past. */
function weatherIn({ hall }: ContextDocument, now: number, { assumed }: Assuming) {
  const celsius = (hall?.celsius ?? []).map(({ at, value, measured }) => ({
    at: instantOf(at),
    value,
    measured,
  }));
  const past = celsius.filter((one) => one.at <= now).sort((a, b) => a.at - b.at);
  if (past.length === 0) {
    assumed.push('Its place has not been near freezing: no temperature was given.');
  } else if (past.some(({ measured }) => !measured)) {
    assumed.push('Temperatures that no thermometer measured are taken as they are given.');
  }
  return { celsius, latest: past.at(-1)?.value ?? MILD_CELSIUS };
}

/** State of charge from its volts; null where they were not given. */
function chargeIn(
  { battery }: ContextDocument,
  cells: number,
  celsius: number,
  { assumed }: Assuming,
): Estimate | null {
  if (battery.volts === null) {
    assumed.push('Its charge is unknown: where ice is asked for, it counts as flat.');
    return null;
  }
  if (battery.restedHours === null) {
    assumed.push(`Its volts were read after ${DEFAULT_RULES.restHours} h of rest.`);
  }
  return stateOfCharge({
    chemistry: battery.chemistry,
    cells,
    volts: battery.volts,
    celsius,
    restedHours: battery.restedHours ?? DEFAULT_RULES.restHours,
    scale: CHEMISTRIES[battery.chemistry].scales[0]!,
  });
}

/**
 * The context that a document describes, with what was assumed. `at`: the instant that counts
 * where the document has none, UTC milliseconds.
 */
export function contextOfDocument(document: ContextDocument, at: number): BatteryContext {
  const assumes = assuming();
  const now = document.now === null ? at : instantOf(document.now);
  if (document.now === null) assumes.assumed.push('Now is the clock of this machine.');
  const vehicle = vehicleIn(document, assumes);
  const battery = batteryIn(document, assumes);
  const { celsius, latest } = weatherIn(document, now, assumes);
  const { volts, restedHours, block, caseCelsius } = document.battery;
  return {
    now,
    timeZone: 'UTC',
    ...vehicle,
    ...battery,
    role:
      block && block.of > 1 ? 'string' : VEHICLE_KINDS[vehicle.vehicleKind].usualBatteries[0]!.role,
    volts,
    restedHours,
    soc: chargeIn(document, battery.facts.cells, latest, assumes),
    hallName: 'its place',
    celsius,
    thawedAt: caseCelsius !== null && caseCelsius >= THAW_CELSIUS ? now : null,
    aired: document.hall?.aired ?? null,
    charger: offerIn(document.charger, assumes.or),
    hook: null,
    attendedUntil: document.attendedUntil === null ? null : instantOf(document.attendedUntil),
    benchHallId: null,
    wholeCleanedYearsAgo: 0,
    maintained: false,
    water: null,
    rules: DEFAULT_RULES,
    assumed: assumes.assumed,
  };
}
