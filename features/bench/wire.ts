import { z } from 'zod';
import { Line } from '../../core/text';
import { Mark } from '../../core/parasitic-draw/marks';

/** What the bench's stream says, message by message. */
export const Status = z.discriminatedUnion('state', [
  z.object({ state: z.literal('none') }),
  z.object({ state: z.literal('resting') }),
  z.object({ state: z.literal('connecting') }),
  z.object({
    state: z.literal('reading'),
    quantity: z.enum(['volts', 'amps']),
    identity: z.object({
      maker: z.string(),
      model: z.string(),
      serial: z.string(),
      firmware: z.string(),
    }),
  }),
  z.object({ state: z.literal('lost'), why: z.string() }),
]);
export type Status = z.infer<typeof Status>;

export const Test = z.object({
  id: z.string(),
  batteryId: z.string(),
  /** UTC milliseconds of the machine, not of the site’s clock. */
  startedAt: z.number(),
  marks: z.array(Mark),
});
export type Test = z.infer<typeof Test>;

/** Numbers travel as JSON, which knows no NaN: null is a sample without a number. */
const Numbers = z.array(z.number().nullable());

export const Message = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('status'), status: Status }),
  z.object({ kind: z.literal('test'), test: Test.nullable(), samples: z.number() }),
  z.object({
    kind: z.literal('samples'),
    test: z.string(),
    /** Number of the first: what is known already is left out, what is missing is fetched. */
    first: z.number(),
    seconds: z.array(z.number()),
    amps: Numbers,
  }),
  z.object({
    kind: z.literal('volts'),
    at: z.number(),
    value: z.number().nullable(),
    over: z.boolean(),
  }),
]);
export type Message = z.infer<typeof Message>;

export const TraceReply = z.object({
  test: Test.nullable(),
  seconds: z.array(z.number()),
  amps: Numbers,
});

export const orNull = (value: number) => (Number.isNaN(value) ? null : value);
export const orNaN = (value: number | null) => value ?? NaN;

/** What the bench is asked to do. */
export const BenchRequest = z.discriminatedUnion('do', [
  z.object({ do: z.literal('start'), batteryId: z.string().min(1).max(64) }),
  z.object({ do: z.literal('jumper-off') }),
  z.object({ do: z.literal('jumper-back') }),
  z.object({ do: z.literal('pull'), circuit: Line(1, 24) }),
  z.object({ do: z.literal('put-back'), circuit: Line(1, 24) }),
  z.object({ do: z.literal('anew') }),
  z.object({ do: z.literal('discard') }),
  z.object({
    do: z.literal('finish'),
    /** Steps of the procedure in the order in which they were ticked. */
    steps: z.array(z.string().min(1).max(40)).max(40),
    /** It is still awake, and is recorded all the same. */
    evenAwake: z.boolean(),
    /** Something was repaired or switched off first. */
    changed: z.boolean().optional(),
  }),
]);
export type BenchRequest = z.infer<typeof BenchRequest>;
