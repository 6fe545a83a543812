import { PROGRAMMES } from '../charge/stock';
import { CHEMISTRIES } from '../battery/chemistries';
import { draft } from './entry-draft';
import type { Procedure } from './procedure';
import { GLASSES, HYBRID, MAKERS, absorption, bareMetal, inPairs, lead } from './shared';

export const HOOK_UP: Procedure = {
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
      caution: ({ facts }) => (facts.chemistry === 'lfp' ? 'Lithium: never at or below 0 °C.' : ''),
    },
    {
      id: 'suits',
      say: (context) =>
        context.hook
          ? `${context.hook.name}, in its ${PROGRAMMES[context.hook.hook.programme].label} programme, set to ${context.facts.nominalVolts} V: to ${context.hook.hook.absorptionVolts.toFixed(2)} V${context.hook.hook.floatVolts === null ? ', then off' : `, then float at ${context.hook.hook.floatVolts.toFixed(2)} V`}.`
          : `Charger and programme for ${CHEMISTRIES[context.facts.chemistry].label.toLowerCase()}, ${context.facts.nominalVolts} V: about ${absorption(context)} V, then ${lead(context) ? `float near ${inPairs(context.rules.floatVolts, context.facts.cells)} V` : 'off'}.`,
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
  writes: ({ hook }) => [draft('maintainer', { on: true, ...(hook ? { hook: hook.hook } : {}) })],
};

export const UNHOOK: Procedure = {
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
};
