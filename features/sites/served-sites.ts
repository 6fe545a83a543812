import { t } from '../../core/language';
import 'server-only';
import { readHalls, readSiteName } from '../../store/site';
import { isSigned } from '../access/who';
import { here, installation, type Served } from '../server/here';
import { db } from '../server/store';
import type { OtherSite, SiteLink } from './schema';

/** What another site of this process says of itself. */
export const at = <T>(site: Served, say: () => T): T => installation().within.run(site, say);

const nameOf = (site: Served) =>
  at(site, () => readSiteName(db())) ?? (site.mark === '' ? t`not set up yet` : site.mark);

/** All sites of this installation for a browser that asked for `host`; one alone: none. */
export function sitesFor(host: string): SiteLink[] {
  const { sites } = installation();
  if (sites.length < 2) return [];
  const machine = host.replace(/:\d+$/, '');
  const scheme = isSigned() ? 'https' : 'http';
  return sites.map((site) => ({
    mark: site.mark,
    name: nameOf(site),
    href: `${scheme}://${machine}:${site.port}`,
    isHere: site === here(),
  }));
}

/** The other sites that a charger of this one may go to. */
export const otherSites = (): OtherSite[] =>
  installation()
    .sites.filter((site) => site !== here())
    .map((site) => ({
      mark: site.mark,
      name: nameOf(site),
      halls: at(site, () => readHalls(db()).map(({ id, name }) => ({ id, name }))),
    }));
