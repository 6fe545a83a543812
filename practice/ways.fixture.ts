import { CHEMISTRIES } from '../core/battery/chemistries';
import { socOfVolts } from '../core/battery/state-of-charge';
import type { Answers, Stage } from './stage';
import { taskOf } from './tasks';

/** What stands beside a label, as a learner reads it. */
const seen = (stage: Stage, label: string | RegExp) =>
  stage
    .sights()
    .find((one) => (typeof label === 'string' ? one.label === label : label.test(one.label)))!
    .value;
export const offered = (stage: Stage) => stage.offers().map(({ id }) => id);
/** Does what is offered of these, in this order. */
const does = (stage: Stage, ...ids: string[]) => {
  for (const id of ids) if (offered(stage).includes(id)) stage.do(id);
};
const marks = (stage: Stage) => [
  ...new Set(
    stage
      .offers()
      .map(({ group }) => group)
      .filter((group) => /^[BCY]\d+$/.test(group)),
  ),
];
const volts = (text: string) => Number(/(-?\d+\.\d+) V/.exec(text)![1]);

const lineVolts = (stage: Stage) => volts(seen(stage, 'The house’s line'));

/** What somebody does who knows the work, from nothing but what there is to be seen. */
export const KNOWING: Readonly<Record<string, (stage: Stage) => Answers>> = {
  read: (stage) => {
    does(stage, 'volts-socket', 'look', 'on-posts');
    const chemistry = seen(stage, 'The battery').startsWith('AGM') ? 'agm' : 'flooded';
    const pct = socOfVolts({
      ...{ chemistry, cells: 6, celsius: 12, scale: CHEMISTRIES[chemistry].scales[0]! },
      volts: volts(seen(stage, 'The meter shows')),
    });
    const means = pct > 86 ? 'full' : pct > 62 ? 'three-quarters' : pct > 37 ? 'half' : 'quarter';
    return { means, do: pct > 60 ? 'leave' : pct > 40 ? 'days' : 'now' };
  },
  rested: (stage) => {
    const all = offered(stage).filter((id) => id.startsWith('read/'));
    does(stage, 'wait/4', ...all);
    return Object.fromEntries(
      all.map((id) => {
        const mark = id.slice(5);
        const label = new RegExp(`^${mark},`);
        return [mark, volts(seen(stage, label)) <= lineVolts(stage) ? 'charge' : 'leave'];
      }),
    );
  },
  charger: (stage) => {
    const battery = seen(stage, 'The battery, on the bench');
    const right = battery.startsWith('gel')
      ? 'felt-4'
      : battery.startsWith('lithium')
        ? 'bobbin'
        : battery.includes('6 V')
          ? 'spindle'
          : battery.includes('12 Ah')
            ? 'thread'
            : 'felt-8';
    const amps = { 'felt-4': 4, bobbin: 4, spindle: 4, thread: 0.8, 'felt-8': 8 }[right]!;
    const ah = Number(/(\d+) Ah/.exec(battery)![1]);
    const pct = Number(/(\d+) %/.exec(seen(stage, 'Read at rest'))![1]);
    does(stage, `hang/${right}`);
    return { hours: (1.1 * ((0.95 - pct / 100) * ah)) / amps + '' };
  },
  'hook-up': (stage) => {
    const [first] = seen(stage, 'The battery').toLowerCase().split(',');
    does(stage, 'glasses', 'sound', 'aside', 'caps', `programme/${first}`, 'unplugged');
    does(stage, 'live-clamp', 'last-clamp', 'lead', 'mains', 'mode', 'tag');
    return {};
  },
  water: (stage) => {
    does(stage, 'glasses', 'look', 'jug/distilled', 'pour/cover', 'charge', 'pour/tube');
    return {};
  },
  draw: (stage) => {
    does(stage, 'range-10', 'jumper-on', 'clamp-off', 'meter-in', 'jumper-off');
    does(stage, 'wait/600', 'wait/600');
    const shows = () => Number.parseFloat(seen(stage, 'It shows'));
    const settled = shows();
    let before = settled;
    let who = '';
    for (const fuse of ['F3', 'F5', 'F11', 'F14']) {
      does(stage, `pull/${fuse}`, 'wait/60');
      if (before - shows() > 40) who = fuse;
      before = shows();
      if (who) break;
    }
    for (const id of offered(stage)) if (id.startsWith('back/')) does(stage, id);
    does(stage, 'jumper-on', 'meter-out', 'clamp-on', 'jumper-off');
    return { ma: settled.toFixed(0), who };
  },
  disconnect: (stage) => {
    if (seen(stage, 'The vehicle').includes('must stay live')) {
      does(stage, 'maintainer');
      return { plan: 'on' };
    }
    does(stage, 'off', 'code', 'tell', 'way-in', 'alarm', 'settings', 'latch', 'sleep', 'glasses');
    does(stage, 'earthed', 'aside');
    return { plan: 'off' };
  },
  recover: (stage) => {
    does(stage, 'inspect');
    if (seen(stage, 'Case').includes('bulge')) return { keep: 'replace', why: 'swollen' };
    does(stage, 'charge', 'rest/24', 'read', 'hydrometer');
    const cells = seen(stage, 'Hydrometer').split(' ').map(Number);
    if (Math.max(...cells) - Math.min(...cells) > 0.05) return { keep: 'replace', why: 'cell' };
    does(stage, 'load');
    const [after, floor] = seen(stage, 'Load tester')
      .match(/\d+\.\d+ V/g)!
      .map(volts);
    return after! >= floor! ? { keep: 'keep', why: 'sound' } : { keep: 'replace', why: 'sulfated' };
  },
  week: (stage) => {
    for (;;) {
      for (const mark of marks(stage)) {
        if (seen(stage, new RegExp(`^${mark},`)).includes('holds')) does(stage, `off/${mark}`);
      }
      const days = (mark: string) => {
        const text = seen(stage, new RegExp(`^${mark},`));
        // Whoever is collected next has to be full by then.
        const soon = text.includes('owner') && seen(stage, 'The round').includes('day 8');
        return soon ? -1 : Number(/(\d+) days/.exec(text)?.[1] ?? Infinity);
      };
      for (const mark of marks(stage).sort((a, b) => days(a) - days(b))) {
        // The one that takes less is offered first to whom it suits.
        const on = offered(stage).filter((id) => id.startsWith(`on/${mark}/`));
        if (on.length > 0 && days(mark) < 12) does(stage, on.at(-1)!);
      }
      if (!offered(stage).includes('next')) return {};
      does(stage, 'next');
    }
  },
  'hand-back': (stage) => {
    does(stage, 'smell', 'mains', 'last-clamp', 'live-clamp', 'tag', 'glasses', 'all-off');
    does(stage, 'live-on', 'earthed-on', 'tight', 'covers', 'codes');
    does(stage, 'read/starter', 'read/leisure', 'crank', 'idle');
    if (volts(seen(stage, 'Leisure')) < 12.5) return { ready: 'leisure' };
    if (seen(stage, 'Start').includes('slowly')) return { ready: 'starter' };
    return { ready: volts(seen(stage, 'Charging')) < 13.2 ? 'alternator' : 'none' };
  },
  'power-cut': (stage) => {
    const answers: Record<string, string> = {};
    const all = marks(stage);
    const lampOf = (mark: string) => {
      does(stage, `look/${mark}`);
      return /lamp: ([^;]+)/.exec(seen(stage, new RegExp(`^${mark},`)))![1]!;
    };
    const state = (lamp: string) =>
      lamp === 'dark'
        ? 'no-mains'
        : /NORM/.test(lamp)
          ? 'wrong-programme'
          : lamp === 'red, blinking'
            ? 'waits'
            : lamp === 'green, blinking'
              ? 'lead-off'
              : 'holds';
    for (const mark of all) answers[mark] = state(lampOf(mark));
    does(stage, 'breaker');
    for (const mark of all) {
      const now = state(lampOf(mark));
      if (now === 'wrong-programme') does(stage, `mode/${mark}`);
      if (now === 'waits') does(stage, `start/${mark}`);
      if (now === 'lead-off') does(stage, `clamp/${mark}`);
    }
    return answers;
  },
  frost: (stage) => {
    for (const mark of marks(stage)) {
      const label = stage.sights().find((one) => one.label.startsWith(`${mark},`))!.label;
      if (label.includes('11.9 V')) does(stage, `charge/${mark}`);
      if (label.includes('forgotten')) does(stage, `in/${mark}`);
      if (label.includes('swollen')) does(stage, `remove/${mark}`);
    }
    return {};
  },
};

