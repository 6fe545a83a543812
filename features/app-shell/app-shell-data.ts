import { t } from '../../core/language';
import 'server-only';
import { clockChanges, type ClockChanges } from '../../core/day';
import type { Rules } from '../../core/rules/rules';
import { formatInstant } from '../../core/words/words';
import { hasOutside } from '../demo/outside-port';
import type { SiteSnapshot } from '../site/snapshot';
import type { RibbonData } from './season-drawing';
import { ribbonData } from './timeline-data';

/** What stands around every screen. */
export interface FrameData {
  readonly ribbon: RibbonData;
  /** The demo's clock in words; null on a site of one's own. */
  readonly demoNow: string | null;
  /** How the site's clocks go around today. */
  readonly clocks: ClockChanges;
  /** The day in the first column of a calendar. */
  readonly weekBegins: Rules['weekBegins'];
  /** Where people sign in, a browser with a PIN locks after so long. */
  readonly lockAfterMinutes: number;
  /** Batteries that cannot be judged, with the vehicle's page where that is mended. */
  readonly troubled: readonly { readonly words: string; readonly href: string }[];
}

export function frameData(loaded: SiteSnapshot): FrameData {
  return {
    ribbon: ribbonData(loaded),
    demoNow: hasOutside() ? formatInstant(loaded.now, loaded.site.timeZone, loaded.rules) : null,
    clocks: clockChanges(loaded.site.timeZone, loaded.today),
    weekBegins: loaded.rules.weekBegins,
    lockAfterMinutes: loaded.rules.lockAfterMinutes,
    troubled: loaded.stays.flatMap(({ vehicle, bay, troubled }) =>
      troubled.map(({ battery, why }) => ({
        words: t`${bay.mark} ${vehicle.name}, battery ${battery.mark}: ${why}`,
        href: `/vehicle/${vehicle.id}`,
      })),
    ),
  };
}
