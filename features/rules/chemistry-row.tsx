import { decimal, t } from '../../core/language';
import { useState } from 'react';
import { CHEMISTRIES, cellsFor, type ChemistryId } from '../../core/battery/chemistries';
import { SCALES, type ScaleId } from '../../core/battery/scales';
import { socOfVolts, voltsOfSoc } from '../../core/battery/state-of-charge';
import { LINE_SCHOOLS } from '../../core/rules/cards';
import type { RulePatch, Rules } from '../../core/rules/rules';
import styles from './chemistry-row.module.css';
import { Button } from '../ui/button';
import { InputNumber } from '../ui/controls/input-number';
import { Select } from '../ui/controls/select';

/** Of one chemistry: its scale, the line under which it is recharged, and to how many volts. */
export function ChemistryRow({
  id,
  rules,
  count,
  onChange,
}: {
  id: ChemistryId;
  rules: Rules;
  count: number;
  onChange: (patch: RulePatch) => void;
}) {
  const chemistry = CHEMISTRIES[id];
  const cells = cellsFor(id, 12);
  const at = { chemistry: id, cells, scale: rules.scale[id], celsius: 25 };
  const [line, setLine] = useState<number | null>(null);
  const [absorption, setAbsorption] = useState<number | null>(null);
  const shown = line ?? rules.lineSocPct[id];
  const volts = voltsOfSoc({ ...at, socPct: shown });
  const keepLine = (socPct: number) => {
    setLine(null);
    if (socPct !== rules.lineSocPct[id]) onChange({ lineSocPct: { [id]: socPct } });
  };
  const keepAbsorption = () => {
    if (absorption !== null && absorption !== rules.absorptionVolts[id]) {
      onChange({ absorptionVolts: { [id]: absorption } });
    }
    setAbsorption(null);
  };
  return (
    <tr>
      <th scope="row">{chemistry.label}</th>
      <td>
        <Select<ScaleId>
          aria-label={t`Voltage scale for ${chemistry.label}`}
          className={styles.scale}
          value={rules.scale[id]}
          options={chemistry.scales.map((scale) => ({
            value: scale,
            label: SCALES[scale].label,
            title: `${SCALES[scale].school}. ${SCALES[scale].source}.`,
          }))}
          onChange={(scale) => onChange({ scale: { [id]: scale } })}
        />
      </td>
      <td>
        <InputNumber
          aria-label={t`Recharge line for ${chemistry.label}, percent`}
          className={styles.line}
          min={10}
          max={95}
          precision={0}
          value={shown}
          suffix="%"
          onChange={(value) => setLine(value)}
          onBlur={() => keepLine(shown)}
          onPressEnter={() => keepLine(shown)}
        />
      </td>
      <td className={styles.volts}>{decimal(volts, 2)} V</td>
      <td className={styles.lineSchools}>
        {chemistry.family === 'lithium'
          ? t`the maker’s figure wins`
          : LINE_SCHOOLS.map((school) => (
              <Button
                key={school.value}
                size="small"
                title={school.reason}
                onClick={() =>
                  keepLine(
                    Math.min(
                      95,
                      Math.max(10, Math.round(socOfVolts({ ...at, volts: school.value }))),
                    ),
                  )
                }
              >
                {school.label}
              </Button>
            ))}
      </td>
      <td>
        <InputNumber
          aria-label={t`Absorption of ${chemistry.label}, volts`}
          className={styles.line}
          min={13.6}
          max={chemistry.absorptionVolts.most}
          step={0.1}
          precision={2}
          value={absorption ?? rules.absorptionVolts[id]}
          suffix="V"
          onChange={(value) => setAbsorption(value)}
          onBlur={keepAbsorption}
          onPressEnter={keepAbsorption}
        />
      </td>
      <td className={styles.volts}>{count}</td>
    </tr>
  );
}
