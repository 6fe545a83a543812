import { loadTestAmps, loadTestFloor, LOAD_TEST_SECONDS } from '../battery/load-test';
import { bodyIsJoined } from '../context/battery-context';
import type { Procedure } from './procedure';
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
  earthed,
  live,
} from './shared';

/** Half the rated cranking amps for fifteen seconds, by a load tester with clamps. */
export const LOAD_TEST: Procedure<'load-test'> = {
  id: 'load-test',
  label: 'Load test',
  minutes: 6,
  short: 'load test',
  doing: 'load tested',
  steps: [
    GLASSES,
    HYBRID,
    CONTROLLER_OFF,
    PACK_UNPLUGGED,
    PACK_OPENED,
    {
      id: 'load-switched-off',
      say: 'Tester switched off; everything on the vehicle off.',
      why: 'A clamp that goes on under load sparks at the post.',
    },
    {
      id: 'live-clamp',
      touches: LIVE_POST,
      say: (context) =>
        `${capital(live(context))} clamp of the tester to the ${live(context)} post.`,
      why: 'On the post itself: a clamp on a clamp measures the joint.',
      after: ['protect-yourself', 'load-switched-off', 'controller-off', 'pack-opened'],
    },
    {
      id: 'last-clamp',
      touches: EARTHED_POST,
      say: (context) =>
        `${capital(earthed(context))} clamp of the tester to the ${earthed(context)} post.`,
      why: 'Both on the posts: hundreds of amps do not go through a lead.',
      after: ['live-clamp'],
    },
    {
      id: 'load',
      say: ({ details, facts }) =>
        details.coldCrankingAmps === null
          ? `Half its rated cold cranking amps for ${LOAD_TEST_SECONDS} s; read the volts at the end.`
          : `${Math.round(loadTestAmps(details.coldCrankingAmps))} A for ${LOAD_TEST_SECONDS} s: at least ${loadTestFloor(facts.cells, 21).toFixed(2)} V at the end at 21 °C, less when colder.`,
      why: 'Volts alone show no condition.',
      caution: 'No longer, and not again at once: tester and case get hot. No flame.',
      after: ['last-clamp'],
    },
    {
      id: 'load-off',
      say: 'Load off; then the clamps, the one that went on last first.',
      why: 'A clamp that comes off under load draws an arc where gas stands.',
      after: ['load'],
    },
    PACK_CLOSED,
    CONTROLLER_ON,
  ],
  writes: () => [],
};

export const CRANK: Procedure<'crank'> = {
  id: 'crank',
  label: 'Crank',
  minutes: 3,
  short: 'crank',
  doing: 'cranked',
  steps: [
    HYBRID,
    {
      id: 'clear',
      say: 'Out of gear, brake on, nobody near belt and fan, exhaust gas led outside.',
      why: 'It moves, and it turns, at the first touch.',
      caution: MAKERS,
    },
    {
      ...CONTROLLER_OFF,
      id: 'controller-test',
      say: 'By its control switch, at “test” or by hand: never by bridging its starter.',
      why: 'Its controller stops it when something is wrong.',
      caution: '',
    },
    {
      id: 'isolator-rated',
      touches: 'isolator',
      say: ({ vehicle }) =>
        vehicle.isolatorAmps === null
          ? 'Isolator on; its plate must name it for cranking.'
          : `Isolator on; it may carry ${vehicle.isolatorAmps} A while it is cranked.`,
      why: 'One that is too small burns its contacts, and a remote one drops out as the volts fall to about 11.',
      when: ({ vehicle }) => vehicle.isolator !== 'none',
    },
    {
      id: 'crank',
      say: 'Crank: ten seconds at most, then a minute of rest. Normal, slow, clicks, silent?',
      why: 'Slow says low charge first.',
      after: ['clear'],
    },
    {
      id: 'idle',
      say: 'At idle about 14 V at the battery; far off is a fault.',
      why: 'Alternator, belt, regulator, or the rectifier on small engines.',
      after: ['crank'],
    },
    CONTROLLER_ON,
  ],
  writes: () => [],
};

export const JUMP: Procedure<'jump'> = {
  id: 'jump',
  label: 'Jump start',
  minutes: 8,
  short: 'jump',
  doing: 'jump started',
  steps: [
    GLASSES,
    HYBRID,
    CONTROLLER_OFF,
    {
      id: 'emergency',
      say: 'Only in an emergency: a slow charge is kinder. By the maker’s points, with a pack of the same voltage.',
      why: 'A jump start can harm control units; some makers forbid it.',
      caution: 'Look first: not frozen, not swollen, not cracked. Face away; no flame.',
    },
    {
      id: 'pack-off',
      touches: 'charger',
      say: 'Pack switched off.',
      why: 'A live clamp sparks at the post, where gas stands.',
    },
    {
      id: 'live-clamp',
      touches: LIVE_POST,
      say: (context) =>
        `${capital(live(context))} clamp to the ${live(context)} post, or the maker’s point for it.`,
      why: 'The post that is not connected to the body comes first.',
      after: ['protect-yourself', 'emergency', 'pack-off', 'controller-off'],
    },
    {
      id: 'last-clamp',
      touches: (context) => (bodyIsJoined(context) ? 'body' : EARTHED_POST(context)),
      say: (context) =>
        bodyIsJoined(context)
          ? `${capital(earthed(context))} clamp to bare metal of the engine, away from the battery.`
          : `${capital(earthed(context))} clamp to the ${earthed(context)} post: the body is not joined to it now.`,
      why: 'The last contact may spark: away from the gas.',
      after: ['live-clamp'],
    },
    {
      id: 'start',
      say: 'Pack on, crank ten seconds at most; then pack off and the clamps in reverse.',
      why: 'The clamp that went on last comes off first.',
      after: ['last-clamp'],
    },
    CONTROLLER_ON,
  ],
  writes: () => [],
};
