import { cranking } from '../../core/battery/cranking';
import { peukertHours } from '../../core/drain/peukert';
import { number } from '../flags';
import { rounded } from './rounded';
import { tool } from './tool';

export const lightsLeftOnTool = tool({
  about: 'A load that was left on: what is left, and whether it still starts.',
  flags: {
    amps: number(0, 1000, 'A', 'current of the load'),
    hours: number(0, 10_000, 'h', 'how long it was on'),
    'capacity-ah': number(0.1, 10_000, 'Ah', 'rated capacity at the 20 h rate'),
    peukert: number(1, 2, '', 'Peukert’s exponent'),
    'from-soc': number(0, 100, '%', 'state of charge before'),
    cca: number(1, 5000, 'A', 'rated cold cranking amps'),
    celsius: number(-40, 60, '°C', 'temperature of battery and engine'),
  },
  answers: {
    socPct: 'state of charge after, percent; under 0: over-discharged',
    crankingPct: 'cranking power, percent of the same battery full at 26.7 °C',
    startsAnyway: 'whether it still starts, by what such an engine asks',
    why: 'in words',
  },
  run: (flags) => {
    const hours = peukertHours(flags['capacity-ah'], flags.amps, flags.peukert);
    const socPct = flags['from-soc'] - (100 * flags.hours) / hours;
    const answer = cranking({
      socPct,
      celsius: flags.celsius,
      coldCrankingAmps: flags.cca,
      capacityAh: flags['capacity-ah'],
    });
    const given = Math.round(answer.availableAmps);
    const asked = Math.round(answer.askedAmps);
    return {
      socPct: rounded(socPct, 1),
      crankingPct: rounded(answer.crankingPct, 1),
      startsAnyway: answer.starts,
      why: `From full it would last ${Number.isFinite(hours) ? `${rounded(hours, 1)} h` : 'for ever'}; left are ${rounded(socPct, 0)} %. At ${flags.celsius} °C that gives about ${given} A, and such an engine asks about ${asked} A${answer.starts ? '' : ': slow charge first'}.`,
    };
  },
});
