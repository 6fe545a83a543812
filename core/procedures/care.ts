import { msg, t, withWords } from '../language';
import { TERMINAL_WORDS } from '../battery/details';
import {
  isConnected,
  isInString,
  powerIsWanted,
  type BatteryContext,
} from '../context/battery-context';
import { draft } from './entry-draft';
import type { Procedure } from './procedure';
import {
  CONTROLLER_OFF,
  CONTROLLER_ON,
  EARTHED_OFF,
  EARTHED_ON,
  GLASSES,
  HYBRID,
  ISOLATOR_CLOSED,
  ISOLATOR_OPEN,
  LIVE_OFF,
  LIVE_ON,
  PACK_CLOSED,
  PACK_OPENED,
  PACK_UNPLUGGED,
  TIGHT,
  hasSwitch,
  liveOffSay,
  wholeDue,
} from './shared';

/** Something speaks against cutting its power: then the clamps stay on, and their joints as they are. */
const powerStays = (context: BatteryContext) => isConnected(context) && powerIsWanted(context);
/** The clamps come off for it: a brush on a clamped post bridges, and cleans nothing. */
const clampsComeOff = (context: BatteryContext) => !context.out && !powerStays(context);
const earthedComesOff = (context: BatteryContext) =>
  clampsComeOff(context) && context.earthedLeadOn;
const closedBefore = (context: BatteryContext) =>
  clampsComeOff(context) && hasSwitch(context) && !context.isolatorOpen && !isInString(context);

export const CLEAN: Procedure = withWords({
  id: 'clean',
  steps: [
    GLASSES,
    HYBRID,
    CONTROLLER_OFF,
    PACK_UNPLUGGED,
    PACK_OPENED,
    { ...ISOLATOR_OPEN, when: closedBefore },
    {
      id: 'whole-out',
      say: msg`Due this time: the whole battery out, tray and metal beneath too (disconnect and take it out first).`,
      why: msg`Acid under a battery eats the tray unseen; the first time, then every few years.`,
      when: (context) => wholeDue(context) && !context.out,
      optional: true,
    },
    {
      id: 'mix',
      say: msg`Mix the neutraliser.`,
      why: msg`Bicarbonate of soda turns acid into salt and water. More does no harm.`,
      input: 'cleaner',
    },
    {
      id: 'cola',
      say: msg`Cola over hard growth, a few minutes; then go on as if it were acid, since it is.`,
      why: msg`Your rule allows it: it loosens, but leaves an acid that has to be neutralised and rinsed.`,
      when: ({ rules }) => rules.cleaner === 'cola-then-rinse',
    },
    {
      id: 'caps-closed',
      say: msg`Caps closed and vents covered.`,
      why: msg`Neutraliser in a cell spoils it for good.`,
      when: ({ details }) => details.capsOpen || details.ventTube,
    },
    {
      id: 'clamps-stay',
      say: ({ vehicle }) =>
        vehicle.radioCode === 'missing'
          ? t`The clamps stay on: the radio code is not in hand. Case and tray only; the joints when it is.`
          : t`The clamps stay on: its alarm must stay live. Case and tray only, nothing metal near the posts.`,
      why: msg`A brush across a clamped post bridges it to the body.`,
      when: powerStays,
    },
    { ...EARTHED_OFF, when: earthedComesOff },
    {
      ...LIVE_OFF,
      say: (context) =>
        liveOffSay(context, context.earthedLeadOn ? t` second.` : t`, if it is on.`),
      after: ['earthed-off'],
      when: clampsComeOff,
    },
    {
      id: 'neutralise',
      say: msg`Case, posts, clamps, tray: on until the fizzing stops; as a paste where it is thick.`,
      why: msg`Fizzing is acid being used up: when it stops, the acid is gone.`,
      caution: msg`Never into the vents.`,
      after: ['mix', 'caps-closed', 'cola'],
      tooEarly: msg`Mix it and close the caps first: neutraliser in a cell spoils it for good.`,
    },
    {
      id: 'rinse',
      say: msg`Soap, rinse, dry.`,
      why: msg`A damp case leaks current between the posts and looks like a fast loss.`,
      after: ['neutralise'],
      tooEarly: msg`Rinsing before the acid is neutralised only spreads it.`,
    },
    {
      id: 'bright',
      say: ({ details, out }) =>
        t`Posts${out ? '' : t` and clamps`} bright (${TERMINAL_WORDS[details.terminals]}): wire brush or scraper, one at a time.`,
      why: msg`Dull lead drops a tenth of a volt at the start.`,
      after: ['rinse', 'live-off'],
      tooEarly: msg`The clamps come off before anything metal goes near a post.`,
      when: (context) => context.out || clampsComeOff(context),
    },
    { ...LIVE_ON, after: ['bright'], when: clampsComeOff },
    { ...EARTHED_ON, when: earthedComesOff },
    { ...TIGHT, after: ['live-on', 'earthed-on'], when: clampsComeOff },
    {
      id: 'protect',
      say: ({ out }) =>
        t`${out ? t`On the posts` : t`Over the joints`}: grease, petroleum jelly, dielectric grease or a treated washer.`,
      why: msg`It keeps air and mist off the metal. Over the joint, not in it.`,
      after: ['bright', 'tight'],
      tooEarly: msg`Grease on a dull post keeps the dirt in.`,
    },
    { ...ISOLATOR_CLOSED, after: ['tight'], when: closedBefore },
    PACK_CLOSED,
    CONTROLLER_ON,
  ],
  writes: ({ out }, _, done) => [draft('cleaned', { whole: out || done.includes('whole-out') })],
});

