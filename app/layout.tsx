import './antd.css';
import './globals.css';
import type { Metadata, Viewport } from 'next';
import { cookies } from 'next/headers';
import { signedInAs } from '../features/access/who-looks';
import { fontVariables } from '../features/theme/fonts';
import { Alive } from '../features/app-shell/alive';
import { Frame } from '../features/app-shell/app-shell';
import { LanguageScript, languageTag } from '../features/words/language-script';
import { THEME_COOKIE, themeOf } from '../features/theme/theme';

export const dynamic = 'force-dynamic';

export const metadata: Metadata = {
  title: { default: 'Velvet Ember', template: '%s · Velvet Ember' },
  description: 'Keeps the batteries of laid-up vehicles ready through a storage season.',
};

export const viewport: Viewport = {
  width: 'device-width',
  initialScale: 1,
  themeColor: [
    { media: '(prefers-color-scheme: light)', color: '#f5efe9' },
    { media: '(prefers-color-scheme: dark)', color: '#1a1220' },
  ],
};

export default async function Layout({ children }: { children: React.ReactNode }) {
  const who = await signedInAs();
  const theme = themeOf((await cookies()).get(THEME_COOKIE)?.value);
  return (
    <html lang={languageTag()} data-theme={theme} data-who={who} className={fontVariables}>
      <head>
        <LanguageScript />
      </head>
      <body>
        <Frame>{children}</Frame>
        <Alive />
      </body>
    </html>
  );
}
