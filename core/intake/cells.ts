import { t } from '../language';
import { CHEMISTRY_IDS, type ChemistryId } from '../battery/chemistries';
import { parseDay, partsOf, type Day } from '../day';
import type { Pole } from '../stay/vehicle-facts';
import type { VehicleKindId } from '../site/vehicle-kinds';

/** What a cell of somebody's list says, or why nobody can tell; an empty one says nothing: null. */
export type Read<T> =
  { readonly ok: true; readonly value: T | null } | { readonly ok: false; readonly why: string };

const said = <T>(value: T | null): Read<T> => ({ ok: true, value });
const unsaid = (why: string): { readonly ok: false; readonly why: string } => ({ ok: false, why });

/** Cells in which nothing stands, whatever people write for that. */
const isNothing = (text: string) => /^(|-+|–|—|\?+|n\/?a|none|unknown)$/i.test(text.trim());

/**
 * A number as people write it, with or without its unit: `12,4`, `12.4 V`, `70Ah`. Refuses what could
 * be two numbers (`1.200`, `12,4/12,5`), and what is none.
 */
export function readNumber(text: string, unit: RegExp): Read<number> {
  if (isNothing(text)) return said<number>(null);
  const bare = text.trim().replace(unit, '').trim();
  if (!/^-?\d+([.,]\d+)?$/.test(bare)) return unsaid(t`“${text}” is no number`);
  if (/^-?[1-9]\d{0,2}[.,]\d{3}$/.test(bare)) {
    const [whole, rest] = bare.split(/[.,]/) as [string, string];
    return unsaid(t`“${text}” could be ${whole}.${rest} or ${whole}${rest}: write it another way`);
  }
  return said(Number(bare.replace(',', '.')));
}

export const readVolts = (text: string): Read<number> => readNumber(text, /\s*v(olts?)?$/i);
export const readAmpHours = (text: string): Read<number> => readNumber(text, /\s*a\s?h$/i);

/** Milliamps, written as milliamps or with an `A` as amps. */
export function readMilliamps(text: string): Read<number> {
  const inAmps = /\d\s*a(mps?)?\s*$/i.test(text);
  const read = readNumber(text, /\s*m?a(mps?)?$/i);
  if (!read.ok || read.value === null || !inAmps) return read;
  return said(Math.round(read.value * 1e6) / 1e3);
}

export const DEGREES = ['celsius', 'fahrenheit'] as const;
export type Degrees = (typeof DEGREES)[number];

const unitIn = (text: string): Degrees | null => {
  const unit = /(?:°|\bdeg(?:rees)?\.?\s*|\d\s*|\b)([cf])(?:elsius|ahrenheit)?\b/i.exec(text)?.[1];
  return unit ? (unit.toLowerCase() === 'f' ? 'fahrenheit' : 'celsius') : null;
};

/** The degrees of a column: as its name says, or as all of its cells that name any; null: nobody says. */
export function degreesOf(name: string, cells: readonly string[]): Degrees | null {
  const named = new Set(cells.flatMap((cell) => unitIn(cell) ?? []));
  return unitIn(name) ?? (named.size === 1 ? [...named][0]! : null);
}

const OF_DEGREES = /\s*°?\s*(deg(rees)?\.?)?\s*[cf]?(elsius|ahrenheit)?$/i;

/** °C from °C or °F, however many places it has; refuses one of which nobody has said which it is. */
export function readCelsius(text: string, degrees: Degrees | null): Read<number> {
  if (isNothing(text)) return said<number>(null);
  const bare = text.trim().replace('−', '-').replace(OF_DEGREES, '');
  if (!/^[-+]?\d+([.,]\d+)?$/.test(bare)) return unsaid(t`“${text}” is no number`);
  const unit = unitIn(text) ?? degrees;
  if (unit === null) return unsaid(t`“${text}”: Celsius or Fahrenheit?`);
  const value = Number(bare.replace(',', '.'));
  return said(unit === 'celsius' ? value : ((value - 32) * 5) / 9);
}

/** The temperature of a battery, °C. */
export function readTemperature(text: string, degrees: Degrees | null): Read<number> {
  const read = readCelsius(text, degrees);
  if (!read.ok || read.value === null) return read;
  const celsius = read.value;
  if (celsius < -60 || celsius > 80) return unsaid(t`“${text}” is no temperature of a battery`);
  return said(Math.round(celsius * 100) / 100);
}

const CHEMISTRY_WORDS: Readonly<Record<ChemistryId, RegExp>> = {
  flooded: /\b(flooded|wet|lead[\s-]?acid|standard|conventional|calcium|ca|acid|sla)\b/i,
  efb: /\b(efb|enhanced)\b/i,
  agm: /\b(agm|vrla|mat)\b/i,
  gel: /\bgel\b/i,
  lfp: /\b(lfp|life?po4?|lithium|li[\s-]?ion)\b/i,
};

