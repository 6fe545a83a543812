import { counted, decimal, t } from '../../core/language';
import { Link } from '../ui/link';
import { shortDay } from '../../core/day';
import { formatMoney } from '../../core/words/words';
import { hoursWords } from '../season/hours';
import { PrintButton } from '../print/print-button';
import { Caution } from '../ui/caution';
import { DataTable } from '../ui/data-table';
import { Quiet } from '../ui/quiet';
import type { AccountData, AccountLine } from './account-data';
import layout from '../ui/layout.module.css';
import styles from '../hand-back/hand-back.module.css';

/** What the season came to, by its logbook: for the house, and for who asks for its budget. */
export function Account({ data }: { data: AccountData }) {
  const { from, to, isClosed, worked, cost, rules, kWh, noted } = data;
  const money = (value: number) => formatMoney(value, rules);
  const total = cost.labour + cost.energy + cost.batteries;
  const days = t`${shortDay(from)} to ${shortDay(to)}`;
  return (
    <div className={layout.page}>
      <header className={layout.head}>
        <h1>{t`The season’s account`}</h1>
        <Quiet as="p">
          {data.siteName} · {days}
          {isClosed ? '' : t`, as far as it has come`} ·{' '}
          <Link href="/season">{t`back to the plan`}</Link>
        </Quiet>
      </header>
      <PrintButton />
      <div className={styles.group}>
        <DataTable caption={t`What the season came to`} head={[]}>
          <Row
            name={t`Handed back`}
            value={t`${data.handedBack} of ${data.vehicles} vehicles`}
            says={data.handedBack === 0 ? t`none yet` : t`${data.ready} of them ready as promised`}
          />
          <Row
            name={t`Starts watched`}
            value={String(data.cranked)}
            says={data.cranked === 0 ? t`none was recorded` : t`${data.ran} of them ran`}
          />
          <Row
            name={t`Batteries`}
            value={String(data.batteries)}
            says={
              data.lost.length === 0 ? t`none was lost` : t`${data.lost.length} lost or condemned`
            }
          />
          <Row
            name={t`Work`}
            value={hoursWords(worked.minutes)}
            says={t`on ${counted(worked.rounds, 'day', 'days')}, as the Round reckons it: ${counted(worked.readings, 'reading', 'readings')}, ${counted(worked.charges, 'charge', 'charges')}; laying up is not in it`}
          />
          <Row
            name={t`Energy`}
            value={t`${decimal(kWh, 1)} kWh`}
            says={t`from the mains, for the charges: ${noted === 0 ? t`none was noted, and each counts as three tenths of its battery` : t`${noted} were noted, the others count as the mean of those`}; maintainers are not in it`}
          />
          <Row
            name={t`Cost`}
            value={money(total)}
            says={t`${money(cost.labour)} labour, ${money(cost.energy)} energy, ${money(cost.batteries)} new batteries, at the house’s own prices`}
          />
        </DataTable>
      </div>
      {data.troubled.length > 0 ? (
        <Caution>{t`Not in it: ${data.troubled.join(', ')}, of which something on record makes no sense.`}</Caution>
      ) : null}
      <Lines
        title={t`Not ready on the day`}
        lines={data.notReady}
        nothing={t`None was handed over unready.`}
      />
      <Lines title={t`Lost`} lines={data.lost} nothing={t`No battery was lost.`} />
      <Lines
        title={t`Next year`}
        lines={data.changes}
        nothing={t`No other way of keeping them would have saved anything worth the change.`}
        why={t`Each of these lived through the same winter again, with what its record has taught, in every way that is possible where it stands.`}
      />
    </div>
  );
}

const Row = ({ name, value, says }: { name: string; value: string; says: string }) => (
  <tr>
    <th scope="row">{name}</th>
    <td>
      <b>{value}</b>
    </td>
    <td>{says}</td>
  </tr>
);

function Lines({
  title,
  lines,
  nothing,
  why,
}: {
  title: string;
  lines: readonly AccountLine[];
  nothing: string;
  why?: string;
}) {
  return (
    <section aria-label={title} className={styles.group}>
      <h2>{title}</h2>
      {lines.length === 0 ? <p>{nothing}</p> : why ? <Quiet as="p">{why}</Quiet> : null}
      <ul className={styles.list}>
        {lines.map(({ id, name, href, says }) => (
          <li key={id}>
            <Link href={href}>{name}</Link>: {says}
          </li>
        ))}
      </ul>
    </section>
  );
}
