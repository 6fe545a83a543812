import type { Outlet } from '../../core/site/charging-equipment';
import type { Day } from '../../core/day';
import type { Rules } from '../../core/rules/rules';
import type { HallKind } from '../../core/site/climate';
import type { VehicleKindId } from '../../core/site/vehicle-kinds';
import type { MaintainersFree, ClockDto, HallDto } from '../site/dto';
import type { Draft, Template } from './draft';

export interface BayChoice {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly kind: HallKind;
  readonly bays: readonly { id: string; mark: string; takenBy: string | null }[];
}

/** All that laying up needs to know of the site. */
export interface LayUpData {
  readonly clock: ClockDto;
  readonly today: Day;
  readonly rules: Rules;
  readonly halls: readonly BayChoice[];
  readonly weather: readonly HallDto[];
  readonly benchHallId: string;
  readonly latitude: number | null;
  readonly maintainersFree: MaintainersFree | null;
  /** Hook-up posts of the site. */
  readonly posts: readonly Outlet[];
  /** Bay asked for in the address. */
  readonly bayId: string;
  readonly collectOn: string;
  readonly owners: readonly { name: string; contact: string }[];
  /** The last vehicle of each kind, whose answers are offered again. */
  readonly templates: Partial<Readonly<Record<VehicleKindId, Template>>>;
  readonly drafts: readonly { id: string; savedAt: string; draft: Draft }[];
}
