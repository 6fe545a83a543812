import { t } from '../../core/language';
import { Form, Input, InputNumber, Radio, Select } from 'antd';
import { DayField } from '../theme/day-field';
import { Quiet } from '../ui/quiet';
import { CLIMATES, type ClimateId } from './schema';
import styles from './setup.module.css';

/** What the site is called, where it is, and what its winters are like. */
export const SiteFields = ({ timeZones }: { readonly timeZones: readonly string[] }) => (
  <section className={styles.part}>
    <h2>{t`Site`}</h2>
    <div className={styles.row}>
      <Form.Item name="name" label={t`Name`} className={styles.wide}>
        <Input maxLength={80} autoComplete="off" />
      </Form.Item>
      <Form.Item name="timeZone" label={t`Time zone`} className={styles.wide}>
        <Select showSearch options={timeZones.map((value) => ({ value, label: value }))} />
      </Form.Item>
    </div>
    <div className={styles.row}>
      <Form.Item name="seasonStart" label={t`Season starts`}>
        <DayField />
      </Form.Item>
      <Form.Item name="seasonEnd" label={t`Season ends`}>
        <DayField />
      </Form.Item>
      <Form.Item name="latitude" label={t`Latitude, °N (south: −)`}>
        <InputNumber controls={false} min={-90} max={90} placeholder="53.7" />
      </Form.Item>
    </div>
    <Form.Item name="climate" label={t`Winter`}>
      <Radio.Group
        vertical
        options={(Object.keys(CLIMATES) as ClimateId[]).map((value) => ({
          value,
          label: CLIMATES[value].label,
        }))}
      />
    </Form.Item>
    <Quiet as="p">{t`Three degrees off are a fifth more or less of what a battery loses by itself. Own temperatures, below, take its place. Without the latitude, what a solar panel gives in winter is not known.`}</Quiet>
  </section>
);
