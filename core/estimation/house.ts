import { MS_PER_DAY } from '../day';
import { SCALE_IDS, SCALES, type ScaleId } from '../battery/scales';
import { METER_SD_VOLTS, scaleAt, surfaceChargeVolts } from '../battery/state-of-charge';
import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import { normalBelow } from '../normal';
import { SURFACE_SHARE, relaxationSd } from './relaxation';
import type { Observation } from './observations';

/**
 * What all records of a house tell together, and none alone: how far its meter and each scale lie
 * beside its batteries, and how often its chargers stop early.
 */
export interface House {
  /** By scale, what readings lie over it, of a battery of 12 V. */
  readonly offsets: Readonly<Record<ScaleId, Offset>>;
  /** Of the charges that were noted as full, so many ended early. */
  readonly early: number;
}
export interface Offset {
  /** Of a battery of 12 V; others in proportion. */
  readonly volts: number;
  readonly sd: number;
}

/** What a house tells of one battery. */
export interface HouseOffset extends Offset {
  readonly early: number;
}

/** Before any battery was read after a charge: meters and tables are off by so much at 12 V. */
const METER_OFF_VOLTS = 0.01;
const SCALE_OFF_VOLTS = 0.008;
/** Charges that stop early, of all that are noted as full. Our own assumption. */
const EARLY_USUAL = 0.05;
/** That counts as much as so many charges do. */
const EARLY_WEIGHT = 20;
/** More than this is never believed: what most charges end at is what full is there. */
const EARLY_MOST = 0.4;
/** Charges that end early and a meter that is low look alike: so much of the one may be the other, volts. */
const EARLY_OR_METER_VOLTS = 0.04;
/** So do chargers that all go a little further, or not as far, as is usual. */
const FULL_OR_METER_VOLTS = 0.006;

/** To what a charge brings a battery, percent: mean and doubt. */
export const FULL_PCT = [99, 1] as const;
/** The same where the charger stopped early. */
export const EARLY_PCT = [93, 3] as const;

/** What is known of readings and charges where no record of the house tells. */
export const UNKNOWN_OFFSET: HouseOffset = {
  volts: 0,
  sd: 0.6 * Math.hypot(METER_OFF_VOLTS, SCALE_OFF_VOLTS),
  early: EARLY_USUAL,
};
export const UNKNOWN_HOUSE: House = {
  offsets: offsetsFrom(() => UNKNOWN_OFFSET),
  early: EARLY_USUAL,
};

/** What it tells of a battery that is read on this scale. */
export const houseOn = ({ offsets, early }: House, scale: ScaleId): HouseOffset => ({
  ...offsets[scale],
  early,
});

function offsetsFrom(of: (scale: ScaleId) => Offset): Record<ScaleId, Offset> {
  return Object.fromEntries(SCALE_IDS.map((id) => [id, of(id)])) as Record<ScaleId, Offset>;
}

/** A reading soon after a charge that was noted as full; volts as if it were a battery of 12 V. */
export interface TopReading {
  readonly at: number;
  readonly scale: ScaleId;
  /** Over what a full battery shows by its scale. */
  readonly over: number;
  /** What a percent is worth there. */
  readonly perPct: number;
  /** What is not known of the reading itself. */
  readonly sd: number;
}

/** By so much the volts of a battery differ from one of 12 V. */
export const ofTwelve = (chemistry: ChemistryId, cells: number): number =>
  (cells * CHEMISTRIES[chemistry].nominalVoltsPerCell) / 12;

/** A reading says what a charge came to for so long, and from so many hours of rest on. */
const TOP_DAYS = 14;
const TOP_RESTED_HOURS = 12;
/** What is lost meanwhile is known as well as this, a share. */
const LOSS_UNKNOWN = 0.5;

/**
 * The readings of one record that tell what a full charge came to. `lossPctPerDay`: what such a
 * battery loses, as chemistry and draw explain it.
 */
