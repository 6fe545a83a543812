'use client';

import { Button, Form, Input, InputNumber, Radio, Select, type FormInstance } from 'antd';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { HALL_KIND_WORDS } from '../../core/facts/hall';
import { HALL_KINDS } from '../../core/site/climate';
import { call } from '../http/client';
import { CLIMATES, Setup, type ClimateId } from './schema';
import { DayField } from '../theme/day-field';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { CurrencySelect } from '../rules/currency-select';
import { Caution } from '../ui/caution';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import styles from './setup.module.css';

/** The first screen of a new site. */
export function SetupForm({
  season,
  timeZones,
}: {
  season: { start: string; end: string };
  timeZones: readonly string[];
}) {
  const [form] = Form.useForm<Setup>();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  useEffect(() => {
    // Only the browser knows where the attendant is.
    form.setFieldValue('timeZone', Intl.DateTimeFormat().resolvedOptions().timeZone);
  }, [form]);

  const send = async (fields: Setup) => {
    setProblem(null);
    const parsed = Setup.safeParse({
      ...fields,
      halls: fields.halls.map((hall) => ({
        ...hall,
        setpointCelsius: hall.kind === 'heated' ? (hall.setpointCelsius ?? 12) : null,
      })),
    });
    if (!parsed.success) {
      form.setFields(
        parsed.error.issues.map((issue) => ({
          name: issue.path as never,
          errors: [issue.message],
        })),
      );
      setProblem('Something is missing or out of range: see the marked fields.');
      return;
    }
    setBusy(true);
    const reply = await call('POST /api/setup', { body: parsed.data });
    if (reply.ok) {
      window.location.assign('/lay-up');
      return;
    }
    setBusy(false);
    setProblem(reply.reason);
  };

  return (
    <Form<Setup>
      form={form}
      layout="vertical"
      requiredMark={false}
      rootClassName={layout.page}
      initialValues={{
        name: '',
        seasonStart: season.start,
        seasonEnd: season.end,
        climate: 'inland' satisfies ClimateId,
        currency: DEFAULT_RULES.currency,
        halls: [{ name: '', kind: 'unheated', setpointCelsius: 12, rowMark: 'A', bays: 10 }],
      }}
      onFinish={(fields) => void send(fields)}
    >
      <header className={layout.head}>
        <h1>Velvet Ember: a new site</h1>
        <Quiet as="p">
          Where the vehicles stand, and what the winter is like. Nothing is stored yet.
        </Quiet>
      </header>
      <div className={styles.columns}>
        <section className={styles.part}>
          <h2>Site</h2>
          <div className={styles.row}>
            <Form.Item name="name" label="Name" className={styles.wide}>
              <Input maxLength={80} autoComplete="off" />
            </Form.Item>
            <Form.Item name="timeZone" label="Time zone" className={styles.wide}>
              <Select showSearch options={timeZones.map((value) => ({ value, label: value }))} />
            </Form.Item>
          </div>
          <div className={styles.row}>
            <Form.Item name="currency" label="Currency">
              <CurrencySelect />
            </Form.Item>
            <Form.Item name="seasonStart" label="Season starts">
              <DayField />
            </Form.Item>
            <Form.Item name="seasonEnd" label="Season ends">
              <DayField />
            </Form.Item>
          </div>
          <Form.Item name="climate" label="Winter">
            <Radio.Group
              vertical
              options={(Object.keys(CLIMATES) as ClimateId[]).map((value) => ({
                value,
                label: CLIMATES[value].label,
              }))}
            />
          </Form.Item>
        </section>
        <section className={styles.part}>
          <h2>Halls, in walking order</h2>
          <Halls form={form} />
          <Caution>
            The maker’s instructions, local codes and licensed practice come before anything that
            this program says.
          </Caution>
          <Problem>{problem}</Problem>
          <Button type="primary" htmlType="submit" size="large" loading={busy}>
            Set the site up
          </Button>
        </section>
      </div>
    </Form>
  );
}

/** The halls, one after the other as they are walked. */
function Halls({ form }: { form: FormInstance<Setup> }) {
  const halls = Form.useWatch('halls', form);
  return (
    <Form.List name="halls">
      {(fields, { add, remove }) => (
        <>
          {fields.map(({ key, name: at }) => (
            <div key={key} className={styles.battery} role="group" aria-label={`Hall ${at + 1}`}>
              <div className={styles.row}>
                <Form.Item name={[at, 'name']} label="Name" className={styles.wide}>
                  <Input maxLength={60} autoComplete="off" />
                </Form.Item>
                <Form.Item name={[at, 'rowMark']} label="Bays marked">
                  <Input maxLength={3} />
                </Form.Item>
                <Form.Item name={[at, 'bays']} label="How many">
                  <InputNumber controls={false} />
                </Form.Item>
              </div>
              <div className={styles.row}>
                <Form.Item name={[at, 'kind']} label="Kind" className={styles.wide}>
                  <Radio.Group
                    optionType="button"
                    options={HALL_KINDS.map((value) => ({ value, label: HALL_KIND_WORDS[value] }))}
                  />
                </Form.Item>
                {halls?.[at]?.kind === 'heated' ? (
                  <Form.Item name={[at, 'setpointCelsius']} label="Heated to, °C">
                    <InputNumber controls={false} />
                  </Form.Item>
                ) : null}
                {fields.length > 1 ? (
                  <Button
                    className={styles.remove}
                    icon={<IconTrash size={18} aria-hidden="true" />}
                    aria-label={`Remove hall ${at + 1}`}
                    onClick={() => remove(at)}
                  />
                ) : null}
              </div>
            </div>
          ))}
          <Button
            icon={<IconPlus size={18} aria-hidden="true" />}
            onClick={() =>
              add({
                name: '',
                kind: 'unheated',
                setpointCelsius: 12,
                rowMark: String.fromCharCode(65 + fields.length),
                bays: 10,
              })
            }
          >
            Another hall
          </Button>
        </>
      )}
    </Form.List>
  );
}
