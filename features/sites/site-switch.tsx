'use client';

import { t } from '../../core/language';
import { IconBuildingCommunity } from '@tabler/icons-react';
import { RailDialog } from '../app-shell/rail-dialog';
import layout from '../ui/layout.module.css';
import type { SiteLink } from './schema';
import { ButtonLink } from '../ui/button';

/** Which of several sites one is at, and the way to the others; each opens on its own Yard. */
export function SiteSwitch({
  sites,
  onHidden,
}: {
  readonly sites: readonly SiteLink[];
  readonly onHidden: () => void;
}) {
  const here = sites.find(({ isHere }) => isHere);
  return here ? (
    <RailDialog
      icon={<IconBuildingCommunity size={22} stroke={1.6} aria-hidden="true" />}
      word={here.name}
      about={here.name}
      title={t`Sites`}
      onHidden={onHidden}
    >
      <SiteList sites={sites} />
    </RailDialog>
  ) : null;
}

/** The sites of an installation; each is a place of its own to a browser. */
export const SiteList = ({ sites }: { readonly sites: readonly SiteLink[] }) => (
  <nav aria-label={t`Sites`} className={layout.list}>
    {sites.map(({ mark, name, href, isHere }) => (
      <ButtonLink key={mark} size="large" type="text" disabled={isHere} href={`${href}/yard`}>
        {isHere ? t`${name}, here` : name}
      </ButtonLink>
    ))}
  </nav>
);