export function topReadings(
  battery: { readonly chemistry: ChemistryId; readonly cells: number; readonly scale: ScaleId },
  happenings: readonly Observation[],
  lossPctPerDay: number,
): TopReading[] {
  const { chemistry, cells, scale } = battery;
  if (CHEMISTRIES[chemistry].flatVoltage) return [];
  const tops: TopReading[] = [];
  let fullAt: number | null = null;
  for (const one of happenings) {
    if (one.kind === 'full') fullAt = one.at;
    else if (one.kind === 'outing' || one.kind === 'returned' || one.kind === 'part-charge') {
      fullAt = null;
    } else if (one.kind === 'reading' && fullAt !== null) {
      const days = (one.at - fullAt) / MS_PER_DAY;
      if (days > TOP_DAYS || one.restedHours < TOP_RESTED_HOURS) continue;
      const at = scaleAt({ chemistry, cells, scale, celsius: one.celsius });
      const lost = days * lossPctPerDay;
      const perPct = (at.voltsOf(100) - at.voltsOf(92)) / 8;
      const twelve = ofTwelve(chemistry, cells);
      const surface = SURFACE_SHARE * surfaceChargeVolts(chemistry, cells, one.restedHours);
      tops.push({
        at: one.at,
        scale,
        over: (one.volts - surface - at.voltsOf(FULL_PCT[0] - lost)) / twelve,
        perPct: perPct / twelve,
        sd:
          Math.hypot(
            METER_SD_VOLTS,
            relaxationSd(chemistry, cells, one.restedHours),
            LOSS_UNKNOWN * lost * perPct,
          ) / twelve,
      });
      fullAt = null;
    }
  }
  return tops;
}

/** A battery that comes up to no more than this, percent, says nothing of the house. */
const NOT_FULL_PCT = 86;
/** One that comes up to anything lower is as likely at any volts of so wide a range. */
const NOT_FULL_RANGE_PCT = 45;
const NOT_FULL_SHARE = 0.04;
const ROUNDS = 20;
/** A battery's own offset is followed at so many places, in standard deviations of its kind. */
const PLACES = Array.from({ length: 15 }, (_, i) => (i - 7) * 0.4);

/**
 * What the tops of many records tell of their house: each was full, or ended early, or its battery
 * does not come up. How far full ones lie beside the scale is what meter and scale are off; what
 * one battery shows now and then, and its other charges do not, ended early. By expectation and
 * maximisation (A. P. Dempster, N. M. Laird, D. B. Rubin, J. R. Stat. Soc. B 39, 1977), each
 * battery with an offset of its own.
 */
export function houseOf(records: readonly (readonly TopReading[])[]): House {
  const all = records.filter((tops) => tops.length > 0);
  if (all.length === 0) return UNKNOWN_HOUSE;
  let { early, offsets } = UNKNOWN_HOUSE;
  for (let round = 0; round < ROUNDS; round++) {
    const sums = new Map<ScaleId, { weight: number; sum: number }>();
    let ended = EARLY_WEIGHT * EARLY_USUAL;
    let charges = EARLY_WEIGHT;
    for (const tops of all) {
      const { scale } = tops[0]!;
      const one = followTops(tops, offsets[scale].volts, early);
      ended += one.early;
      charges += one.early + one.full;
      const before = sums.get(scale) ?? { weight: 0, sum: 0 };
      const weight =
        one.full / (one.full + one.early + 0.3) / (spreadOf(scale) ** 2 + READ_SD ** 2);
      sums.set(scale, {
        weight: before.weight + weight,
        sum: before.sum + weight * one.offset,
      });
    }
    offsets = offsetsOf(sums);
    early = Math.min(EARLY_MOST, ended / charges);
  }
  const confused = Math.hypot(early * EARLY_OR_METER_VOLTS, FULL_OR_METER_VOLTS);
  return {
    offsets: offsetsFrom((id) => {
      const { volts, sd } = offsets[id];
      return rounded({ volts, sd: Math.hypot(sd, confused) });
    }),
    early: Math.round(early / 0.04) * 0.04,
  };
}

