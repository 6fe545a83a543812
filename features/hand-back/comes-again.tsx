'use client';

import { t } from '../../core/language';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { newEntry } from '../logbook/new-entry';
import { postEntries } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import { DayField } from '../theme/day-field';
import { SelectField } from '../ui/chooser';
import { Field } from '../ui/field';
import { Problem } from '../ui/problem';
import type { AgainData, ArchiveRow } from './hand-back-data';
import styles from './archive.module.css';
import { Button } from '../ui/button';

/** From what is known, in three touches: its old bay where that is free, its owner, its terms. */
export function ComesAgain({
  row: { vehicleId, bayId: stood, terms },
  data,
}: {
  row: Pick<ArchiveRow, 'vehicleId' | 'bayId' | 'terms'>;
  data: AgainData;
}) {
  const siteNow = useSiteClock(data.clock);
  const router = useRouter();
  const [bayId, setBayId] = useState(
    (data.freeBays.find(({ id }) => id === stood) ?? data.freeBays[0])?.id ?? null,
  );
  const [collectOn, setCollectOn] = useState(data.seasonEnd);
  const [problem, setProblem] = useState<string | null>(null);
  const layUp = async () => {
    if (bayId === null) return setProblem(t`No bay is free: hand one back first.`);
    const at = siteNow();
    const reply = await postEntries([
      newEntry('laid-up', vehicleId, at, { bayId, collectOn }),
      newEntry('agreed', vehicleId, at, terms),
    ]);
    setProblem(reply.ok ? null : reply.reason);
    // What has to be looked at and chosen anew stands on its page.
    if (reply.ok) router.push(`/vehicle/${vehicleId}`);
  };
  return (
    <div className={styles.again}>
      <SelectField
        label={t`Bay`}
        value={bayId}
        options={data.freeBays.map(({ id, mark }) => ({ value: id, label: mark }))}
        onChange={setBayId}
      />
      <Field label={t`Collection day`}>
        {(id) => <DayField id={id} value={collectOn} onChange={setCollectOn} />}
      </Field>
      <Button type="primary" onClick={() => void layUp()}>{t`Lay it up again`}</Button>
      <Problem>{problem}</Problem>
    </div>
  );
}
