import { decimal, t } from '../../core/language';
import { shortDay, toDay } from '../../core/day';
import type { RecordedBattery } from '../owners-record/record-document';
import styles from './record.module.css';

const WIDTH = 640;
const HEIGHT = 110;
const MARGIN = 42;

/** Resting voltages through the stay, small enough for paper. */
export function VoltsChart({ readings }: { readings: RecordedBattery['readings'] }) {
  const days = readings.map(({ on }) => toDay(on));
  const volts = readings.map((one) => one.volts);
  const [from, to] = [Math.min(...days), Math.max(...days)];
  const low = Math.floor(10 * Math.min(...volts)) / 10;
  const high = Math.ceil(10 * Math.max(...volts) + 0.1) / 10;
  const x = (day: number) =>
    MARGIN + ((day - from) / Math.max(1, to - from)) * (WIDTH - MARGIN - 6);
  const y = (value: number) => 6 + ((high - value) / (high - low)) * (HEIGHT - 24);
  const points = days.map((day, i) => `${x(day).toFixed(1)},${y(volts[i]!).toFixed(1)}`);
  return (
    <svg
      className={styles.chart}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={t`Resting voltages from ${shortDay(from)} to ${shortDay(to)}, ${decimal(Math.min(...volts), 2)} to ${decimal(Math.max(...volts), 2)} V`}
    >
      {[low, high].map((value) => (
        <g key={value}>
          <line x1={MARGIN} x2={WIDTH} y1={y(value)} y2={y(value)} />
          <text x={0} y={y(value) + 4}>
            {decimal(value, 1)} V
          </text>
        </g>
      ))}
      <polyline points={points.join(' ')} />
      {points.map((point) => {
        const [cx, cy] = point.split(',');
        return <circle key={point} cx={cx} cy={cy} r={2.2} />;
      })}
      <text x={MARGIN} y={HEIGHT - 3}>
        {shortDay(from)}
      </text>
      <text x={WIDTH} y={HEIGHT - 3} textAnchor="end">
        {shortDay(to)}
      </text>
    </svg>
  );
}
