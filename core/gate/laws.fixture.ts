import { ContextDocument, contextOfDocument } from '../context/document';
import type { BatteryContext } from '../context/battery-context';
import { ACTS, type Act } from './acts';

/** So many hours before (−) and after noon of a winter day. */
const at = (hours: number) => new Date(Date.parse('2027-01-14T12:00:00Z') + hours * 3_600_000);
const everyTenth = (from: number, to: number, value: number) =>
  Array.from({ length: Math.floor((to - from) / 10) + 2 }, (_, i) => ({
    at: at(Math.min(to, from + 10 * i)).toISOString(),
    value,
    measured: true,
  }));

/** What a battery may meet, in a few levels each that leave no doubt. */
export const FACTORS = {
  act: ACTS,
  chemistry: ['flooded', 'efb', 'agm', 'gel', 'lfp'],
  /** In series: a battery of 12 V, or one of 6 V. */
  size: ['12 V', '6 V'],
  earth: ['negative', 'positive'],
  lead: ['on', 'off'],
  place: ['vehicle', 'bench'],
  block: ['alone', 'third of six'],
  isolator: ['none', 'knob, closed', 'knob, open', 'remote'],
  condition: ['sound', 'swollen', 'cracked', 'leaking', 'spent'],
  weather: [
    'mild',
    'frost now',
    'frost this night, mild at noon',
    'frost last week, warm since',
    'frost to come',
  ],
  charge: ['full', 'over-discharged', 'never read'],
  charger: [
    'none',
    'right',
    'maintainer',
    'manual',
    'other volts',
    'other chemistry',
    'too strong',
    'of the vehicle',
    'of the string',
  ],
  attended: ['all day', 'nobody'],
  charging: ['none', 'charger', 'maintainer'],
  caps: ['open', 'closed'],
  plates: ['covered', 'show'],
  vehicle: ['plain', 'always ready', 'code missing', 'alarm must live', 'generator'],
} as const;
type Factors = typeof FACTORS;
/** One level of each factor. */
export type Situation = { readonly [K in keyof Factors]: Factors[K][number] };

/** Nothing speaks against anything here. */
const BENIGN: Omit<Situation, 'act'> = {
  chemistry: 'flooded',
  size: '12 V',
  earth: 'negative',
  lead: 'on',
  place: 'vehicle',
  block: 'alone',
  isolator: 'none',
  condition: 'sound',
  weather: 'mild',
  charge: 'full',
  charger: 'maintainer',
  attended: 'all day',
  charging: 'none',
  caps: 'open',
  plates: 'covered',
  vehicle: 'plain',
};

/** Each act in every pair of levels of two factors, and all else benign. */
export function* pairsOfEachAct(): Generator<Situation> {
  const names = Object.keys(BENIGN) as (keyof typeof BENIGN)[];
  for (const act of FACTORS.act) {
    yield { ...BENIGN, act };
    for (const [a, one] of names.entries()) {
      for (const i of FACTORS[one]) {
        if (i !== BENIGN[one]) yield { ...BENIGN, act, [one]: i };
      }
      for (const two of names.slice(a + 1)) {
        for (const i of FACTORS[one]) {
          for (const j of FACTORS[two]) {
            // What is benign in one of them comes with another pair.
            if (i !== BENIGN[one] && j !== BENIGN[two])
              yield { ...BENIGN, act, [one]: i, [two]: j };
          }
        }
      }
    }
  }
}

/** Every combination of what a battery is, where it is and what it is offered. */
export function* everyCombination(): Generator<Situation> {
  const names = [
    'chemistry',
    'size',
    'earth',
    'lead',
    'place',
    'block',
    'isolator',
    'condition',
    'weather',
    'charger',
    'attended',
  ] as const;
  function* from(at: number, so: Situation): Generator<Situation> {
    const name = names[at];
    // What is offered matters only to who charges.
    const charges = so.act === 'charge' || so.act === 'maintain';
    if (name === undefined || (!charges && name === 'charger')) yield so;
    else for (const level of FACTORS[name]) yield* from(at + 1, { ...so, [name]: level });
  }
  for (const act of FACTORS.act) {
    for (const charge of FACTORS.charge) yield* from(0, { ...BENIGN, act, charge });
  }
}

const LEAD = ['flooded', 'efb', 'agm', 'gel'] as const;
const isLead = ({ chemistry }: Situation) => chemistry !== 'lfp';
const cellsOf = (one: Situation) => (isLead(one) ? 6 : 4) / (one.size === '6 V' ? 2 : 1);
const voltsOf = (one: Situation) => (one.size === '6 V' ? 6 : 12);
/** Over-discharged lead at 11.2 V of twelve: its acid is nearly water. */
const PER_CELL = {
  lead: { full: 2.13, 'over-discharged': 1.867 },
  lithium: { full: 3.35, 'over-discharged': 2.6 },
};

