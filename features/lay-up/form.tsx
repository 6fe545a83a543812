'use client';

import { Button, DatePicker, Form, Input, InputNumber, Radio, Select } from 'antd';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import dayjs, { type Dayjs } from 'dayjs';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { CHEMISTRIES, CHEMISTRY_IDS } from '../../core/battery/chemistries';
import { BATTERY_ROLES } from '../../core/logbook/kinds';
import { VEHICLE_KINDS, VEHICLE_KIND_IDS, type VehicleKindId } from '../../core/site/vehicle-kinds';
import { postJson } from '../logbook/post';
import { VehicleIcon } from '../theme/vehicle-icon';
import { LayUp, type Keeping, type LayUpBattery } from './schema';
import styles from './form.module.css';

interface BatteryFields extends Omit<LayUpBattery, 'id' | 'capacityAh' | 'fittedYear' | 'drawMa'> {
  readonly id: string;
  readonly capacityAh: number | null;
  readonly fittedYear: number | null;
  readonly drawMa: number | null;
}

interface Fields {
  readonly kind: VehicleKindId;
  readonly name: string;
  readonly bayId: string | null;
  readonly stay: 'collected' | 'always-ready';
  readonly collectOn: Dayjs | null;
  readonly restedHours: number;
  readonly batteries: readonly BatteryFields[];
}

const NOMINAL_VOLTS = [6, 8, 12, 24, 36, 48];
const ROLE_WORDS = {
  starter: 'Starter',
  leisure: 'Leisure',
  auxiliary: 'Auxiliary',
  string: 'Block of a string',
};
const KEEPING_WORDS: Record<Keeping, string> = {
  connected: 'Negative on',
  'negative-off': 'Negative off',
  maintainer: 'Maintainer on',
};
const RESTS = [
  { value: 0, label: 'Just now' },
  { value: 2, label: 'About 2 hours ago' },
  { value: 6, label: 'This morning' },
  { value: 24, label: 'Yesterday or before' },
];

const usualBatteries = (kind: VehicleKindId): BatteryFields[] =>
  VEHICLE_KINDS[kind].usualBatteries.map((usual) => ({
    id: uuid(),
    role: usual.role,
    place: usual.place,
    chemistry: 'flooded',
    nominalVolts: 12,
    capacityAh: usual.capacityAh,
    fittedYear: null,
    keeping: 'connected',
    drawMa: null,
  }));

