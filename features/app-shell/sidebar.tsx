'use client';

import {
  IconActivity,
  IconAdjustmentsHorizontal,
  IconBuildingArch,
  IconCalendarStats,
  IconClipboardText,
  IconPlug,
  IconStackPush,
} from '@tabler/icons-react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { ClockControl } from '../demo/clock-control';
import { ThemeSwitch } from './theme-switch';
import type { ThemeChoice } from '../theme/theme';
import styles from './sidebar.module.css';

/** The order of the rail is the order of the work. */
const WORK = [
  { href: '/yard', label: 'Yard', Icon: IconBuildingArch },
  { href: '/lay-up', label: 'Lay up', Icon: IconStackPush },
  { href: '/round', label: 'Round', Icon: IconClipboardText },
  { href: '/bench', label: 'Bench', Icon: IconActivity },
  { href: '/charge', label: 'Charge', Icon: IconPlug },
  { href: '/season', label: 'Season', Icon: IconCalendarStats },
];
const KEEPING = [{ href: '/rules', label: 'Rules', Icon: IconAdjustmentsHorizontal }];

export function Rail({
  theme,
  demoNow,
}: {
  theme: ThemeChoice | undefined;
  /** Where the demo's clock stands, in words; null on a real site. */
  demoNow: string | null;
}) {
  const path = usePathname();
  const link = ({ href, label, Icon }: (typeof WORK)[number]) => {
    const here = path === href || (href === '/yard' && path.startsWith('/vehicle'));
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
  return (
    <nav className={styles.rail} aria-label="Work">
      <span className={styles.mark} aria-hidden="true" />
      <div className={styles.group}>{WORK.map(link)}</div>
      <div className={styles.foot}>
        {KEEPING.map(link)}
        {demoNow === null ? null : <ClockControl now={demoNow} />}
        <ThemeSwitch chosen={theme} />
      </div>
    </nav>
  );
}
