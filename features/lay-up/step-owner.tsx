'use client';

import { t } from '../../core/language';
import { CONSENT_WORDS, KEY_WORDS, type Terms } from '../../core/stay/vehicle-facts';
import { useSiteClock } from '../site/clock';
import { Choice, Field, NumberField, TextField } from './field';
import { wordsAsOptions } from '../ui/chooser';
import { Photos } from './photos';
import type { StepProps } from './step-props';
import styles from './lay-up.module.css';
import { AutoComplete } from '../ui/controls/auto-complete';

/** Whose it is, where the keys are, what may be done without asking, and how it looked. */
export function StepOwner({ draft, data, problem, change, saveNow }: StepProps) {
  const siteNow = useSiteClock(data.clock);
  const terms = (patch: Partial<Omit<Terms, 'ownerId'>>) =>
    change({ terms: { ...draft.terms, ...patch } });
  return (
    <div className={styles.columns}>
      <section className={styles.part}>
        <div className={styles.row}>
          <Field label={t`Owner`} path="owner.name" problem={problem('owner.name')}>
            {(id, more) => (
              <AutoComplete
                id={id}
                size="large"
                {...more}
                value={draft.ownerName}
                options={data.owners.map((owner) => ({ value: owner.name }))}
                showSearch={{
                  filterOption: (typed, option) =>
                    option!.value.toLowerCase().includes(typed.toLowerCase()),
                }}
                onChange={(ownerName: string) => {
                  const known = data.owners.find((owner) => owner.name === ownerName);
                  change({ ownerName, ...(known ? { ownerContact: known.contact } : {}) });
                }}
              />
            )}
          </Field>
          <TextField
            label={t`How to reach them`}
            path="owner.contact"
            most={160}
            value={draft.ownerContact}
            onChange={(value) => change({ ownerContact: value })}
          />
        </div>
        <Choice
          label={t`Keys`}
          name="keys"
          value={draft.terms.keys}
          options={wordsAsOptions(KEY_WORDS)}
          onChange={(keys) => terms({ keys })}
        />
        {draft.terms.keys === 'key-rack' ? (
          <TextField
            label={t`Hook, box or envelope`}
            path="terms.keyPlace"
            most={40}
            value={draft.terms.keyPlace}
            onChange={(value) => terms({ keyPlace: value })}
          />
        ) : null}
        <Choice
          label={t`A battery that has to be replaced`}
          name="consent"
          value={draft.terms.consent}
          options={wordsAsOptions(CONSENT_WORDS)}
          onChange={(consent) => terms({ consent })}
        />
        {draft.terms.consent === 'up-to' ? (
          <NumberField
            label={t`Price limit`}
            path="terms.priceLimit"
            problem={problem('terms.priceLimit')}
            hint={t`In ${data.rules.currency}, fitted.`}
            value={draft.terms.priceLimit}
            onChange={(priceLimit) => terms({ priceLimit })}
          />
        ) : null}
      </section>
      <section className={styles.part}>
        <h2>{t`Condition on arrival`}</h2>
        <p
          className={styles.hint}
        >{t`Scratches, tyres, mileage, the battery as it sits. Shrunk here, kept in the data file.`}</p>
        <Photos
          vehicleId={draft.vehicleId}
          takenAt={siteNow}
          before={saveNow}
          photos={draft.photos}
          onChange={(photos) => change({ photos })}
        />
      </section>
    </div>
  );
}
