import { t } from '../../language';
import { dayName, parseDay, shortDay } from '../../day';
import { correctionOf, correctionWords } from '../../facts/fact';
import { HALL_FACTS } from '../../facts/hall';
import { DayName } from '../fields';
import { entryKind } from '../kind';

/** A hall is another one than was written down: it always was, or it is since a day. */
export const hallCorrected = entryKind({
  subject: 'hall',
  least: 'manager',
  version: 1,
  data: correctionOf(HALL_FACTS).safeExtend({ since: DayName.optional() }),
  words: (data) => {
    const { what, value } = correctionWords(HALL_FACTS, data);
    const since = data.since === undefined ? null : parseDay(data.since);
    return since === null
      ? { what, value }
      : { what: t`changed`, value: t`since ${shortDay(since)}: ${value}` };
  },
  check: ({ since }, { today }) =>
    since !== undefined && since > dayName(today)
      ? t`since: this day is still to come; say it when it is so`
      : null,
});
