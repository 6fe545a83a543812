import { cookies, headers } from 'next/headers';
import { THEME_COOKIE, themeOf } from '../theme/theme';
import { formatInstant } from '../../core/judge/words';
import { hasOutside } from '../demo/outside';
import { currentSite } from '../site/current';
import { GlyphSheet } from '../theme/vehicle-icon';
import { DAY_HEADER, chosenDay } from './chosen-day';
import { DayProvider } from './day';
import { Rail } from './rail';
import { Ribbon } from './ribbon';
import { ribbonData } from './ribbon-data';
import styles from './frame.module.css';

/** Rail, ribbon and the screen. Before the site is set up there is only the screen. */
export async function Frame({ children }: { children: React.ReactNode }) {
  const loaded = currentSite();
  if (!loaded) return <main className={styles.bare}>{children}</main>;
  const theme = themeOf((await cookies()).get(THEME_COOKIE)?.value);
  const data = ribbonData(loaded);
  const day = chosenDay((await headers()).get(DAY_HEADER), data);
  return (
    <DayProvider today={data.today} from={data.from} to={data.to} chosen={day}>
      <GlyphSheet />
      <Rail
        theme={theme}
        demoNow={
          hasOutside() ? formatInstant(loaded.now, loaded.site.timeZone, loaded.rules) : null
        }
      />
      <div className={styles.column}>
        <Ribbon data={data} />
        <main className={styles.screen}>{children}</main>
      </div>
    </DayProvider>
  );
}
