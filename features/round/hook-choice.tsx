import Link from 'next/link';
import type { Hanging } from '../../core/charge/board';
import { rankFits, type Fit, type FitSubject } from '../../core/charge/fit';
import { possibleHooks } from '../../core/charge/possible-hooks';
import { PROGRAMMES, type Hook, type Stock } from '../../core/charge/stock';
import { fitSubjectOf } from '../../core/charge/subject';
import { chargeBlock } from '../../core/inspect/open';
import { hoursWords } from '../charge/words';
import type { Judged } from './round-data';
import styles from './round.module.css';

/** Where a battery can hang just now, and which of these is taken. */
export interface HookPick {
  /** The site has chargers written down at all. */
  readonly any: boolean;
  /** Those that suit and are free, the best first. */
  readonly fits: readonly Fit[];
  readonly fit: Fit | null;
  readonly hook: Hook | null;
  /** Why on none of them. */
  readonly refusal: string | null;
  readonly onPick: (chargerId: string) => void;
}

export function pickHook(
  judged: Judged,
  stock: Stock,
  hanging: readonly Hanging[],
  bayMark: string,
  wanted: string | null,
  purpose: FitSubject['purpose'],
  onPick: (chargerId: string) => void,
): HookPick {
  const { battery, standing } = judged;
  const subject = fitSubjectOf(standing, battery.details, battery.hallId, purpose);
  const withHook = possibleHooks(stock, hanging, subject, battery.id, bayMark);
  const first = wanted ?? standing.planned?.chargerId ?? null;
  const chosen = withHook.find(({ fit }) => fit.charger.id === first) ?? withHook[0] ?? null;
  const block = chargeBlock(standing.state);
  return {
    any: stock.chargers.length > 0,
    fits: withHook.map(({ fit }) => fit),
    fit: chosen?.fit ?? null,
    hook: block ? null : (chosen?.hook ?? null),
    refusal: block
      ? `first see to this: ${block.seen}`
      : chosen || stock.chargers.length === 0
        ? null
        : (rankFits(stock.chargers, subject)[0]!.refusals[0] ??
          'every charger that suits is in use'),
    onPick,
  };
}

/** Which charger, for how long, and what to mind about it. */
export function HookChoice({ pick, batteryId }: { pick: HookPick; batteryId: string }) {
  const { fit, fits, refusal } = pick;
  const more = (
    <Link href={`/charge?battery=${batteryId}`}>All chargers, and the whole charge</Link>
  );
  if (!pick.any) return null;
  if (refusal || !fit) {
    return (
      <p className={styles.kindCaution} role="alert">
        On no charger now: {refusal}. {more}
      </p>
    );
  }
  return (
    <div className={styles.hook}>
      <label>
        Charger
        <select value={fit.charger.id} onChange={(event) => pick.onPick(event.target.value)}>
          {fits.map((one) => (
            <option key={one.charger.id} value={one.charger.id}>
              {one.charger.name}, {PROGRAMMES[one.programme.id].label}
              {one.course ? `, ${hoursWords(one.course.totalHours)}` : ''}
            </option>
          ))}
        </select>
      </label>
      {fit.minds.length > 0 ? (
        <ul>
          {fit.minds.map((mind) => (
            <li key={mind}>{mind}</li>
          ))}
        </ul>
      ) : null}
      <p>{more}</p>
    </div>
  );
}
