import { t } from '../../core/language';
import { DayField } from '../theme/day-field';
import { Quiet } from '../ui/quiet';
import { CLIMATES, type ClimateId } from './schema';
import styles from './setup.module.css';
import { RadioGroup } from '../ui/controls/radio';
import { FormItem } from '../ui/controls/form';
import { Input } from '../ui/controls/input';
import { InputNumber } from '../ui/controls/input-number';
import { Select } from '../ui/controls/select';

/** What the site is called, where it is, and what its winters are like. */
export const SiteFields = ({ timeZones }: { readonly timeZones: readonly string[] }) => (
  <section className={styles.part}>
    <h2>{t`Site`}</h2>
    <div className={styles.row}>
      <FormItem name="name" label={t`Name`} className={styles.wide}>
        <Input maxLength={80} autoComplete="off" />
      </FormItem>
      <FormItem name="timeZone" label={t`Time zone`} className={styles.wide}>
        <Select showSearch options={timeZones.map((value) => ({ value, label: value }))} />
      </FormItem>
    </div>
    <div className={styles.row}>
      <FormItem name="seasonStart" label={t`Season starts`}>
        <DayField />
      </FormItem>
      <FormItem name="seasonEnd" label={t`Season ends`}>
        <DayField />
      </FormItem>
      <FormItem name="latitude" label={t`Latitude, °N (south: −)`}>
        <InputNumber controls={false} min={-90} max={90} placeholder="53.7" />
      </FormItem>
    </div>
    <FormItem name="climate" label={t`Winter`}>
      <RadioGroup
        vertical
        options={(Object.keys(CLIMATES) as ClimateId[]).map((value) => ({
          value,
          label: CLIMATES[value].label,
        }))}
      />
    </FormItem>
    <Quiet as="p">{t`Three degrees off are a fifth more or less of what a battery loses by itself. Own temperatures, below, take its place. Without the latitude, what a solar panel gives in winter is not known.`}</Quiet>
  </section>
);
