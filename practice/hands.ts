import { t } from '../core/language';
import { mayTick, type FittedStep } from '../core/procedures/procedure';
import type { Random } from '../simulators/random';
import { Stage, type Offer, type Slip } from './stage';
import { shuffled } from './yard';

/** Something that a hand does, right or wrong. */
export interface Hand {
  readonly id: string;
  readonly say: string;
  readonly group: string;
  /** The step of the procedure that it is; null: it is none of them. */
  readonly step: string | null;
  /** What is seen when it is done. */
  readonly sees?: string;
  readonly minutes?: number;
  /** What comes of it where it is done before its time, or not at all. */
  readonly early?: { readonly would: string; readonly isGrave: boolean; readonly sees: string };
  readonly never?: { readonly would: string; readonly isGrave: boolean };
  /** It is wrong whenever it is done. */
  readonly wrong?: Slip & { readonly sees: string };
}

/**
 * Work whose order matters, by the steps that the gate gives for this vehicle and battery: nothing
 * stops the hand here, and the world answers.
 */
export abstract class HandsStage extends Stage {
  protected readonly done: string[] = [];
  private readonly hands: readonly Hand[];

  constructor(
    protected readonly steps: readonly FittedStep[],
    hands: readonly Hand[],
    chance: Random,
  ) {
    super();
    const known = new Set(steps.map(({ id }) => id));
    // What this vehicle does not ask for is no mistake, and not there.
    const here = hands.filter(({ step }) => step === null || known.has(step));
    const groups = [...new Set(here.map(({ group }) => group))];
    this.hands = groups.flatMap((group) =>
      shuffled(
        here.filter((hand) => hand.group === group),
        chance,
      ),
    );
  }

  offers(): Offer[] {
    return this.hands
      .filter(({ id }) => !this.done.includes(id))
      .map(({ id, say, group }) => ({ id, say, group }));
  }

  /** Steps that have been done, in their order. */
  protected get stepsDone(): string[] {
    return this.done.flatMap((id) => this.hands.find((hand) => hand.id === id)?.step ?? []);
  }

  protected act(id: string): void {
    const hand = this.hands.find((one) => one.id === id)!;
    this.spend(hand.minutes ?? 0.5);
    this.done.push(id);
    if (hand.wrong) {
      const { sees, ...slip } = hand.wrong;
      return this.slip(slip, sees);
    }
    if (hand.step === null) return this.see(hand.sees ?? hand.say);
    const before = this.stepsDone.slice(0, -1);
    const answer = mayTick(this.steps, before, hand.step);
    if (answer.ok) return this.see(hand.sees ?? hand.say);
    this.slip(
      {
        id: `early/${hand.id}`,
        broke: answer.why,
        would:
          hand.early?.would ??
          t`Nothing, this once. The order is there for the day on which it matters.`,
        isGrave: hand.early?.isGrave ?? false,
      },
      hand.early?.sees ?? hand.sees ?? hand.say,
    );
  }

  protected override closing(): void {
    for (const hand of this.hands) {
      if (hand.step === null || hand.wrong || this.stepsDone.includes(hand.step)) continue;
      const step = this.steps.find(({ id }) => id === hand.step)!;
      if (step.optional) continue;
      this.slip({
        id: `never/${hand.id}`,
        broke: step.caution ? `${step.say} ${step.caution}` : step.say,
        would: hand.never?.would ?? step.why,
        isGrave: hand.never?.isGrave ?? false,
      });
    }
  }
}
