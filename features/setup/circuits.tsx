import { t } from '../../core/language';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { hallName, type HallDrawing } from '../site-plan/halls-editor';
import { Quiet } from '../ui/quiet';
import type { DrawnCircuit } from './mains-schema';
import styles from './setup.module.css';
import { FormItem, FormList, useWatch } from '../ui/controls/form';
import { Button } from '../ui/button';
import { Checkbox } from '../ui/controls/checkbox';
import { Input } from '../ui/controls/input';
import { InputNumber } from '../ui/controls/input-number';
import { Select } from '../ui/controls/select';

/** A circuit as it is typed: in a hall that is being drawn. */
export type TypedCircuit = Omit<DrawnCircuit, 'hall'> & { readonly hallId: string };

/** Fuses, and the outlets and hook-up posts that each feeds. */
export function Circuits() {
  const halls = useWatch<readonly HallDrawing[] | undefined>('halls') ?? [];
  return (
    <section className={styles.part}>
      <h2>{t`Outlets and hook-up posts`}</h2>
      <Quiet as="p">{t`Left out, the plan takes it that there is an outlet wherever a charger is to hang, and nobody is warned before a fuse goes. A post takes the lead of a camper; a charger’s plug does not fit it.`}</Quiet>
      <FormList name="circuits">
        {(fields, { add, remove }) => (
          <>
            {fields.map(({ key, name }) => (
              <div key={key} className={styles.row} role="group" aria-label={t`Fuse ${name + 1}`}>
                <FormItem name={[name, 'name']} label={t`Fuse`} className={styles.wide}>
                  <Input maxLength={40} autoComplete="off" placeholder={t`North wall`} />
                </FormItem>
                <FormItem name={[name, 'hallId']} label={t`In`} className={styles.wide}>
                  <Select
                    options={halls.map((hall, at) => ({
                      value: hall.id,
                      label: hallName(hall, at),
                    }))}
                  />
                </FormItem>
                <FormItem name={[name, 'amps']} label={t`Fuse, A`}>
                  <InputNumber controls={false} min={1} max={125} />
                </FormItem>
                <FormItem name={[name, 'outlets']} label={t`Feeds outlets`}>
                  <InputNumber controls={false} min={1} max={20} precision={0} />
                </FormItem>
                <FormItem name={[name, 'outletAmps']} label={t`Each, A`}>
                  <InputNumber controls={false} min={1} max={63} />
                </FormItem>
                <FormItem name={[name, 'reach']} label={t`Reaching bays`} className={styles.wide}>
                  <Input autoComplete="off" placeholder={t`C1–C6; empty: all`} />
                </FormItem>
                <FormItem name={[name, 'post']} valuePropName="checked" className={styles.wide}>
                  <Checkbox>{t`hook-up posts`}</Checkbox>
                </FormItem>
                <FormItem className={styles.narrow}>
                  <Button
                    icon={<IconTrash size={18} aria-hidden="true" />}
                    aria-label={t`Remove fuse ${name + 1}`}
                    onClick={() => remove(name)}
                  />
                </FormItem>
              </div>
            ))}
            <Button
              icon={<IconPlus size={18} aria-hidden="true" />}
              onClick={() =>
                add({
                  ...{ name: '', hallId: halls[0]?.id, amps: 16 },
                  ...{ outlets: 1, outletAmps: 16, reach: '', post: false },
                })
              }
            >{t`A fuse and its outlets`}</Button>
          </>
        )}
      </FormList>
    </section>
  );
}
