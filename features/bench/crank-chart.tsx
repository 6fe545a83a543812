import { decimal, t } from '../../core/language';
import type { WatchedStart } from './crank-state';
import styles from './crank.module.css';

const WIDTH = 640;
const HEIGHT = 220;
const LEFT = 46;
const FOOT = 22;
/** So many starts are laid over each other; more would be a tangle. */
const SHOWN = 3;

/** Volts through a start, the last one over those before it, with the least that is well. */
export function CrankChart({
  starts,
  floorVolts,
}: {
  readonly starts: readonly WatchedStart[];
  readonly floorVolts: number;
}) {
  const shown = starts.slice(-SHOWN);
  const last = shown.at(-1)!;
  const all = shown.flatMap(({ volts }) => [...volts]);
  const low = Math.floor(Math.min(floorVolts, ...all) - 0.3);
  const high = Math.ceil(Math.max(...all) + 0.2);
  const end = Math.max(...shown.map(({ seconds }) => seconds.at(-1)!));
  const x = (seconds: number) => LEFT + ((seconds + 1) / (end + 1)) * (WIDTH - LEFT - 4);
  const y = (volts: number) => 6 + ((high - volts) / (high - low)) * (HEIGHT - FOOT - 6);
  const ticks = Array.from({ length: high - low + 1 }, (_, i) => low + i);
  const { found } = last;
  return (
    <svg
      className={styles.chart}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={t`The last start: ${decimal(found.restVolts, 2)} V at rest, ${decimal(found.dipVolts, 2)} V at its lowest, ${decimal(found.leastVolts, 2)} V while it turned for ${decimal(found.seconds, 1)} s, then ${decimal(found.recoveredVolts, 2)} V`}
    >
      {ticks.map((volts) => (
        <g key={volts}>
          <line x1={LEFT} x2={WIDTH} y1={y(volts)} y2={y(volts)} />
          {high - low > 6 && volts % 2 ? null : (
            <text x={0} y={y(volts) + 4}>
              {volts} V
            </text>
          )}
        </g>
      ))}
      <line className={styles.floor} x1={LEFT} x2={WIDTH} y1={y(floorVolts)} y2={y(floorVolts)} />
      <text
        x={WIDTH}
        y={y(floorVolts) - 5}
        textAnchor="end"
      >{t`at least ${decimal(floorVolts, 1)} V while it turns`}</text>
      {shown.map(({ at, seconds, volts }) => (
        <polyline
          key={at}
          data-before={at !== last.at || undefined}
          points={seconds.map((s, i) => `${x(s).toFixed(1)},${y(volts[i]!).toFixed(1)}`).join(' ')}
        />
      ))}
      {Array.from({ length: Math.floor(end) + 1 }, (_, s) => (
        <text key={s} x={x(s)} y={HEIGHT - 4} textAnchor="middle">
          {s} s
        </text>
      ))}
    </svg>
  );
}
