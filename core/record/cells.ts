import { decimal, t } from '../language';
import { FAILING_SPREAD } from '../battery/acid';
import { gravities, waterLost, type WaterQuestion } from '../charging/water';
import { MS_PER_DAY, dayOf, shortDay } from '../day';
import type { BatteryState } from '../logbook/state';
import type { BatteryFacts, BatteryRecord } from './battery-record';
import { figure, say, type Sentence } from '../words/words';

/** What has to be known of the time since water was last added, to judge what was added now. */
export type WaterSince = Pick<WaterQuestion, 'days' | 'maintainedDays' | 'chargedAh'>;

/** Days, maintained days and ampere-hours since `from`, from the record. */
export function waterSince(state: BatteryState, from: number, to: number): WaterSince {
  const days = Math.max(0, (to - from) / MS_PER_DAY);
  const maintained =
    state.maintainerSince === null
      ? 0
      : Math.max(0, (to - Math.max(from, state.maintainerSince)) / MS_PER_DAY);
  const chargedAh = state.charges
    .filter((charge) => charge.to > from && charge.to <= to)
    .reduce((sum, charge) => sum + (charge.ampHours ?? charge.hook?.ampHours ?? 0), 0);
  return { days, maintainedDays: maintained, chargedAh };
}

/** Since when water counts: the last time it was added or the levels were seen, else lay-up. */
export const waterFrom = (state: BatteryState, laidUpAt: number | null, before: number): number =>
  state.water.findLast(({ at }) => at < before)?.at ??
  (state.levels && state.levels.at < before ? state.levels.at : (laidUpAt ?? before));

/** Its last hydrometer reading has a cell so far under the best that it is failing. */
export const hasFailingCell = ({ hydrometer }: BatteryState): boolean =>
  hydrometer !== null &&
  gravities(hydrometer.gravities, hydrometer.celsius).spread > FAILING_SPREAD + 1e-9;

/** What hydrometer and water say of single cells, where they say something. */
export function cellSentences(standing: BatteryRecord): Sentence[] {
  const { state, facts, timeZone } = standing;
  const sentences: Sentence[] = [];
  const day = (at: number) => shortDay(dayOf(at, timeZone));
  const { hydrometer } = state;
  if (hydrometer && hasFailingCell(state)) {
    const { spread, weakCell } = gravities(hydrometer.gravities, hydrometer.celsius);
    sentences.push(
      say`Hydrometer of ${figure(day(hydrometer.at))}: cell ${figure(String(weakCell))} is ${figure(decimal(spread, 3))} under the best, and over ${figure(decimal(FAILING_SPREAD, 3))} marks a failing cell.`,
    );
  }
  const water = state.water.at(-1);
  if (water) {
    const said = waterWords(facts, state, standing.laidUpAt, water.at, water.addedMl);
    if (said.finding !== 'as-expected' && said.finding !== 'nothing-used') {
      sentences.push(say`Water of ${figure(day(water.at))}: ${said.words}`);
    }
  }
  return sentences;
}

/** Water that was added, judged against what the charges since account for, in words. */
export function waterWords(
  facts: Pick<BatteryFacts, 'chemistry' | 'cells' | 'capacityAh'>,
  state: BatteryState,
  laidUpAt: number | null,
  at: number,
  addedMl: readonly number[],
) {
  const { chemistry, cells, capacityAh } = facts;
  const answer = waterLost({
    chemistry,
    cells,
    capacityAh,
    addedMl,
    ...waterSince(state, waterFrom(state, laidUpAt, at), at),
  });
  return { ...answer, words: waterSentence(answer) };
}

export function waterSentence(answer: ReturnType<typeof waterLost>): string {
  const expected = t`${Math.round(answer.expectedMl.low)} to ${Math.round(answer.expectedMl.high)} ml`;
  const added = t`${Math.round(answer.addedMl)} ml`;
  switch (answer.finding) {
    case 'one-cell':
      return t`cell ${answer.cell} took far more than the others: a cell that gasses is failing.`;
    case 'overcharged':
      return t`${added}, and ${expected} would be usual: it is being overcharged. Look at programme and volts.`;
    case 'nothing-used':
      return t`none was needed; ${expected} would be usual.`;
    case 'as-expected':
      return t`${added}; ${expected} would be usual.`;
  }
}
