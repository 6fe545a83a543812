import { startChance } from '../../core/battery/cranking';
import { crankingHealth } from '../../core/battery/cranking-health';
import { exactly } from '../../core/estimate';
import { peukertHours } from '../../core/drain/peukert';
import { number, withDefault } from '../flags';
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
    'age-years': withDefault(number(0, 30, 'years', 'age of the battery'), 2),
  },
  answers: {
    socPct: 'state of charge after, percent; under 0: over-discharged',
    crankingPct: 'cranking power, percent of the same battery full at 26.7 °C',
    chancePct: 'chance that it starts, percent',
    startsAnyway: 'whether it still starts, by what such an engine asks',
    why: 'in words',
  },
  run: (flags) => {
    const hours = peukertHours(flags['capacity-ah'], flags.amps, flags.peukert);
    const socPct = flags['from-soc'] - (100 * flags.hours) / hours;
    const answer = startChance({
      socPct: exactly(socPct),
      celsius: flags.celsius,
      rated: exactly(flags.cca),
      health: crankingHealth({ ageYears: flags['age-years'], capacityShare: null, tests: [] }),
      engine: { displacementCc: null, fuel: null },
    });
    const given = Math.round(answer.availableAmps.value);
    const asked = Math.round(answer.askedAmps.value);
    const starts = answer.chance.value >= 0.5;
    return {
      socPct: rounded(socPct, 1),
      crankingPct: rounded(answer.powerPct, 1),
      startsAnyway: starts,
      chancePct: rounded(100 * answer.chance.value, 1),
      why: `From full it would last ${Number.isFinite(hours) ? `${rounded(hours, 1)} h` : 'for ever'}; left are ${rounded(socPct, 0)} %. At ${flags.celsius} °C that gives about ${given} A, and such an engine asks about ${asked} A${starts ? '' : ': slow charge first'}.`,
    };
  },
});
