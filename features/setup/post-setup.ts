import 'server-only';
import { reasonOf } from '../../core/logbook/entry';
import { Site, addBay, addHall, readSite, writeSite } from '../../store/site';
import { jsonBody, refuse } from '../server/reply';
import { db } from '../server/store';
import { CLIMATES, Setup } from './schema';

/** Sets a new site up, once: its halls and bays, season and climate. */
export async function postSetup(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  const parsed = Setup.safeParse(body);
  if (!parsed.success) return refuse(400, reasonOf(parsed.error));
  const setup = parsed.data;
  const site = Site.safeParse({ ...setup, climate: CLIMATES[setup.climate].table });
  if (!site.success) return refuse(400, reasonOf(site.error));
  if (readSite(db())) return refuse(409, 'This site is set up already.');
  db()
    .transaction(() => {
      writeSite(db(), site.data);
      setup.halls.forEach((hall, walkOrder) => {
        const rowMark = hall.rowMark.toUpperCase();
        const id = `hall-${rowMark}`;
        addHall(db(), {
          id,
          name: hall.name,
          kind: hall.kind,
          setpointCelsius: hall.kind === 'heated' ? (hall.setpointCelsius ?? 12) : null,
          note: '',
          walkOrder,
        });
        for (let n = 1; n <= hall.bays; n++) {
          const mark = `${rowMark}${n}`;
          addBay(db(), { id: `bay-${mark}`, hallId: id, mark, rowMark, walkOrder: n });
        }
      });
    })
    .immediate();
  return Response.json({ name: setup.name });
}
