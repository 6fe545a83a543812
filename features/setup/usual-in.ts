import type { Rules } from '../../core/rules/rules';

/** What is usual where somebody's browser says that it is at home. */
type Usual = Pick<Rules, 'temperatureUnit' | 'measureUnit' | 'weekBegins'>;

/** By CLDR, from memory: regions that measure in US units, and in degrees Fahrenheit. */
const US_MEASURES = ['US', 'LR', 'MM'];
const FAHRENHEIT = ['US', 'LR', 'BS', 'BZ', 'KY', 'PW', 'PR', 'GU', 'VI', 'AS', 'MH', 'FM'];

const WEEK_BEGINS: Readonly<Record<number, Rules['weekBegins']>> = { 1: 'mon', 6: 'sat', 7: 'sun' };

/** Engines differ in how they tell of weeks. */
interface WithWeeks {
  readonly getWeekInfo?: () => { readonly firstDay: number };
  readonly weekInfo?: { readonly firstDay: number };
}

/**
 * Units and weeks of the region of a language tag such as `en-GB`; of one without a region those of where
 * it is spoken most. What cannot be read is metric, in °C, with weeks from Monday.
 */
export function usualIn(language: string): Usual {
  try {
    const locale = new Intl.Locale(language).maximize();
    const region = locale.region ?? '';
    const weeks = locale as unknown as WithWeeks;
    const { firstDay } = weeks.getWeekInfo?.() ?? weeks.weekInfo ?? { firstDay: 1 };
    return {
      temperatureUnit: FAHRENHEIT.includes(region) ? 'fahrenheit' : 'celsius',
      measureUnit: US_MEASURES.includes(region) ? 'us' : 'metric',
      weekBegins: WEEK_BEGINS[firstDay] ?? 'mon',
    };
  } catch {
    return { temperatureUnit: 'celsius', measureUnit: 'metric', weekBegins: 'mon' };
  }
}