/** One and the other way in which it goes wrong, by what is broken. */
export const WRONG: Readonly<
  Record<string, readonly { readonly slip: RegExp; readonly way: (stage: Stage) => Answers }[]>
> = {
  read: [
    {
      slip: /^amps-socket$/,
      way: (stage) => (does(stage, 'amps-socket', 'on-posts'), { means: 'full', do: 'leave' }),
    },
    {
      slip: /^read-on-clamp$/,
      way: (stage) => (does(stage, 'volts-socket', 'on-clamps'), { means: 'quarter', do: 'now' }),
    },
  ],
  rested: [
    {
      slip: /^too-soon$/,
      way: (stage) => {
        const all = offered(stage).filter((id) => id.startsWith('read/'));
        does(stage, ...all);
        return Object.fromEntries(
          all.map((id) => [
            id.slice(5),
            volts(seen(stage, new RegExp(`^${id.slice(5)},`))) <= lineVolts(stage)
              ? 'charge'
              : 'leave',
          ]),
        );
      },
    },
    {
      slip: /^not-read$/,
      way: (stage) =>
        Object.fromEntries(
          offered(stage).flatMap((id) => (id.startsWith('read/') ? [[id.slice(5), 'leave']] : [])),
        ),
    },
  ],
  charger: [
    { slip: /^unattended$/, way: (stage) => (does(stage, 'hang/iron'), { hours: '8' }) },
    {
      slip: /^(too-much|not-by)/,
      way: (stage) => {
        const small = /12 Ah/.test(seen(stage, 'The battery, on the bench'));
        does(stage, small ? 'hang/felt-8' : 'hang/thread');
        return { hours: '8' };
      },
    },
  ],
  'hook-up': [
    {
      slip: /^early\/(live|last)-clamp$/,
      way: (stage) => (does(stage, 'live-clamp', 'last-clamp', 'mains'), {}),
    },
    { slip: /^reversed\//, way: (stage) => (does(stage, 'unplugged', 'crossed'), {}) },
    {
      slip: /^(last-at-post|not-joined)$/,
      way: (stage) => (
        does(stage, 'glasses', 'sound', 'unplugged', 'live-clamp', 'post', 'metal'),
        {}
      ),
    },
  ],
  water: [
    { slip: /^spilt$/, way: (stage) => (does(stage, 'jug/distilled', 'pour/tube', 'charge'), {}) },
    { slip: /^plates-show$/, way: (stage) => (does(stage, 'charge'), {}) },
    { slip: /^acid$/, way: (stage) => (does(stage, 'jug/acid', 'pour/tube'), {}) },
  ],
  draw: [
    {
      slip: /^meter-fuse$/,
      way: (stage) => (
        does(stage, 'jumper-on', 'clamp-off', 'meter-in', 'jumper-off', 'wait/60'),
        { ma: '9', who: 'F3' }
      ),
    },
    {
      slip: /^power-cut$/,
      way: (stage) => (
        does(stage, 'range-10', 'clamp-off', 'meter-in', 'wait/60'),
        { ma: '300', who: 'F5' }
      ),
    },
    {
      slip: /^left-out$/,
      way: (stage) => (does(stage, 'pull/F3'), { ma: '90', who: 'F3' }),
    },
  ],
  disconnect: [
    {
      slip: /^early\/live$|^alarm-must-live$/,
      way: (stage) => (does(stage, 'glasses', 'live', 'earthed'), { plan: 'off' }),
    },
    {
      slip: /^never\/(code|tell|way-in|aside)$|^alarm-must-live$/,
      way: (stage) => (does(stage, 'glasses', 'earthed'), { plan: 'off' }),
    },
  ],
  recover: [
    {
      slip: /^(fast|condemned)$/,
      way: (stage) => (does(stage, 'fast'), { keep: 'keep', why: 'sound' }),
    },
    {
      slip: /^(untested|not-inspected)$/,
      way: () => ({ keep: 'replace', why: 'cell' }),
    },
    {
      slip: /^(tested-early|condemned)$/,
      way: (stage) => (does(stage, 'charge', 'load'), { keep: 'keep', why: 'sound' }),
    },
  ],
  week: [
    { slip: /^line\//, way: (stage) => (does(stage, 'next', 'next', 'next', 'next'), {}) },
    {
      slip: /^not-ready$/,
      way: (stage) => {
        const one = offered(stage).find((id) => id.startsWith('on/'))!;
        does(stage, one, 'next', 'next', 'next', 'next');
        return {};
      },
    },
  ],
  'hand-back': [
    {
      slip: /^early\/last-clamp$/,
      way: (stage) => (does(stage, 'last-clamp', 'mains'), { ready: 'none' }),
    },
    { slip: /^cranked-on-charger$/, way: (stage) => (does(stage, 'crank'), { ready: 'starter' }) },
  ],
  'power-cut': [
    {
      slip: /^unfed\//,
      way: (stage) => Object.fromEntries(marks(stage).map((mark) => [mark, 'holds'])),
    },
    {
      slip: /^programme\//,
      way: (stage) => (
        does(stage, 'breaker'),
        Object.fromEntries(marks(stage).map((mark) => [mark, 'no-mains']))
      ),
    },
  ],
  frost: [
    { slip: /^froze\//, way: () => ({}) },
    {
      slip: /^(frozen|may-be-frozen)\//,
      way: (stage) => {
        const one = stage.sights().find(({ label }) => label.includes('forgotten'))!;
        does(stage, `charge/${one.label.split(',')[0]}`);
        return {};
      },
    },
    {
      slip: /^too-cold-for-lithium\//,
      way: (stage) => {
        const one = stage.sights().find(({ label }) => label.includes('lithium'))!;
        does(stage, `charge/${one.label.split(',')[0]}`);
        return {};
      },
    },
  ],
};

/** A way through a task: what was done, what was said, and what came of it. */
export function walked(id: string, seed: number, way: (stage: Stage) => Answers) {
  const stage = taskOf(id)!.begin(seed);
  const questions = stage.questions();
  const acts: string[] = [];
  const does = stage.do.bind(stage);
  stage.do = (act) => {
    acts.push(act);
    return does(act);
  };
  const answers = way(stage);
  return { acts, questions, answers, outcome: stage.end(answers) };
}
