import { t } from '../../core/language';
import type { Offer, Sight } from '../../practice/stage';
import styles from './offers.module.css';
import { Button } from '../ui/button';

const KEYS = '123456789abcdefghijklmnopqrstuvwxyz';
/** The key of the n-th thing that can be done; null: there are more than keys. */
export const keyOf = (n: number): string | null => KEYS[n] ?? null;

/** What can be done now, by what it is done to, and how that looks. */
export function Offers({
  offers,
  sights,
  onDo,
}: {
  readonly offers: readonly Offer[];
  readonly sights: readonly Sight[];
  readonly onDo: (id: string) => void;
}) {
  const seen = sights.flatMap(({ group }) => group ?? []);
  const groups = [...new Set([...seen, ...offers.map(({ group }) => group)])];
  return (
    <section className={styles.offers} aria-label={t`What you can do`}>
      {groups.map((group) => {
        const sight = sights.find((one) => one.group === group);
        return (
          <div
            key={group}
            role="group"
            aria-label={group}
            className={sight ? styles.thing : styles.group}
          >
            {sight ? (
              <p>
                {sight.label}
                <i>{sight.value}</i>
              </p>
            ) : (
              <span aria-hidden="true">{group}</span>
            )}
            <div>
              {offers.map(({ id, say, group: of }, i) =>
                of === group ? (
                  <Button key={id} size="large" onClick={() => onDo(id)} data-act={id}>
                    {keyOf(i) === null ? null : <kbd aria-hidden="true">{keyOf(i)}</kbd>}
                    {say}
                  </Button>
                ) : null,
              )}
            </div>
          </div>
        );
      })}
    </section>
  );
}
