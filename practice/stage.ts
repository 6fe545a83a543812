import { t } from '../core/language';
import { clockWords } from './clock';

/** Something that can be done now. */
export interface Offer {
  /** What is kept of it: the task is played again from these. */
  readonly id: string;
  readonly say: string;
  /** What it is done to; offers of one group stand together. */
  readonly group: string;
}

/** Something that can be seen now. */
export interface Sight {
  readonly label: string;
  /** It stands beside the offers of this group. */
  readonly group?: string;
  readonly value: string;
  /** On a meter or a lamp: set as figures are. */
  readonly isDisplay?: boolean;
  /** What it showed so far, second by second; NaN: nothing. */
  readonly trace?: readonly number[];
}

/** What happened, in the order that it did. */
export interface Happening {
  /** Hours since the task began. */
  readonly hour: number;
  readonly words: string;
  /** It should not have. */
  readonly isWrong: boolean;
}

/** What is to be said at the end. */
export interface Question {
  readonly id: string;
  readonly ask: string;
  /** One of these; null: a figure in `unit`. */
  readonly choices: readonly { readonly id: string; readonly say: string }[] | null;
  readonly unit?: string;
}

/** What was said to each question: the choice's id, or the figure as it was typed. */
export type Answers = Readonly<Record<string, string>>;

/** A caution that was broken. */
export interface Slip {
  readonly id: string;
  /** The caution, as it stands at the step or as the gate says it. */
  readonly broke: string;
  /** What comes of it where it is no practice. */
  readonly would: string;
  /** Somebody or something would have been hurt: the task is not passed. */
  readonly isGrave: boolean;
}

/** Something that was believed, beside what was so. */
export interface Belief {
  readonly ask: string;
  readonly believed: string;
  readonly so: string;
  readonly isRight: boolean;
}

/** What others made of the same, beside it. */
export interface Beside {
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

export interface Outcome {
  readonly passed: boolean;
  readonly beside: Beside | null;
  readonly beliefs: readonly Belief[];
  readonly slips: readonly Slip[];
  /** Of the attendant. */
  readonly minutes: number;
  /** From beginning to end. */
  readonly hours: number;
}

/** A place to practise at, with its hidden truth: it answers to each act as the real one would. */
export abstract class Stage {
  private readonly told: Happening[] = [];
  private readonly broken = new Map<string, Slip>();
  private ended: Outcome | null = null;
  private worked = 0;
  private clock = 0;
  /** So many seconds of its own go by in one of the clock on the wall; null: time goes by acts. */
  readonly pace: number | null = null;

  abstract sights(): readonly Sight[];
  /** What can be done now, wrong things too. */
  abstract offers(): readonly Offer[];
  abstract questions(): readonly Question[];
  /** What was said, beside the truth. */
  protected abstract beliefs(answers: Answers): readonly Belief[];
  protected abstract act(id: string): void;
  /** What time does to it; nothing, where it is not said. */
  protected passed?(hours: number): void;
  protected beside?(): Beside;
  /** Slips that show only at the end, such as what was left out. */
  protected closing?(): void;

  /** Does it; an act that is not offered now is left alone, and false is returned. */
  do(id: string): boolean {
    if (!this.offers().some((offer) => offer.id === id)) return false;
    this.act(id);
    return true;
  }

  get isEnded(): boolean {
    return this.ended !== null;
  }

  get happenings(): readonly Happening[] {
    return this.told;
  }

  get hour(): number {
    return this.clock;
  }

  get minutes(): number {
    return this.worked;
  }

  /** An instant, as it is said here. */
  when(hour: number): string {
    return clockWords(hour);
  }

  /** Ends it: what was believed, what was so, what was broken and what it cost. */
  end(answers: Answers): Outcome {
    // It ends once, however often it is looked at.
    return (this.ended ??= this.outcomeOf(answers));
  }

  private outcomeOf(answers: Answers): Outcome {
    this.closing?.();
    const beliefs = this.beliefs(answers);
    // What hurts first.
    const slips = [...this.broken.values()].sort((a, b) => Number(b.isGrave) - Number(a.isGrave));
    return {
      passed: beliefs.every(({ isRight }) => isRight) && !slips.some(({ isGrave }) => isGrave),
      beside: this.beside?.() ?? null,
      beliefs,
      slips,
      minutes: Math.round(this.worked),
      hours: this.clock,
    };
  }

