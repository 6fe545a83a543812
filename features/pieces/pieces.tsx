import { Samples } from './samples';
import styles from './pieces.module.css';

const THEMES = [
  { theme: 'day', name: 'By day' },
  { theme: 'lamp', name: 'By lamplight' },
] as const;

/** Each piece by day and by lamplight, as wide as a phone has it and as a desk does. */
export function Pieces() {
  return (
    <div className={styles.page}>
      <h1>Pieces</h1>
      {THEMES.map(({ theme, name }) => (
        <section key={theme} className={styles.theme} data-theme={theme}>
          <h2>{name}</h2>
          <div className={styles.sizes}>
            <Samples />
            <Samples />
          </div>
        </section>
      ))}
    </div>
  );
}
