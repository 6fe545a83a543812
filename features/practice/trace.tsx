import { t } from '../../core/language';
import styles from './trace.module.css';

const WIDTH = 600;
const HEIGHT = 120;
const DOTS = 300;

/** What a meter showed, second by second; a gap where it showed nothing. */
export function Trace({
  values,
  label,
}: {
  readonly values: readonly number[];
  readonly label: string;
}) {
  // Hours of seconds are too many to hand over one by one.
  const most = values.reduce((top, value) => (value > top ? value : top), 100);
  const every = Math.max(1, Math.floor(values.length / DOTS));
  let path = '';
  let isOpen = false;
  for (let i = 0; i < values.length; i += every) {
    const value = values[i]!;
    if (!Number.isFinite(value)) {
      isOpen = false;
      continue;
    }
    const x = (WIDTH * i) / Math.max(60, values.length);
    // Small draws and large ones on one picture.
    const y = HEIGHT * (1 - Math.log1p(value) / Math.log1p(most));
    path += `${isOpen ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`;
    isOpen = true;
  }
  return (
    <svg
      className={styles.trace}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={t`${label}, over ${Math.round(values.length / 60)} minutes`}
    >
      <path d={path} />
    </svg>
  );
}
