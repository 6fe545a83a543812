import { limitMa } from '../rules/draw-limit';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import { draft } from './entry-draft';
import type { Procedure } from './procedure';
import {
  CONTROLLER_OFF,
  CONTROLLER_ON,
  EARTHED_POST,
  GLASSES,
  HYBRID,
  capital,
  earthed,
  tools,
} from './shared';

export const DRAW_TEST: Procedure = {
  id: 'draw-test',
  label: 'Draw test',
  minutes: 12,
  short: 'draw test',
  doing: 'draw measured',
  steps: [
    GLASSES,
    HYBRID,
    CONTROLLER_OFF,
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
      touches: EARTHED_POST,
      say: (context) =>
        `Jumper between the ${earthed(context)} post and its clamp, before the clamp comes off.`,
      why: 'Without it the power is cut for a moment and every control unit wakes.',
      after: ['quiet', 'protect-yourself'],
      tooEarly: 'Everything off first, glasses on.',
    },
    {
      id: 'clamp-off',
      touches: EARTHED_POST,
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
      touches: EARTHED_POST,
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
      tooEarly: 'Not yet: with the jumper on, or before it has settled, the figure means nothing.',
    },
    {
      id: 'jumper-back',
      touches: EARTHED_POST,
      say: 'Jumper back before the meter comes out.',
      why: 'Else everything wakes, and settings are lost.',
      after: ['value'],
    },
    {
      id: 'clamp-on',
      touches: EARTHED_POST,
      say: (context) => `${capital(earthed(context))} clamp back on, then the jumper away.`,
      why: 'In this order the vehicle has noticed nothing.',
      tools,
      after: ['jumper-back'],
      tooEarly: 'The jumper goes back before the meter comes out.',
    },
    CONTROLLER_ON,
  ],
  writes: (_, { milliamps }) => (milliamps === undefined ? [] : [draft('draw', { milliamps })]),
};
