import { t } from '../../core/language';
import { CHARGER_KINDS, CHARGER_KIND_IDS } from '../../core/site/charger-kinds';
import { Quiet } from '../ui/quiet';
import styles from './setup.module.css';
import { FormItem } from '../ui/controls/form';
import { InputNumber } from '../ui/controls/input-number';

/** How many chargers of each kind there are. */
export const Chargers = () => (
  <section className={styles.part}>
    <h2>{t`Chargers`}</h2>
    <Quiet as="p">{t`Left out, nobody knows what can be charged when, and the season is planned without. Each is taken for a usual one of its kind until its plate and leaflet are written down under Charge, Stock, with outlets and circuits. What is on board of a vehicle, a solar panel too, is said when that is laid up.`}</Quiet>
    <div className={styles.row}>
      {CHARGER_KIND_IDS.map((kind) => (
        <FormItem
          key={kind}
          name={['chargers', kind]}
          label={CHARGER_KINDS[kind].label}
          className={styles.wide}
        >
          <InputNumber controls={false} min={0} max={40} precision={0} placeholder={t`none`} />
        </FormItem>
      ))}
    </div>
  </section>
);