/** What is learnt anew every day changes in steps, so that not all batteries are learnt anew with it. */
const rounded = ({ volts, sd }: Offset): Offset => ({
  volts: Math.round(volts / 0.004) * 0.004,
  sd: Math.max(0.002, Math.round(sd / 0.002) * 0.002),
});

/** How well a reading after a charge tells its battery's offset, volts. */
const READ_SD = 0.01;

/** Volts at 12 V by which sound batteries differ from their scale. */
const spreadOf = (scale: ScaleId): number => SCALES[scale].spreadVoltsPerCell * 6;

const bell = (z: number) => Math.exp(-0.5 * z * z);

/** One battery's tops: how many were full and how many ended early, and its own offset. */
function followTops(
  tops: readonly TopReading[],
  houseOffset: number,
  early: number,
): { full: number; early: number; offset: number } {
  const spread = spreadOf(tops[0]!.scale);
  let whole = 0;
  let full = 0;
  let ended = 0;
  let offset = 0;
  for (const place of PLACES) {
    const own = houseOffset + place * spread;
    let likely = bell(place);
    let fullHere = 0;
    let endedHere = 0;
    for (const top of tops) {
      const chances = chancesOf(top, own, early);
      const sum = chances.full + chances.early + chances.notFull;
      likely *= sum;
      fullHere += chances.full / sum;
      endedHere += chances.early / sum;
    }
    whole += likely;
    full += likely * fullHere;
    ended += likely * endedHere;
    offset += likely * own;
  }
  return { full: full / whole, early: ended / whole, offset: offset / whole };
}

/** How likely a top is of each kind, of a battery whose own offset is known. */
function chancesOf(
  { over, perPct, sd }: TopReading,
  own: number,
  early: number,
): { full: number; early: number; notFull: number } {
  const like = (underPct: number, doubtPct: number) => {
    const wide = Math.hypot(sd, doubtPct * perPct);
    return bell((over - own + underPct * perPct) / wide) / wide / Math.sqrt(2 * Math.PI);
  };
  const [mean, doubt] = EARLY_PCT;
  const shows = (over - own) / perPct + FULL_PCT[0];
  const under = normalBelow(((NOT_FULL_PCT - shows) * perPct) / Math.hypot(sd, 3 * perPct));
  return {
    full: (1 - early - NOT_FULL_SHARE) * like(0, FULL_PCT[1]),
    early: early * like(FULL_PCT[0] - mean, doubt),
    // A sliver everywhere: of a slip of the hand nothing is learnt.
    notFull: (NOT_FULL_SHARE * (0.02 + under)) / (NOT_FULL_RANGE_PCT * perPct),
  };
}

/** What all scales share is the meter's, the rest each scale's own. */
function offsetsOf(
  sums: ReadonlyMap<ScaleId, { weight: number; sum: number }>,
): Record<ScaleId, Offset> {
  let weights = 1 / METER_OFF_VOLTS ** 2;
  let sum = 0;
  for (const one of sums.values()) {
    const by = 1 / (SCALE_OFF_VOLTS ** 2 + 1 / one.weight);
    weights += by;
    sum += (by * one.sum) / one.weight;
  }
  const meter = sum / weights;
  return offsetsFrom((id) => {
    const own = sums.get(id);
    const scale = 1 / SCALE_OFF_VOLTS ** 2;
    if (!own) return { volts: meter, sd: Math.sqrt(1 / weights + SCALE_OFF_VOLTS ** 2) };
    const mean = (scale * meter + own.sum) / (scale + own.weight);
    return { volts: mean, sd: Math.sqrt(1 / (scale + own.weight)) };
  });
}
