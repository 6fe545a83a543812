import { t } from '../../core/language';
import type { BayChoice } from './lay-up-data';
import shared from './lay-up.module.css';
import styles from './bay-plan.module.css';

/** The halls as they are walked; a free bay is chosen by touching it, or with the arrow keys. */
export function BayPlan({
  halls,
  bayId,
  problem,
  onChoose,
}: {
  halls: readonly BayChoice[];
  bayId: string;
  problem?: string | undefined;
  onChoose: (bayId: string) => void;
}) {
  return (
    <fieldset className={styles.plan} data-path="bayId">
      <legend>{t`Bay`}</legend>
      {problem ? (
        <p className={shared.problem} role="alert">
          {problem[0]!.toUpperCase() + problem.slice(1)}.
        </p>
      ) : null}
      {halls.map((hall) => (
        <div key={hall.name} className={styles.planHall}>
          <p>
            <b>{hall.name}</b> <span>{hall.note}</span>
          </p>
          <div className={styles.planBays}>
            {hall.bays.map((bay) => (
              <label key={bay.id} title={bay.takenBy ?? t`free`}>
                <input
                  type="radio"
                  name="bay"
                  aria-label={bay.takenBy ? t`${bay.mark}, taken by ${bay.takenBy}` : bay.mark}
                  disabled={bay.takenBy !== null}
                  checked={bay.id === bayId}
                  onChange={() => onChoose(bay.id)}
                />
                <span>{bay.mark}</span>
              </label>
            ))}
          </div>
        </div>
      ))}
    </fieldset>
  );
}
