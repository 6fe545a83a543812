import { decimal, msg, t, withWords } from '../language';
import { saeAmpsOf } from '../battery/details';
import { loadTestAmps, loadTestFloor, LOAD_TEST_SECONDS } from '../battery/load-test';
import { bodyIsJoined } from '../context/battery-context';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import { draft } from './entry-draft';
import type { Procedure, ProcedureStep } from './procedure';
import {
  CONTROLLER_OFF,
  CONTROLLER_ON,
  EARTHED_POST,
  GLASSES,
  HYBRID,
  LIVE_POST,
  MAKERS,
  PACK_CLOSED,
  PACK_OPENED,
  PACK_UNPLUGGED,
  capital,
  cranks,
  earthed,
  inPairs,
  isLead,
  live,
  readies,
} from './shared';

/** Half the rated cranking amps for fifteen seconds, by a load tester with clamps. */
export const LOAD_TEST: Procedure = withWords({
  id: 'load-test',
  isTest: true,
  applies: isLead,
  steps: [
    GLASSES,
    HYBRID,
    CONTROLLER_OFF,
    PACK_UNPLUGGED,
    PACK_OPENED,
    {
      id: 'load-switched-off',
      say: msg`Tester switched off; everything on the vehicle off.`,
      why: msg`A clamp that goes on under load sparks at the post.`,
    },
    {
      id: 'live-clamp',
      touches: LIVE_POST,
      say: (context) =>
        t`${capital(live(context))} clamp of the tester to the ${live(context)} post.`,
      why: msg`On the post itself: a clamp on a clamp measures the joint.`,
      after: ['protect-yourself', 'load-switched-off', 'controller-off', 'pack-opened'],
    },
    {
      id: 'last-clamp',
      touches: EARTHED_POST,
      say: (context) =>
        t`${capital(earthed(context))} clamp of the tester to the ${earthed(context)} post.`,
      why: msg`Both on the posts: hundreds of amps do not go through a lead.`,
      after: ['live-clamp'],
    },
    {
      id: 'load',
      say: ({ details, facts }) => {
        const rated = saeAmpsOf(details);
        return rated === null
          ? t`Half its rated cold cranking amps for ${LOAD_TEST_SECONDS} s; read the volts at the end.`
          : t`${Math.round(loadTestAmps(rated))} A for ${LOAD_TEST_SECONDS} s: at least ${decimal(loadTestFloor(facts.cells, 21), 2)} V at the end at 21 °C, less when colder.`;
      },
      why: msg`Volts alone show no condition.`,
      caution: msg`No longer, and not again at once: tester and case get hot. No flame.`,
      after: ['last-clamp'],
      input: 'load',
    },
    {
      id: 'load-off',
      say: msg`Load off; then the clamps, the one that went on last first.`,
      why: msg`A clamp that comes off under load draws an arc where gas stands.`,
      after: ['load'],
    },
    PACK_CLOSED,
    CONTROLLER_ON,
  ],
  writes: (_context, { load }) => (load ? [draft('load-tested', load)] : []),
});

export const CRANK: Procedure = withWords({
  id: 'crank',
  isTest: true,
  applies: cranks,
  steps: [
    HYBRID,
    {
      id: 'clear',
      say: msg`Out of gear, brake on, nobody near belt and fan, exhaust gas led outside.`,
      why: msg`It moves, and it turns, at the first touch.`,
      caution: MAKERS,
    },
    {
      ...CONTROLLER_OFF,
      id: 'controller-test',
      say: msg`By its control switch, at “test” or by hand: never by bridging its starter.`,
      why: msg`Its controller stops it when something is wrong.`,
      caution: '',
    },
    {
      id: 'isolator-rated',
      touches: 'isolator',
      say: ({ vehicle }) =>
        vehicle.isolatorAmps === null
          ? t`Isolator on; its plate must name it for cranking.`
          : t`Isolator on; it may carry ${vehicle.isolatorAmps} A while it is cranked.`,
      why: msg`One that is too small burns its contacts, and a remote one drops out as the volts fall to about 11.`,
      when: ({ vehicle }) => vehicle.isolator !== 'none',
    },
    {
      id: 'crank',
      say: msg`Crank: ten seconds at most, then a minute of rest. Normal, slow, clicks, silent?`,
      why: msg`Slow says low charge first. Volts at the posts while it turns tell the rest.`,
      after: ['clear', 'controller-test', 'isolator-rated'],
      input: 'crank',
    },
    CONTROLLER_ON,
  ],
  writes: (_context, { crank }) => (crank ? [draft('cranked', crank)] : []),
});

const RUNNING: ProcedureStep = {
  id: 'running',
  say: msg`Engine running, out of gear, brake on; exhaust gas led outside.`,
  why: msg`What is measured here is what it gives while it runs.`,
  caution: msg`Hair, sleeves and leads stay clear of belt and fan. No clamp comes off while it runs.`,
};

export const CHARGING_TEST: Procedure = withWords({
  id: 'charging-test',
  isTest: true,
  applies: cranks,
  steps: [
    HYBRID,
    RUNNING,
    {
      id: 'measure',
      say: ({ vehicleKind }) =>
        VEHICLE_KINDS[vehicleKind].small
          ? t`Volts at the posts, at raised revs: small engines give little at idle. Alternating volts too, where the meter has them.`
          : t`Volts at the posts: at idle, at raised revs, then with lamps and blower on. Alternating volts too, where the meter has them.`,
      why: ({ facts }) =>
        t`About ${inPairs(14, facts.cells)} V is well. Much more or much less is a fault, at once; alternating volts are a diode.`,
      after: ['running'],
      input: 'charging',
    },
    {
      id: 'stop',
      say: msg`Engine off.`,
      why: msg`Left running it fills the hall with gas.`,
      after: ['measure'],
    },
  ],
  writes: (_context, { charging }) => (charging ? [draft('charging-tested', charging)] : []),
});