/** The chemistry that a text names: `AGM 70Ah`, `LiFePO4`. Refuses one that names two. */
export function readChemistry(text: string): Read<ChemistryId> {
  const named = CHEMISTRY_IDS.filter((id) => CHEMISTRY_WORDS[id].test(text));
  // An enhanced one is flooded, and so says many a label.
  const [first, ...more] = named.length > 1 ? named.filter((id) => id !== 'flooded') : named;
  if (more.length > 0) return unsaid(t`“${text}” names two kinds: ${[first, ...more].join(', ')}`);
  return said(first ?? null);
}

/** What is written of a battery in one cell: `12V AGM 70Ah, 2021`. */
export interface BatteryWords {
  readonly chemistry: ChemistryId | null;
  readonly capacityAh: number | null;
  readonly nominalVolts: number | null;
  readonly year: number | null;
  /** What could not be made sense of. */
  readonly rest: string;
}

export function readBattery(text: string): Read<BatteryWords> {
  if (isNothing(text)) return said<BatteryWords>(null);
  const chemistry = readChemistry(text);
  if (!chemistry.ok) return chemistry;
  let rest = text;
  const take = (pattern: RegExp): string | null => {
    const found = pattern.exec(rest);
    if (found) rest = rest.replace(found[0], ' ');
    return found?.[1] ?? null;
  };
  const ampHours = take(/(\d+(?:[.,]\d+)?)\s*a\s?h\b/i);
  const volts = take(/(?<![\d.,])(\d+(?:[.,]\d+)?)\s*v(?:olts?)?\b/i);
  if (volts !== null && /[.,]/.test(volts)) {
    return unsaid(t`“${text}”: ${volts} V is written on no battery; was it read?`);
  }
  const year = take(/\b((?:19|20)\d\d)\b/);
  if (/\d\s*a\s?h\b/i.test(rest)) return unsaid(t`“${text}” names two capacities`);
  const capacity = ampHours === null ? said<number>(null) : readAmpHours(ampHours);
  if (!capacity.ok) return capacity;
  for (const id of CHEMISTRY_IDS) rest = rest.replace(CHEMISTRY_WORDS[id], ' ');
  return said<BatteryWords>({
    chemistry: chemistry.value,
    capacityAh: capacity.value,
    nominalVolts: volts === null ? null : Number(volts),
    year: year === null ? null : Number(year),
    rest: rest.replace(/[\s,;/()]+/g, ' ').trim(),
  });
}

/** The first that fits counts: a hybrid is a car too. */
const KIND_WORDS: Readonly<Record<VehicleKindId, RegExp>> = {
  hybrid: /\b(hybrid|phev|plug-?in)\b/i,
  motorcycle: /\b(motor\s?(cycle|bike)|bike|scooter|moped|twin)\b/i,
  camper: /\b(camper(van)?|motor\s?home|rv)\b/i,
  caravan: /\b(caravan|trailer)\b/i,
  quad: /\b(quad|atv|snow\s?(mobile|machine))\b/i,
  mower: /\b(mower|ride-?on|lawn\s?tractor)\b/i,
  generator: /\b(generator|genset)\b/i,
  cart: /\b(cart|buggy)\b/i,
  pickup: /\b(pick-?up|van|flatbed|lorry|truck)\b/i,
  car: /\b(car|saloon|sedan|estate|coup[eé]|roadster|convertible|cabrio(let)?|hatchback|suv)(?![\p{L}])/iu,
};

/** The kind of vehicle that a text names; null where it names none. */
export const kindIn = (text: string): VehicleKindId | null =>
  (Object.keys(KIND_WORDS) as VehicleKindId[]).find((id) => KIND_WORDS[id].test(text)) ?? null;

export function readKind(text: string): Read<VehicleKindId> {
  if (isNothing(text)) return said<VehicleKindId>(null);
  const kind = kindIn(text);
  return kind ? said(kind) : unsaid(t`“${text}” is no kind that is known here`);
}

/** Which post is connected to the body: `positive`, `neg.`, `+`. */
export function readEarth(text: string): Read<Pole> {
  const bare = text.trim();
  if (/^[-−–]$/.test(bare)) return said<Pole>('negative');
  if (isNothing(bare)) return said<Pole>(null);
  if (/^(pos|\+)/i.test(bare)) return said<Pole>('positive');
  return /^neg/i.test(bare) ? said<Pole>('negative') : unsaid(t`“${text}”: positive or negative?`);
}

/** Whether a text says that the positive post is earthed, wherever somebody wrote it. */
export const saysPositiveEarth = (text: string): boolean =>
  /(\bpos(itive)?|\+)[\s-]*(earth|ground)/i.test(text);

/** Which of two numbers is the month, where a list has dates like 3/4/2027. */
export type DateOrder = 'day-first' | 'month-first';

/** As lists have them, whatever language the program speaks. */
const MONTHS = [
  ...['jan', 'feb', 'mar', 'apr', 'may', 'jun'],
  ...['jul', 'aug', 'sep', 'oct', 'nov', 'dec'],
];
/** 1 to 12; 0: the word is no month. */
const monthOf = (word: string) =>
  MONTHS.findIndex((month) => word.toLowerCase().startsWith(month)) + 1;
