import { HYDROMETER_CELSIUS, hydrometer } from '../../core/battery/acid';
import { list, number, withDefault } from '../flags';
import { rounded } from './rounded';
import { tool } from './tool';

export const hydrometerTool = tool({
  about: 'What a hydrometer says of a flooded battery, cell by cell.',
  flags: {
    sg: list(1, 1.4, 48, '', 'specific gravity of each cell as read, as 1.265,1.260,1.210'),
    celsius: withDefault(number(-30, 60, '°C', 'temperature of the acid'), HYDROMETER_CELSIUS),
  },
  answers: {
    correctedSg: 'each cell brought to 26.7 °C',
    socPct: 'state of charge of the mean, percent',
    spread: 'highest less lowest; over 0.050 a cell is failing',
    weakCells: 'cells, counted from 1, more than 0.050 under the best',
    openCircuitVolts: 'volts of all cells at rest',
  },
  run: ({ sg, celsius }) => {
    const answer = hydrometer(sg, celsius);
    return {
      correctedSg: answer.correctedSg.map((gravity) => rounded(gravity, 4)),
      socPct: rounded(answer.socPct, 2),
      spread: rounded(answer.spread, 4),
      weakCells: answer.weakCells,
      openCircuitVolts: rounded(answer.openCircuitVolts, 3),
    };
  },
});
