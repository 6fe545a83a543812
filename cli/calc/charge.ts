import { CHEMISTRY_IDS } from '../../core/battery/chemistries';
import { charge } from '../../core/charging/charge';
import { USUAL_CLEARNESS, solarAmpHours, sunOfDay } from '../../core/charging/sun';
import {
  CHARGE_STAGES,
  VENT_TYPES,
  overcharge,
  ventilation,
} from '../../core/charging/ventilation';
import { chargeVoltages } from '../../core/charging/voltages';
import { parseDay } from '../../core/day';
import { neutraliserFor } from '../../core/procedures/neutraliser';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { BadInput, number, oneOf, text, whole, withDefault } from '../flags';
import { rounded } from './rounded';
import { tool } from './tool';

const battery = {
  chemistry: oneOf(CHEMISTRY_IDS, 'chemistry'),
  cells: whole(1, 48, '', 'cells in a row'),
};
const capacity = number(0.1, 10_000, 'Ah', 'rated capacity at the 20 h rate');

export const chargeTimeTool = tool({
  about: 'How long a charge takes to full, in its two stages, by the default voltages.',
  flags: {
    ...battery,
    'capacity-ah': capacity,
    'from-soc': number(-50, 100, '%', 'state of charge at the start'),
    'charger-amps': number(0.05, 1000, 'A', 'what the charger gives'),
    celsius: withDefault(number(-40, 60, '°C', 'temperature of the battery'), 25),
    'age-years': withDefault(number(0, 30, '', 'age of the battery'), 2),
  },
  answers: {
    bulkHours: 'hours at constant current, until the voltage limit is met',
    absorptionHours: 'hours at constant voltage, until full',
    totalHours: 'both',
    ampHours: 'out of the charger',
    wattHours: 'into the battery',
    finishAt: 'days, hours and minutes from the start',
  },
  run: (flags) => {
    const { chemistry, cells, celsius } = flags;
    if (chemistry === 'lfp' && celsius < 0) {
      throw new BadInput(
        `--celsius ${celsius}: is not allowed; allowed: 0 to 60 °C for lithium, which is never charged below freezing`,
      );
    }
    const answer = charge({
      chemistry,
      cells,
      capacityAh: flags['capacity-ah'],
      fromSocPct: flags['from-soc'],
      chargerAmps: flags['charger-amps'],
      celsius,
      ageYears: flags['age-years'],
      drawAmps: 0,
      absorptionVolts: chargeVoltages({ chemistry, cells }, celsius, DEFAULT_RULES).absorptionVolts,
    })!;
    const minutes = Math.round(answer.totalHours * 60);
    return {
      bulkHours: rounded(answer.bulkHours, 2),
      absorptionHours: rounded(answer.absorptionHours, 2),
      totalHours: rounded(answer.totalHours, 2),
      ampHours: rounded(answer.ampHours, 2),
      wattHours: rounded(answer.wattHours, 1),
      finishAt: {
        days: Math.floor(minutes / 1440),
        hours: Math.floor(minutes / 60) % 24,
        minutes: minutes % 60,
      },
    };
  },
});

export const chargeVoltageTool = tool({
  about: 'Absorption and float at a temperature, by the default volts; the maker’s figure wins.',
  flags: { ...battery, celsius: number(-40, 60, '°C', 'temperature of the battery') },
  answers: {
    absorptionVolts: 'volts of the absorption stage',
    floatVolts: 'volts of the float; null for lithium',
  },
  run: ({ celsius, ...rest }) => {
    const { absorptionVolts, floatVolts } = chargeVoltages(rest, celsius, DEFAULT_RULES);
    return {
      absorptionVolts: rounded(absorptionVolts, 2),
      floatVolts: floatVolts === null ? null : rounded(floatVolts, 2),
    };
  },
});

export const ventilationTool = tool({
  about: 'Air that charging batteries need, by IEC 62485-2.',
  flags: {
    type: oneOf(VENT_TYPES, 'how the cells are closed'),
    stage: oneOf(CHARGE_STAGES, 'stage of the charge'),
    cells: whole(1, 240, '', 'cells of one battery'),
    'capacity-ah': capacity,
    count: whole(1, 1000, '', 'batteries that charge at once'),
  },
  answers: {
    airflowM3PerHour: 'air flow, m³/h',
    openingCm2: 'free opening in, and the same out, cm²',
    hydrogenLitresPerHour: 'hydrogen at 0 °C and 1 atm, l/h',
  },
  run: (flags) => {
    const { 'capacity-ah': capacityAh, ...rest } = flags;
    const answer = ventilation({ ...rest, capacityAh });
    return {
      airflowM3PerHour: rounded(answer.airflowM3PerHour, 4),
      openingCm2: rounded(answer.openingCm2, 2),
      hydrogenLitresPerHour: rounded(answer.hydrogenLitresPerHour, 3),
    };
  },
});

export const overchargeTool = tool({
  about: 'Water and hydrogen from ampere-hours beyond full.',
  flags: {
    ah: number(0, 100_000, 'Ah', 'ampere-hours beyond full'),
    cells: whole(1, 240, '', 'cells in a row'),
  },
  answers: { waterGrams: 'water taken apart, g', hydrogenLitres: 'hydrogen at 0 °C and 1 atm, l' },
  run: ({ ah, cells }) => {
    const { waterGrams, hydrogenLitres } = overcharge(ah, cells);
    return { waterGrams: rounded(waterGrams, 2), hydrogenLitres: rounded(hydrogenLitres, 2) };
  },
});

export const solarTool = tool({
  about: 'What a panel gives a 12 V battery on a day; it must have a controller.',
  flags: {
    latitude: number(-90, 90, '°', 'latitude, south negative'),
    date: text('day', 'YYYY-MM-DD'),
    'panel-watts': number(0.1, 10_000, 'W', 'watts of the panel in full sun'),
    clearness: withDefault(
      number(0.05, 0.8, '', 'share of the light that reaches the ground'),
      USUAL_CLEARNESS,
    ),
    tilt: withDefault(number(0, 90, '°', 'tilt toward the equator, from the level'), 0),
  },
  answers: {
    ampHoursPerDay: 'ampere-hours into the battery',
    dayLengthHours: 'from sunrise to sunset, h',
    extraterrestrialMJ: 'on a level square metre outside the air, MJ',
  },
  run: (flags) => {
    const day = parseDay(flags.date);
    if (day === null) {
      throw new BadInput(`--date ${flags.date}: is not allowed; allowed: YYYY-MM-DD`);
    }
    const { latitude, clearness, tilt } = flags;
    const sun = sunOfDay(latitude, day);
    const watts = flags['panel-watts'];
    return {
      ampHoursPerDay: rounded(solarAmpHours({ latitude, day, watts, clearness, tilt }), 2),
      dayLengthHours: rounded(sun.dayLengthHours, 2),
      extraterrestrialMJ: rounded(sun.extraterrestrialMJ, 2),
    };
  },
});

export const neutraliserTool = tool({
  about: 'Bicarbonate of soda to neutralise acid, for the water wanted.',
  flags: { litres: number(0, 1000, 'l', 'water') },
  answers: { grams: 'bicarbonate of soda, g', teaspoons: 'the same in level teaspoons' },
  run: ({ litres }) => {
    const { grams, teaspoons } = neutraliserFor(1000 * litres);
    return { grams: rounded(grams, 1), teaspoons: rounded(teaspoons, 1) };
  },
});
