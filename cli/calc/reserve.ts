import { reserveDays } from '../../core/drain/reserve';
import { number, withDefault } from '../flags';
import { rounded } from './rounded';
import { tool } from './tool';

export const reserveTool = tool({
  about: 'Days from one state of charge to another at a constant temperature.',
  flags: {
    'capacity-ah': number(0.1, 10_000, 'Ah', 'rated capacity at the 20 h rate'),
    'from-soc': number(-100, 100, '%', 'state of charge now'),
    'to-soc': number(-100, 100, '%', 'state of charge at the end'),
    'draw-ma': number(0, 100_000, 'mA', 'constant draw'),
    'self-discharge-pct-month': number(
      0,
      100,
      '%',
      'percent of rated capacity lost in 30 days at 20 °C',
    ),
    celsius: withDefault(number(-50, 70, '°C', 'temperature of the battery'), 20),
  },
  answers: { days: 'days; null where nothing is lost' },
  run: (flags) => {
    const days = reserveDays(
      {
        capacityAh: flags['capacity-ah'],
        drawMa: flags['draw-ma'],
        selfDischargePctPerMonthAt20C: flags['self-discharge-pct-month'],
      },
      flags['from-soc'],
      flags['to-soc'],
      flags.celsius,
    );
    return { days: Number.isFinite(days) ? rounded(days, 3) : null };
  },
});