/** Each written once: thousands of situations are made of them. */
const WEATHERS = {
  mild: everyTenth(-96, 96, 9),
  'frost now': [...everyTenth(-96, -12, 4), ...everyTenth(-9, 0, -12)],
  'frost this night, mild at noon': [
    ...everyTenth(-96, -12, 8),
    ...everyTenth(-9, -6, -12),
    ...everyTenth(-3, 0, 8),
  ],
  'frost last week, warm since': [...everyTenth(-200, -190, -12), ...everyTenth(-187, 96, 8)],
  'frost to come': [...everyTenth(-96, 3, 9), ...everyTenth(6, 24, -12)],
} as const;

/** The situation as a document; its amounts leave no doubt: 60 Ah, 6 A, 60 A where too strong. */
export function documentOf(one: Situation): unknown {
  const cells = cellsOf(one);
  const per = PER_CELL[isLead(one) ? 'lead' : 'lithium'];
  const blocks = one.block === 'alone' ? 1 : 6;
  const ofString = one.charger === 'of the string';
  const nominalVolts =
    one.charger === 'other volts' ? 24 : ofString ? voltsOf(one) * blocks : voltsOf(one);
  const most = { flooded: 14.4, efb: 14.4, agm: 14.6, gel: 14.1, lfp: 14.2 }[one.chemistry];
  const kinds = {
    right: 'automatic',
    maintainer: 'maintainer',
    manual: 'manual',
    'other volts': 'automatic',
    'other chemistry': 'automatic',
    'too strong': 'automatic',
    'of the vehicle': 'on-board',
    'of the string': 'string',
  } as const;
  return {
    now: at(0).toISOString(),
    vehicle: {
      kind: one.vehicle === 'generator' ? 'generator' : one.block === 'alone' ? 'car' : 'cart',
      earth: one.earth,
      alwaysReady: one.vehicle === 'always ready' || one.vehicle === 'generator',
      isolator: one.isolator === 'remote' ? 'remote' : one.isolator === 'none' ? 'none' : 'knob',
      isolatorOpen: one.isolator === 'knob, open',
      codeMissing: one.vehicle === 'code missing',
      alarmMustLive: one.vehicle === 'alarm must live',
    },
    battery: {
      chemistry: one.chemistry,
      cells,
      capacityAh: 60,
      volts: one.charge === 'never read' ? null : cells * per[one.charge],
      restedHours: 48,
      condition: one.condition,
      place: one.place,
      earthedLeadOn: one.lead === 'on',
      block: blocks === 1 ? null : { index: 3, of: blocks },
      capsOpen: one.caps === 'open',
      platesShow: one.plates === 'show',
      charging: one.charging,
    },
    hall: { celsius: WEATHERS[one.weather] },
    charger:
      one.charger === 'none'
        ? null
        : {
            kind: kinds[one.charger],
            chemistries:
              one.charger === 'other chemistry'
                ? isLead(one)
                  ? ['lfp']
                  : [...LEAD]
                : [one.chemistry],
            nominalVolts,
            amps: one.charger === 'too strong' ? 60 : 6,
            absorptionVolts: (most / 12) * nominalVolts,
            stopsByItself: one.charger !== 'manual',
          },
    attendedUntil: one.attended === 'all day' ? at(60).toISOString() : null,
  };
}

export const contextOfSituation = (one: Situation): BatteryContext =>
  contextOfDocument(ContextDocument.parse(documentOf(one)), 0);

const CHARGES: readonly Act[] = ['charge', 'maintain'];
const isOne = (acts: readonly Act[], { act }: Situation) => acts.includes(act);
const charges = (one: Situation) => isOne(CHARGES, one);
const named = (one: Situation) => charges(one) && one.charger !== 'none';
/** Lead-acid that is nearly empty, or may be, after a frost of −12 °C that nothing has thawed. */
const mayHoldIce = (one: Situation) =>
  isLead(one) &&
  one.charge !== 'full' &&
  (one.weather === 'frost now' || one.weather === 'frost this night, mild at noon');
const inString = (one: Situation) => one.block !== 'alone' && one.place === 'vehicle';
const cut = (one: Situation) =>
  one.place === 'vehicle' && one.lead === 'on' && one.isolator !== 'knob, open';
const voltsRight = (one: Situation) => {
  if (one.charger === 'other volts') return false;
  if (one.charger !== 'of the string') return true;
  // The whole string's charger is right for the whole string alone.
  return one.block === 'alone' || inString(one);
};

