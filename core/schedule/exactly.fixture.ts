import loadHighs from 'highs';
import { CONNECT, DISCONNECT, HAND_BACK, LAMP, LEVELS, READING } from './job-bits';
import { NEVER, dueRound, firstRoundFrom } from './round-days';
import { readyDay, socAt, type Unit } from './unit';
import type { Problem } from './problem';

/**
 * The season problem as a mixed-integer programme, exactly: every battery is a flow through its
 * charges, looks and levels are windows that must not be empty, halls and stops are entered or
 * not, channels and minutes are counted. For seasons in which nothing hangs yet and nothing is
 * decided by hand.
 */
function exactProgramme(problem: Problem): string {
  const { roundDay, jobMinutes } = problem;
  const cost: string[] = [];
  const rows: string[] = [];
  const binaries: string[] = [];
  const integers: string[] = [];
  const hallOf = new Map<string, string[]>();
  const use = new Map<string, string[]>();
  const minutes = new Map<number, string[]>();
  const groups = groupsOf(problem);

  const binary = (name: string) => {
    binaries.push(name);
    return name;
  };
  const pay = (amount: number, name: string, round: number) => {
    if (amount === 0) return;
    cost.push(`${amount} ${name}`);
    minutes.set(round, [...(minutes.get(round) ?? []), `${amount} ${name}`]);
  };

  if (problem.document.places?.length) throw new Error('not for this season');
  for (const unit of problem.units) {
    if (unit.kept || unit.onCharge || unit.pins.size > 0) throw new Error('not for this season');
    programmeOf(unit);
  }
  for (const [key, visits] of hallOf) {
    const [, round] = key.split('_').map(Number);
    const name = binary(`h${key}`);
    pay(problem.document.minutes.hall, name, round!);
    for (const visit of visits) rows.push(`${name} - ${visit} >= 0`);
  }
  for (const [round, terms] of minutes) {
    const fixed = fixedMinutes(problem, round);
    rows.push(`${terms.join(' + ')} <= ${problem.roundMinutes - fixed}`);
  }
  // How many chargers of a group stand in which hall, from one round to the next.
  const halls = problem.outlets.length;
  for (const [g, group] of groups.entries()) {
    for (let slot = 0; slot < roundDay.length; slot++) {
      const standing: string[] = [];
      for (let hall = 0; hall < halls; hall++) {
        const used = use.get(`${g}_${hall}_${slot}`);
        if (!used) continue;
        const name = `y${g}_${hall}_${slot}`;
        integers.push(name);
        standing.push(name);
        rows.push(`${used.join(' + ')} - ${group.channels} ${name} <= 0`);
      }
      if (standing.length) rows.push(`${standing.join(' + ')} <= ${group.count}`);
    }
  }
  return [
    'Minimize',
    ` obj: ${cost.join('\n + ')}`,
    'Subject To',
    ...rows.map((row, i) => ` r${i}: ${row}`),
    'Binaries',
    ` ${binaries.join('\n ')}`,
    'Generals',
    ` ${integers.join('\n ')}`,
    'End',
  ].join('\n');

  function programmeOf(unit: Unit): void {
    if (unit.firstRound > 0) throw new Error(`${unit.id}: a first day of visits is not formulated`);
    const { index: b, lastRound, until } = unit;
    const due = (last: number, every: number) => dueRound(problem, last, every, until);
    const rounds = Array.from({ length: lastRound + 1 }, (_, r) => r);
    const connects = rounds.map((): string[] => []);
    const disconnects = rounds.map((): string[] => []);
    const offOut = new Map<number, string[]>();
    const onIn = new Map<string, string[]>();
    const onOut = new Map<string, string[]>();
    const put = <K>(map: Map<K, string[]>, key: K, name: string) =>
      map.set(key, [...(map.get(key) ?? []), name]);
    const occupy = (name: string, g: number, slot: number) =>
      put(use, `${g}_${unit.hall}_${slot}`, name);
    const cold = (from: number, to: number) =>
      unit.tooCold !== null && unit.tooCold.subarray(from, to).some((day) => day > 0);
    const nodes: { g: number; off: number; t: number }[] = [];

    for (const i of [-1, ...rounds]) {
      const full = i < 0 ? -1 : roundDay[i]!;
      const fullDue = due(i < 0 ? unit.lastFull : full, unit.rechargeEvery);
      const fails = unit.failsAt(full);
      const fullEnough = !unit.collected || socAt(unit, full, until) >= unit.collectSocPct;
      if (fails > until && fullDue >= NEVER && fullEnough) put(offOut, i, binary(`e${b}_${i + 1}`));
      for (let j = i + 1; j <= lastRound; j++) {
        if (fails <= roundDay[j]!) break;
        for (const [g, group] of groups.entries()) {
          if (!group.members.some((k) => unit.chargers.includes(k)) || j < group.from) continue;
          const day = readyDay(unit, socAt(unit, full, roundDay[j]!), group.amps, roundDay[j]!);
          const q = firstRoundFrom(problem, day);
          if (q > lastRound || cold(roundDay[j]!, roundDay[q]!)) continue;
          const asap = i < 0 && fullDue <= 0;
          if (asap && j > 0) continue;
          const off = asap ? q : Math.min(fullDue, lastRound);
          if (q > off) continue;
          const name = binary(`c${b}_${i + 1}_${j}_${g}`);
          put(offOut, i, name);
          connects[j]!.push(name);
          put(onIn, `${g}_${off}_${q}`, name);
          for (let slot = j; slot < q; slot++) occupy(name, g, slot);
          if (!nodes.some((one) => one.g === g && one.off === off)) nodes.push({ g, off, t: 0 });
        }
      }
    }
    const offIn = rounds.map((): string[] => []);
    for (const { g, off } of nodes) {
      for (let t = 0; t <= Math.min(off, lastRound); t++) {
        const key = `${g}_${off}_${t}`;
        const away = binary(`d${b}_${key}`);
        put(onOut, key, away);
        disconnects[t]!.push(away);
        offIn[t]!.push(away);
        if (t < Math.min(off, lastRound) && !cold(roundDay[t]!, roundDay[t + 1]!)) {
          const stay = binary(`s${b}_${key}`);
          put(onOut, key, stay);
          put(onIn, `${g}_${off}_${t + 1}`, stay);
          occupy(stay, g, t);
        }
        rows.push(
          `${onOut.get(key)!.join(' + ')}${(onIn.get(key) ?? []).map((one) => ` - ${one}`).join('')} = 0`,
        );
      }
    }
    const start = offOut.get(-1);
    if (!start) throw new Error(`${unit.id} cannot be kept at all`);
    rows.push(`${start.join(' + ')} = 1`);
    for (const t of rounds) {
      const out = offOut.get(t) ?? [];
      const into = offIn[t]!;
      if (out.length + into.length === 0) continue;
      rows.push(
        `${[...out, ...into.map((one) => `-1 ${one}`)].join(' + ')} = 0`.replaceAll('+ -1', '- 1'),
      );
    }

    const reading = rounds.map((r) => binary(`a${b}_${r}`));
    const waters = unit.levelsEvery < 10 * NEVER;
    const levels = waters ? rounds.map((r) => binary(`l${b}_${r}`)) : [];
    const lamps = unit.lampEvery < NEVER ? rounds.map((r) => binary(`m${b}_${r}`)) : [];
    const window = (
      done: (r: number) => string[],
      from: number,
      to: number,
      asked: string[] | null,
    ) => {
      const terms: string[] = [];
      for (let r = from; r <= Math.min(to, lastRound); r++) terms.push(...done(r));
      if (asked === null) rows.push(`${terms.join(' + ')} >= 1`);
      else if (asked.length) {
        rows.push(`${terms.join(' + ')}${asked.map((one) => ` - ${one}`).join('')} >= 0`);
      }
    };
    const looks = (r: number) => [reading[r]!, ...disconnects[r]!];
    const first = due(unit.lastRead, unit.readingEvery);
    if (first <= lastRound) window(looks, 0, first, null);
    for (const r of rounds) {
      const next = due(roundDay[r]!, unit.readingEvery);
      if (next > lastRound) continue;
      window(looks, r + 1, next, [reading[r]!]);
      window(looks, r + 1, next, disconnects[r]!);
    }
    if (waters) {
      const firstLevels = due(Math.max(-NEVER, unit.lastLevels), unit.levelsEvery);
      const done = (r: number) => [levels[r]!];
      if (firstLevels <= lastRound) window(done, 0, firstLevels, null);
      for (const r of rounds) {
        const next = due(roundDay[r]!, unit.levelsEvery);
        if (next <= lastRound) window(done, r + 1, next, [levels[r]!]);
      }
    }
    for (const r of lamps.length ? rounds : []) {
      const next = due(roundDay[r]!, unit.lampEvery);
      if (next > lastRound) continue;
      const seen = (at: number) => [lamps[at]!, ...disconnects[at]!];
      window(seen, r + 1, next, connects[r]!);
      window(seen, r + 1, next, [lamps[r]!]);
    }
    for (const r of rounds) {
      const visit = binary(`v${b}_${r}`);
      pay(problem.document.minutes.stop, visit, r);
      put(hallOf, `${unit.hall}_${r}`, visit);
      const jobs: [string[], number][] = [
        [[reading[r]!], READING],
        [connects[r]!, CONNECT],
        [disconnects[r]!, DISCONNECT],
        [waters ? [levels[r]!] : [], LEVELS],
        [lamps.length ? [lamps[r]!] : [], LAMP],
      ];
      for (const [names, job] of jobs) {
        if (names.length === 0) continue;
        for (const name of names) pay(jobMinutes[job]!, name, r);
        rows.push(`${visit}${names.map((name) => ` - ${name}`).join('')} >= 0`);
      }
      if (r === lastRound && unit.collected) rows.push(`${visit} = 1`);
    }
  }
}

