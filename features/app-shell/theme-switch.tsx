'use client';

import { t } from '../../core/language';
import { IconMoon, IconSun } from '@tabler/icons-react';
import { THEME_COOKIE, type ThemeChoice } from '../theme/theme';
import shared from './sidebar.module.css';
import styles from './theme-switch.module.css';

const YEAR_SECONDS = 365 * 24 * 3600;

/** Day or lamp. Both glyphs are there; the theme in force decides which one shows. */
export function ThemeSwitch({ chosen }: { chosen: ThemeChoice | undefined }) {
  const flip = () => {
    const root = document.documentElement;
    const now =
      root.dataset.theme ??
      chosen ??
      (window.matchMedia('(prefers-color-scheme: dark)').matches ? 'lamp' : 'day');
    const next = now === 'lamp' ? 'day' : 'lamp';
    root.dataset.theme = next;
    document.cookie = `${THEME_COOKIE}=${next}; path=/; max-age=${YEAR_SECONDS}; samesite=lax`;
    // What is drawn on a canvas has to ask for its colours again.
    window.dispatchEvent(new Event('velvet-theme'));
  };
  return (
    <button
      type="button"
      className={shared.link}
      onClick={flip}
      aria-label={t`Switch day and lamp`}
    >
      <IconSun size={22} stroke={1.6} aria-hidden="true" className={styles.sun} />
      <IconMoon size={22} stroke={1.6} aria-hidden="true" className={styles.moon} />
      <span className={styles.moonWord}>{t`Lamp`}</span>
      <span className={styles.sunWord}>{t`Day`}</span>
    </button>
  );
}
