import { t, msg, withWords } from '../../core/language';
import type { Dispatch } from 'react';
import { Quiet } from '../ui/quiet';
import type { Filter } from './rows';
import { ZOOMS, type SeasonAction, type SeasonState, type Zoom } from './season-state';
import styles from './season.module.css';
import { Button } from '../ui/button';
import { Input } from '../ui/controls/input';
import { Segmented } from '../ui/controls/segmented';
import { Select } from '../ui/controls/select';

const ONLY: Readonly<Record<Filter['only'], string>> = withWords({
  all: msg`All`,
  charged: msg`To be charged`,
  wanting: msg`Left wanting`,
});

const options = <Value extends string>(named: Readonly<Record<Value, string>>) =>
  (Object.keys(named) as Value[]).map((value) => ({ value, label: named[value] }));

/** Which batteries and which days are shown. */
export function SeasonHead({
  state,
  act,
  halls,
  shown,
  all,
  days,
}: {
  readonly state: SeasonState;
  readonly act: Dispatch<SeasonAction>;
  readonly halls: readonly { readonly id: string; readonly name: string }[];
  /** Batteries shown, and all there are. */
  readonly shown: number;
  readonly all: number;
  /** Days of the season that are left. */
  readonly days: number;
}) {
  const { filter, zoom } = state;
  const filterBy = (part: Partial<Filter>) => act({ do: 'filter', filter: part });
  return (
    <header className={styles.head}>
      <h1>{t`Season`}</h1>
      <Quiet as="p" role="status">{t`${shown} of ${all} batteries`}</Quiet>
      <Input
        data-kept
        className={styles.find}
        allowClear
        placeholder={t`Find a bay or a vehicle`}
        aria-label={t`Find a bay or a vehicle`}
        value={filter.find}
        onChange={(event) => filterBy({ find: event.target.value })}
      />
      <Select
        aria-label={t`Hall`}
        value={filter.hall ?? ''}
        onChange={(hall: string) => filterBy({ hall: hall || null })}
        options={[
          { value: '', label: t`All halls` },
          ...halls.map(({ id, name }) => ({ value: id, label: name })),
        ]}
      />
      <Select<Filter['only']>
        aria-label={t`Which batteries`}
        value={filter.only}
        onChange={(only) => filterBy({ only })}
        options={options(ONLY)}
      />
      <Segmented<Zoom>
        aria-label={t`How much of the season`}
        value={zoom}
        onChange={(value) => act({ do: 'zoom', zoom: value })}
        options={options(ZOOMS)}
      />
      {zoom === 'season' ? null : (
        <span className={styles.pan}>
          <Button aria-label={t`Earlier`} onClick={() => act({ do: 'pan', towards: -1, days })}>
            ‹
          </Button>
          <Button aria-label={t`Later`} onClick={() => act({ do: 'pan', towards: 1, days })}>
            ›
          </Button>
        </span>
      )}
    </header>
  );
}
