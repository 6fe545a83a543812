import { t } from '../../core/language';
import 'server-only';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { shortDay, toDay } from '../../core/day';
import { replacingOf } from '../../core/hand-back/consent';
import { conditionOf } from '../../core/record/condition';
import { formatMoney } from '../../core/words/words';
import { readOwners } from '../../store/site';
import { db } from '../server/store';
import type { SiteSnapshot } from '../site/snapshot';

/** What an owner is told of a battery that may not see another winter, in good time. */
export interface Notice {
  readonly vehicleId: string;
  readonly owner: string | null;
  readonly vehicle: string;
  readonly bay: string;
  readonly batteries: readonly {
    readonly mark: string;
    /** What it is, and what is known of it. */
    readonly says: readonly string[];
  }[];
  /** Until when an answer helps. */
  readonly answerBy: string;
}

export interface Notices {
  readonly siteName: string;
  readonly printed: string;
  readonly notices: readonly Notice[];
}

/** A notice for each vehicle that has such a battery; of a condemned one its owner is asked at once. */
export function ownersNotices(loaded: SiteSnapshot): Notices {
  const owners = new Map(readOwners(db()).map(({ id, name }) => [id, name]));
  const notices = loaded.stays.flatMap(({ vehicle, bay, state, batteries }): Notice[] => {
    const old = batteries.flatMap(({ battery, standing }) => {
      const { life, ask, consent } = replacingOf(standing, state.terms);
      if (life.advice === 'keep' || conditionOf(standing)) return [];
      const rated = t`${CHEMISTRIES[battery.chemistry].label}, ${battery.nominalVolts} V, ${battery.capacityAh} Ah, ${standing.state.role}.`;
      const price = formatMoney(ask.price, loaded.rules);
      const bought = consent.may
        ? t`${consent.say} We tell you before it is done.`
        : t`Another one costs about ${price} with the work; nothing is bought without your word.`;
      return [{ mark: battery.mark, says: [rated, ...life.why.slice(0, 2), bought], ask }];
    });
    if (old.length === 0) return [];
    return [
      {
        vehicleId: vehicle.id,
        owner: owners.get(state.terms.ownerId ?? '') ?? null,
        vehicle: vehicle.name,
        bay: bay.mark,
        batteries: old.map(({ mark, says }) => ({ mark, says })),
        answerBy: shortDay(toDay(old[0]!.ask.answerBy), loaded.today),
      },
    ];
  });
  return { siteName: loaded.site.name, printed: shortDay(loaded.today), notices };
}
