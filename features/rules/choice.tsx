import { t } from '../../core/language';
import { RULE_CARDS } from '../../core/rules/cards';
import type { ChoiceRule } from '../../core/rules/choices';
import { DEFAULT_RULES, type Rules } from '../../core/rules/rules';
import { schoolLabel } from '../../core/rules/words';
import shared from './rules.module.css';
import styles from './choice.module.css';
import { RadioGroup, Radio } from '../ui/controls/radio';

/** A rule with its schools, each with its reason. */
export function Choice({
  rule,
  value,
  weighed,
  onChange,
}: {
  rule: ChoiceRule;
  value: Rules[ChoiceRule];
  weighed: boolean;
  onChange: (value: Rules[ChoiceRule]) => void;
}) {
  const card = RULE_CARDS[rule];
  const schools: readonly { value: Rules[ChoiceRule]; label: string; reason: string }[] =
    card.schools;
  const known = schools.some((school) => school.value === value);
  return (
    <section className={weighed ? styles.weighed : styles.third}>
      <h3>{card.label}</h3>
      <p className={shared.why}>{card.why}</p>
      <RadioGroup
        className={styles.schools}
        aria-label={card.label}
        value={String(value)}
        onChange={(event) => {
          const school = schools.find((one) => String(one.value) === event.target.value);
          if (school) onChange(school.value);
        }}
      >
        {schools.map((school) => (
          <Radio key={String(school.value)} value={String(school.value)}>
            <b>{school.label}</b>
            {school.value === DEFAULT_RULES[rule] ? <em>{t`default`}</em> : null}
            <span>{school.reason}</span>
          </Radio>
        ))}
        {known ? null : (
          <Radio value={String(value)}>
            <b>{schoolLabel(rule, value)}</b>
            <span>{t`Set by hand.`}</span>
          </Radio>
        )}
      </RadioGroup>
    </section>
  );
}
