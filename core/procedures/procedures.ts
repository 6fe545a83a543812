import { limitMa } from '../drain/limit';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import { CHEMISTRIES } from '../battery/chemistries';
import { TERMINAL_WORDS } from '../battery/details';
import { draft } from './entry-draft';
import type { Procedure, ProcedureContext, ProcedureStep } from './procedure';
import type { ProcedureId } from './procedure-ids';

/** The post that is connected to the body: off first, on last. */
const earthed = ({ vehicle }: ProcedureContext) => vehicle.earth;
const live = ({ vehicle }: ProcedureContext) =>
  vehicle.earth === 'negative' ? 'positive' : 'negative';
const tools = ({ details }: ProcedureContext) =>
  [
    ...(details.tools ? [`insulated spanner, ${details.tools}`] : ['insulated spanner']),
    'gloves',
  ].join(', ');
const where = ({ place, details }: ProcedureContext) =>
  [place || 'find the battery', ...(details.access ? [`off first: ${details.access}`] : [])].join(
    '; ',
  );
const inPairs = (volts: number, cells: number) => ((volts * cells) / 6).toFixed(2);
const absorption = ({ rules, facts }: ProcedureContext) =>
  facts.chemistry === 'lfp'
    ? rules.absorptionVolts.lfp.toFixed(2)
    : inPairs(rules.absorptionVolts[facts.chemistry], facts.cells);
const lead = ({ facts }: ProcedureContext) => facts.chemistry !== 'lfp';
const heavy = ({ facts }: ProcedureContext) => facts.capacityAh >= 40;

const GLASSES: ProcedureStep = {
  id: 'protect-yourself',
  say: 'Glasses and gloves on, rings and watch off, water and soda at hand.',
  why: 'Acid takes an eye in seconds, and a ring across two posts glows at once.',
  caution: 'Acid in an eye: rinse long with water, then a doctor.',
};

const HYBRID: ProcedureStep = {
  id: 'orange-cables',
  say: 'Keep clear of everything orange. Only the 12 V battery is yours.',
  why: 'Orange cables carry hundreds of volts; that is for licensed staff.',
  caution: 'The traction pack belongs to the maker and licensed staff.',
  when: ({ vehicleKind }) => vehicleKind === 'hybrid',
};

const wholeDue = ({ wholeCleanedYearsAgo, rules }: ProcedureContext) =>
  wholeCleanedYearsAgo === null || wholeCleanedYearsAgo >= rules.wholeCleanYears;

const bareMetal = (context: ProcedureContext) =>
  context.out
    ? context.rules.negativeClamp === 'post-when-out'
      ? 'Negative clamp to the negative post: your rule accepts that on the bench.'
      : 'Negative clamp to the negative post last, with the charger unplugged, and the last contact made at the wall.'
    : context.vehicle.earth === 'positive'
      ? 'Positive earth: positive clamp to bare metal of body or engine, away from the battery, or the maker’s point.'
      : 'Negative clamp to bare metal of body or engine, away from the battery, or the maker’s charging point.';

const MAKERS = 'The maker’s instructions come first.';

