import { CHEMISTRIES, CHEMISTRY_IDS } from '../../core/battery/chemistries';
import { SCALES, SCALE_IDS } from '../../core/battery/scales';
import { socOfVolts, stateOfCharge } from '../../core/battery/state-of-charge';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { BadInput, number, oneOf, optional, whole, withDefault } from '../flags';
import { tool } from './tool';
import { rounded } from './rounded';

/** Volts per cell beyond which no lead-acid or lithium cell reads. */
const MAX_VOLTS_PER_CELL = 4;

export const stateOfChargeTool = tool({
  about: 'State of charge from a resting voltage, with its 90 % range.',
  flags: {
    chemistry: oneOf(CHEMISTRY_IDS, 'chemistry of the battery'),
    cells: whole(1, 48, '', 'cells in series; 6 in a 12 V lead-acid battery'),
    volts: number(0, 200, 'V', 'resting voltage of the whole battery'),
    celsius: withDefault(number(-50, 70, '°C', 'temperature of the battery'), 25),
    'rested-hours': withDefault(number(0, 10_000, 'h', 'hours since charge or load'), 24),
    scale: optional(oneOf(SCALE_IDS, 'voltage scale; the first of the chemistry by default')),
  },
  answers: {
    socPct: 'state of charge, percent; under 0 when over-discharged',
    lowPct: 'lower end of the 90 % range on this scale',
    highPct: 'upper end of the 90 % range on this scale',
    settled: 'whether the rest was as long as the default house rule asks',
    scale: 'the scale that was used',
    notes: 'what else should be known, other schools among it',
  },
  run: ({ chemistry, cells, volts, celsius, 'rested-hours': restedHours, scale: wanted }) => {
    const known = CHEMISTRIES[chemistry];
    const scale = wanted ?? known.scales[0]!;
    if (!known.scales.includes(scale)) {
      throw new BadInput(
        `--scale ${scale}: not one for ${chemistry}; allowed: ${known.scales.join('|')}`,
      );
    }
    if (volts / cells > MAX_VOLTS_PER_CELL) {
      throw new BadInput(
        `--volts ${volts}: too much for ${cells} cells; allowed: 0 to ${MAX_VOLTS_PER_CELL * cells} V`,
      );
    }
    const at = { chemistry, cells, volts, celsius, scale };
    const soc = stateOfCharge({ ...at, restedHours });
    const settled = restedHours >= DEFAULT_RULES.restHours;
    const notes: string[] = [];
    if (!settled) {
      notes.push(
        `Rested ${restedHours} h of ${DEFAULT_RULES.restHours} h: surface charge may still read high.`,
      );
    }
    const perCell = volts / cells;
    if (perCell > known.surfaceVoltsPerCell) {
      notes.push('Above a full battery at rest: fresh from a charge, or still on it.');
    }
    if (perCell < known.restVoltsPerCell.low) {
      notes.push(
        `Lower than a battery of ${cells} cells reads even with one cell gone: right battery, right number of cells?`,
      );
    } else if (soc.value < 0) {
      notes.push(
        chemistry === 'lfp'
          ? 'Under empty: near nothing means that its own protection has cut off.'
          : 'Over-discharged. If it stays there after a full charge and rest, a cell is gone.',
      );
    }
    if (known.readingNote) notes.push(known.readingNote);
    for (const other of known.scales) {
      if (other === scale) continue;
      const value = Math.min(100, socOfVolts({ ...at, scale: other }));
      notes.push(`By ${SCALES[other].school}: ${Math.round(value)} %.`);
    }
    return {
      socPct: rounded(soc.value, 2),
      lowPct: rounded(soc.low, 2),
      highPct: rounded(soc.high, 2),
      settled,
      scale,
      notes,
    };
  },
});
