import { t } from '../../core/language';
import { z } from 'zod';
import { Line } from '../../core/text';
import { collectionProblem } from '../../core/time-limits';
import { cellsFor } from '../../core/battery/chemistries';
import { BatteryDetails } from '../../core/battery/details';
import { parseDay, shortDay, type Day } from '../../core/day';
import { Inspection, levelsProblem } from '../../core/inspect/points';
import { doubtOfVolts } from '../../core/assessment/plausible';
import { plain } from '../../core/words/words';
import { BatterySheet } from '../../core/facts/battery';
import { DayName } from '../../core/logbook/fields';
import { STORAGE_PLAN_IDS } from '../../core/logbook/storage-plan-names';
import { VEHICLE_KIND_IDS } from '../../core/site/vehicle-kinds';
import { Terms, VehicleFacts } from '../../core/stay/vehicle-facts';

export const LayUpBattery = z.strictObject({
  id: z.uuid(),
  role: BatterySheet.shape.role,
  place: BatterySheet.shape.place,
  chemistry: BatterySheet.shape.chemistry,
  nominalVolts: BatterySheet.shape.nominalVolts,
  capacityAh: BatterySheet.shape.capacityAh,
  fittedYear: BatterySheet.shape.fittedYear,
  details: BatteryDetails,
  negativeOn: z.boolean(),
  drawMa: z
    .number()
    .min(0, { error: () => t`milliamps are 0 or more` })
    .max(20_000, { error: () => t`at most 20 A` })
    .nullable(),
  /** Volts read on arrival. */
  volts: z.number().min(0).max(100).nullable(),
  /** They were asked about, and are right. */
  voltsConfirmed: z.boolean(),
  inspection: Inspection.nullable(),
  plan: z.enum(STORAGE_PLAN_IDS).nullable(),
});
export type LayUpBattery = z.infer<typeof LayUpBattery>;

/** What laying up sends; ids are made in the browser, so that it can be sent twice. */
export const LayUp = z
  .strictObject({
    vehicleId: z.uuid(),
    kind: z.enum(VEHICLE_KIND_IDS),
    name: Line(1, 60, () => t`give the vehicle a name`),
    facts: VehicleFacts,
    owner: z
      .strictObject({
        id: z.uuid(),
        name: Line(1, 80, () => t`give the owner’s name`),
        contact: Line(0, 160),
      })
      .nullable(),
    terms: Terms.omit({ ownerId: true }),
    bayId: z.string().min(1, { error: () => t`choose a bay on the plan` }),
    /** null: always ready. */
    collectOn: DayName.nullable(),
    /** Hours since it last ran or was charged. */
    restedHours: z.number().min(0).max(10_000),
    allOff: z.array(z.string().min(1).max(60)).max(20),
    photos: z.array(z.strictObject({ id: z.uuid(), caption: Line(0, 120) })).max(12),
    batteries: z
      .array(LayUpBattery)
      .min(1, { error: () => t`a vehicle has at least one battery` })
      .max(12),
  })
  .superRefine((layUp, context) => {
    const issue = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    const { terms } = layUp;
    if (terms.consent === 'up-to' && terms.priceLimit === null) {
      issue(['terms', 'priceLimit'], t`up to which price?`);
    }
    layUp.batteries.forEach((battery, i) => {
      const cells = cellsFor(battery.chemistry, battery.nominalVolts);
      const problem = levelsProblem(battery.inspection?.levels ?? null, cells);
      if (problem) issue(['batteries', i, 'inspection', 'levels'], problem);
      const question = battery.voltsConfirmed ? null : voltsQuestion(battery);
      if (question) issue(['batteries', i, 'volts'], question);
    });
    const string = layUp.batteries.flatMap((battery, i) =>
      battery.role === 'string' ? [{ battery, i }] : [],
    );
    for (const { battery, i } of string.slice(1)) {
      const first = string[0]!.battery;
      if (battery.capacityAh !== first.capacityAh) {
        issue(
          ['batteries', i, 'capacityAh'],
          t`${battery.capacityAh} Ah in a string of ${first.capacityAh} Ah: the weaker block drags the rest. Blocks of one string are alike`,
        );
      }
      if (battery.chemistry !== first.chemistry || battery.nominalVolts !== first.nominalVolts) {
        issue(['batteries', i, 'chemistry'], t`blocks of one string are of one kind and voltage`);
      }
    }
  });
export type LayUp = z.infer<typeof LayUp>;

/** What has to be asked about the volts on arrival; null where they make sense. */
export function voltsQuestion(
  battery: Pick<LayUpBattery, 'volts' | 'chemistry' | 'nominalVolts'>,
): string | null {
  const { volts, chemistry, nominalVolts } = battery;
  if (volts === null) return null;
  const cells = cellsFor(chemistry, nominalVolts);
  const doubt = doubtOfVolts(volts, { chemistry, nominalVolts, cells });
  return doubt ? plain(doubt.question) : null;
}

/** A field that is wrong, and how to mend it. */
export interface Problem {
  readonly path: string;
  readonly message: string;
}

/** What the schema finds, as problems of fields. */
export const problemsOf = (error: z.ZodError): Problem[] =>
  error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message }));

/** What cannot be seen from the form alone: the day of today, and who stands where. */
export function problemsHere(
  layUp: Pick<LayUp, 'bayId' | 'collectOn'>,
  today: Day,
  bays: ReadonlyMap<string, { readonly mark: string; readonly takenBy: string | null }>,
): Problem[] {
  const problems: Problem[] = [];
  const bay = bays.get(layUp.bayId);
  if (!bay) problems.push({ path: 'bayId', message: t`choose a bay on the plan` });
  else if (bay.takenBy !== null) {
    problems.push({
      path: 'bayId',
      message: t`Bay ${bay.mark} is taken by ${bay.takenBy}: choose another`,
    });
  }
  const collect = layUp.collectOn === null ? null : parseDay(layUp.collectOn);
  if (collect !== null && collect < today) {
    problems.push({
      path: 'collectOn',
      message: t`the collection day, ${shortDay(collect, today)}, is before the arrival today`,
    });
  } else if (collect !== null) {
    const message = collectionProblem(collect, today);
    if (message) problems.push({ path: 'collectOn', message });
  }
  return problems;
}
