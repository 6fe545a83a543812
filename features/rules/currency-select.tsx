import { Select } from '../ui/controls/select';

const named = new Intl.DisplayNames('en', { type: 'currency' });

/** A currency by its letters or its name. */
export function CurrencySelect(props: {
  readonly id?: string;
  readonly value?: string;
  readonly onChange?: (currency: string) => void;
  readonly 'aria-label'?: string;
}) {
  return (
    <Select<string>
      {...props}
      showSearch={{ optionFilterProp: 'label' }}
      popupMatchSelectWidth={false}
      options={Intl.supportedValuesOf('currency').map((value) => ({
        value,
        label: `${value}, ${named.of(value) ?? value}`,
      }))}
      labelRender={({ value }) => value}
    />
  );
}
