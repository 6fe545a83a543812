import { t } from '../../core/language';
import { IconBackspace } from '@tabler/icons-react';
import styles from './keypad.module.css';

/** Keys for a gloved thumb; on a desk the digit keys do the same. */
export function Keypad({
  onDigit,
  onBack,
  onSkip,
}: {
  onDigit: (digit: string) => void;
  onBack: () => void;
  onSkip: () => void;
}) {
  const key = (digit: string) => (
    <button key={digit} type="button" className={styles.key} onClick={() => onDigit(digit)}>
      {digit}
    </button>
  );
  return (
    <div className={styles.keypad} data-keypad role="group" aria-label={t`Keypad`}>
      {['1', '2', '3', '4', '5', '6', '7', '8', '9'].map(key)}
      <button
        type="button"
        className={styles.key}
        aria-label={t`Take a digit back`}
        onClick={onBack}
      >
        <IconBackspace size={28} stroke={1.5} aria-hidden="true" />
      </button>
      {key('0')}
      <button type="button" className={styles.skip} onClick={onSkip}>{t`Skip`}</button>
    </div>
  );
}
