import { freezingOfSoc } from '../battery/acid';
import type { SeasonJob } from '../logbook/season-jobs';
import { WEEKDAYS, dayName, toDay, weekdayIndex, type Day } from '../day';
import type { PlanDocument, SeasonBattery, SeasonDocument, SeasonRule } from '../schedule/document';

/** Something that a plan does, or leaves, against the rules of its season. */
export interface Breach {
  /** Null: of the plan as a whole. */
  readonly battery: string | null;
  readonly rule:
    SeasonRule | 'visit' | 'channel' | 'minutes' | 'outlets' | 'air' | 'totals' | 'bound';
  readonly date: string;
  readonly why: string;
}

const EPS = 1e-4;
/** Plans give minutes and percents to a tenth. */
const TENTH = 0.0501;

/** Common quantiles of the normal distribution by bisection on its integral. */
function deviate(share: number): number {
  const below = (z: number) => {
    // Simpson's rule from 0 to z.
    const steps = 400;
    let sum = 0;
    for (let i = 0; i <= steps; i++) {
      const x = (z * i) / steps;
      sum += (i === 0 || i === steps ? 1 : i % 2 ? 4 : 2) * Math.exp((-x * x) / 2);
    }
    return 0.5 + (sum * z) / steps / 3 / Math.sqrt(2 * Math.PI);
  };
  let low = -6;
  let high = 6;
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (below(middle) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** A value by date; a missing day takes the latest earlier one. */
function valueOn(days: Readonly<Record<string, number>>): (day: Day) => number {
  const dated = Object.entries(days)
    .map(([name, value]) => ({ day: toDay(name), value }))
    .sort((a, b) => a.day - b.day);
  const known = new Map<Day, number>();
  return (day) => {
    let value = known.get(day);
    if (value === undefined) {
      value = dated.findLast((one) => one.day <= day)!.value;
      known.set(day, value);
    }
    return value;
  };
}

interface Done {
  readonly date: string;
  readonly day: Day;
  readonly jobs: readonly SeasonJob[];
  readonly charger: string | undefined;
  readonly channel: number | undefined;
}

interface Hanging {
  readonly battery: SeasonBattery;
  readonly charger: string;
  readonly channel: number;
  /** Days on which it hangs there, the last one not. */
  readonly from: Day;
  readonly to: Day;
}

/**
 * Holds a plan against its season, rule by rule, by simulating every battery day by day. It
 * shares nothing with the planner but the two documents and the freezing points of acids.
 * `declared` breaches are those that the plan says itself in `unmet`.
 */
export function checkPlan(
  season: SeasonDocument,
  plan: PlanDocument,
): { readonly breaches: Breach[]; readonly declared: Breach[] } {
  const all: Breach[] = [];
  const say = (battery: string | null, rule: Breach['rule'], date: string, why: string) =>
    all.push({ battery, rule, date, why });

  const today = toDay(season.today);
  const end = toDay(season.end);
  const roundDays: Day[] = [];
  for (let day = today; day <= end; day++) {
    if (season.rounds.weekdays.includes(WEEKDAYS[weekdayIndex(day)]!)) roundDays.push(day);
  }
  const upTo = (day: Day) => roundDays.findLast((round) => round <= day);
  const after = (day: Day) => roundDays.find((round) => round > day);

  const batteries = new Map(season.batteries.map((battery) => [battery.id, battery]));
  const chargers = new Map(season.chargers.map((charger) => [charger.id, charger]));
  const halls = new Map(
    season.halls.map((hall) => [
      hall.id,
      { ...hall, mean: valueOn(hall.celsius), min: valueOn(hall.minCelsius ?? hall.celsius) },
    ]),
  );
  const z = deviate(1 - season.risk);

  // What the rounds do, and what they take.
  const done = new Map<string, Done[]>();
  let totalMinutes = 0;
  let charges = 0;
  let last = '';
  for (const round of plan.rounds) {
    const day = toDay(round.date);
    if (!roundDays.includes(day)) say(null, 'visit', round.date, 'There is no round on that day.');
    if (round.date <= last) say(null, 'visit', round.date, 'Rounds are not in order of time.');
    last = round.date;
    const entered = new Set<string>();
    const stopped = new Set<string>();
    const seen = new Set<string>();
    let minutes = 0;
    for (const { stop, hall, visits } of round.stops) {
      entered.add(hall);
      if (stopped.has(`${hall}\n${stop}`)) say(null, 'visit', round.date, `${stop} comes twice.`);
      stopped.add(`${hall}\n${stop}`);
      minutes += season.minutes.stop;
      for (const visit of visits) {
        const battery = batteries.get(visit.battery);
        if (!battery || battery.stop !== stop || battery.hall !== hall) {
          say(visit.battery, 'visit', round.date, `It does not stand at ${stop} in ${hall}.`);
          continue;
        }
        if (seen.has(visit.battery)) say(visit.battery, 'visit', round.date, 'It comes twice.');
        seen.add(visit.battery);
        for (const job of visit.jobs) minutes += season.minutes[job];
        if (visit.jobs.includes('connect')) charges++;
        const list = done.get(visit.battery) ?? [];
        list.push({
          ...visit,
          day,
          date: round.date,
          charger: visit.charger,
          channel: visit.channel,
        });
        done.set(visit.battery, list);
      }
    }
    minutes += entered.size * season.minutes.hall;
    totalMinutes += minutes;
    if (Math.abs(minutes - round.minutes) > TENTH) {
      say(
        null,
        'totals',
        round.date,
        `It takes ${minutes} minutes, and the plan says ${round.minutes}.`,
      );
    }
    if (minutes > season.rounds.minutes + EPS) {
      say(null, 'minutes', round.date, `It takes ${minutes} minutes of ${season.rounds.minutes}.`);
    }
  }

  const hangings: Hanging[] = [];
  let underLineDays = 0;
  for (const battery of season.batteries) {
    underLineDays += follow(battery, done.get(battery.id) ?? []);
  }
  occupied();
  pinned();
  if (Math.abs(totalMinutes - plan.totals.minutes) > TENTH + EPS * plan.rounds.length) {
    say(
      null,
      'totals',
      '',
      `It takes ${totalMinutes} minutes, and the plan says ${plan.totals.minutes}.`,
    );
  }
  const counts = { rounds: plan.rounds.length, charges, underLineDays };
  for (const key of ['rounds', 'charges', 'underLineDays'] as const) {
    if (counts[key] !== plan.totals[key]) {
      say(null, 'totals', '', `${key}: ${counts[key]}, and the plan says ${plan.totals[key]}.`);
    }
  }
  if (plan.lowerBoundMinutes !== null && plan.lowerBoundMinutes > totalMinutes + EPS) {
    say(
      null,
      'bound',
      '',
      `${totalMinutes} minutes are less than the bound of ${plan.lowerBoundMinutes}.`,
    );
  }
  const declared = new Set(plan.unmet.map(({ battery, rule }) => `${battery}\n${rule}`));
  const declares = ({ battery, rule }: Breach) => declared.has(`${battery}\n${rule}`);
  return {
    breaches: all.filter((breach) => !declares(breach)),
    declared: all.filter(declares),
  };

  /** Lives one battery through its visits; answers the days under its line. */
  function follow(battery: SeasonBattery, visits: readonly Done[]): number {
    const { id } = battery;
    const hall = halls.get(battery.hall)!;
    const collect = battery.collect ? toDay(battery.collect) : null;
    const until = collect ?? end;
    const lastRound = upTo(Math.min(until, end));
    const notBefore = battery.notBefore ? toDay(battery.notBefore) : today;
    const firstRound = after(notBefore - 1);
    const draw = battery.negativeOn ? (100 * battery.drawMa * 0.024) / battery.capacityAh : 0;
    const lossOn = (day: Day) =>
      (draw + (battery.selfDischargePctPerMonthAt20C / 30) * 2 ** ((hall.mean(day) - 20) / 10)) *
      (1 + (z * (battery.lossSpreadPct ?? 0)) / 100);
    const byDay = new Map(visits.map((visit) => [visit.day, visit]));
    for (const { day, date } of visits) {
      if (lastRound !== undefined && day > lastRound)
        say(id, 'visit', date, 'After its last round.');
      if (day < notBefore) say(id, 'visit', date, 'Before it may be visited.');
    }
    let soc = battery.socPct;
    const hung = battery.charging ?? battery.kept;
    let on: { charger: string; channel: number; from: Day; ready: Day } | null = hung
      ? {
          charger: hung.charger,
          channel: hung.channel,
          from: today - 1,
          ready: battery.charging ? toDay(battery.charging.finishedOn) : today,
        }
      : null;
    let under = 0;
    let lowest = { soc: Infinity, date: season.today };
    const looks: Day[] = [toDay(battery.lastRead)];
    const fulls: { day: Day; asSoonAsCanBe: boolean }[] = [
      { day: toDay(battery.lastFull), asSoonAsCanBe: false },
    ];
    const levels: Day[] = battery.lastLevels ? [toDay(battery.lastLevels)] : [];
    /** Stretches on charge, each with the lamps that were looked at. */
    const lamps: { days: Day[]; to: Day }[] = [];
    if (on) {
      lamps.push({
        days: [battery.charging ? toDay(battery.charging.since) : toDay(battery.lastRead)],
        to: until,
      });
    }
    let handedBack = false;
    let begunFirst = on !== null;
    for (let day = today; day <= until; day++) {
      const date = dayName(day);
      if (!on) {
        lowest = soc < lowest.soc ? { soc, date } : lowest;
        if (soc < battery.lineSocPct - EPS) {
          under++;
          say(id, 'line', date, `${soc.toFixed(2)} % is under ${battery.lineSocPct} %.`);
        } else {
          const freezes = freezingOfSoc(battery.chemistry, soc + EPS);
          if (freezes !== null && freezes > hall.min(day) - 3 + EPS) {
            say(id, 'frost', date, `It freezes at ${freezes.toFixed(1)} °C.`);
          }
        }
      }
      const visit = byDay.get(day);
      const has = (job: SeasonJob) => visit?.jobs.includes(job) ?? false;
      if (has('disconnect')) {
        if (!on) say(id, 'visit', date, 'It hangs on nothing.');
        else {
          if (day < on.ready) say(id, 'charge', date, 'Its charge has not ended.');
          hangings.push({
            battery,
            charger: on.charger,
            channel: on.channel,
            from: on.from,
            to: day,
          });
          lamps[lamps.length - 1]!.to = day;
          const first = roundDays.find((round) => round >= on!.ready);
          fulls.push({ day, asSoonAsCanBe: begunFirst && first === day });
          looks.push(day);
          soc = 100;
          on = null;
          begunFirst = false;
        }
      }
      if (has('reading')) looks.push(day);
      if (has('levels')) levels.push(day);
      if (has('lamp') && on) lamps[lamps.length - 1]!.days.push(day);
      if (has('handBack')) {
        handedBack = true;
        if (on) say(id, 'handBack', date, 'It hangs on a charger still.');
        if (day !== lastRound || collect === null)
          say(id, 'visit', date, 'It is not its last round.');
      }
      if (has('connect')) {
        const charger = chargers.get(visit!.charger ?? '');
        if (on || !charger || visit!.channel === undefined) {
          say(id, 'visit', date, on ? 'It hangs on a charger already.' : 'On which channel?');
        } else {
          const allowed = battery.mayHang?.find((one) => one.charger === charger.id);
          if (visit!.channel > charger.channels)
            say(id, 'channel', date, 'There is no such channel.');
          if (
            (battery.mayHang && !allowed) ||
            !charger.chemistries.includes(battery.chemistry) ||
            !charger.nominalVolts.includes(battery.nominalVolts) ||
            (charger.halls && !charger.halls.includes(battery.hall))
          ) {
            say(id, 'charge', date, `${charger.id} does not suit it.`);
          }
          const drawn = battery.acceptance === undefined || battery.negativeOn;
          const spare = (allowed?.amps ?? charger.amps) - (drawn ? battery.drawMa / 1000 : 0);
          if (spare <= 0) say(id, 'charge', date, `${charger.id} gives no more than it draws.`);
          const hours = battery.acceptance
            ? hoursByAcceptance(battery.acceptance, battery.capacityAh, soc, spare)
            : (1.1 * battery.capacityAh * (100 - soc)) / 100 / spare +
              (battery.chemistry === 'lfp' ? 1 : 4);
          on = {
            charger: charger.id,
            channel: visit!.channel,
            from: day,
            ready: day + Math.ceil(hours / 24 - EPS),
          };
          begunFirst = fulls.length === 1 && day === firstRound;
          lamps.push({ days: [day], to: until });
        }
      }
      if (on) {
        if (battery.chemistry === 'lfp' && !battery.kept && day >= Math.max(on.from, today)) {
          // What hangs since before today is not begun by this plan.
          const begun = on.from >= today || day >= (roundDays[0] ?? today);
          if (begun && hall.min(day) <= 0)
            say(id, 'charge', date, 'Lithium is not charged in frost.');
        }
      } else if (day < until) soc -= lossOn(day);
    }
    if (on) {
      hangings.push({
        battery,
        charger: on.charger,
        channel: on.channel,
        from: on.from,
        to: until + 1,
      });
      if (!battery.kept || collect !== null) {
        say(id, 'charge', dayName(until), 'It hangs on a charger to the end.');
      }
    }
    if (collect !== null) {
      if (!handedBack) say(id, 'handBack', dayName(collect), 'Nobody hands it back.');
      if (battery.collectSocPct !== undefined && !on && soc < battery.collectSocPct - EPS) {
        say(id, 'collect', dayName(collect), `It stands at ${soc.toFixed(2)} %.`);
      }
    }
    if (!battery.kept) {
      intervals(id, 'reading', looks, battery.readingEveryDays, until, firstRound);
      if (battery.rechargeEveryDays !== undefined) {
        recharges(id, fulls, battery.rechargeEveryDays, until, firstRound);
      }
    }
    if (battery.levelsEveryDays !== undefined) {
      // Never looked at: overrun from the beginning.
      intervals(
        id,
        'levels',
        levels[0] === undefined || levels[0] >= today ? [-1e6, ...levels] : levels,
        battery.levelsEveryDays,
        until,
        firstRound,
      );
    }
    if (battery.lampEveryDays !== undefined) {
      for (const { days, to } of lamps) {
        intervals(id, 'lamp', days, battery.lampEveryDays, to, firstRound);
      }
    }
    const told = plan.lowestSocPct.find((one) => one.battery === id);
    if (Number.isFinite(lowest.soc) && told && Math.abs(told.socPct - lowest.soc) > TENTH + EPS) {
      say(
        id,
        'totals',
        lowest.date,
        `Its lowest is ${lowest.soc.toFixed(2)} %, and the plan says ${told.socPct} %.`,
      );
    }
    return under;
  }

  /** The day by which something must be done again, or null where nothing asks for it before `until`. */
  function deadline(last: Day, every: number, until: Day, firstRound: Day | undefined): Day | null {
    const overrun = last + every;
    if (overrun >= until) return null;
    const following = after(Math.max(last, today - 1));
    if (following === undefined || firstRound === undefined) return null;
    const next = Math.max(following, firstRound);
    const before = overrun < today ? undefined : upTo(overrun);
    return before === undefined ? next : Math.max(next, before);
  }

  function intervals(
    id: string,
    rule: SeasonRule,
    days: Day[],
    every: number,
    until: Day,
    firstRound: Day | undefined,
  ): void {
    for (let i = 0; i < days.length; i++) {
      const due = deadline(days[i]!, every, until, firstRound);
      if (due === null || due > until) continue;
      const next = days[i + 1] ?? Infinity;
      if (next > due && due < until) {
        say(
          id,
          rule,
          dayName(due),
          `It was due by then, and is done ${next === Infinity ? 'never' : dayName(next)}.`,
        );
      } else if (next > due && due === until && rule !== 'lamp' && next > until) {
        say(id, rule, dayName(due), 'It was due by then.');
      }
    }
  }

  function recharges(
    id: string,
    fulls: { day: Day; asSoonAsCanBe: boolean }[],
    every: number,
    until: Day,
    firstRound: Day | undefined,
  ): void {
    for (let i = 0; i < fulls.length; i++) {
      const due = deadline(fulls[i]!.day, every, until, firstRound);
      if (due === null || due > until) continue;
      const next = fulls[i + 1];
      if (
        next &&
        (next.day <= due || (i === 0 && due <= (firstRound ?? 0) && next.asSoonAsCanBe))
      ) {
        continue;
      }
      say(id, 'recharge', dayName(due), 'It was to be full again by then.');
    }
  }

  /**
   * Channels, chargers in a hall, and air, day by day. What hangs since before today was not hung
   * by the plan: it breaks a rule only where the plan hangs something beside it.
   */
  function occupied(): void {
    const from = today;
    for (let day = from; day <= end; day++) {
      const date = dayName(day);
      const channels = new Map<string, string>();
      const hallOf = new Map<string, string>();
      const air = new Map<string, number>();
      const planned = new Set<string>();
      for (const { battery, charger, channel, from: since, to } of hangings) {
        if (day < since || day >= to) continue;
        if (since >= today) planned.add(battery.hall).add(charger);
        const key = `${charger}/${channel}`;
        if (channels.has(key)) {
          say(battery.id, 'channel', date, `${channels.get(key)!} hangs on ${key} too.`);
        }
        channels.set(key, battery.id);
        if (planned.has(charger) && hallOf.has(charger) && hallOf.get(charger) !== battery.hall) {
          say(battery.id, 'channel', date, `${charger} stands in ${hallOf.get(charger)!}.`);
        }
        hallOf.set(charger, battery.hall);
        const { brokenUntil } = chargers.get(charger)!;
        if (brokenUntil && since >= today && since < toDay(brokenUntil)) {
          say(battery.id, 'channel', date, `${charger} is broken until ${brokenUntil}.`);
        }
        const gas = { flooded: 20, efb: 20, agm: 8, gel: 8, lfp: 0 }[battery.chemistry];
        const needs = (0.05 * battery.cells * gas * battery.capacityAh) / 1000;
        air.set(battery.hall, (air.get(battery.hall) ?? 0) + needs);
      }
      for (const [id, hall] of halls) {
        if (!planned.has(id)) continue;
        const used = [...hallOf.values()].filter((one) => one === id).length;
        if (hall.outlets !== undefined && used > hall.outlets) {
          say(null, 'outlets', date, `${used} chargers in ${id}, and ${hall.outlets} outlets.`);
        }
        const needs = air.get(id) ?? 0;
        if (hall.ventilationM3PerHour !== undefined && needs > hall.ventilationM3PerHour + EPS) {
          say(null, 'air', date, `${needs.toFixed(2)} m³/h in ${id}.`);
        }
      }
    }
  }

  function pinned(): void {
    for (const pin of season.pins) {
      const visit = done.get(pin.battery)?.find(({ date }) => date === pin.date);
      const kept =
        visit &&
        pin.jobs.every((job) => visit.jobs.includes(job)) &&
        (pin.charger === undefined ||
          !pin.jobs.includes('connect') ||
          visit.charger === pin.charger) &&
        (pin.channel === undefined ||
          !pin.jobs.includes('connect') ||
          visit.channel === pin.channel);
      if (!kept) say(pin.battery, 'pin', pin.date, 'What was decided by hand is not in the plan.');
    }
  }
}

/**
 * Hours of a charge to full at constant current, then at falling current; written here once more,
 * on purpose apart from the planner's: a check that asks the planner checks nothing.
 */
function hoursByAcceptance(
  { hours, factor }: { readonly hours: number; readonly factor: number },
  capacityAh: number,
  socPct: number,
  amps: number,
): number {
  const full = 1.005;
  const from = Math.min(0.97, socPct / 100);
  const turn = Math.max(from, Math.min(1, full - (hours * amps) / capacityAh));
  return (
    ((turn - from) * factor * capacityAh) / amps + hours * factor * Math.log((full - turn) / 0.005)
  );
}
