import { CHEMISTRIES } from '../battery/chemistries';
import { TERMINAL_WORDS } from '../battery/details';
import { hasLiquid } from '../charge/water';
import { draft } from './entry-draft';
import type { Procedure } from './procedure';
import { GLASSES, HYBRID, tools, wholeDue } from './shared';

export const CLEAN: Procedure = {
  id: 'clean',
  label: 'Clean and protect',
  short: 'clean',
  doing: 'cleaned',
  steps: [
    GLASSES,
    HYBRID,
    {
      id: 'whole-out',
      say: 'Due this time: the whole battery out, tray and metal beneath too (disconnect and take it out first).',
      why: 'Acid under a battery eats the tray unseen; the first time, then every few years.',
      when: (context) => wholeDue(context) && !context.out,
      optional: true,
    },
    {
      id: 'mix',
      say: 'Mix the neutraliser.',
      why: 'Bicarbonate of soda turns acid into salt and water. More does no harm.',
      input: 'cleaner',
    },
    {
      id: 'cola',
      say: 'Cola over hard growth, a few minutes; then go on as if it were acid, since it is.',
      why: 'Your rule allows it: it loosens, but leaves an acid that has to be neutralised and rinsed.',
      when: ({ rules }) => rules.cleaner === 'cola-then-rinse',
    },
    {
      id: 'caps-closed',
      say: 'Caps closed and vents covered.',
      why: 'Neutraliser in a cell spoils it for good.',
      when: ({ details }) => details.capsOpen || details.ventTube,
    },
    {
      id: 'neutralise',
      say: 'Case, posts, clamps, tray: on until the fizzing stops; as a paste where it is thick.',
      why: 'Fizzing is acid being used up: when it stops, the acid is gone.',
      caution: 'Never into the vents.',
      after: ['mix', 'caps-closed', 'cola'],
      tooEarly: 'Mix it and close the caps first: neutraliser in a cell spoils it for good.',
    },
    {
      id: 'rinse',
      say: 'Soap, rinse, dry.',
      why: 'A damp case leaks current between the posts and looks like a fast loss.',
      after: ['neutralise'],
      tooEarly: 'Rinsing before the acid is neutralised only spreads it.',
    },
    {
      id: 'bright',
      say: ({ details }) =>
        `Posts and clamps bright (${TERMINAL_WORDS[details.terminals]}): wire brush or scraper.`,
      why: 'Dull lead drops a tenth of a volt at the start.',
      tools: tools,
      after: ['rinse'],
    },
    {
      id: 'protect',
      say: 'Clamp on, then grease, petroleum jelly, dielectric grease or a treated washer.',
      why: 'It keeps air and mist off the metal. Over the joint, not in it.',
      after: ['bright'],
      tooEarly: 'Grease on a dull post keeps the dirt in.',
    },
  ],
  writes: ({ out }, _, done) => [draft('cleaned', { whole: out || done.includes('whole-out') })],
};

export const TOP_UP: Procedure = {
  id: 'top-up',
  label: 'Top up with water',
  short: 'top up',
  doing: 'topped up',
  unfit: ({ details, facts }) =>
    details.capsOpen && facts.chemistry !== 'lfp'
      ? null
      : `Its caps do not open: a ${CHEMISTRIES[facts.chemistry].short} battery is left closed.`,
  steps: [
    GLASSES,
    {
      id: 'case-clean',
      say: 'Wipe the lid, then open the caps.',
      why: 'What lies on the lid falls into the cells.',
    },
    {
      id: 'look',
      say: 'Look at each cell: plates covered, cells even.',
      why: 'One cell lower than the rest is a cell that gasses: a sign of its failing.',
      after: ['case-clean'],
      caution: 'No flame to see by: a lamp, held away.',
    },
    {
      id: 'water',
      say: 'Distilled, deionised or demineralised water only, until the plates are covered; to the mark only after a charge.',
      why: 'Charging makes the level rise: filled to the mark before, it spills acid.',
      caution: 'Never acid.',
      after: ['look'],
    },
    {
      id: 'measured',
      say: 'How much went into each cell, where you measured it.',
      why: 'Water is lost by overcharge: far more than the charges explain, or one cell that takes the most, is a finding.',
      input: 'water',
      optional: true,
      after: ['water'],
    },
    {
      id: 'levels',
      say: ({ rules }) =>
        `Levels now, cell by cell from the positive post: to the mark, the bottom of the tube, or ${rules.measureUnit === 'metric' ? '6 mm' : '¼ in'} over the plates.`,
      why: 'The record shows which cell uses water.',
      input: 'levels',
      after: ['water'],
    },
    {
      id: 'caps-back',
      say: 'Caps on, lid dry.',
      why: 'A wet lid leaks current and grows salt.',
      after: ['levels'],
    },
  ],
  writes: (_, { levels, addedMl }, done) =>
    levels?.length
      ? [
          draft('levels', {
            cells: [...levels],
            toppedUp: true,
            ...(done.includes('measured') && addedMl?.length ? { addedMl: [...addedMl] } : {}),
          }),
        ]
      : [],
};

export const HYDROMETER: Procedure = {
  id: 'hydrometer',
  label: 'Hydrometer',
  short: 'hydrometer',
  doing: 'measured with the hydrometer',
  unfit: ({ details, facts }) =>
    hasLiquid(facts.chemistry, details.capsOpen)
      ? null
      : `No acid can be drawn from a ${CHEMISTRIES[facts.chemistry].short} battery like this one: its volts decide.`,
  steps: [
    GLASSES,
    {
      id: 'rested',
      say: ({ rules }) =>
        `Rested ${rules.restHours} h, and no water added since its last charge: fresh water lies on top.`,
      why: 'A reading of unmixed acid says nothing.',
    },
    {
      id: 'open',
      say: 'Wipe the lid, then open the caps.',
      why: 'What lies on the lid falls into the cells.',
      caution: 'No flame. What drips burns: bicarbonate and water at hand.',
      after: ['rested'],
    },
    {
      id: 'draw',
      say: 'Fill and empty the hydrometer a few times, then read at eye level, bulb upright; back into the same cell.',
      why: 'The bulb must have the acid’s temperature, and no cell may lose acid to another.',
      after: ['open'],
    },
    {
      id: 'gravities',
      say: 'Gravity of each cell from the positive post, and the temperature of the acid.',
      why: 'A spread over 0.050 marks a failing cell even when the total looks fine.',
      input: 'gravities',
      after: ['draw'],
    },
    {
      id: 'close',
      say: 'Caps on, lid dry, hydrometer rinsed.',
      why: 'A wet lid leaks current.',
      after: ['gravities'],
    },
  ],
  writes: (_, { gravities, acidCelsius }) =>
    gravities?.length && acidCelsius !== undefined
      ? [draft('hydrometer', { gravities: [...gravities], celsius: acidCelsius })]
      : [],
};