const fullYear = (year: string) => (year.length === 2 ? 2000 + Number(year) : Number(year));

/** The three numbers of a date in figures, where it is one that leaves a doubt. */
const figuresOf = (text: string) =>
  /^(\d{1,2})[./-](\d{1,2})[./-](\d{4}|\d{2})\.?$/.exec(text.trim());

/** What the dates of a column tell of their order; null: nothing, or both. */
export function orderOf(cells: readonly string[]): DateOrder | null {
  let [dayFirst, monthFirst] = [false, false];
  for (const cell of cells) {
    const found = figuresOf(cell.trim().replace(HOUR, ''));
    if (!found) continue;
    if (Number(found[1]) > 12) dayFirst = true;
    if (Number(found[2]) > 12) monthFirst = true;
    // With points between they are written so in every country that does.
    if (cell.includes('.')) dayFirst = true;
  }
  if (dayFirst === monthFirst) return null;
  return dayFirst ? 'day-first' : 'month-first';
}

/** What stands after a day where its hour is noted too. */
const HOUR = /(?:T\d{1,2}|,?[T ]\s*\d{1,2}:\d{2}.*)$/;

/** A calendar day; refuses one that is none, or that could be two while nobody has said which. */
export function readDate(text: string, order: DateOrder | null): Read<Day> {
  if (isNothing(text)) return said<Day>(null);
  const bare = text.trim().replace(HOUR, '');
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(bare);
  const figures = figuresOf(bare);
  const dayWord = /^(\d{1,2})(?:st|nd|rd|th)?\.?[\s-]+([a-z]{3,9})\.?,?[\s-]+(\d{4}|\d{2})$/i.exec(
    bare,
  );
  const wordDay = /^([a-z]{3,9})\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?\s+(\d{4})$/i.exec(bare);
  let parts: readonly [number, number, number] | null = null;
  if (iso) parts = [Number(iso[1]), Number(iso[2]), Number(iso[3])];
  else if (dayWord) parts = [fullYear(dayWord[3]!), monthOf(dayWord[2]!), Number(dayWord[1])];
  else if (wordDay) parts = [Number(wordDay[3]), monthOf(wordDay[1]!), Number(wordDay[2])];
  else if (figures) {
    const [one, two] = [Number(figures[1]), Number(figures[2])];
    if (order === null && one <= 12 && two <= 12 && one !== two) {
      return unsaid(t`“${text}”: is the day first, or the month?`);
    }
    const dayFirst = order === 'day-first' || (order === null && one > 12) || one === two;
    const year = fullYear(figures[3]!);
    parts = dayFirst ? [year, two, one] : [year, one, two];
  }
  const day = parts && parseDay(parts.map((n) => String(n).padStart(2, '0')).join('-'));
  return day === null ? unsaid(t`“${text}” is no day`) : said(day);
}

/** Whether a text is a day, whichever of its numbers is the month. */
export const isDay = (text: string): boolean =>
  (['day-first', 'month-first'] as const).some((order) => {
    const read = readDate(text, order);
    return read.ok && read.value !== null;
  });

/** Year and month in which a battery was fitted: `2021`, `05/2021`, `May 2021`, or a whole date. */
export function readFitted(
  text: string,
  order: DateOrder | null,
): Read<{ readonly year: number; readonly month: number | null }> {
  if (isNothing(text)) return said<{ year: number; month: number | null }>(null);
  const bare = text.trim();
  const month = (of: number) => (of >= 1 && of <= 12 ? of : null);
  if (/^(19|20)\d\d$/.test(bare)) return said({ year: Number(bare), month: null });
  const figures = /^(\d{1,2})[./-](\d{4})$/.exec(bare);
  if (figures && month(Number(figures[1])))
    return said({ year: Number(figures[2]), month: Number(figures[1]) });
  const iso = /^(\d{4})[./-](\d{1,2})$/.exec(bare);
  if (iso && month(Number(iso[2]))) return said({ year: Number(iso[1]), month: Number(iso[2]) });
  const word = /^([a-z]{3,9})\.?\s+(\d{4}|\d{2})$/i.exec(bare);
  if (word && monthOf(word[1]!))
    return said({ year: fullYear(word[2]!), month: monthOf(word[1]!) });
  const date = readDate(bare, order);
  if (!date.ok || date.value === null) return date.ok ? said<never>(null) : date;
  const { year, month: index } = partsOf(date.value);
  return said({ year, month: index + 1 });
}

const YES = /^(y|yes|x|✓|✔|on|true|1)$/i;
const NO = /^(n|no|off|none|false|0|not)$/i;

/** Whether a battery hangs on a maintainer: yes, no, or the name of what it hangs on; '' where nobody names it. */
export function readMaintainer(text: string): Read<string> {
  const bare = text.trim();
  if (isNothing(text) || NO.test(bare)) return said<string>(null);
  if (YES.test(bare)) return said('');
  return bare.length <= 40 ? said(bare) : unsaid(t`a name of at most 40 letters, or yes or no`);
}
