'use client';

import { IconLanguage } from '@tabler/icons-react';
import { languageTag, t } from '../../core/language';
import { RailDialog } from '../app-shell/rail-dialog';
import layout from '../ui/layout.module.css';
import { LANGUAGE_COOKIE } from './language-cookie';
import { Button } from '../ui/button';

const YEAR_SECONDS = 365 * 24 * 3600;

/** A language by its own name. */
export const nameOf = (tag: string): string =>
  new Intl.DisplayNames(tag, { type: 'language' }).of(tag) ?? tag;

function keep(tag: string): void {
  document.cookie = `${LANGUAGE_COOKIE}=${tag}; path=/; max-age=${YEAR_SECONDS}; samesite=lax`;
}

/** The language of this device, where there is more than one. */
export function LanguageSwitch({
  languages,
  onHidden,
  onChosen = () => window.location.reload(),
}: {
  readonly languages: readonly string[];
  readonly onHidden: () => void;
  /** All of the page is said anew. */
  readonly onChosen?: () => void;
}) {
  const now = languageTag();
  return (
    <RailDialog
      icon={<IconLanguage size={22} stroke={1.6} aria-hidden="true" />}
      word={nameOf(now)}
      about={t`Language`}
      title={t`Language`}
      onHidden={onHidden}
    >
      <div className={layout.list}>
        {languages.map((tag) => (
          <Button
            key={tag}
            size="large"
            type="text"
            lang={tag}
            disabled={tag === now}
            onClick={() => {
              keep(tag);
              onChosen();
            }}
          >
            {nameOf(tag)}
          </Button>
        ))}
      </div>
    </RailDialog>
  );
}