/** Every guided procedure. To add one is to add its id and its record. */
export const PROCEDURES: Readonly<Record<ProcedureId, Procedure>> = {
  clean: {
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
  },

  'top-up': {
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
    writes: (_, { levels }) =>
      levels?.length ? [draft('levels', { cells: [...levels], toppedUp: true })] : [],
  },

  'before-disconnect': {
    id: 'before-disconnect',
    label: 'Before disconnecting',
    short: 'make ready',
    doing: 'made ready to be disconnected',
    steps: [
      HYBRID,
      {
        id: 'everything-off',
        say: 'Everything off: lamps, interior, accessories; key out and away from the vehicle.',
        why: 'What draws when the clamp comes off makes a spark there.',
      },
      {
        id: 'radio-code',
        say: ({ vehicle }) =>
          vehicle.radioCode === 'missing'
            ? 'The radio code is not in hand: ask the owner before going on.'
            : 'Radio code in hand.',
        why: 'Without it the radio stays dead in spring.',
        when: ({ vehicle }) => vehicle.radioCode !== 'none',
      },
      {
        id: 'tell',
        say: ({ vehicle }) =>
          `Tell ${vehicle.tellWho || 'the tracker or alarm company'} that it goes silent.`,
        why: 'Else they ring the owner at night, or send somebody.',
        when: ({ vehicle }) => vehicle.tracker || vehicle.tellWho !== '',
      },
      {
        id: 'alarm',
        say: 'Put the alarm to service mode, or switch it off with its key.',
        why: 'Some sound from their own cell when the power goes.',
        when: ({ vehicle }) => vehicle.alarm !== 'none',
      },
      {
        id: 'settings',
        say: 'Settings to keep? A charger on the leads or a memory saver holds them.',
        why: 'Seat, window and engine settings are learnt anew otherwise.',
        when: ({ vehicleKind }) => VEHICLE_KINDS[vehicleKind].sleeps,
      },
      {
        id: 'way-in',
        say: ({ vehicle }) =>
          vehicle.emergencyKey
            ? 'Emergency key in your pocket; tailgate or flap open and propped.'
            : 'Tailgate or flap open and propped: no emergency key is known, and without power it does not open again.',
        why: 'A powered lock shuts you out the moment the clamp is off.',
        caution: 'Do not let it fall shut before the power is back.',
        when: ({ vehicle }) => vehicle.poweredClosure,
      },
      {
        id: 'latch',
        say: 'Unlock, open a door, latch its switch.',
        why: 'With the door open but latched you can reach in without waking the vehicle.',
        when: ({ vehicleKind }) => VEHICLE_KINDS[vehicleKind].sleeps,
      },
      {
        id: 'sleep',
        say: 'Wait some minutes for the control units to sleep.',
        why: 'Power cut in the middle of a shut-down leaves faults stored.',
        after: ['everything-off', 'latch'],
        tooEarly: 'They begin to count only when everything is off and the door is latched.',
        when: ({ vehicleKind }) => VEHICLE_KINDS[vehicleKind].sleeps,
      },
    ],
    writes: () => [],
  },

  disconnect: {
    id: 'disconnect',
    label: 'Disconnect',
    short: 'disconnect',
    doing: 'disconnected',
    unfit: ({ out }) => (out ? 'It stands on the bench already.' : null),
    steps: [
      GLASSES,
      HYBRID,
      {
        id: 'reach',
        say: (context) => `Where: ${where(context)}.`,
        why: 'Nothing metal lies on or over the battery while you work.',
      },
      {
        id: 'charger-off',
        say: 'Charger or maintainer off at the mains, its clamps off.',
        why: 'A clamp that comes off under current sparks where gas stands.',
      },
      {
        id: 'earthed-off',
        say: (context) => `${capital(earthed(context))} clamp off first.`,
        why: (context) =>
          `The ${earthed(context)} is connected to the body. While it is on, a spanner from the ${live(context)} to the body is a dead short.`,
        tools,
        caution: 'Insulated tool, one hand; the other post covered.',
        after: ['charger-off', 'protect-yourself'],
        tooEarly: 'Mains off and lamps out before a clamp is touched, glasses on.',
      },
      {
        id: 'tie-aside',
        say: (context) => `Tie the ${earthed(context)} lead aside and cover its post.`,
        why: 'A stiff lead moves back on its own.',
        after: ['earthed-off'],
      },
      {
        id: 'live-off',
        say: (context) => `${capital(live(context))} clamp off, only if the battery comes out.`,
        why: 'With the other one off there is no way round through the body any more.',
        tools,
        after: ['earthed-off', 'tie-aside'],
        tooEarly: (context) =>
          context.vehicle.earth === 'negative'
            ? 'Not the positive first, even where it is nearer: while the negative is on, a spanner from the positive to the body is a dead short. The negative comes off first.'
            : 'This vehicle has positive earth: the positive is connected to the body and comes off first. While it is on, a spanner from the negative to the body is a dead short.',
        optional: true,
      },
    ],
    writes: () => [draft('negative', { on: false })],
  },

  'take-out': {
    id: 'take-out',
    label: 'Take out',
    short: 'take out',
    doing: 'taken out, onto the bench',
    unfit: ({ out }) => (out ? 'It stands on the bench already.' : null),
    steps: [
      GLASSES,
      HYBRID,
      {
        id: 'charger-off',
        say: 'Charger or maintainer off at the mains, its clamps off.',
        why: 'A clamp that comes off under current sparks where gas stands.',
      },
      {
        id: 'earthed-off',
        say: (context) => `${capital(earthed(context))} clamp off first.`,
        why: (context) =>
          `The ${earthed(context)} is connected to the body. While it is on, a spanner from the ${live(context)} to the body is a dead short.`,
        tools,
        after: ['charger-off', 'protect-yourself'],
        tooEarly: 'Mains off and lamps out before a clamp is touched, glasses on.',
      },
      {
        id: 'live-off',
        say: (context) => `${capital(live(context))} clamp off second.`,
        why: 'With the other one off there is no way round through the body any more.',
        tools,
        after: ['earthed-off'],
        tooEarly: (context) =>
          context.vehicle.earth === 'negative'
            ? 'Not the positive first, even where it is nearer: while the negative is on, a spanner from the positive to the body is a dead short. The negative comes off first.'
            : 'This vehicle has positive earth: the positive is connected to the body and comes off first. While it is on, a spanner from the negative to the body is a dead short.',
      },
      {
        id: 'vent-tube',
        say: 'Vent tube off the battery, its end left open.',
        why: 'It tears when the battery is lifted.',
        when: ({ details }) => details.ventTube,
        after: ['live-off'],
      },
      {
        id: 'hold-down',
        say: 'Hold-down off, its parts in a bag on the lead.',
        why: 'Last, so that the battery cannot slide while a clamp is on.',
        after: ['live-off'],
        tooEarly: 'With a clamp still on, a loose battery pulls on its posts.',
      },
      {
        id: 'lift',
        say: 'Lift it upright with both hands, from the legs.',
        why: 'Tilted it spills; dropped it splits.',
        caution: (context) =>
          heavy(context)
            ? 'Some 15 kg or more: get help, insulating shoes, a clear way.'
            : 'Upright unless its maker allows otherwise.',
        after: ['hold-down', 'vent-tube'],
      },
      {
        id: 'label',
        say: 'Case label on: whose it is, and which.',
        why: 'On a full bench they all look alike.',
        after: ['lift'],
      },
      {
        id: 'stand',
        say: ({ rules }) =>
          rules.floor === 'off-concrete'
            ? 'Onto the bench or wood, never on concrete: your rule.'
            : 'Onto the bench, on a board, dry and aired.',
        why: 'Clean and dry, it loses next to nothing.',
        after: ['lift'],
      },
    ],
    writes: ({ benchHallId }) => [
      draft('taken-out', { to: 'bench', hallId: benchHallId, why: '' }),
    ],
  },

  'put-back': {
    id: 'put-back',
    label: 'Put back',
    short: 'put back',
    doing: 'put back',
    unfit: ({ out }) => (out ? null : 'It is in its vehicle.'),
    steps: [
      GLASSES,
      HYBRID,
      {
        id: 'right-one',
        say: 'Is it the right one? The mark on its case, not the place on the bench.',
        why: 'Readings follow the battery: a mix-up spoils two records.',
      },
      {
        id: 'tray',
        say: 'Tray dry and clean; battery in, posts the right way round.',
        why: 'Turned round, the leads reach all the same, and the electronics die.',
        caution: (context) => (heavy(context) ? 'Heavy: both hands, or help.' : ''),
        after: ['right-one'],
      },
      {
        id: 'hold-down',
        say: 'Hold-down on and tight.',
        why: 'Shaking kills plates, and a loose one short-circuits on the bonnet.',
        after: ['tray'],
      },
      {
        id: 'vent-tube',
        say: 'Vent tube on, open, not kinked.',
        why: 'Inside a boot the gas has to get out.',
        when: ({ details }) => details.ventTube,
        after: ['tray'],
      },
      {
        id: 'insulation',
        say: ({ rules }) =>
          rules.insulation === 'fit'
            ? 'Caps and heat cover on; insulation round it, as your rule asks.'
            : 'Caps and heat cover back on.',
        why: 'It slows change; without heat it helps little.',
        after: ['hold-down'],
      },
    ],
    writes: ({ fittedTo, role, place }) => [
      draft('fitted', { vehicleId: fittedTo.vehicleId, role, place }),
    ],
  },

  reconnect: {
    id: 'reconnect',
    label: 'Reconnect',
    short: 'reconnect',
    doing: 'reconnected',
    unfit: ({ out }) => (out ? 'It stands on the bench: put it back first.' : null),
    steps: [
      GLASSES,
      HYBRID,
      {
        id: 'all-off',
        say: 'Everything off; charger off at the mains.',
        why: 'The less draws, the smaller the spark at the last contact.',
      },
      {
        id: 'live-on',
        say: (context) => `${capital(live(context))} clamp on first, if it was off.`,
        why: 'With the body not connected yet, a slip of the spanner does nothing.',
        tools,
        after: ['protect-yourself', 'all-off'],
        tooEarly: 'Glasses on and everything off first.',
      },
      {
        id: 'earthed-on',
        say: (context) => `${capital(earthed(context))} clamp on last.`,
        why: 'The faint crackle at the last contact is to be expected.',
        tools,
        after: ['live-on'],
        tooEarly: (context) =>
          `The ${earthed(context)} is connected to the body and goes on last: with it on, a spanner from the ${live(context)} to the body is a dead short.`,
      },
      {
        id: 'tight',
        say: 'Nuts started by hand, clamp fully down, post standing above it; it cannot be turned by hand.',
        why: 'A loose clamp looks like a dead battery.',
        after: ['earthed-on'],
      },
      {
        id: 'covers',
        say: 'Caps and heat cover back on.',
        why: 'A bare post waits for the next spanner.',
        after: ['tight'],
      },
      {
        id: 'codes',
        say: 'Radio code, clock, windows.',
        why: 'So that the owner does not have to.',
        when: ({ vehicle, vehicleKind }) =>
          vehicle.radioCode !== 'none' || ['car', 'camper', 'hybrid'].includes(vehicleKind),
        after: ['earthed-on'],
      },
      {
        id: 'tell-back',
        say: ({ vehicle }) => `Tell ${vehicle.tellWho || 'the tracker company'} that it is back.`,
        why: 'Else it stays silent on their side.',
        when: ({ vehicle }) => vehicle.tracker || vehicle.tellWho !== '',
        after: ['earthed-on'],
      },
    ],
    writes: () => [draft('negative', { on: true })],
  },

  'hook-up': {
    id: 'hook-up',
    label: 'Hook up a maintainer',
    short: 'hook up',
    doing: 'hooked up',
    steps: [
      GLASSES,
      HYBRID,
      {
        id: 'sound',
        say: 'Not frozen, not cracked, not swollen; the place is aired; no flame.',
        why: 'A frozen or split battery bursts on charge.',
        caution: ({ facts }) =>
          facts.chemistry === 'lfp' ? 'Lithium: never at or below 0 °C.' : '',
      },
      {
        id: 'suits',
        say: (context) =>
          `Charger and programme for ${CHEMISTRIES[context.facts.chemistry].label.toLowerCase()}, ${context.facts.nominalVolts} V: about ${absorption(context)} V, then ${lead(context) ? `float near ${inPairs(context.rules.floatVolts, context.facts.cells)} V` : 'off'}.`,
        why: 'A wrong voltage switch ruins a 6 V battery, a high programme dries gel out. The maker’s figure wins.',
      },
      {
        id: 'cables',
        say: ({ rules }) =>
          rules.cablesOnCharge === 'on'
            ? 'Vehicle cables stay on.'
            : 'Vehicle cables off first, as your rule asks (see Disconnect).',
        why: ({ rules }) =>
          rules.cablesOnCharge === 'on' ? 'Settings are kept.' : 'Kinder to electronics.',
        when: ({ out }) => !out,
      },
      {
        id: 'caps',
        say: ({ rules }) =>
          rules.capsOnCharge === 'on'
            ? 'Vented caps stay on.'
            : 'Caps loosened, a damp cloth over them: your rule.',
        why: 'The gas must get out, the spray must not.',
        when: ({ details }) => details.capsOpen,
      },
      {
        id: 'unplugged',
        say: 'Charger unplugged.',
        why: 'A live clamp sparks at the post, where gas stands.',
      },
      {
        id: 'positive',
        say: (context) =>
          context.vehicle.earth === 'positive' && !context.out
            ? 'Negative clamp to the negative post first.'
            : 'Positive clamp to the positive post first.',
        why: 'The post that is not connected to the body.',
        after: ['unplugged', 'sound', 'suits', 'protect-yourself'],
        tooEarly:
          'First see that it is sound, that the programme suits, and that the charger is unplugged: a live clamp sparks where gas stands.',
      },
      {
        id: 'negative',
        say: bareMetal,
        why: 'The last contact may spark: away from the gas.',
        after: ['positive'],
        tooEarly:
          'The post that is not earthed comes first: then the last contact, which may spark, is made away from the gas.',
      },
      {
        id: 'lead',
        say: 'Lead not pinched, clear of moving parts, fuse at the positive, cover shut as far as it goes.',
        why: 'A pinched lead shorts weeks later, when nobody is there.',
        after: ['negative'],
      },
      {
        id: 'mains',
        say: 'Now the mains.',
        why: 'With every contact made, nothing sparks.',
        caution: 'Outdoors: residual-current protection and dry connectors.',
        after: ['negative'],
        tooEarly: 'Mains last: with a clamp still to come, the contact sparks where gas stands.',
      },
      {
        id: 'mode',
        say: 'Look at the mode: many wake in their normal programme. Lamp visible?',
        why: 'At each switch-on, and again after each power cut.',
        after: ['mains'],
      },
      {
        id: 'tag',
        say: 'Tag on the wheel or bars: connected, unplug before moving.',
        why: 'A plugged-in vehicle driven off takes the wall with it.',
        when: ({ out }) => !out,
        after: ['mains'],
      },
    ],
    writes: () => [draft('maintainer', { on: true })],
  },

  unhook: {
    id: 'unhook',
    label: 'Unhook a maintainer',
    short: 'unhook',
    doing: 'unhooked',
    steps: [
      {
        id: 'smell',
        say: 'Rotten-egg smell or a hot case? Off at the mains, air, do not touch until cool.',
        why: 'A cell is boiling dry.',
        caution: MAKERS,
      },
      {
        id: 'mains',
        say: 'Mains off, lamps out.',
        why: 'A clamp that comes off under current sparks where gas stands.',
      },
      {
        id: 'negative',
        say: (context) =>
          context.vehicle.earth === 'positive' && !context.out
            ? 'Clamp on the body off first.'
            : 'Negative clamp off.',
        why: 'The one away from the battery first.',
        after: ['mains'],
        tooEarly: 'Mains off and lamps out before a clamp is touched: it sparks where gas stands.',
      },
      {
        id: 'positive',
        say: (context) =>
          context.vehicle.earth === 'positive' && !context.out
            ? 'Negative clamp off second.'
            : 'Positive clamp off.',
        why: 'In reverse of putting it on.',
        after: ['negative'],
        tooEarly: 'The clamp away from the battery comes off first, in reverse of putting it on.',
      },
      {
        id: 'cap',
        say: 'Connector dry and capped.',
        why: 'A wet connector corrodes on the road.',
        when: ({ details }) => details.chargeLead,
        after: ['positive'],
      },
      {
        id: 'tag',
        say: 'Tag off the wheel, into your pocket.',
        why: 'A tag that lies means nothing any more.',
        when: ({ out }) => !out,
        after: ['positive'],
      },
    ],
    writes: () => [draft('maintainer', { on: false })],
  },

  'draw-test': {
    id: 'draw-test',
    label: 'Draw test',
    short: 'draw test',
    doing: 'draw measured',
    unfit: ({ out }) => (out ? 'It stands on the bench: nothing draws on it.' : null),
    steps: [
      GLASSES,
      HYBRID,
      {
        id: 'quiet',
        say: 'Everything off, key away, door latched, bonnet switch latched; chargers off.',
        why: 'What you measure is what draws when nobody is there.',
      },
      {
        id: 'meter',
        say: 'Meter: lead in the amps socket, largest range, its fuse sound.',
        why: 'It starts at hundreds of milliamps; a small range blows at once.',
        caution: 'No cranking, ignition or door while the meter is in series, or its fuse goes.',
      },
      {
        id: 'jumper-in',
        say: (context) =>
          `Jumper between the ${earthed(context)} post and its clamp, before the clamp comes off.`,
        why: 'Without it the power is cut for a moment and every control unit wakes.',
        after: ['quiet', 'protect-yourself'],
        tooEarly: 'Everything off first, glasses on.',
      },
      {
        id: 'clamp-off',
        say: (context) => `${capital(earthed(context))} clamp off the post; the jumper carries on.`,
        why: 'The lead of the body is where everything comes together.',
        tools,
        after: ['jumper-in'],
        tooEarly:
          'The jumper comes first: without it the power is cut for a moment and every control unit wakes.',
      },
      {
        id: 'meter-in',
        say: 'Meter across, in parallel with the jumper.',
        why: 'Now there are two ways; the meter still shows only a share.',
        after: ['clamp-off', 'meter'],
        tooEarly: 'Set the meter before it is connected: wrong socket, blown fuse.',
      },
      {
        id: 'jumper-off',
        say: 'Jumper away. Now it counts.',
        why: 'With the jumper still on, the reading means nothing.',
        after: ['meter-in'],
        tooEarly: 'The meter must carry the current before the jumper goes, or everything wakes.',
      },
      {
        id: 'settle',
        say: ({ vehicleKind }) =>
          VEHICLE_KINDS[vehicleKind].sleeps
            ? 'Wait until it has settled: it falls in steps for 20 to 60 minutes.'
            : 'Wait until it has settled: seconds on a simple vehicle.',
        why: 'Only the settled value is judged.',
        after: ['jumper-off'],
      },
      {
        id: 'value',
        say: 'Settled draw.',
        why: ({ rules, vehicleKind }) => `Your limit here is ${limitMa(vehicleKind, rules)} mA.`,
        input: 'milliamps',
        after: ['settle'],
        tooEarly:
          'Not yet: with the jumper on, or before it has settled, the figure means nothing.',
      },
      {
        id: 'jumper-back',
        say: 'Jumper back before the meter comes out.',
        why: 'Else everything wakes, and settings are lost.',
        after: ['value'],
      },
      {
        id: 'clamp-on',
        say: (context) => `${capital(earthed(context))} clamp back on, then the jumper away.`,
        why: 'In this order the vehicle has noticed nothing.',
        tools,
        after: ['jumper-back'],
        tooEarly: 'The jumper goes back before the meter comes out.',
      },
    ],
    writes: (_, { milliamps }) => (milliamps === undefined ? [] : [draft('draw', { milliamps })]),
  },
};

function capital(word: string): string {
  return word[0]!.toUpperCase() + word.slice(1);
}
