import { t } from '../../core/language';
import { Link } from '../ui/link';
import { dayOf, shortDay } from '../../core/day';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { STORAGE_PLAN_NAMES } from '../../core/logbook/storage-plan-names';
import type { Judged, StopView } from './round-data';
import styles from './stop-head.module.css';

/** Which vehicle and battery this is, and how it is kept. */
export function StopHead({ view, judged }: { view: StopView; judged: Judged }) {
  const { facts, state, timeZone } = judged.standing;
  const tags = [
    ...(state.out ? [t`on the bench`] : []),
    state.maintainerSince !== null
      ? t`maintainer on`
      : state.negativeOn
        ? t`negative on`
        : t`negative off`,
    ...(state.chargeSince !== null ? [t`on charge`] : []),
    ...(state.lastFullAt !== null
      ? [t`last full ${shortDay(dayOf(state.lastFullAt, timeZone))}`]
      : [t`never known full`]),
    ...(state.plan ? [`plan: ${STORAGE_PLAN_NAMES[state.plan]}`] : []),
    ...(state.drawMa !== null && state.negativeOn ? [t`draw ${state.drawMa} mA`] : []),
  ];
  return (
    <header className={styles.head}>
      <h1>
        <Link href={`/vehicle/${view.vehicle.id}`}>{view.vehicle.name}</Link>
        <span className={styles.bayMark}>{view.vehicle.bayMark}</span>
      </h1>
      <p className={styles.facts}>
        {judged.battery.label}
        {t` battery `}
        {judged.battery.mark}
        {' · '}
        {CHEMISTRIES[facts.chemistry].short} {facts.nominalVolts}
        {' V '}
        {facts.capacityAh}
        {t` Ah · `}
        {facts.fittedYear === null ? t`fitted nobody knows when` : t`fitted ${facts.fittedYear}`}
        {state.place ? ` · ${state.place}` : ''}
      </p>
      <p className={styles.tags}>
        {tags.map((tag) => (
          <span key={tag}>{tag}</span>
        ))}
      </p>
    </header>
  );
}