/** What the trade says of each situation, written by hand: who must be refused, and why. */
export const LAWS_OF_THE_TRADE: readonly {
  readonly law: string;
  readonly codes: readonly string[];
  readonly holds: (one: Situation) => boolean;
}[] = [
  {
    law: 'cracked, leaking, swollen or spent: never charged or used again',
    codes: ['condemned'],
    holds: (one) =>
      one.condition !== 'sound' &&
      !isOne(
        ['take-off-charge', 'clean', 'disconnect', 'take-out', 'hydrometer', 'hand-over'],
        one,
      ),
  },
  {
    law: 'handed over condemned, or with its lead off, only knowingly',
    codes: ['not-ready'],
    holds: (one) =>
      one.act === 'hand-over' &&
      (one.condition !== 'sound' || (one.place === 'vehicle' && !cut(one))),
  },
  {
    law: 'frozen: never charged, loaded, cranked or jumped',
    codes: ['frozen', 'may-be-frozen', 'thaw-first'],
    holds: (one) =>
      mayHoldIce(one) && isOne(['charge', 'maintain', 'crank', 'load-test', 'jump'], one),
  },
  {
    law: 'lithium: no charge at or below 0 °C, before it is warm through or is done',
    codes: ['too-cold-for-lithium'],
    holds: (one) =>
      one.chemistry === 'lfp' &&
      charges(one) &&
      (one.weather === 'frost now' ||
        one.weather === 'frost this night, mild at noon' ||
        // Empty it takes longer than until the frost; on a maintainer it hangs through it.
        (one.weather === 'frost to come' &&
          one.charger !== 'none' &&
          (one.act === 'maintain' || (one.charge !== 'full' && one.charger !== 'too strong')))),
  },
  {
    law: 'plates covered before any charge, and before a spark',
    codes: ['plates-show'],
    holds: (one) =>
      one.plates === 'show' && isOne(['charge', 'maintain', 'load-test', 'jump'], one),
  },
  {
    law: 'mains off and clamps off before a hand is laid on it',
    codes: ['on-charge'],
    holds: (one) => one.charging !== 'none' && one.act !== 'take-off-charge',
  },
  {
    law: 'a charger is named',
    codes: ['no-charger'],
    holds: (one) => charges(one) && one.charger === 'none',
  },
  {
    law: 'the volts of the battery; of a block its own, or the whole string’s by its own charger',
    codes: ['wrong-voltage', 'string-as-whole'],
    holds: (one) => named(one) && !voltsRight(one),
  },
  {
    law: 'a string is never jumped',
    codes: ['string-as-whole'],
    holds: (one) => one.act === 'jump' && one.block !== 'alone',
  },
  {
    law: 'the programme of its chemistry',
    codes: ['wrong-chemistry'],
    holds: (one) =>
      named(one) &&
      (one.charger === 'other chemistry' ||
        (one.charger === 'manual' && one.chemistry !== 'flooded' && one.chemistry !== 'efb')),
  },
  {
    law: 'no load test of lithium',
    codes: ['wrong-chemistry'],
    holds: (one) => one.act === 'load-test' && one.chemistry === 'lfp',
  },
  {
    law: 'slow is kind: no current of the order of its capacity',
    codes: ['too-much-current'],
    holds: (one) => named(one) && one.charger === 'too strong',
  },
  {
    law: 'what does not stop by itself is not left alone',
    codes: ['unattended'],
    holds: (one) =>
      named(one) &&
      one.charger === 'manual' &&
      (one.attended === 'nobody' || one.act === 'maintain'),
  },
  {
    law: 'its own charger is joined to it only while its lead is',
    codes: ['no-charger'],
    holds: (one) =>
      (named(one) &&
        one.charger === 'of the vehicle' &&
        (one.place === 'bench' || one.lead === 'off' || one.isolator === 'knob, open')) ||
      (named(one) &&
        one.charger === 'of the string' &&
        one.place === 'vehicle' &&
        one.isolator === 'knob, open'),
  },
  {
    law: 'a maintainer is no recovery charge; a load test wants three quarters',
    codes: ['not-charged-enough'],
    holds: (one) =>
      (one.act === 'maintain' && one.charge === 'over-discharged') ||
      (one.act === 'load-test' && isLead(one) && one.charge !== 'full'),
  },
  {
    law: 'caps that do not open, and what holds no free acid, stay closed',
    codes: ['sealed'],
    holds: (one) =>
      isOne(['top-up', 'hydrometer'], one) &&
      (one.caps === 'closed' || (one.chemistry !== 'flooded' && one.chemistry !== 'efb')),
  },
  {
    law: 'what must start at any time stays connected, unless it is replaced',
    codes: ['must-stay-ready'],
    holds: (one) =>
      isOne(['disconnect', 'take-out'], one) &&
      (one.vehicle === 'always ready' || one.vehicle === 'generator') &&
      one.condition === 'sound',
  },
  {
    law: 'code in hand before the power goes',
    codes: ['code-missing'],
    holds: (one) =>
      isOne(['disconnect', 'take-out'], one) && one.vehicle === 'code missing' && cut(one),
  },
  {
    law: 'an alarm that must stay live keeps its battery',
    codes: ['alarm-must-live'],
    holds: (one) =>
      isOne(['disconnect', 'take-out'], one) && one.vehicle === 'alarm must live' && cut(one),
  },
  {
    law: 'what stands on the bench is connected to nothing',
    codes: ['not-here'],
    holds: (one) =>
      one.place === 'bench' &&
      isOne(
        ['disconnect', 'take-out', 'reconnect', 'crank', 'draw-test', 'jump', 'hand-over'],
        one,
      ),
  },
];

/** The body charges it only while it is joined to its earthed post. */
export const bodyJoined = (one: Situation) => cut(one) && one.block === 'alone';
