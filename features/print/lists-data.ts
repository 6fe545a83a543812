import { t } from '../../core/language';
import 'server-only';
import { dayOf, shortDay } from '../../core/day';
import { groupBy } from '../../core/group';
import { outBeforeFrost } from '../../core/assessment/verdict-condemned';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { conditionOf } from '../../core/record/condition';
import { formatVolts } from '../../core/words/words';
import { batteryLabels } from '../site/to-page';
import type { AssessedBattery, SiteSnapshot, Stay } from '../site/snapshot';

/** A battery on the list of its hall. */
export interface ListedBattery {
  readonly id: string;
  readonly mark: string;
  readonly label: string;
  readonly rated: string;
  readonly keeping: string;
  readonly lastRead: string;
  readonly next: string;
}

/** A bay on the list of its hall, with who stands there; `stay` null: nobody. */
export interface ListedBay {
  readonly key: string;
  readonly mark: string;
  readonly stay: {
    readonly vehicle: string;
    /** What to know before a clamp is touched. */
    readonly minds: string | null;
    readonly collect: string;
    readonly batteries: readonly ListedBattery[];
    /** Batteries of which nothing can be said. */
    readonly troubled: readonly string[];
  } | null;
}

/** The halls on paper: who stands where, how it is kept, and what is next. */
export interface HallLists {
  readonly siteName: string;
  readonly printed: string;
  readonly halls: readonly {
    readonly id: string;
    readonly name: string;
    readonly bays: readonly ListedBay[];
  }[];
}

/** A battery that is never charged again. */
export interface CondemnedRow {
  readonly id: string;
  readonly bay: string;
  readonly vehicle: string;
  readonly mark: string;
  readonly rated: string;
  readonly since: string;
  readonly seen: string;
  readonly outBy: string;
  readonly todo: string;
}

export interface CondemnedList {
  readonly siteName: string;
  readonly printed: string;
  readonly rows: readonly CondemnedRow[];
}

const ratedOf = ({ battery }: AssessedBattery) =>
  t`${CHEMISTRIES[battery.chemistry].short} ${battery.nominalVolts} V ${battery.capacityAh} Ah`;

function keepingOf({ standing: { state } }: AssessedBattery, { stock }: SiteSnapshot): string {
  const charger = stock.chargers.find(({ id }) => id === state.hook?.chargerId)?.name;
  if (state.out !== null) return t`taken out`;
  if (state.chargeSince !== null) return charger ? t`on charge, ${charger}` : t`on charge`;
  // Whether that holds it is another question: it may have fallen silent.
  if (state.maintainerSince !== null) return charger ? t`on ${charger}` : t`on a maintainer`;
  return state.negativeOn ? t`connected` : t`negative off`;
}

function nextOf({ standing, outlook }: AssessedBattery, { today }: SiteSnapshot): string {
  if (conditionOf(standing)) return t`never charge: replace`;
  if (!outlook) return t`read it`;
  const { rechargeRound, nextReadingRound } = outlook;
  // On a charger it asks for none.
  if (rechargeRound !== null && !outlook.held && !outlook.onCharge) {
    return t`charge by ${shortDay(rechargeRound, today)}`;
  }
  return t`look by ${shortDay(nextReadingRound, today)}`;
}

function listedBattery(kept: AssessedBattery, label: string, loaded: SiteSnapshot): ListedBattery {
  const last = kept.standing.state.readings.at(-1);
  const on = (at: number) => shortDay(dayOf(at, loaded.site.timeZone), loaded.today);
  return {
    ...{ id: kept.battery.id, mark: kept.battery.mark, label, rated: ratedOf(kept) },
    keeping: keepingOf(kept, loaded),
    lastRead: last ? `${formatVolts(last.volts)}, ${on(last.at)}` : t`never`,
    next: nextOf(kept, loaded),
  };
}

/** What a list says before anything is touched: the worst of it, in few words. */
function mindsOf({ vehicle: { facts } }: Stay): string | null {
  if (!facts.looked) return t`look which post is earthed`;
  return facts.earth === 'positive' ? t`Positive earth: the clamp on the body first` : null;
}

function listedStay(stay: Stay, loaded: SiteSnapshot): ListedBay['stay'] {
  const labels = batteryLabels(stay.batteries);
  return {
    vehicle: stay.vehicle.name,
    minds: mindsOf(stay),
    collect: stay.collectDay === null ? t`always ready` : shortDay(stay.collectDay, loaded.today),
    batteries: stay.batteries.map((kept, i) => listedBattery(kept, labels[i]!, loaded)),
    troubled: stay.troubled.map(({ battery }) => battery.mark),
  };
}

/** Every hall in walking order, every bay of it, empty ones too. */
export function hallLists(loaded: SiteSnapshot): HallLists {
  const byBay = groupBy(loaded.stays, ({ bay }) => bay.id);
  return {
    siteName: loaded.site.name,
    printed: shortDay(loaded.today),
    halls: loaded.halls.map(({ id, name, place }) => ({
      id,
      name: place === null ? name : `${name}, ${place}`,
      bays: loaded.bays
        .filter(({ hallId }) => hallId === id)
        .flatMap((bay): ListedBay[] => {
          const stays = byBay.get(bay.id) ?? [];
          return stays.length === 0
            ? [{ key: bay.id, mark: bay.mark, stay: null }]
            : stays.map((stay) => ({
                key: stay.vehicle.id,
                mark: bay.mark,
                stay: listedStay(stay, loaded),
              }));
        }),
    })),
  };
}

/** All that are never charged again, those first that have to be out of their hall the soonest. */
export function condemnedList(loaded: SiteSnapshot): CondemnedList {
  const rows = loaded.stays.flatMap((stay) =>
    stay.batteries.flatMap((kept) => {
      const finding = conditionOf(kept.standing);
      if (!finding) return [];
      const by = outBeforeFrost(kept.standing);
      const row: CondemnedRow = {
        ...{ id: kept.battery.id, bay: stay.bay.mark, vehicle: stay.vehicle.name },
        ...{ mark: kept.battery.mark, rated: ratedOf(kept) },
        since: shortDay(dayOf(finding.at, loaded.site.timeZone), loaded.today),
        seen: finding.seen,
        outBy:
          by === null
            ? t`no frost foreseen: all the same`
            : by <= loaded.today
              ? t`today`
              : shortDay(by, loaded.today),
        todo: finding.todo,
      };
      return [{ row, by: by ?? Infinity }];
    }),
  );
  return {
    siteName: loaded.site.name,
    printed: shortDay(loaded.today),
    rows: rows.sort((a, b) => a.by - b.by).map(({ row }) => row),
  };
}