export const TOP_UP: Procedure = withWords({
  id: 'top-up',
  steps: [
    GLASSES,
    HYBRID,
    CONTROLLER_OFF,
    PACK_UNPLUGGED,
    {
      id: 'case-clean',
      say: msg`Wipe the lid, then open the caps.`,
      why: msg`What lies on the lid falls into the cells.`,
    },
    {
      id: 'look',
      say: msg`Look at each cell: plates covered, cells even.`,
      why: msg`One cell lower than the rest is a cell that gasses: a sign of its failing.`,
      after: ['case-clean'],
      caution: msg`No flame to see by: a lamp, held away.`,
    },
    {
      id: 'water',
      say: msg`Distilled, deionised or demineralised water only, until the plates are covered; to the mark only after a charge.`,
      why: msg`Charging makes the level rise: filled to the mark before, it spills acid.`,
      caution: msg`Never acid.`,
      after: ['look'],
    },
    {
      id: 'measured',
      say: msg`How much went into each cell, where you measured it.`,
      why: msg`Water is lost by overcharge: far more than the charges explain, or one cell that takes the most, is a finding.`,
      input: 'water',
      optional: true,
      after: ['water'],
    },
    {
      id: 'levels',
      say: ({ rules }) =>
        t`Levels now, cell by cell from the positive post: to the mark, the bottom of the tube, or ${rules.measureUnit === 'metric' ? t`6 mm` : t`¼ in`} over the plates.`,
      why: msg`The record shows which cell uses water.`,
      input: 'levels',
      after: ['water'],
    },
    {
      id: 'caps-back',
      say: msg`Caps on, lid dry.`,
      why: msg`A wet lid leaks current and grows salt.`,
      after: ['levels'],
    },
    CONTROLLER_ON,
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
});

export const HYDROMETER: Procedure = withWords({
  id: 'hydrometer',
  steps: [
    GLASSES,
    HYBRID,
    CONTROLLER_OFF,
    {
      id: 'rested',
      say: ({ rules }) =>
        t`Rested ${rules.restHours} h, and no water added since its last charge: fresh water lies on top.`,
      why: msg`A reading of unmixed acid says nothing.`,
    },
    {
      id: 'open',
      say: msg`Wipe the lid, then open the caps.`,
      why: msg`What lies on the lid falls into the cells.`,
      caution: msg`No flame. What drips burns: bicarbonate and water at hand.`,
      after: ['rested'],
    },
    {
      id: 'draw',
      say: msg`Fill and empty the hydrometer a few times, then read at eye level, bulb upright; back into the same cell.`,
      why: msg`The bulb must have the acid’s temperature, and no cell may lose acid to another.`,
      after: ['open'],
    },
    {
      id: 'gravities',
      say: msg`Gravity of each cell from the positive post, and the temperature of the acid.`,
      why: msg`A spread over 0.050 marks a failing cell even when the total looks fine.`,
      input: 'gravities',
      after: ['draw'],
    },
    {
      id: 'close',
      say: msg`Caps on, lid dry, hydrometer rinsed.`,
      why: msg`A wet lid leaks current.`,
      after: ['gravities'],
    },
    CONTROLLER_ON,
  ],
  writes: (_, { gravities, acidCelsius }) =>
    gravities?.length && acidCelsius !== undefined
      ? [draft('hydrometer', { gravities: [...gravities], celsius: acidCelsius })]
      : [],
});
