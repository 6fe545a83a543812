import { msg, withWords } from '../language';
import { monotoneCurve, type Curve, type Point } from '../curve';

/**
 * Resting voltage against state of charge, per cell. Practitioners disagree about the scale,
 * so each is a record with its school, and a site chooses one for each chemistry.
 */
export interface VoltageScale {
  readonly id: ScaleId;
  readonly label: string;
  readonly school: string;
  readonly source: string;
  /** [state of charge in percent, volts per cell], rising. */
  readonly points: readonly Point[];
  /** Slope below empty, volts per cell and percent: an over-discharged cell falls faster. */
  readonly belowEmpty: number;
  /** How far sound batteries scatter about the scale, standard deviation in volts per cell. */
  readonly spreadVoltsPerCell: number;
  /** How far they bulge over or under it half-way, standard deviation in volts per cell. */
  readonly bulgeVoltsPerCell: number;
  /** Temperature of the battery for which the scale holds. */
  readonly celsius: number;
}

export const SCALE_IDS = [
  'published',
  'calcium',
  'agm',
  'gel',
  'lfp',
  'sealed-school',
  'cautious',
] as const;
export type ScaleId = (typeof SCALE_IDS)[number];

/** A table of a 12 V battery of `cells` cells, brought to one cell. */
function perCell(cells: number, rows: readonly Point[], shiftVolts = 0): Point[] {
  return rows.map(([socPct, volts]) => [socPct, (volts + shiftVolts) / cells] as const);
}

const PUBLISHED_12V: readonly Point[] = [
  [0, 11.89],
  [25, 12.06],
  [50, 12.24],
  [75, 12.45],
  [100, 12.65],
];

/**
 * Below empty the acid goes on thinning until it is spent near −83 %; there six cells stand at
 * about 10.5 V. (11.89 − 10.5) / 83 = 0.0167 V for each percent of a 12 V battery. Our own
 * construction: the end points are common practice, the straight line between them is assumed.
 */
const LEAD_ACID_BELOW_EMPTY = 0.0167 / 6;

/** ±0.03 V of a 12 V battery as a 90 % range. */
const LEAD_ACID_SPREAD = 0.018 / 6;

/** Data sheets give the ends; what is between lies off by so much. Our own assumption. */
const LEAD_ACID_BULGE = 0.0035;
/**
 * Of flooded batteries the published laws disagree half-way: E = SG + 0.845 (Linden) lies 0.03 V
 * under the table, Bode's law of the acid's molality 0.04 V over it, for six cells.
 */
const DISPUTED_BULGE = 0.005;
/** What is from memory, or handed down, lies further off in between. Our own assumption. */
const HANDED_DOWN_BULGE = 0.006;

const leadAcid = {
  belowEmpty: LEAD_ACID_BELOW_EMPTY,
  spreadVoltsPerCell: LEAD_ACID_SPREAD,
  bulgeVoltsPerCell: LEAD_ACID_BULGE,
};

export const SCALES: Readonly<Record<ScaleId, VoltageScale>> = withWords({
  published: {
    id: 'published',
    label: msg`Published table`,
    school: msg`the published open-circuit table`,
    source: msg`Battery Council International, battery service manual, open-circuit table`,
    points: perCell(6, PUBLISHED_12V),
    celsius: 26.7,
    ...leadAcid,
    bulgeVoltsPerCell: DISPUTED_BULGE,
  },
  calcium: {
    id: 'calcium',
    label: msg`Published table, calcium plates`,
    school: msg`the published table, raised by 0.03 V for calcium plates`,
    source: msg`common practice from data sheets, from memory`,
    points: perCell(6, PUBLISHED_12V, 0.03),
    celsius: 26.7,
    ...leadAcid,
    bulgeVoltsPerCell: DISPUTED_BULGE,
  },
  agm: {
    id: 'agm',
    label: msg`AGM data sheets`,
    school: msg`what AGM data sheets give`,
    source: msg`common practice from data sheets, from memory`,
    points: perCell(6, [
      [0, 11.8],
      [25, 12.0],
      [50, 12.3],
      [75, 12.6],
      [100, 12.85],
    ]),
    celsius: 25,
    ...leadAcid,
  },
  gel: {
    id: 'gel',
    label: msg`Gel data sheets`,
    school: msg`what gel data sheets give`,
    source: msg`common practice from data sheets, from memory`,
    points: perCell(6, [
      [0, 11.8],
      [25, 12.0],
      [50, 12.35],
      [75, 12.65],
      [100, 12.85],
    ]),
    celsius: 25,
    ...leadAcid,
    bulgeVoltsPerCell: HANDED_DOWN_BULGE,
  },
  lfp: {
    id: 'lfp',
    label: msg`Lithium iron phosphate data sheets`,
    school: msg`what lithium iron phosphate data sheets give`,
    source: msg`common practice from data sheets, from memory`,
    points: perCell(4, [
      [0, 12.0],
      [10, 12.8],
      [20, 13.0],
      [90, 13.3],
      [100, 13.5],
    ]),
    belowEmpty: 0.12 / 4,
    // The voltage is flat and differs after a charge and after a discharge.
    spreadVoltsPerCell: 0.06 / 4,
    bulgeVoltsPerCell: 0.06 / 4,
    celsius: 25,
  },
  'sealed-school': {
    id: 'sealed-school',
    label: msg`Sealed-battery school`,
    school: msg`the sealed-battery school (12.4 V is three quarters)`,
    source: msg`common practice`,
    points: perCell(6, [
      [0, 11.8],
      [25, 12.0],
      [50, 12.2],
      [75, 12.4],
      [100, 12.7],
    ]),
    celsius: 25,
    ...leadAcid,
    bulgeVoltsPerCell: HANDED_DOWN_BULGE,
  },
  cautious: {
    id: 'cautious',
    label: msg`Cautious school`,
    school: msg`the cautious school (12.4 V is half)`,
    // Only the half point is handed down; full and flat are set to common figures.
    source: msg`common practice; full and flat are our own assumption`,
    points: perCell(6, [
      [0, 11.9],
      [50, 12.4],
      [100, 12.8],
    ]),
    celsius: 25,
    ...leadAcid,
    bulgeVoltsPerCell: HANDED_DOWN_BULGE,
  },
});

const curves = new Map<ScaleId, Curve>();

/** The scale as a curve: percent state of charge → volts per cell at the scale's temperature. */
export function scaleCurve(id: ScaleId): Curve {
  let curve = curves.get(id);
  if (!curve) {
    const scale = SCALES[id];
    curve = monotoneCurve(scale.points, { below: scale.belowEmpty });
    curves.set(id, curve);
  }
  return curve;
}
