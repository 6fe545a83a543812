import { t } from '../../core/language';
import { Checkbox, Form, InputNumber, Segmented } from 'antd';
import { CurrencySelect } from '../rules/currency-select';
import { WEEKDAY_OPTIONS, WEEK_BEGINS } from '../rules/weekdays';
import { Quiet } from '../ui/quiet';
import styles from './setup.module.css';

/** When rounds are, how long they may be, and in what is counted. */
export const FirstRules = () => (
  <section className={styles.part}>
    <h2>{t`Rounds and units`}</h2>
    <Form.Item name={['rules', 'roundWeekdays']} label={t`Rounds are walked on`}>
      <Checkbox.Group options={WEEKDAY_OPTIONS} />
    </Form.Item>
    <div className={styles.row}>
      <Form.Item name={['rules', 'roundMinutes']} label={t`A round takes at most, min`}>
        <InputNumber controls={false} min={15} max={720} />
      </Form.Item>
      <Form.Item name={['rules', 'currency']} label={t`Currency`}>
        <CurrencySelect />
      </Form.Item>
    </div>
    <div className={styles.row}>
      <Form.Item name={['rules', 'temperatureUnit']} label={t`Temperature`}>
        <Segmented
          options={[
            { value: 'celsius', label: '°C' },
            { value: 'fahrenheit', label: '°F' },
          ]}
        />
      </Form.Item>
      <Form.Item name={['rules', 'measureUnit']} label={t`Measures`}>
        <Segmented
          options={[
            { value: 'metric', label: t`Metric` },
            { value: 'us', label: t`US` },
          ]}
        />
      </Form.Item>
      <Form.Item name={['rules', 'weekBegins']} label={t`A week begins on`}>
        <Segmented options={WEEK_BEGINS} />
      </Form.Item>
    </div>
    <Quiet as="p">{t`All of this, and every other rule of the house, is changed under Rules.`}</Quiet>
  </section>
);
