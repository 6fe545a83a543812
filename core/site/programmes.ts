import { msg, withWords } from '../language';
import { CHEMISTRIES, CHEMISTRY_IDS, type ChemistryId } from '../battery/chemistries';
import type { ProgrammeId } from '../battery/programme-ids';

/** A programme of a charger. To add one is to add its id and its record. */
export interface Programme {
  readonly id: ProgrammeId;
  readonly label: string;
  /** Volts of a 12 V battery at 25 °C that such a programme usually goes to. Data sheets. */
  readonly absorptionVolts: number;
  /** Null where it ends instead of floating. */
  readonly floatVolts: number | null;
}

export const PROGRAMMES: Readonly<Record<ProgrammeId, Programme>> = withWords({
  normal: {
    id: 'normal',
    label: msg`Normal`,
    absorptionVolts: 14.4,
    floatVolts: 13.5,
  },
  agm: {
    id: 'agm',
    label: 'AGM',
    absorptionVolts: 14.7,
    floatVolts: 13.6,
  },
  gel: { id: 'gel', label: msg`Gel`, absorptionVolts: 14.1, floatVolts: 13.5 },
  lithium: {
    id: 'lithium',
    label: msg`Lithium`,
    absorptionVolts: 14.2,
    floatVolts: null,
  },
  cold: {
    id: 'cold',
    label: msg`Cold`,
    absorptionVolts: 14.7,
    floatVolts: 13.7,
  },
  small: {
    id: 'small',
    label: msg`Small battery`,
    absorptionVolts: 14.2,
    floatVolts: 13.5,
  },
  recondition: {
    id: 'recondition',
    label: msg`Recondition`,
    absorptionVolts: 15.8,
    floatVolts: null,
  },
});

/** Whether a programme is meant for a chemistry, as far as its kind says. */
export const isMeantFor = (programme: ProgrammeId, chemistry: ChemistryId): boolean =>
  CHEMISTRIES[chemistry].programmes.includes(programme);

/** The chemistries that a programme is meant for. */
export const chemistriesOf = (programme: ProgrammeId): ChemistryId[] =>
  CHEMISTRY_IDS.filter((id) => isMeantFor(programme, id));
