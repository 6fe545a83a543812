import type { z } from 'zod';
import type { Role } from '../access/roles';
import { agreed } from './kinds/agreed';
import { allOff } from './kinds/all-off';
import { batteryCorrected } from './kinds/battery-corrected';
import { chargeEnded } from './kinds/charge-ended';
import { chargeStarted } from './kinds/charge-started';
import { cleaned } from './kinds/cleaned';
import { collection } from './kinds/collection';
import { darkFound } from './kinds/dark-found';
import { door } from './kinds/door';
import { draw } from './kinds/draw';
import { fitted } from './kinds/fitted';
import { hallCorrected } from './kinds/hall-corrected';
import { hydrometer } from './kinds/hydrometer';
import { inspected } from './kinds/inspected';
import { laidUp } from './kinds/laid-up';
import { lamp } from './kinds/lamp';
import { levels } from './kinds/levels';
import { loadTested } from './kinds/load-tested';
import { maintainer } from './kinds/maintainer';
import { mixedUp } from './kinds/mixed-up';
import { modeSeen } from './kinds/mode-seen';
import { moved } from './kinds/moved';
import { negative } from './kinds/negative';
import { notReached } from './kinds/not-reached';
import { note } from './kinds/note';
import { ownerAnswered } from './kinds/owner-answered';
import { ownerCorrected } from './kinds/owner-corrected';
import { ownerAsked } from './kinds/owner-asked';
import { outing } from './kinds/outing';
import { photographed } from './kinds/photographed';
import { pinned } from './kinds/pinned';
import { planDrawn } from './kinds/plan-drawn';
import { stockChanged } from './kinds/stock-changed';
import { planChosen } from './kinds/plan-chosen';
import { powerCut } from './kinds/power-cut';
import { procedureDone } from './kinds/procedure-done';
import { queued } from './kinds/queued';
import { reading } from './kinds/reading';
import { reconditioned } from './kinds/reconditioned';
import { recoveryBegun } from './kinds/recovery-begun';
import { recoveryEnded } from './kinds/recovery-ended';
import { rulesChanged } from './kinds/rules-changed';
import { broughtBack } from './kinds/brought-back';
import { chargingTested } from './kinds/charging-tested';
import { cranked } from './kinds/cranked';
import { dropsTested } from './kinds/drops-tested';
import { handedBack } from './kinds/handed-back';
import { headlampsSeen } from './kinds/headlamps-seen';
import { siteCorrected } from './kinds/site-corrected';
import { takenAlong } from './kinds/taken-along';
import { takenOut } from './kinds/taken-out';
import { thawed } from './kinds/thawed';
import { vehicleCorrected } from './kinds/vehicle-corrected';
import { withdrawn } from './kinds/withdrawn';

/** Every kind of entry. To add one is to write its file and to name it here. */
export const ENTRY_KINDS = {
  fitted,
  reading,
  'charge-started': chargeStarted,
  'charge-ended': chargeEnded,
  negative,
  maintainer,
  lamp,
  'dark-found': darkFound,
  'mode-seen': modeSeen,
  queued,
  hydrometer,
  'recovery-begun': recoveryBegun,
  thawed,
  reconditioned,
  'load-tested': loadTested,
  cranked,
  'charging-tested': chargingTested,
  'drops-tested': dropsTested,
  'headlamps-seen': headlampsSeen,
  'recovery-ended': recoveryEnded,
  'owner-asked': ownerAsked,
  'owner-answered': ownerAnswered,
  'power-cut': powerCut,
  draw,
  inspected,
  levels,
  cleaned,
  'plan-chosen': planChosen,
  'taken-out': takenOut,
  'procedure-done': procedureDone,
  'not-reached': notReached,
  pinned,
  note,
  withdrawn,
  'laid-up': laidUp,
  collection,
  agreed,
  'all-off': allOff,
  photographed,
  moved,
  outing,
  'taken-along': takenAlong,
  'brought-back': broughtBack,
  'handed-back': handedBack,
  'mixed-up': mixedUp,
  'battery-corrected': batteryCorrected,
  'vehicle-corrected': vehicleCorrected,
  'owner-corrected': ownerCorrected,
  'hall-corrected': hallCorrected,
  'plan-drawn': planDrawn,
  'stock-changed': stockChanged,
  'site-corrected': siteCorrected,
  'rules-changed': rulesChanged,
  door,
} as const;

export type EntryKind = keyof typeof ENTRY_KINDS;
export type EntryData<K extends EntryKind> = z.infer<(typeof ENTRY_KINDS)[K]['data']>;
export const ENTRY_KIND_NAMES = Object.keys(ENTRY_KINDS) as EntryKind[];

/** The least role that records entries of a kind. */
export const leastForKind = (kind: EntryKind): Role => {
  const { least }: { readonly least?: Role } = ENTRY_KINDS[kind];
  return least ?? 'attendant';
};

/** Kinds of entry that are sent; the others the program records by itself. */
export const SENT_KINDS = ENTRY_KIND_NAMES.filter((name) => {
  const { isOwn }: { readonly isOwn?: true } = ENTRY_KINDS[name];
  return !isOwn;
});

/** Kinds of entry for which somebody stood at a battery: in a round, or at any work. */
export const visitKinds = (visit: 'round' | 'any'): EntryKind[] =>
  ENTRY_KIND_NAMES.filter((name) => {
    const { visit: own } = ENTRY_KINDS[name];
    return visit === 'any' ? own !== undefined : own === visit;
  });
