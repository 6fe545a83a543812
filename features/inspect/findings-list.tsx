import type { Finding } from '../../core/inspect/findings';
import styles from './findings-list.module.css';

/** What was found, and what follows from it. */
export function FindingsList({ findings }: { findings: readonly Finding[] }) {
  if (findings.length === 0) return null;
  return (
    <ul className={styles.findings} aria-live="polite">
      {findings.map((finding) => (
        <li key={finding.id} data-consequence={finding.consequence}>
          <b>{finding.seen[0]!.toUpperCase() + finding.seen.slice(1)}.</b> {finding.todo}
        </li>
      ))}
    </ul>
  );
}
