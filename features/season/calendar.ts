import { counted, t } from '../../core/language';
import ICAL from 'ical.js';
import { tzlib_get_ical_block } from 'timezones-ical-library';
import { oneLine } from '../../core/text';
import { instantAt, partsOf, toDay, wallClock, type Day } from '../../core/day';
import type { PlanDocument } from '../../core/schedule/document';
import { SEASON_JOB_WORDS, type SeasonJob } from '../../core/logbook/season-jobs';

/** Something that belongs to a whole day. */
export interface CalendarDay {
  /** Names it within the site, for ever. */
  readonly id: string;
  readonly day: Day;
  readonly summary: string;
  readonly description: string;
}

/** What a round becomes in a calendar. */
export interface CalendarQuestion {
  readonly plan: PlanDocument;
  /** What stands on a day beside the rounds: owners who come, and those to be asked. */
  readonly days?: readonly CalendarDay[];
  readonly siteName: string;
  readonly timeZone: string;
  /** Names the calendar of this site: ids of its events hold for ever. */
  readonly siteId: string;
  /** When the plan was made; UTC milliseconds. */
  readonly madeAt: number;
  /** By date: how often that round has changed since it was first published. */
  readonly sequence: (date: string) => number;
  /** Hour of the day at which rounds begin. */
  readonly hour: number;
  /** A battery and a hall in words. */
  readonly batteryName: (id: string) => string;
  readonly hallName: (id: string) => string;
  readonly chargerName: (id: string) => string;
}

/** The jobs of a visit in words, as `off charge, levels`. */
export const jobWords = (jobs: readonly SeasonJob[], charger?: string): string =>
  jobs
    .map((job) =>
      job === 'connect' && charger ? t`on charge at ${charger}` : SEASON_JOB_WORDS[job],
    )
    .join(', ');

/** The stops of a round, one a line, in walking order. */
export function stopsInWords(
  round: PlanDocument['rounds'][number],
  names: Pick<CalendarQuestion, 'batteryName' | 'hallName' | 'chargerName'>,
): string {
  const lines: string[] = [];
  let hall = '';
  for (const stop of round.stops) {
    if (stop.hall !== hall) lines.push(oneLine(`${names.hallName(stop.hall)}:`));
    hall = stop.hall;
    for (const { battery, jobs, charger } of stop.visits) {
      const at = charger === undefined ? undefined : names.chargerName(charger);
      lines.push(oneLine(`${names.batteryName(battery)}: ${jobWords(jobs, at)}`));
    }
  }
  return lines.join('\n');
}

/**
 * The plan as a calendar file (RFC 5545): one event a round, with its stops. Ids are made of
 * site and date, so that a phone changes the event it knows instead of adding another; the
 * sequence number rises with each change. After them what belongs to whole days.
 */
export function calendarOf(question: CalendarQuestion): string {
  const { plan, timeZone, siteId, madeAt, sequence, hour } = question;
  const siteName = oneLine(question.siteName);
  const calendar = new ICAL.Component('vcalendar');
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', '-//Velvet Ember//rounds//EN');
  calendar.updatePropertyWithValue('method', 'PUBLISH');
  const called = new ICAL.Property('x-wr-calname');
  // Its type would be unknown, and what is of unknown type is not escaped.
  called.resetType('text');
  called.setValue(`${siteName}: rounds`);
  calendar.addProperty(called);
  const block = tzlib_get_ical_block(timeZone);
  const zone = Array.isArray(block) ? new ICAL.Component(ICAL.parse(block[0]!) as never) : null;
  if (zone) calendar.addSubcomponent(zone);
  for (const round of plan.rounds) {
    const visits = round.stops.reduce((sum, stop) => sum + stop.visits.length, 0);
    const start = instantAt(toDay(round.date), hour, 0, timeZone);
    const event = new ICAL.Component('vevent');
    event.updatePropertyWithValue('uid', `${round.date}@${siteId}.velvet-ember`);
    event.updatePropertyWithValue('sequence', sequence(round.date));
    event.updatePropertyWithValue('dtstamp', utc(madeAt));
    for (const [name, at] of [
      ['dtstart', start],
      ['dtend', start + Math.max(5, Math.round(round.minutes)) * 60_000],
    ] as const) {
      if (!zone) {
        // A zone that is not described in the file means nothing: then the instant itself.
        event.updatePropertyWithValue(name, utc(at));
        continue;
      }
      const { day, hour: hours, minute } = wallClock(at, timeZone);
      const { year, month, date } = partsOf(day);
      const time = ICAL.Time.fromData({ year, month: month + 1, day: date, hour: hours, minute });
      event.updatePropertyWithValue(name, time).setParameter('tzid', timeZone);
    }
    event.updatePropertyWithValue(
      'summary',
      t`Round, ${counted(visits, 'battery', 'batteries')}, ${Math.round(round.minutes)} min`,
    );
    event.updatePropertyWithValue('location', siteName);
    event.updatePropertyWithValue('description', stopsInWords(round, question));
    event.addSubcomponent(alarm(`-PT${ALARM_MINUTES}M`, t`Round at ${siteName}`));
    calendar.addSubcomponent(event);
  }
  for (const one of question.days ?? []) calendar.addSubcomponent(dayEvent(one, question));
  return `${calendar.toString()}\r\n`;
}

function dayEvent(
  { id, day, summary, description }: CalendarDay,
  { siteId, madeAt, hour }: Pick<CalendarQuestion, 'siteId' | 'madeAt' | 'hour'>,
): ICAL.Component {
  const event = new ICAL.Component('vevent');
  event.updatePropertyWithValue('uid', `${id}@${siteId}.velvet-ember`);
  // It follows from the record: each time that is read, it counts up with the clock.
  event.updatePropertyWithValue('sequence', Math.floor(madeAt / 60_000));
  event.updatePropertyWithValue('dtstamp', utc(madeAt));
  const { year, month, date } = partsOf(day);
  const on = ICAL.Time.fromData({ year, month: month + 1, day: date, isDate: true });
  event.updatePropertyWithValue('dtstart', on);
  event.updatePropertyWithValue('summary', oneLine(summary));
  event.updatePropertyWithValue('description', description);
  // A day begins at midnight: it is told when the day's work does.
  event.addSubcomponent(alarm(`PT${hour}H`, oneLine(summary)));
  return event;
}

/** So long before a round somebody is reminded: time for coat, lamp and meter. */
const ALARM_MINUTES = 30;

/** Shown at a time from the start of what it stands in; RFC 5545, 3.6.6. */
function alarm(trigger: string, words: string): ICAL.Component {
  const shown = new ICAL.Component('valarm');
  shown.updatePropertyWithValue('action', 'DISPLAY');
  shown.updatePropertyWithValue('description', words);
  shown.updatePropertyWithValue('trigger', ICAL.Duration.fromString(trigger));
  return shown;
}

// A folded line begins with a space: 75 octets are with it.
ICAL.foldLength = 74;

const utc = (at: number) => ICAL.Time.fromJSDate(new Date(at), true);
