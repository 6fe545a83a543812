'use client';

import { t } from '../../core/language';
import type { BatteryDetails } from '../../core/battery/details';
import { findingsOf } from '../../core/inspect/findings';
import {
  INSPECTION_POINTS,
  INSPECTION_POINT_IDS,
  type Inspection,
  type InspectionPoint,
} from '../../core/inspect/points';
import type { VehicleKindId } from '../../core/site/vehicle-kinds';
import { FindingsList } from './findings-list';
import { LevelsInput } from './levels-input';
import styles from './inspection-form.module.css';
import { Button } from '../ui/button';

export const EMPTY_INSPECTION: Inspection = { answers: {}, levels: null, note: '' };

/** What to look at, and what is seen there; what follows stands below at once. */
export function InspectionForm({
  kind,
  details,
  cells,
  value,
  problem,
  onChange,
}: {
  kind: VehicleKindId;
  details: BatteryDetails;
  cells: number;
  value: Inspection;
  problem?: string | undefined;
  onChange: (inspection: Inspection) => void;
}) {
  const points = INSPECTION_POINT_IDS.filter((id) => INSPECTION_POINTS[id].has(details, kind));
  const sound = () =>
    onChange({
      ...value,
      answers: Object.fromEntries(
        points.map((id) => [id, value.answers[id] ?? INSPECTION_POINTS[id].answers[0].value]),
      ),
    });
  return (
    <div className={styles.inspection}>
      <div className={styles.tools}>
        <Button size="small" onClick={sound}>{t`All the rest is sound`}</Button>
        <span>{t`${points.filter((id) => value.answers[id]).length} of ${points.length} looked at`}</span>
      </div>
      <div className={styles.points}>
        {points.map((id) => {
          const point: InspectionPoint = INSPECTION_POINTS[id];
          return (
            <fieldset key={id} className={styles.point}>
              <legend>{point.label}</legend>
              <p>{point.look}</p>
              <div className={styles.answers}>
                {point.answers.map((answer) => (
                  <label key={answer.value}>
                    <input
                      type="radio"
                      checked={value.answers[id] === answer.value}
                      onChange={() =>
                        onChange({ ...value, answers: { ...value.answers, [id]: answer.value } })
                      }
                    />
                    <span>{answer.label}</span>
                  </label>
                ))}
              </div>
            </fieldset>
          );
        })}
      </div>
      {details.capsOpen ? (
        <LevelsInput
          cells={cells}
          value={value.levels ?? []}
          onChange={(levels) => onChange({ ...value, levels: [...levels] })}
        />
      ) : null}
      {problem ? (
        <p className={styles.problem} role="alert">
          {problem}
        </p>
      ) : null}
      <FindingsList findings={findingsOf(value)} />
    </div>
  );
}
