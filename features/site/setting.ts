import { dayName, dayOf, parseDay, toDay, type Day } from '../../core/day';
import { MAX_STAY_DAYS } from '../../core/time-limits';
import { LONGEST_RESERVE_DAYS } from '../../core/words/words';
import type { Rules } from '../../core/rules/rules';
import { hallOnDay, hallTemperatures, type DailyTemperatures } from '../../core/site/climate';
import { fitThermalResponse, type ThermalResponse } from '../../core/site/thermal-response';
import type { MasterData } from '../../store/master-data';
import type { Db } from '../../store/open';
import type { Site } from '../../store/site';
import { readHallDays } from '../../store/temperatures';

/** Temperatures reach back so far before the season, for readings taken on arrival. */
const BEFORE_SEASON_DAYS = 40;

/** What judging any battery of the site needs: rules, calendar and the halls' temperatures. */
export function settingOf(from: Db, at: number, master: MasterData, asIf?: Rules) {
  const site = { ...master.site, ...seasonAround(master.site, dayOf(at, master.site.timeZone)) };
  const rules = asIf ?? master.ruleBook.rules;
  const today = dayOf(at, site.timeZone);
  const { temperatures, follows } = temperaturesOf(from, master, site, today);
  return { ...master, site, rules, today, temperatures, follows, now: at };
}

/** A season that lies around today and is no longer than one may be, whatever was written down. */
function seasonAround(
  { seasonStart, seasonEnd }: Pick<Site, 'seasonStart' | 'seasonEnd'>,
  today: Day,
): Pick<Site, 'seasonStart' | 'seasonEnd'> {
  const near = (name: string) =>
    Math.min(today + MAX_STAY_DAYS, Math.max(today - MAX_STAY_DAYS, parseDay(name) ?? today));
  const start = near(seasonStart);
  return { seasonStart: dayName(start), seasonEnd: dayName(Math.max(start, near(seasonEnd))) };
}

interface RememberedTemperatures {
  readonly key: string;
  readonly follows: ReadonlyMap<string, ThermalResponse>;
  readonly temperatures: ReadonlyMap<string, DailyTemperatures>;
}

const remembered = new WeakMap<Db, RememberedTemperatures>();

/** Temperatures of all halls; the same objects until a thermometer is read or the day ends. */
function temperaturesOf(
  from: Db,
  { halls: open, hallsBefore, closed, hallDayStamp }: MasterData,
  site: Site,
  today: Day,
): RememberedTemperatures {
  const halls = [...open, ...closed.halls];
  const key = JSON.stringify([today, halls, [...hallsBefore], site, hallDayStamp]);
  const known = remembered.get(from);
  if (known?.key === key) return known;
  const firstDay = Math.min(toDay(site.seasonStart), today) - BEFORE_SEASON_DAYS;
  const lastDay = Math.max(today + LONGEST_RESERVE_DAYS + 2, toDay(site.seasonEnd));
  // Days to come are there too, where a forecast was brought in.
  const recorded = readHallDays(from, firstDay, lastDay);
  const yard = halls.find(({ kind }) => kind === 'outdoors');
  const air = (yard && recorded.get(yard.id)) ?? [];
  const follows = new Map<string, ThermalResponse>();
  const temperatures = new Map(
    halls.map((hall) => {
      const own = recorded.get(hall.id) ?? [];
      const before = hallsBefore.get(hall.id) ?? [];
      // How it follows the air is learnt from the days on which nobody heated it.
      const past = own.filter(
        ({ day }) => day <= today && hallOnDay(hall, before, day).kind === 'unheated',
      );
      const outside =
        air.length === 0 || hall.kind === 'outdoors'
          ? null
          : {
              recorded: air,
              follows: fitThermalResponse(air, past),
            };
      if (outside) follows.set(hall.id, outside.follows);
      return [
        hall.id,
        hallTemperatures(hall, site.climate, own, firstDay, lastDay, outside, before),
      ] as const;
    }),
  );
  const made = { key, temperatures, follows };
  remembered.set(from, made);
  return made;
}

export type Setting = ReturnType<typeof settingOf>;
