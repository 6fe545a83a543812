import { t } from '../../core/language';
import { z } from 'zod';
import { Line } from '../../core/text';
import { Id } from '../../core/logbook/fields';

export const NewSite = z.strictObject({ name: Line(1, 80, () => t`give the site a name`) });

/** Where a charger goes: one of the other sites, and a hall there. */
export const ChargerGoes = z.strictObject({ to: z.string().max(40), hallId: Id });

/** One of the sites of an installation, as the others see it. */
export interface SiteLink {
  /** Empty: the first. */
  readonly mark: string;
  readonly name: string;
  readonly href: string;
  readonly isHere: boolean;
}

/** Another site with the halls that a charger may go to; none: it is not set up yet. */
export interface OtherSite extends Pick<SiteLink, 'mark' | 'name'> {
  readonly halls: readonly { readonly id: string; readonly name: string }[];
}
