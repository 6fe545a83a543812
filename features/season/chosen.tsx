import { t, counted } from '../../core/language';
import { Link } from '../ui/link';
import { shortDay, toDay } from '../../core/day';
import type { Strip } from '../../core/schedule/strips';
import { Quiet } from '../ui/quiet';
import { Button } from '../ui/button';

/** What is planned for the battery that is chosen, charge by charge. */
export function ChosenBattery({
  strip,
  name,
  href,
  today,
  chargers,
  pinned,
  onLetGo,
}: {
  readonly strip: Strip;
  readonly name: string;
  /** Its page; absent: it is none of this site. */
  readonly href: string | undefined;
  readonly today: string;
  readonly chargers: Readonly<Record<string, string>>;
  readonly pinned: ReadonlySet<string>;
  readonly onLetGo: (date: string) => void;
}) {
  const { charges, readings } = strip;
  return (
    <section aria-label={name}>
      <h2>{href ? <Link href={href}>{name}</Link> : name}</h2>
      <ul>
        {charges.map(({ date, to, charger }) => (
          <li key={date}>
            {charger === null ? t`On charge now` : shortDay(toDay(date))}
            {t` to `}
            {shortDay(toDay(today) + to)}
            {charger === null ? null : <Quiet>{t` at ${chargers[charger] ?? charger}`}</Quiet>}
            {pinned.has(date) ? (
              <Button size="small" onClick={() => onLetGo(date)}>{t`Let the plan decide`}</Button>
            ) : null}
          </li>
        ))}
        {charges.length === 0 ? (
          <Quiet as="li">{strip.kept ? t`A maintainer holds it` : t`It needs no charge`}</Quiet>
        ) : null}
        <Quiet as="li">{t`${counted(readings.length, 'reading', 'readings')}, lowest ${Math.round(Math.min(...strip.socPct))} %, line ${strip.lineSocPct} %`}</Quiet>
      </ul>
    </section>
  );
}
