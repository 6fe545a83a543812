import type { ReactNode } from 'react';
import type { VehicleKindId } from '../../core/site/vehicle-kinds';
import { Quiet } from '../ui/quiet';
import { VehicleIcon } from './vehicle-icon';
import styles from './vehicle-head.module.css';

/** Which vehicle a page is about: its name and bay, and a line of what matters of it there. */
export const VehicleHead = ({
  vehicle: { kind, name },
  bay,
  line,
  children,
}: {
  readonly vehicle: { readonly kind: VehicleKindId; readonly name: string };
  /** Null: it stands in none. */
  readonly bay: string | null;
  readonly line: ReactNode;
  /** What stands at its right. */
  readonly children?: ReactNode;
}) => (
  <header className={styles.head}>
    <VehicleIcon kind={kind} size={30} />
    <div>
      <h1>
        {name} {bay === null ? null : <span className={styles.bay}>{bay}</span>}
      </h1>
      <Quiet as="p">{line}</Quiet>
    </div>
    {children}
  </header>
);
