'use client';

import { t, msg, withWords } from '../../core/language';
import {
  IconActivity,
  IconAdjustmentsHorizontal,
  IconBuildingArch,
  IconCalendarStats,
  IconClipboardText,
  IconDots,
  IconKey,
  IconPlug,
  IconStackPush,
  IconUser,
} from '@tabler/icons-react';
import { Link } from '../ui/link';
import { usePathname } from 'next/navigation';
import { useState } from 'react';
import { isEnough } from '../../core/access/roles';
import { LEAST_FOR_PAGE } from '../access/least';
import type { Who } from '../access/who';
import { ClockControl } from '../demo/clock-control';
import { Find } from '../find/find';
import type { SiteLink } from '../sites/schema';
import { SiteSwitch } from '../sites/site-switch';
import { HouseMark, RareMark } from './house-mark';
import { KeysHelp } from './keys-help';
import { LanguageSwitch } from '../words/language-switch';
import { ThemeSwitch } from './theme-switch';
import type { ThemeChoice } from '../theme/theme';
import styles from './sidebar.module.css';

/** The order of the rail is the order of the work. */
const WORK = withWords([
  { href: '/yard', label: msg`Yard`, Icon: IconBuildingArch },
  { href: '/lay-up', label: msg`Lay up`, Icon: IconStackPush },
  { href: '/round', label: msg`Round`, Icon: IconClipboardText },
  { href: '/bench', label: msg`Bench`, Icon: IconActivity },
  { href: '/charge', label: msg`Charge`, Icon: IconPlug },
  { href: '/season', label: msg`Season`, Icon: IconCalendarStats },
  { href: '/hand-back', label: msg`Hand back`, Icon: IconKey },
] as const);
const KEEPING = withWords([
  { href: '/rules', label: msg`Rules`, Icon: IconAdjustmentsHorizontal },
] as const);
const PEOPLE = { href: '/people', Icon: IconUser } as const;

type Place =
  (typeof WORK)[number] | (typeof KEEPING)[number] | (typeof PEOPLE & { readonly label: string });

export function Rail({
  theme,
  demoNow,
  who,
  sites,
  languages,
}: {
  theme: ThemeChoice | undefined;
  /** Where the demo's clock stands, in words; null on a real site. */
  demoNow: string | null;
  /** Who is signed in; null: nobody signs in here. */
  who: Pick<Who, 'name' | 'role'> | null;
  /** All sites of this installation; one alone: none. */
  sites: readonly SiteLink[];
  /** All languages that are here; English alone: none. */
  languages: readonly string[];
}) {
  const path = usePathname();
  // On a phone what is rare stands behind one button, until one has gone elsewhere.
  const [openOn, setOpenOn] = useState<string | null>(null);
  const open = openOn === path;
  const link = ({ href, label, Icon }: Place) => {
    const here =
      path === href ||
      (href === '/yard' && path.startsWith('/vehicle')) ||
      (href === '/hand-back' && path.startsWith('/hand-back'));
    return (
      <Link
        key={href}
        href={href}
        className={here ? styles.here : styles.link}
        aria-current={path === href ? 'page' : undefined}
      >
        <Icon size={22} stroke={1.6} aria-hidden="true" />
        <span>{label}</span>
      </Link>
    );
  };
  const may = ({ href }: Place) => who === null || isEnough(who.role, LEAST_FOR_PAGE[href]);
  return (
    <nav
      className={styles.rail}
      aria-label={t`Work`}
      data-full={who !== null || sites.length > 0 || languages.length > 1 || undefined}
    >
      <HouseMark />
      <div className={styles.group}>{WORK.filter(may).map(link)}</div>
      <button
        type="button"
        className={KEEPING.some(({ href }) => href === path) ? styles.moreHere : styles.more}
        aria-expanded={open}
        aria-controls="rail-foot"
        onClick={() => setOpenOn(open ? null : path)}
      >
        <IconDots size={22} stroke={1.6} aria-hidden="true" />
        <span>{t`More`}</span>
      </button>
      <div id="rail-foot" className={open ? styles.footOpen : styles.foot}>
        {sites.length > 0 ? <SiteSwitch sites={sites} onHidden={() => setOpenOn(null)} /> : null}
        {languages.length > 1 ? (
          <LanguageSwitch languages={languages} onHidden={() => setOpenOn(null)} />
        ) : null}
        <RareMark />
        <Find onHidden={() => setOpenOn(null)} />
        <KeysHelp />
        {KEEPING.filter(may).map(link)}
        {demoNow === null ? null : <ClockControl now={demoNow} />}
        {who ? link({ ...PEOPLE, label: who.name }) : null}
        <ThemeSwitch chosen={theme} />
      </div>
    </nav>
  );
}
