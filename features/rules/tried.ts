import { meanOf } from '../../core/mean';
import { decimal, t } from '../../core/language';
import type { Estimate } from '../../core/estimate';
import type { WinterScore } from '../practice/winters';

/** One winter, by the rules as they are and as they are tried: the same weather, batteries and troubles. */
export interface TriedWinter {
  readonly asIs: WinterScore;
  readonly tried: WinterScore;
}

export interface TriedRow {
  readonly what: string;
  /** A winter, on the average. */
  readonly asIs: string;
  readonly tried: string;
  /** What the change does, with its 90 % range; null: it may as well do nothing. */
  readonly changes: string;
}

const signed = (value: number, digits: number) =>
  `${value > 0 ? '+' : value < 0 ? '−' : ''}${decimal(Math.abs(value), digits)}`;

/** `+1.2 (0.4 to 2.0)`; where nothing is between, no more is said than that. */
function changeWords({ value, low, high }: Estimate, digits: number): string {
  if (!Number.isFinite(low)) return t`${signed(value, digits)}, of one winter`;
  if (low <= 0 && high >= 0 && value === 0 && low === high) return t`the same`;
  const range = t`${signed(low, digits)} to ${signed(high, digits)}`;
  return low <= 0 && high >= 0
    ? t`${signed(value, digits)} (${range}): may be chance`
    : t`${signed(value, digits)} (${range})`;
}

const MEASURES: readonly {
  readonly what: () => string;
  readonly of: (score: WinterScore) => number;
  readonly digits: number;
}[] = [
  {
    what: () => t`Ready on its day, %`,
    of: ({ ready, batteries }) => (100 * ready) / Math.max(1, batteries),
    digits: 1,
  },
  { what: () => t`Let down`, of: ({ letDown }) => letDown, digits: 1 },
  { what: () => t`Lost`, of: ({ lost }) => lost, digits: 1 },
  { what: () => t`Replaced for nothing`, of: ({ needless }) => needless, digits: 1 },
  { what: () => t`Hours`, of: ({ minutes }) => minutes / 60, digits: 1 },
  { what: () => t`Readings`, of: ({ readings }) => readings, digits: 0 },
  { what: () => t`Charges`, of: ({ charges }) => charges, digits: 0 },
  { what: () => t`Cost`, of: ({ cost }) => cost, digits: 0 },
];

/** What winters that were played say of a change. At least one. */
export const triedRows = (winters: readonly TriedWinter[]): TriedRow[] =>
  MEASURES.map(({ what, of, digits }) => {
    const mean = (which: keyof TriedWinter) => meanOf(winters.map((one) => of(one[which]))).value;
    const change = meanOf(winters.map(({ asIs, tried }) => of(tried) - of(asIs)));
    return {
      what: what(),
      asIs: decimal(mean('asIs'), digits),
      tried: decimal(mean('tried'), digits),
      changes: changeWords(change, digits),
    };
  });

/** What is kept with the rule as its reason. */
export function reasonOfTrial(winters: readonly TriedWinter[]): string {
  const said = triedRows(winters)
    .filter(({ what }) => [t`Ready on its day, %`, t`Hours`, t`Cost`].includes(what))
    .map(({ what, asIs, tried }) => t`${what}: ${tried} instead of ${asIs}`);
  return t`Tried on ${winters.length} played winters of this site. ${said.join('; ')}.`;
}
