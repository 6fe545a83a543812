import { freezingOfGravity, freezingOfSoc } from '../../core/battery/acid';
import { CHEMISTRY_IDS } from '../../core/battery/chemistries';
import { BadInput, number, oneOf, optional, withDefault } from '../flags';
import { rounded } from './rounded';
import { tool } from './tool';

export const freezingPointTool = tool({
  about: 'Freezing point of the acid, from state of charge or from specific gravity.',
  flags: {
    soc: optional(number(-100, 100, '%', 'state of charge; under 0 when over-discharged')),
    sg: optional(number(1, 1.4, '', 'specific gravity at 15 °C')),
    chemistry: withDefault(oneOf(CHEMISTRY_IDS, 'chemistry, with --soc'), 'flooded'),
  },
  answers: { celsius: 'freezing point, °C; null where nothing can freeze' },
  run: ({ soc, sg, chemistry }) => {
    if (soc !== undefined && sg !== undefined) {
      throw new BadInput(`--sg ${sg}: give --soc or --sg, not both; allowed: one of the two`);
    }
    if (sg !== undefined) return { celsius: rounded(freezingOfGravity(sg), 1) };
    if (soc === undefined) {
      throw new BadInput('--soc: is missing; allowed: -100 to 100 %, or --sg 1 to 1.4');
    }
    const celsius = freezingOfSoc(chemistry, soc);
    return { celsius: celsius === null ? null : rounded(celsius, 1) };
  },
});
