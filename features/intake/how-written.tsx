import { t } from '../../core/language';
import type { DateOrder, Degrees } from '../../core/intake/cells';
import { SelectField } from '../ui/chooser';

/** Which of two numbers is the month, for a whole list at once. */
export const DatesLike = ({
  value,
  onChange,
}: {
  readonly value: DateOrder | null;
  readonly onChange: (order: DateOrder) => void;
}) => (
  <SelectField
    label={t`Dates like 3/4/2027`}
    value={value}
    placeholder={t`say which`}
    options={[
      { value: 'day-first', label: t`3 April: the day is first` },
      { value: 'month-first', label: t`4 March: the month is first` },
    ]}
    onChange={onChange}
  />
);

/** What temperatures are that do not say it themselves, for a whole list at once. */
export const DegreesOfAll = ({
  value,
  onChange,
}: {
  readonly value: Degrees | null;
  readonly onChange: (degrees: Degrees) => void;
}) => (
  <SelectField
    label={t`Temperatures without a unit`}
    value={value}
    placeholder={t`say which`}
    options={[
      { value: 'celsius', label: t`Celsius` },
      { value: 'fahrenheit', label: t`Fahrenheit` },
    ]}
    onChange={onChange}
  />
);
