import type { NewEntry } from '../../core/logbook/entry';
import { formatMilliamps, formatVolts } from '../../core/words/words';
import { PROGRAMMES } from '../../core/site/charging-equipment';
import { shortDay, toDay } from '../../core/day';
import { findingsOf } from '../../core/inspect/findings';
import { LEVEL_WORDS, type Level } from '../../core/inspect/points';
import { STORAGE_PLANS } from '../../core/plan/storage-plans';
import { PROCEDURES } from '../../core/procedures/procedures';
import { SEASON_JOB_WORDS } from '../../core/logbook/season-jobs';
import { CONSENT_WORDS } from '../../core/stay/vehicle-facts';

const SOURCE_WORDS = { meter: ', by meter', hand: ', by hand', file: ', from a file' } as const;

/** An entry in the logbook's words: what happened, and its figure. */
export function entryWords(
  entry: NewEntry,
  bays: Readonly<Record<string, string>>,
): { what: string; value: string } {
  switch (entry.kind) {
    case 'fitted':
      return { what: 'fitted', value: entry.data.place };
    case 'reading':
      return {
        what: `reading${entry.data.source ? SOURCE_WORDS[entry.data.source] : ''}`,
        value: formatVolts(entry.data.volts),
      };
    case 'charge-started':
      return { what: 'put on charge', value: entry.data.charger };
    case 'charge-ended':
      return {
        what: 'taken off charge',
        value: `${entry.data.full ? 'full' : 'not full'}${entry.data.ampHours === null ? '' : `, ${entry.data.ampHours.toFixed(1)} Ah`}`,
      };
    case 'negative':
      return { what: 'negative', value: entry.data.on ? 'on' : 'off' };
    case 'maintainer':
      return { what: 'maintainer', value: entry.data.on ? 'on' : 'off' };
    case 'lamp':
      return {
        what: entry.data.source === 'device' ? 'lamp, by itself' : 'lamp',
        value: entry.data.state,
      };
    case 'dark-found':
      return { what: 'dark lamp', value: `it was the ${entry.data.cause}` };
    case 'mode-seen':
      return {
        what: 'mode looked at',
        value: entry.data.programme ? PROGRAMMES[entry.data.programme].label : '',
      };
    case 'queued':
      return { what: entry.data.on ? 'wanted on a charger' : 'out of the queue', value: '' };
    case 'hydrometer':
      return {
        what: 'hydrometer',
        value: entry.data.gravities.map((gravity) => gravity.toFixed(3)).join(' '),
      };
    case 'recovery-begun':
      return { what: `recovery begun: ${entry.data.why}`, value: '' };
    case 'thawed':
      return { what: 'thawed', value: '' };
    case 'reconditioned':
      return { what: 'reconditioned', value: `${entry.data.hours} h` };
    case 'load-tested':
      return {
        what: 'load test',
        value: `${formatVolts(entry.data.volts)} at ${Math.round(entry.data.amps)} A`,
      };
    case 'recovery-ended':
      return {
        what: `recovery: ${entry.data.why}`,
        value: entry.data.verdict.replace('-', ' '),
      };
    case 'power-cut':
      return { what: 'power cut', value: entry.data.note };
    case 'draw':
      return {
        what: `draw, settled${entry.data.source ? SOURCE_WORDS[entry.data.source] : ''}`,
        value: formatMilliamps(entry.data.milliamps),
      };
    case 'not-reached':
      return { what: 'could not reach', value: entry.data.why };
    case 'pinned':
      return {
        what: `decided for ${shortDay(toDay(entry.data.date))}`,
        value: entry.data.jobs.map((job) => SEASON_JOB_WORDS[job]).join(', '),
      };
    case 'note':
      return { what: 'note', value: entry.data.text };
    case 'withdrawn':
      return { what: 'struck', value: entry.data.why };
    case 'laid-up':
      return {
        what: `laid up in ${bays[entry.data.bayId] ?? entry.data.bayId}`,
        value: entry.data.collectOn
          ? `collect ${shortDay(toDay(entry.data.collectOn))}`
          : 'always ready',
      };
    case 'collection':
      return entry.data.on === null
        ? { what: 'always ready from now on', value: '' }
        : { what: 'collected on another day', value: shortDay(toDay(entry.data.on)) };
    case 'moved':
      return { what: 'moved to', value: bays[entry.data.bayId] ?? entry.data.bayId };
    case 'outing':
      return {
        what: 'last driven',
        value: entry.data.minutes === null ? '' : `${entry.data.minutes} min`,
      };
    case 'inspected': {
      const findings = findingsOf(entry.data);
      return {
        what: findings.length
          ? `inspected: ${findings.map(({ seen }) => seen).join(', ')}`
          : 'inspected',
        value: findings.length ? '' : 'sound',
      };
    }
    case 'levels':
      return {
        what: entry.data.toppedUp ? 'topped up' : 'levels',
        value: levelsInWords(entry.data.cells),
      };
    case 'cleaned':
      return { what: 'cleaned', value: entry.data.whole ? 'whole battery' : 'terminals' };
    case 'plan-chosen':
      return {
        what: 'storage plan',
        value: [STORAGE_PLANS[entry.data.plan].short, entry.data.why].filter(Boolean).join(': '),
      };
    case 'taken-out':
      return entry.data.to === 'bench'
        ? { what: 'taken out', value: 'to the bench' }
        : { what: 'gone', value: entry.data.why };
    case 'procedure-done':
      return { what: PROCEDURES[entry.data.procedure].doing, value: 'step by step' };
    case 'agreed':
      return {
        what: 'agreed with the owner',
        value: CONSENT_WORDS[entry.data.consent].toLowerCase(),
      };
    case 'all-off':
      return { what: 'everything off', value: `${entry.data.checked.length} checked` };
    case 'photographed':
      return { what: 'photographed', value: entry.data.caption };
    case 'rules-changed':
      return { what: 'rules changed', value: '' };
  }
}

/** `at the mark`, or how many cells stand how. */
function levelsInWords(cells: readonly Level[]): string {
  const kinds = [...new Set(cells)];
  if (kinds.length === 1) return LEVEL_WORDS[kinds[0]!];
  return kinds
    .map((kind) => `${cells.filter((cell) => cell === kind).length} ${LEVEL_WORDS[kind]}`)
    .join(', ');
}