export function LayUpForm({
  halls,
  bayId,
  today,
  collectOn,
}: {
  halls: readonly { name: string; bays: readonly { id: string; mark: string }[] }[];
  bayId: string | null;
  today: string;
  collectOn: string;
}) {
  const router = useRouter();
  const [form] = Form.useForm<Fields>();
  const [vehicleId] = useState(() => uuid());
  const [problem, setProblem] = useState<string | null>(null);
  const [done, setDone] = useState<{ name: string; mark: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const kind = Form.useWatch('kind', form) ?? 'car';
  const stay = Form.useWatch('stay', form) ?? 'collected';
  const free = halls.flatMap((hall) => hall.bays);

  const send = async (fields: Fields) => {
    setProblem(null);
    const candidate = {
      vehicleId,
      kind: fields.kind,
      name: fields.name ?? '',
      bayId: fields.bayId ?? '',
      collectOn:
        fields.stay === 'always-ready' ? null : (fields.collectOn?.format('YYYY-MM-DD') ?? ''),
      restedHours: fields.restedHours,
      batteries: fields.batteries.map((battery) => ({
        ...battery,
        place: battery.place ?? '',
        fittedYear: battery.fittedYear ?? null,
        drawMa: battery.drawMa ?? null,
      })),
    };
    const parsed = LayUp.safeParse(candidate);
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
    const reply = await postJson('/api/lay-up', parsed.data);
    setBusy(false);
    if (!reply.ok) return setProblem(reply.reason);
    const mark = free.find((one) => one.id === fields.bayId)?.mark ?? '';
    setDone({ name: fields.name, mark });
  };

  if (done) {
    return (
      <div className={styles.done} role="status">
        <h1>
          {done.name} stands in {done.mark}
        </h1>
        <p>
          Its batteries have not been read yet, so they are a stop of the next round. Until then
          their reserve is not known.
        </p>
        <div className={styles.doneActions}>
          <Link href="/round">Go to the round</Link>
          <Link href="/yard">See it in the Yard</Link>
          <Button onClick={() => router.refresh()}>Lay up another</Button>
        </div>
      </div>
    );
  }

  return (
    <Form<Fields>
      form={form}
      layout="vertical"
      requiredMark={false}
      rootClassName={styles.form}
      initialValues={{
        kind: 'car',
        name: '',
        bayId: bayId ?? undefined,
        stay: 'collected',
        collectOn: dayjs(collectOn),
        restedHours: 0,
        batteries: usualBatteries('car'),
      }}
      onFinish={(fields) => void send(fields)}
      onValuesChange={(changed: Partial<Fields>) => {
        if (changed.kind) form.setFieldValue('batteries', usualBatteries(changed.kind));
      }}
    >
      <header className={styles.head}>
        <h1>Lay up</h1>
        <p>A vehicle, where it stands, until when, and its batteries.</p>
      </header>
      <div className={styles.columns}>
        <section className={styles.part}>
          <h2>Vehicle</h2>
          <Form.Item name="kind" label="Kind">
            <Radio.Group className={styles.kinds}>
              {VEHICLE_KIND_IDS.map((id) => (
                <Radio.Button key={id} value={id}>
                  <span className={styles.kind}>
                    <VehicleIcon kind={id} size={19} />
                    {VEHICLE_KINDS[id].label}
                  </span>
                </Radio.Button>
              ))}
            </Radio.Group>
          </Form.Item>
          {VEHICLE_KINDS[kind].caution ? (
            <p className={styles.caution}>{VEHICLE_KINDS[kind].caution}</p>
          ) : null}
          <div className={styles.row}>
            <Form.Item name="name" label="Name" className={styles.wide}>
              <Input maxLength={60} placeholder="Make, model, whose" autoComplete="off" />
            </Form.Item>
            <Form.Item name="bayId" label="Bay">
              <Select
                showSearch={{ optionFilterProp: 'label' }}
                placeholder="Free bay"
                options={halls
                  .filter((hall) => hall.bays.length)
                  .map((hall) => ({
                    label: hall.name,
                    title: hall.name,
                    options: hall.bays.map(({ id, mark }) => ({ value: id, label: mark })),
                  }))}
              />
            </Form.Item>
          </div>
          <div className={styles.row}>
            <Form.Item name="stay" label="Until" className={styles.wide}>
              <Radio.Group
                optionType="button"
                options={[
                  { value: 'collected', label: 'Collected on' },
                  { value: 'always-ready', label: 'Always ready' },
                ]}
              />
            </Form.Item>
            {stay === 'collected' ? (
              <Form.Item name="collectOn" label="Collection day">
                <DatePicker
                  format={['ddd D MMM YYYY', 'YYYY-MM-DD', 'D.M.YYYY']}
                  minDate={dayjs(today)}
                  allowClear={false}
                />
              </Form.Item>
            ) : null}
          </div>
          <Form.Item
            name="restedHours"
            label="Last driven or charged"
            extra="A reading counts only after the rest that your rules ask for."
          >
            <Select options={RESTS} />
          </Form.Item>
        </section>
        <section className={styles.part}>
          <h2>Batteries</h2>
          <Form.List name="batteries">
            {(fields, { add, remove }, { errors }) => (
              <>
                {fields.map(({ key, name }) => (
                  <BatteryCard
                    key={key}
                    at={name}
                    removable={fields.length > 1}
                    onRemove={() => remove(name)}
                  />
                ))}
                <Form.ErrorList errors={errors} />
                <Button
                  icon={<IconPlus size={18} aria-hidden="true" />}
                  onClick={() => add({ ...usualBatteries(kind).at(-1)!, role: 'leisure' })}
                >
                  Another battery
                </Button>
              </>
            )}
          </Form.List>
          <p className={styles.caution}>
            Everything off: lamps, interior, accessories. A cracked, leaking or swollen battery is
            not charged: isolate it, replace it, and take it out of the hall before frost.
          </p>
          {problem ? (
            <p className={styles.problem} role="alert">
              {problem}
            </p>
          ) : null}
          <Button type="primary" htmlType="submit" size="large" loading={busy}>
            Lay it up
          </Button>
        </section>
      </div>
    </Form>
  );
}

function BatteryCard({
  at,
  removable,
  onRemove,
}: {
  at: number;
  removable: boolean;
  onRemove: () => void;
}) {
  return (
    <div className={styles.battery} role="group" aria-label={`Battery ${at + 1}`}>
      <div className={styles.row}>
        <Form.Item name={[at, 'role']} label="Role">
          <Select options={BATTERY_ROLES.map((value) => ({ value, label: ROLE_WORDS[value] }))} />
        </Form.Item>
        <Form.Item name={[at, 'chemistry']} label="Chemistry" className={styles.wide}>
          <Select
            options={CHEMISTRY_IDS.map((value) => ({ value, label: CHEMISTRIES[value].label }))}
          />
        </Form.Item>
        <Form.Item name={[at, 'nominalVolts']} label="Volts">
          <Select options={NOMINAL_VOLTS.map((value) => ({ value, label: `${value} V` }))} />
        </Form.Item>
        <Form.Item name={[at, 'capacityAh']} label="Capacity, Ah">
          <InputNumber controls={false} />
        </Form.Item>
      </div>
      <div className={styles.row}>
        <Form.Item name={[at, 'fittedYear']} label="Fitted, year">
          <InputNumber controls={false} placeholder="unknown" />
        </Form.Item>
        <Form.Item name={[at, 'place']} label="Where it sits" className={styles.wide}>
          <Input maxLength={80} />
        </Form.Item>
        <Form.Item name={[at, 'drawMa']} label="Draw, mA">
          <InputNumber controls={false} placeholder="not measured" />
        </Form.Item>
      </div>
      <div className={styles.row}>
        <Form.Item name={[at, 'keeping']} label="How it is kept" className={styles.wide}>
          <Radio.Group
            optionType="button"
            options={(Object.keys(KEEPING_WORDS) as Keeping[]).map((value) => ({
              value,
              label: KEEPING_WORDS[value],
            }))}
          />
        </Form.Item>
        {removable ? (
          <Button
            className={styles.remove}
            icon={<IconTrash size={18} aria-hidden="true" />}
            aria-label={`Remove battery ${at + 1}`}
            onClick={onRemove}
          />
        ) : null}
      </div>
      <Form.Item name={[at, 'id']} hidden>
        <Input />
      </Form.Item>
    </div>
  );
}
