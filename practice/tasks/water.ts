import { t, msg, withWords } from '../../core/language';
import { reasonsAgainst } from '../../core/gate/gate';
import { randomOne, type Random } from '../../simulators/random';
import { Stage, type Offer, type Task } from '../stage';
import { contextAt } from '../yard';

/** Millimetres over the plates: the bottom of the tube, and the edge of the opening. */
const TUBE_MM = 6;
const BRIM_MM = 12;
const COVERED_MM = 1;
/** A charge lifts the acid by so much. */
const RISES_MM = 4;
const SPILLS_MM = 9;
const NEAR_MM = 1.5;

type Jug = 'distilled' | 'tap' | 'acid';
const JUGS = withWords({
  distilled: msg`distilled water`,
  tap: msg`tap water`,
  acid: msg`battery acid`,
});
const POURS = withWords({
  cover: msg`Pour until the plates are just covered`,
  tube: msg`Pour to the bottom of the tube, in every cell`,
  brim: msg`Pour to the brim, in every cell`,
});

class Water extends Stage {
  private readonly levels: number[];
  private jug: Jug | null = null;
  private looked = false;
  private protectedEyes = false;
  private charged = false;
  private spilt = false;

  constructor(chance: Random) {
    super();
    const low = Math.floor(chance.between(0, 6));
    this.levels = Array.from({ length: 6 }, (_, i) =>
      i === low || chance.uniform() < 0.25 ? -chance.between(1, 4) : chance.between(1.2, 3),
    );
  }

  private get shows(): boolean {
    return this.levels.some((level) => level < 0);
  }

  sights() {
    const words = (level: number) =>
      level < 0
        ? t`plates show`
        : level > SPILLS_MM
          ? t`to the brim`
          : t`${Math.round(level)} mm over them`;
    return [
      {
        label: t`The battery`,
        value: t`flooded, caps open, 12 V 80 Ah, at 45 %: it needs a charge`,
      },
      { label: t`In your hand`, value: this.jug ? JUGS[this.jug] : t`nothing` },
      ...this.levels.map((level, i) => ({
        label: t`Cell ${i + 1}`,
        value: this.looked ? words(level) : t`not looked at`,
      })),
    ];
  }

  offers(): Offer[] {
    const jugs = t`Take the`;
    const cells = t`Cells`;
    return [
      ...(this.protectedEyes
        ? []
        : [{ id: 'glasses', say: t`Glasses and gloves on`, group: t`Yourself` }]),
      { id: 'look', say: t`Look into each cell with a lamp that makes no spark`, group: cells },
      ...(Object.keys(JUGS) as Jug[]).map((jug) => ({
        id: `jug/${jug}`,
        say: JUGS[jug],
        group: jugs,
      })),
      ...(this.jug
        ? (Object.keys(POURS) as (keyof typeof POURS)[]).map((amount) => ({
            id: `pour/${amount}`,
            say: POURS[amount],
            group: cells,
          }))
        : []),
      ...(this.charged ? [] : [{ id: 'charge', say: t`Charge it over night`, group: t`Charger` }]),
    ];
  }

  protected act(id: string): void {
    const [what, of] = id.split('/') as [string, string];
    if (what === 'glasses') {
      this.protectedEyes = true;
      return this.spend(0.5);
    }
    if (what === 'look') {
      this.looked = true;
      this.spend(2);
      return this.see(
        this.shows ? t`In some cells the plates stand dry.` : t`All plates are covered.`,
      );
    }
    if (what === 'jug') {
      this.jug = of as Jug;
      return this.spend(0.3);
    }
    if (what === 'pour') return this.pour(of as keyof typeof POURS);
    this.charge();
  }

  private pour(amount: keyof typeof POURS): void {
    this.spend(3);
    this.looked = true;
    if (!this.protectedEyes) {
      this.slip({
        id: 'glasses',
        broke: t`Glasses and gloves on, rings and watch off, water and soda at hand.`,
        would: t`A drop from the tube in an eye: rinse long with water, then a doctor.`,
        isGrave: false,
      });
    }
    const to = amount === 'cover' ? COVERED_MM + 1 : amount === 'tube' ? TUBE_MM : BRIM_MM;
    for (const [i, level] of this.levels.entries()) {
      if (amount === 'cover' ? level < 0 : level < to) this.levels[i] = to;
    }
    if (this.jug === 'acid') {
      this.slip({
        id: 'acid',
        broke: t`Never acid: what went away was water.`,
        would: t`Too strong an acid eats plates and cases; it reads full for ever and holds nothing.`,
        isGrave: true,
      });
    }
    if (this.jug === 'tap') {
      this.slip({
        id: 'tap',
        broke: t`Only distilled, deionised or demineralised water.`,
        would: t`Its salts stay on the plates: it loses charge by itself, faster each year.`,
        isGrave: true,
      });
    }
    this.see(t`Poured: ${JUGS[this.jug!]}.`);
  }

  private charge(): void {
    const known = {
      battery: { chemistry: 'flooded', volts: 12.25, restedHours: 20, platesShow: this.shows },
      charger: { kind: 'automatic', amps: 6, absorptionVolts: 14.4 },
    } as const;
    const [reason] = reasonsAgainst(contextAt(known, this.hour), 'charge');
    this.charged = true;
    this.spend(4);
    this.wait(16);
    if (reason) {
      this.slip(
        {
          id: reason.code,
          broke: reason.words,
          would: t`What stands dry heats, hardens and is lost; gas gathers over it, and a hot strip lights it.`,
          isGrave: true,
        },
        t`In the morning one side of the case is hot.`,
      );
    }
    for (const [i, level] of this.levels.entries()) this.levels[i] = level + RISES_MM;
    this.spilt = this.levels.some((level) => level > SPILLS_MM);
    if (this.spilt) {
      this.slip(
        {
          id: 'spilt',
          broke: t`Unless plates show, water goes in after the charge: charging makes the acid rise.`,
          would: t`Acid runs over case, tray and frame, and is missing in the cells for ever.`,
          isGrave: true,
        },
        t`In the morning the lid is wet, and what ran down fizzes where the soda falls on it.`,
      );
      for (const [i, level] of this.levels.entries()) this.levels[i] = Math.min(level, SPILLS_MM);
    } else if (!reason) this.see(t`In the morning it is full. The acid has risen in every cell.`);
  }

  questions() {
    return [];
  }

  protected beliefs() {
    const levels = this.levels.map((level) => Math.round(level));
    const isAtTube = this.levels.every((level) => Math.abs(level - TUBE_MM) <= NEAR_MM);
    return [
      {
        ask: t`Charged`,
        believed: this.charged ? t`yes` : t`no`,
        so: t`it stood at 45 %`,
        isRight: this.charged,
      },
      {
        ask: t`Levels as you leave them`,
        believed: t`${levels.join(', ')} mm`,
        so: t`${TUBE_MM} mm, the bottom of the tube`,
        isRight: isAtTube && !this.spilt,
      },
    ];
  }
}

export const WATER: Task = withWords({
  id: 'water',
  title: msg`Level and water`,
  brief: msg`A flooded battery has stood long and needs a charge. Bring charge and levels to where they should be.`,
  learn: msg`What may go in, how high, and whether before the charge or after it.`,
  minutes: 4,
  begin: (seed) => new Water(randomOne(seed)),
});
