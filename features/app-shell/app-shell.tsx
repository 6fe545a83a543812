import { cookies, headers } from 'next/headers';
import { THEME_COOKIE, themeOf } from '../theme/theme';
import { Lock } from '../access/lock';
import { isSigned } from '../access/who';
import { whoLooks } from '../access/who-looks';
import { ask } from '../server/ask';
import { LiveRefresh } from '../live/live-refresh';
import { WaitingStrip } from '../logbook/waiting-strip';
import { KeptOnDevice } from '../offline/device';
import { db } from '../server/store';
import { sitesFor } from '../sites/served-sites';
import { readSite } from '../../store/site';
import { GlyphSheet } from '../theme/vehicle-icon';
import { languages } from '../words/languages';
import { BARE_HEADER, DAY_HEADER, chosenDay } from './chosen-day';
import { DayProvider } from './day';
import { Guard } from './guard';
import { Rail } from './sidebar';
import { Ribbon } from './timeline';
import { Troubled } from './troubled';
import styles from './app-shell.module.css';

/** Rail, ribbon and the screen. Before the site is set up, or who looks came in, there is only the screen. */
export async function Frame({ children }: { children: React.ReactNode }) {
  const isBare = (await headers()).get(BARE_HEADER) === 'yes';
  const who = isBare ? null : await whoLooks();
  // Who has not come in sees nothing of the site, not even its frame.
  const data = who && readSite(db()) && (await ask('frame'));
  if (!data) return <main className={styles.bare}>{children}</main>;
  const { ribbon } = data;
  const sites = sitesFor((await headers()).get('host') ?? '');
  const theme = themeOf((await cookies()).get(THEME_COOKIE)?.value);
  const day = chosenDay((await headers()).get(DAY_HEADER), ribbon);
  return (
    <DayProvider
      today={ribbon.today}
      from={ribbon.from}
      to={ribbon.to}
      chosen={day}
      clocks={data.clocks}
    >
      <Guard />
      {isSigned() ? <KeptOnDevice /> : null}
      {isSigned() ? <LiveRefresh /> : null}
      {isSigned() ? <Lock name={who.name} afterMinutes={data.lockAfterMinutes} /> : null}
      <GlyphSheet />
      <Rail
        theme={theme}
        demoNow={data.demoNow}
        who={isSigned() ? who : null}
        sites={sites}
        languages={languages()}
      />
      <div className={styles.column} data-week={data.weekBegins}>
        <Ribbon data={ribbon} />
        <Troubled list={data.troubled} />
        {isSigned() ? <WaitingStrip /> : null}
        <main className={styles.screen}>{children}</main>
      </div>
    </DayProvider>
  );
}
