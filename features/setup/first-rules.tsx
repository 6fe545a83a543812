import { t } from '../../core/language';
import { CurrencySelect } from '../rules/currency-select';
import { WEEKDAY_OPTIONS, WEEK_BEGINS } from '../rules/weekdays';
import { Quiet } from '../ui/quiet';
import styles from './setup.module.css';
import { CheckboxGroup } from '../ui/controls/checkbox';
import { FormItem } from '../ui/controls/form';
import { InputNumber } from '../ui/controls/input-number';
import { Segmented } from '../ui/controls/segmented';

/** When rounds are, how long they may be, and in what is counted. */
export const FirstRules = () => (
  <section className={styles.part}>
    <h2>{t`Rounds and units`}</h2>
    <FormItem name={['rules', 'roundWeekdays']} label={t`Rounds are walked on`}>
      <CheckboxGroup options={WEEKDAY_OPTIONS} />
    </FormItem>
    <div className={styles.row}>
      <FormItem name={['rules', 'roundMinutes']} label={t`A round takes at most, min`}>
        <InputNumber controls={false} min={15} max={720} />
      </FormItem>
      <FormItem name={['rules', 'currency']} label={t`Currency`}>
        <CurrencySelect />
      </FormItem>
    </div>
    <div className={styles.row}>
      <FormItem name={['rules', 'temperatureUnit']} label={t`Temperature`}>
        <Segmented
          options={[
            { value: 'celsius', label: '°C' },
            { value: 'fahrenheit', label: '°F' },
          ]}
        />
      </FormItem>
      <FormItem name={['rules', 'measureUnit']} label={t`Measures`}>
        <Segmented
          options={[
            { value: 'metric', label: t`Metric` },
            { value: 'us', label: t`US` },
          ]}
        />
      </FormItem>
      <FormItem name={['rules', 'weekBegins']} label={t`A week begins on`}>
        <Segmented options={WEEK_BEGINS} />
      </FormItem>
    </div>
    <Quiet as="p">{t`All of this, and every other rule of the house, is changed under Rules.`}</Quiet>
  </section>
);
