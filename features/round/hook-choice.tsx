import Link from 'next/link';
import { PROGRAMMES } from '../../core/site/charging-equipment';
import { hoursWords } from '../charge/words';
import { Refusal } from '../procedure/refusal';
import type { HookPick } from './hook-pick';
import styles from './hook-choice.module.css';

/** Which charger, for how long, and what to mind about it. */
export function HookChoice({ pick, batteryId }: { pick: HookPick; batteryId: string }) {
  const { chosen, ways, why } = pick;
  const { fit } = chosen;
  return (
    <div className={styles.hook}>
      <label>
        Charger
        <select value={chosen.id} onChange={(event) => pick.onPick(event.target.value)}>
          {ways.map((way) => (
            <option key={way.id} value={way.id}>
              {way.name}
              {way.because.length > 0
                ? ' (not now)'
                : way.fit
                  ? `, ${PROGRAMMES[way.fit.programme.id].label}${way.fit.course ? `, ${hoursWords(way.fit.course.totalHours)}` : ''}`
                  : ''}
            </option>
          ))}
        </select>
      </label>
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
        <Link href={`/charge?battery=${batteryId}`}>All chargers, and the whole charge</Link>
      </p>
    </div>
  );
}