/** Minutes of hand-backs, which are no decision. */
const fixedMinutes = (problem: Problem, round: number): number =>
  problem.units.filter((unit) => unit.collected && unit.lastRound === round).length *
  problem.jobMinutes[HAND_BACK]!;

interface Group {
  readonly members: number[];
  readonly channels: number;
  readonly amps: number;
  readonly from: number;
  count: number;
}

/** Chargers that differ by name only. */
function groupsOf(problem: Problem): Group[] {
  const groups = new Map<string, Group>();
  problem.chargers.forEach(({ sort, channels, amps, from }, k) => {
    const key = `${sort}/${channels}`;
    const group = groups.get(key) ?? { members: [], channels, amps, from, count: 0 };
    group.members.push(k);
    group.count++;
    groups.set(key, group);
  });
  return [...groups.values()];
}

/** The least minutes that HiGHS finds within so many seconds; null: no plan at all. */
export async function solveExactly(
  problem: Problem,
  seconds: number,
): Promise<{ minutes: number | null; proven: boolean }> {
  const highs = await loadHighs();
  const fixed = problem.units.filter((unit) => unit.collected && unit.lastRound >= 0).length;
  const solved = highs.solve(exactProgramme(problem), {
    time_limit: seconds,
    output_flag: false,
  });
  const found = Object.keys(solved.Columns).length > 0 && Number.isFinite(solved.ObjectiveValue);
  return {
    minutes: found ? solved.ObjectiveValue + fixed * problem.jobMinutes[HAND_BACK]! : null,
    proven: solved.Status === 'Optimal',
  };
}