  protected see(words: string): void {
    this.told.push({ hour: this.clock, words, isWrong: false });
  }

  /** Something goes wrong: the world answers at once, and the end explains it. */
  protected slip(slip: Slip, words?: string): void {
    this.broken.set(slip.id, slip);
    if (words !== undefined) this.told.push({ hour: this.clock, words, isWrong: true });
  }

  protected hasSlipped(id: string): boolean {
    return this.broken.has(id);
  }

  /** The attendant's own minutes; the clock goes on with them. */
  protected spend(minutes: number): void {
    this.work(minutes);
    this.wait(minutes / 60);
  }

  /** Minutes of work, of which the clock knows already. */
  protected work(minutes: number): void {
    this.worked += minutes;
  }

  /** Time goes by, and nobody works. */
  protected wait(hours: number): void {
    this.clock += hours;
    this.passed?.(hours);
  }
}

/** One thing to learn, as a record. */
export interface Task {
  readonly id: string;
  readonly title: string;
  /** What there is to do, to somebody who stands before it. */
  readonly brief: string;
  /** What it teaches. */
  readonly learn: string;
  readonly minutes: number;
  readonly begin: (seed: number) => Stage;
}

/** Seconds that ran on by themselves, as an act. */
export const TICK = 'tick/';

interface Played {
  readonly seed: number;
  readonly acts: readonly string[];
  readonly stage: Stage;
}
/** What was played last of each task: who goes on with it need not begin anew. */
const lately = new WeakMap<Task, Played>();

const secondsOf = (act: string | undefined): number | null =>
  act?.startsWith(TICK) ? Number(act.slice(TICK.length)) : null;

/** What is done beyond what was done before; null: it is not the same so far. */
function beyond(before: readonly string[], acts: readonly string[]): readonly string[] | null {
  const last = before.length - 1;
  if (last >= acts.length || !before.slice(0, -1).every((act, i) => act === acts[i])) return null;
  const rest = acts.slice(before.length);
  if (before[last] === acts[last]) return rest;
  // Time that runs on is one act that grows.
  const [ran, runs] = [secondsOf(before[last]), secondsOf(acts[last])];
  return ran !== null && runs !== null && runs > ran ? [`${TICK}${runs - ran}`, ...rest] : null;
}

/** The stage of a task after these acts: the same seed and acts, the same stage. */
export function play(task: Task, seed: number, acts: readonly string[]): Stage {
  const before = lately.get(task);
  // Its end may have gone on with it.
  const goesOn = before !== undefined && before.seed === seed && !before.stage.isEnded;
  const more = goesOn ? beyond(before.acts, acts) : null;
  const stage = more && before ? before.stage : task.begin(seed);
  for (const act of more ?? acts) stage.do(act);
  lately.set(task, { seed, acts, stage });
  return stage;
}

/** A belief that is one of several. */
export function chosen(
  { id, ask, choices }: Question,
  answers: Answers,
  so: string,
  alsoRight: readonly string[] = [],
): Belief {
  const words = (choice: string | undefined) =>
    choices?.find((one) => one.id === choice)?.say ?? t`nothing said`;
  const believed = answers[id];
  return {
    ask,
    believed: words(believed),
    so: words(so),
    isRight: believed === so || (believed !== undefined && alsoRight.includes(believed)),
  };
}

/** A belief that is a figure, right within so much. */
export function figured(
  { id, ask, unit = '' }: Question,
  answers: Answers,
  so: number,
  within: number,
): Belief {
  const typed = answers[id]?.trim().replace(',', '.') ?? '';
  const value = Number(typed);
  const isFigure = typed !== '' && Number.isFinite(value);
  return {
    ask,
    believed: isFigure ? `${typed} ${unit}` : t`nothing said`,
    so: `${Number(so.toPrecision(3))} ${unit}`,
    isRight: isFigure && Math.abs(value - so) <= within,
  };
}
