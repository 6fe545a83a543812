import type { ChargeAcceptance } from '../../core/charging/charge-acceptance';
import type { ActiveConnection } from '../../core/connections/active-connections';
import type { BatteryContext } from '../../core/context/battery-context';
import type { Recovery } from '../../core/charging/recovery';
import type { Held } from '../../core/charging/solar-hold';
import type { ChargingEquipment } from '../../core/site/charging-equipment';
import type { RoomAir } from '../../core/charging/hall-limits';
import type { ChargerFault } from '../../core/connections/charger-faults';
import type { LampState } from '../../core/site/lamp';
import type { Rules } from '../../core/rules/rules';
import type { HallKind } from '../../core/site/climate';
import type { ReporterKind } from '../../core/reports/report';
import type { VehicleKindId } from '../../core/site/vehicle-kinds';
import type { BatteryDto, ClockDto, HallDto, VehicleDto } from '../site/dto';

/** How a battery is named on the board. */
export interface ChargeName {
  readonly batteryId: string;
  readonly bayMark: string;
  readonly name: string;
  readonly kind: VehicleKindId;
  readonly label: string;
}

/** Something that hangs on a channel. */
export interface OnBoard extends ChargeName {
  readonly hanging: ActiveConnection;
  readonly hallId: string;
  readonly lamp: { readonly state: LampState; readonly at: number } | null;
  readonly findings: readonly ChargerFault[];
}

/** A battery that waits for a charger. */
export interface Waiting extends ChargeName {
  readonly reserve: number | null;
  readonly why: string;
  /** Why not on any charger just now; null: it can go on. */
  readonly blocked: string | null;
  /** The charger that would suit best and is free. */
  readonly suggests: string | null;
}

export interface Room extends RoomAir {
  readonly hallId: string;
  readonly name: string;
  readonly aired: boolean | null;
  readonly charging: number;
  readonly celsius: number;
  readonly circuits: readonly {
    readonly name: string;
    readonly amps: number;
    readonly load: number;
  }[];
  readonly powerCutAt: number | null;
}

export interface ReporterDto {
  readonly id: string;
  readonly kind: ReporterKind;
  readonly name: string;
  readonly chargerId: string | null;
  readonly hallId: string | null;
  readonly everyMinutes: number;
  readonly lastHeard: number | null;
  /** Its token comes to an end; soon, or it has. */
  readonly tokenUntil: number;
  readonly endsSoon: boolean;
  readonly silent: boolean;
}

/** What a charger reported of a channel, thinned for drawing. */
export interface Heard {
  readonly hours: readonly number[];
  readonly amps: readonly (number | null)[];
  readonly volts: readonly (number | null)[];
  readonly ampHours: number;
  readonly whole: boolean;
}

export interface Chosen {
  readonly vehicle: VehicleDto;
  readonly battery: BatteryDto;
  readonly hall: HallDto;
  readonly hallKind: HallKind;
  /** All that decides what may be done to it now. */
  readonly context: BatteryContext;
  /** All blocks of its string that stand in the vehicle; itself alone where it is none. */
  readonly blocks: readonly string[];
  readonly flat: boolean;
  readonly recovery: Recovery | null;
  /** The last charge judged, once it is over. */
  readonly after: (ChargeAcceptance & { readonly at: number; readonly held: string | null }) | null;
  readonly heard: Heard | null;
  readonly findings: readonly ChargerFault[];
  readonly sun: {
    readonly watts: number;
    readonly held: readonly Held[];
    readonly givesAh: number;
    readonly losesAh: number;
    readonly weakest: string;
    readonly assumed: string;
  } | null;
}

export interface ChargeData {
  readonly clock: ClockDto;
  readonly today: number;
  readonly rules: Rules;
  readonly benchHallId: string;
  readonly halls: readonly {
    readonly id: string;
    readonly name: string;
    readonly kind: HallKind;
  }[];
  readonly stock: ChargingEquipment;
  readonly board: readonly OnBoard[];
  readonly queue: readonly Waiting[];
  readonly rooms: readonly Room[];
  readonly others: readonly ChargeName[];
  readonly reporters: readonly ReporterDto[];
  readonly chosen: Chosen | null;
  /** The demo has an outside that can be looked at. */
  readonly demo: boolean;
}

export const CHARGE_VIEWS = ['board', 'stock'] as const;
export type ChargeView = (typeof CHARGE_VIEWS)[number];
