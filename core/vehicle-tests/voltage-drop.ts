import { t, msg, withWords } from '../language';
import { z } from 'zod';

/** Where a voltage drop is measured, in the order of the hands, and what it may be at 12 V. */
interface Joint {
  readonly label: string;
  readonly at: string;
  readonly while: 'cranking' | 'charging';
  /** Common practice. */
  readonly limitVolts: number;
  readonly remedy: string;
  /** A sum of others: it names none of them. */
  readonly isSum?: true;
}

export const JOINTS = withWords({
  'live-clamp': {
    label: msg`Live post to clamp`,
    at: msg`from the post itself to its clamp`,
    while: 'cranking',
    limitVolts: 0.1,
    remedy: msg`Clamp off in its order, post and clamp bright, clamp fully down.`,
  },
  'live-cable': {
    label: msg`Clamp to starter`,
    at: msg`from that clamp to the starter’s bolt`,
    while: 'cranking',
    limitVolts: 0.2,
    remedy: msg`Both eyes of the cable off, bright, tight; then the cable itself.`,
  },
  'earth-clamp': {
    label: msg`Earthed post to clamp`,
    at: msg`from the post itself to its clamp`,
    while: 'cranking',
    limitVolts: 0.1,
    remedy: msg`Clamp off in its order, post and clamp bright, clamp fully down.`,
  },
  'earth-cable': {
    label: msg`Clamp to engine`,
    at: msg`from that clamp to bare metal of the engine`,
    while: 'cranking',
    limitVolts: 0.2,
    remedy: msg`Earth strap off, both ends to bright metal, tight.`,
  },
  'body-engine': {
    label: msg`Body to engine`,
    at: msg`from bare metal of the body to bare metal of the engine`,
    while: 'cranking',
    limitVolts: 0.2,
    remedy: msg`The strap between body and engine: both ends bright and tight.`,
  },
  'starter-circuit': {
    label: msg`Whole starter circuit`,
    at: msg`posts of the battery less those of the starter`,
    while: 'cranking',
    limitVolts: 0.5,
    remedy: msg`Measure it joint by joint.`,
    isSum: true,
  },
  'charging-live': {
    label: msg`Alternator to live post`,
    at: msg`from the alternator’s bolt to the post`,
    while: 'charging',
    limitVolts: 0.2,
    remedy: msg`Its cable, fuse link and eyes: bright and tight.`,
  },
  'charging-earth': {
    label: msg`Alternator’s case to earthed post`,
    at: msg`from its case to the post`,
    while: 'charging',
    limitVolts: 0.2,
    remedy: msg`Its bracket and the engine’s earth: bright metal.`,
  },
} as const satisfies Record<string, Joint>);
export type JointId = keyof typeof JOINTS;
export const JOINT_IDS = Object.keys(JOINTS) as JointId[];

const Drop = z
  .number()
  .min(0, { error: () => t`the drop as a positive figure: turn the probes round` })
  .max(24, { error: () => t`a drop in volts: 0.08 V is written 0.08` });

/** Drops as they were measured, in volts, and the amps that flowed; null: not measured. */
export const DropsSeen = z.strictObject({
  drops: z.partialRecord(z.enum(JOINT_IDS as [JointId, ...JointId[]]), Drop),
  amps: z
    .number()
    .min(1)
    .max(3000, { error: () => t`at most 3000 A` })
    .nullable(),
});
export type DropsSeen = z.infer<typeof DropsSeen>;

export interface JointAnswer {
  readonly joint: JointId;
  readonly volts: number;
  readonly limitVolts: number;
  readonly isBad: boolean;
  /** Null where nobody measured the amps. */
  readonly milliohms: number | null;
}

export interface DropsAnswer {
  readonly joints: readonly JointAnswer[];
  /** The worst of those that name a place; null: none is over its limit. */
  readonly worst: JointId | null;
  readonly say: readonly string[];
}

export interface DropsQuestion {
  readonly seen: DropsSeen;
  /** Half of each limit holds for 6 V. */
  readonly nominalVolts: number;
  /** House rule: on the live side while charging, volts of 12; see `JOINTS`. */
  readonly chargingLimitVolts?: number;
}

const told = ({ joint, volts, limitVolts, milliohms }: JointAnswer): string =>
  t`${JOINTS[joint].label}: ${volts.toFixed(2)} V, at most ${limitVolts.toFixed(2)} V${milliohms === null ? '' : t`; that is ${milliohms.toFixed(1)} mΩ`}.`;

/** Which joint of a starter or charging circuit takes more than its share, and what to do there. */
export function judgeDrops(question: DropsQuestion): DropsAnswer {
  const { seen, nominalVolts, chargingLimitVolts } = question;
  const scale = nominalVolts < 9 ? 0.5 : nominalVolts > 18 ? 2 : 1;
  const joints = JOINT_IDS.flatMap((joint): JointAnswer[] => {
    const volts = seen.drops[joint];
    if (volts === undefined) return [];
    const limit =
      joint === 'charging-live' && chargingLimitVolts !== undefined
        ? chargingLimitVolts
        : JOINTS[joint].limitVolts;
    const limitVolts = limit * scale;
    return [
      {
        joint,
        volts,
        limitVolts,
        isBad: volts > limitVolts + 1e-9,
        milliohms: seen.amps === null ? null : (1000 * volts) / seen.amps,
      },
    ];
  });
  const bad = joints.filter(({ isBad }) => isBad);
  const places = bad.filter(({ joint }) => !('isSum' in JOINTS[joint]));
  const over = ({ volts, limitVolts }: JointAnswer) => volts / limitVolts;
  const worst = [...places].sort((a, b) => over(b) - over(a))[0] ?? null;
  if (worst) {
    return {
      joints,
      worst: worst.joint,
      say: [
        told(worst),
        JOINTS[worst.joint].remedy,
        ...places.filter((one) => one !== worst).map(told),
      ],
    };
  }
  const sum = bad[0];
  return {
    joints,
    worst: null,
    say: sum
      ? [told(sum), JOINTS[sum.joint].remedy]
      : joints.length === 0
        ? [t`Nothing was measured.`]
        : [t`Every joint that was measured is within its limit.`],
  };
}
