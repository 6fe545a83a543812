import { t, msg, withWords } from '../language';
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

export const DRAW_TEST: Procedure = withWords({
  id: 'draw-test',
  steps: [
    GLASSES,
    HYBRID,
    CONTROLLER_OFF,
    {
      id: 'quiet',
      say: msg`Everything off, key away, door latched, bonnet switch latched; chargers off.`,
      why: msg`What you measure is what draws when nobody is there.`,
    },
    {
      id: 'meter',
      say: msg`Meter: lead in the amps socket, largest range, its fuse sound.`,
      why: msg`It starts at hundreds of milliamps; a small range blows at once.`,
      caution: msg`No cranking, ignition or door while the meter is in series, or its fuse goes.`,
    },
    {
      id: 'jumper-in',
      touches: EARTHED_POST,
      say: (context) =>
        t`Jumper between the ${earthed(context)} post and its clamp, before the clamp comes off.`,
      why: msg`Without it the power is cut for a moment and every control unit wakes.`,
      after: ['quiet', 'protect-yourself'],
      tooEarly: msg`Everything off first, glasses on.`,
    },
    {
      id: 'clamp-off',
      touches: EARTHED_POST,
      say: (context) => t`${capital(earthed(context))} clamp off the post; the jumper carries on.`,
      why: msg`The lead of the body is where everything comes together.`,
      tools,
      after: ['jumper-in'],
      tooEarly: msg`The jumper comes first: without it the power is cut for a moment and every control unit wakes.`,
    },
    {
      id: 'meter-in',
      say: msg`Meter across, in parallel with the jumper.`,
      why: msg`Now there are two ways; the meter still shows only a share.`,
      after: ['clamp-off', 'meter'],
      tooEarly: msg`Set the meter before it is connected: wrong socket, blown fuse.`,
    },
    {
      id: 'jumper-off',
      touches: EARTHED_POST,
      say: msg`Jumper away. Now it counts.`,
      why: msg`With the jumper still on, the reading means nothing.`,
      after: ['meter-in'],
      tooEarly: msg`The meter must carry the current before the jumper goes, or everything wakes.`,
    },
    {
      id: 'settle',
      say: ({ vehicleKind }) =>
        VEHICLE_KINDS[vehicleKind].sleeps
          ? t`Wait until it has settled: it falls in steps for 20 to 60 minutes.`
          : t`Wait until it has settled: seconds on a simple vehicle.`,
      why: msg`Only the settled value is judged.`,
      after: ['jumper-off'],
    },
    {
      id: 'value',
      say: msg`Settled draw.`,
      why: ({ rules, vehicleKind }) => t`Your limit here is ${limitMa(vehicleKind, rules)} mA.`,
      input: 'milliamps',
      after: ['settle'],
      tooEarly: msg`Not yet: with the jumper on, or before it has settled, the figure means nothing.`,
    },
    {
      id: 'jumper-back',
      touches: EARTHED_POST,
      say: msg`Jumper back before the meter comes out.`,
      why: msg`Else everything wakes, and settings are lost.`,
      after: ['value'],
    },
    {
      id: 'clamp-on',
      touches: EARTHED_POST,
      say: (context) => t`${capital(earthed(context))} clamp back on, then the jumper away.`,
      why: msg`In this order the vehicle has noticed nothing.`,
      tools,
      after: ['jumper-back'],
      tooEarly: msg`The jumper goes back before the meter comes out.`,
    },
    CONTROLLER_ON,
  ],
  writes: (_, { milliamps }) => (milliamps === undefined ? [] : [draft('draw', { milliamps })]),
});
