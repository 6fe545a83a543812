import { t } from '../../core/language';
import { Link } from '../ui/link';
import { wayWords } from '../charge/way-words';
import { Refusal } from '../procedure/refusal';
import { SelectField } from '../ui/chooser';
import type { HookPick } from './hook-pick';
import styles from './hook-choice.module.css';

/** Which charger, for how long, and what to mind about it. */
export function HookChoice({ pick, batteryId }: { pick: HookPick; batteryId: string }) {
  const { chosen, ways, why } = pick;
  const { fit } = chosen;
  return (
    <div className={styles.hook}>
      <SelectField
        label={t`Charger`}
        value={chosen.id}
        options={ways.map((way) => ({ value: way.id, label: wayWords(way, pick.hanging) }))}
        onChange={pick.onPick}
      />
      {chosen.because.length > 0 ? (
        <Refusal
          because={chosen.because}
          overridable={chosen.overridable}
          why={why}
          onWhy={pick.onWhy}
        />
      ) : fit && fit.minds.length > 0 ? (
        <ul>
          {fit.minds.map((mind) => (
            <li key={mind}>{mind}</li>
          ))}
        </ul>
      ) : null}
      <p>
        <Link href={`/charge?battery=${batteryId}`}>{t`All chargers, and the whole charge`}</Link>
      </p>
    </div>
  );
}