export const VOLTAGE_DROP: Procedure = withWords({
  id: 'voltage-drop',
  isTest: true,
  applies: cranks,
  steps: [
    GLASSES,
    HYBRID,
    {
      ...CONTROLLER_OFF,
      id: 'controller-test',
      say: msg`By its control switch, at “test” or by hand: never by bridging its starter.`,
      why: msg`Its controller stops it when something is wrong.`,
      caution: '',
    },
    {
      id: 'no-start',
      say: msg`Out of gear, brake on; its maker’s way to crank without starting, where there is one.`,
      why: msg`Probes and hands are near what turns.`,
      caution: MAKERS,
    },
    {
      id: 'probes',
      say: msg`Probes fixed before it turns: one on the post itself, one on what comes after it. Nobody holds them while it is cranked.`,
      why: msg`On the clamp the meter misses the joint that most often is the fault.`,
      after: ['protect-yourself', 'no-start', 'controller-test'],
    },
    {
      id: 'measure',
      say: msg`Read the drop while somebody else cranks: ten seconds at most, a minute of rest, then the next joint.`,
      why: msg`A joint takes 0.1 V at most, a cable 0.2 V, the whole starter circuit 0.5 V; half of that at 6 V.`,
      after: ['probes'],
      input: 'drops',
    },
    CONTROLLER_ON,
  ],
  writes: (_context, { drops }) => (drops ? [draft('drops-tested', drops)] : []),
});

export const HEADLAMPS: Procedure = withWords({
  id: 'headlamps',
  isTest: true,
  applies: (context) => cranks(context) && context.vehicleKind !== 'generator',
  steps: [
    {
      id: 'before',
      say: msg`Lamps on, engine off: against a wall, bright or dim?`,
      why: msg`Filament lamps follow the volts; others keep their brightness and tell nothing.`,
    },
    {
      ...RUNNING,
      say: msg`Start it, lamps still on: out of gear, brake on, exhaust gas led outside.`,
      why: msg`With the engine running the alternator feeds them.`,
      after: ['before'],
    },
    {
      id: 'after',
      say: msg`Alike, brighter or much brighter than before? Then lamps and engine off.`,
      why: msg`Much brighter: the battery was low.`,
      after: ['running'],
      input: 'headlamps',
    },
  ],
  writes: (_context, { headlamps }) => (headlamps ? [draft('headlamps-seen', headlamps)] : []),
});

/** What has no starter says by itself that it goes. */
export const READY_CHECK: Procedure = withWords({
  id: 'ready-check',
  isTest: true,
  applies: readies,
  steps: [
    HYBRID,
    {
      id: 'clear',
      say: msg`Brake on, nobody before or behind it, nothing plugged in.`,
      why: msg`It moves without a sound.`,
      caution: MAKERS,
    },
    {
      id: 'ready',
      say: ({ vehicleKind }) =>
        vehicleKind === 'hybrid'
          ? t`Switch it on with the brake held: “ready” shows, and no warning lamp stays.`
          : t`Key on: its gauge shows full, and no warning lamp stays.`,
      why: ({ vehicleKind }) =>
        vehicleKind === 'hybrid'
          ? t`A hybrid is not cranked by this battery: it wakes the control units, which do the rest.`
          : t`A cart has no starter: what the string holds shows under its motor.`,
      after: ['clear'],
    },
    {
      id: 'moves',
      say: msg`A metre forward and a metre back, gently; then off.`,
      why: msg`Brakes that stuck over the winter show here, and not at the gate.`,
      after: ['ready'],
    },
  ],
  writes: () => [],
});

export const JUMP: Procedure<'jump'> = withWords({
  id: 'jump',
  steps: [
    GLASSES,
    HYBRID,
    CONTROLLER_OFF,
    {
      id: 'emergency',
      say: msg`Only in an emergency: a slow charge is kinder. By the maker’s points, with a pack of the same voltage.`,
      why: msg`A jump start can harm control units; some makers forbid it.`,
      caution: msg`Look first: not frozen, not swollen, not cracked. Face away; no flame.`,
    },
    {
      id: 'pack-off',
      touches: 'charger',
      say: msg`Pack switched off.`,
      why: msg`A live clamp sparks at the post, where gas stands.`,
    },
    {
      id: 'live-clamp',
      touches: LIVE_POST,
      say: (context) =>
        t`${capital(live(context))} clamp to the ${live(context)} post, or the maker’s point for it.`,
      why: msg`The post that is not connected to the body comes first.`,
      after: ['protect-yourself', 'emergency', 'pack-off', 'controller-off'],
    },
    {
      id: 'last-clamp',
      touches: (context) => (bodyIsJoined(context) ? 'body' : EARTHED_POST(context)),
      say: (context) =>
        bodyIsJoined(context)
          ? t`${capital(earthed(context))} clamp to bare metal of the engine, away from the battery.`
          : t`${capital(earthed(context))} clamp to the ${earthed(context)} post: the body is not joined to it now.`,
      why: msg`The last contact may spark: away from the gas.`,
      after: ['live-clamp'],
    },
    {
      id: 'start',
      say: msg`Pack on, crank ten seconds at most; then pack off and the clamps in reverse.`,
      why: msg`The clamp that went on last comes off first.`,
      after: ['last-clamp'],
    },
    CONTROLLER_ON,
  ],
  writes: () => [],
});
