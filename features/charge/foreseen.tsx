import { decimal, t } from '../../core/language';
import type { Fit } from '../../core/connections/charger-suitability';
import { doneBefore, lookInTimes } from '../../core/connections/look-in';
import { formatVolts } from '../../core/words/words';
import { Quiet } from '../ui/quiet';
import type { ChargeData } from './charge-data';
import { CourseChart } from './course-chart';
import { hoursWords, whenWords } from './words';
import styles from './foreseen.module.css';

/** How long a charge will take, how it will go, and when to look in. */
export function Foreseen({ fit, data }: { fit: Fit | null; data: ChargeData }) {
  const { clock, rules } = data;
  if (!fit?.course) {
    return (
      <Quiet as="p">
        {fit
          ? t`Not read yet: nobody knows how long it will take.`
          : t`What it gives is not noted: nobody knows how long it will take.`}
      </Quiet>
    );
  }
  const { course, absorptionVolts, floatVolts } = fit;
  const { at: looks, finishAt } = lookInTimes(fit, clock.now);
  const done = finishAt === null ? null : doneBefore(finishAt, clock.now, rules, clock.timeZone);
  const when = (at: number) => whenWords(at, clock.now, clock.timeZone, rules);
  const facts: readonly (readonly [string, string])[] = [
    [t`To the limit`, t`${hoursWords(course.bulkHours)}, at ${Math.round(course.limitSocPct)} %`],
    [t`Absorption`, t`${hoursWords(course.absorptionHours)} at ${formatVolts(absorptionVolts)}`],
    [t`Float`, floatVolts === null ? t`none, it ends` : formatVolts(floatVolts)],
    [
      t`Out of the charger`,
      t`${decimal(course.ampHours, 1)} Ah, ${Math.round(course.wattHours)} Wh`,
    ],
    [
      t`Look in`,
      `${looks.slice(0, 3).map(when).join(', ')}${looks.length > 3 ? `, … ${when(looks.at(-1)!)}` : ''}`,
    ],
  ];
  return (
    <>
      <p className={styles.finish}>
        <b>{hoursWords(course.totalHours)}</b>
        <span>{t`full ${when(finishAt!)}${done ? `; ${doneWords(done)}` : ''}`}</span>
      </p>
      <CourseChart course={course} heard={null} />
      <dl className={styles.facts}>
        {facts.map(([name, value]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}

function doneWords(done: ReturnType<typeof doneBefore>): string {
  if (done.beforeShiftEnd) return t`before you go home`;
  return done.beforeNextRound
    ? t`not before you go home, but before the next round`
    : t`not before the next round`;
}
