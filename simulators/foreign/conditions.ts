/** What is so at a whole site, and in which nobody who keeps it need be right. */
export interface Condition {
  readonly name: string;
  /** Hours of the slow part of what a charge leaves behind, least and most. */
  readonly lingerHours: readonly [number, number];
  /** The meter of the house is off by so much, volts at 12 V. */
  readonly meterVolts: number;
  /** So many of all charges end between 88 and 98 % of full. */
  readonly early: number;
  /** Times a day that a vehicle wakes by itself. */
  readonly wakesPerDay: number;
  /** Self-discharge grows by so much of itself in a month in store: least and most. */
  readonly grows: readonly [number, number];
  /** Heavy acid at the foot of the plates: volts of a 12 V battery after a charge. */
  readonly stratified: number;
  /** The thermometer in the hall is off by so much, kelvin. */
  readonly thermometer: number;
  /** Batteries with something wrong, of all. */
  readonly troubled: number;
}

/** As practice has it: one battery in seventeen has something wrong. Common practice. */
const PRACTICE = 0.06;

const PLAIN: Condition = {
  name: 'plain',
  lingerHours: [7, 13],
  meterVolts: 0,
  early: 0,
  wakesPerDay: 0.1,
  grows: [0, 0.03],
  stratified: 0,
  thermometer: 0,
  troubled: PRACTICE,
};

/** One thing at a time, and all of them together. */
export const CONDITIONS: readonly Condition[] = [
  PLAIN,
  { ...PLAIN, name: 'three in ten troubled', troubled: 0.3 },
  { ...PLAIN, name: 'surface charge of 12 to 40 h', lingerHours: [12, 40] },
  { ...PLAIN, name: 'meter 30 mV low', meterVolts: -0.03 },
  { ...PLAIN, name: 'meter 30 mV high', meterVolts: 0.03 },
  { ...PLAIN, name: 'half of all charges end at 88–98 %', early: 0.5 },
  { ...PLAIN, name: 'wakes twice a day', wakesPerDay: 2 },
  { ...PLAIN, name: 'self-discharge that grows', grows: [0.05, 0.2] },
  { ...PLAIN, name: 'acid in layers', stratified: 0.05 },
  { ...PLAIN, name: 'thermometer 3 K low', thermometer: -3 },
  {
    name: 'all at once',
    lingerHours: [12, 40],
    meterVolts: -0.03,
    early: 0.5,
    wakesPerDay: 2,
    grows: [0.05, 0.2],
    stratified: 0.05,
    thermometer: -3,
    troubled: PRACTICE,
  },
];
