import sharp from 'sharp';
import { deleteContact, deletePhoto } from '../vehicle/erase-routes';
import { pictureOf } from './picture.fixture';
import { v4 as uuid } from 'uuid';
import { toDay } from '../../core/day';
import { judge } from '../../core/assessment/judge';
import { FRESH_TERMS } from '../../core/stay/usual';
import { readDrafts } from '../../store/drafts';
import { readAllEntries } from '../../store/entries';
import { MAX_PHOTO_BYTES } from '../../store/photos';
import { readOwners } from '../../store/site';
import { NOW, answer, request, site, demoSite } from '../server/demo-server.fixture';
import { roundData } from '../round/load';
import { db } from '../server/store';
import { vehicleData } from '../vehicle/load';
import { candidateOf, newDraft, stepOf } from './draft';
import { forgetDraft, keepDraft } from './draft-routes';
import { getPhoto, putPhoto } from './photo-routes';
import { postLayUp } from './post-lay-up';
import { LayUp, problemsHere, problemsOf } from './schema';
import { battery, layUp } from './lay-up.fixture';
import { layUpData } from './load';

demoSite();

describe('laying up', () => {
  it('puts vehicle and batteries in place once, however often it is sent', async () => {
    const form = layUp();
    expect((await answer(postLayUp(request(form)))).status).toBe(200);
    expect((await answer(postLayUp(request(form)))).status).toBe(200);
    expect(await answer(postLayUp(request({ ...form, name: 'Other' })))).toMatchObject({
      status: 409,
    });
    const stay = site().stays.find((one) => one.bay.mark === 'C14')!;
    expect(stay.vehicle.name).toBe('Wick 900');
    expect(stay.batteries).toHaveLength(1);
    expect(stay.batteries[0]!.battery).toMatchObject({ mark: 'B086', cells: 6 });
    expect(stay.batteries[0]!.standing.state).toMatchObject({
      negativeOn: false,
      drawMa: 1.2,
      disturbedAt: NOW - 24 * 3_600_000,
    });
    expect(stay.state.terms.consent).toBe('ask');
    expect(stay.state.allOff?.checked).toEqual(['Heated grips']);
    // It has not been read: it is a stop of the next round.
    expect(roundData(site()).stops.map((stop) => stop.vehicle.bayMark)).toContain('C14');
  });

  it('keeps inspection, reading and plan, and applies what follows at once', async () => {
    const form = layUp({
      bayId: 'bay-A8',
      batteries: [
        battery({
          volts: 12.1,
          plan: 'maintained-off',
          inspection: { answers: { walls: 'swollen' }, levels: null, note: '' },
        }),
      ],
    });
    expect((await answer(postLayUp(request(form)))).status).toBe(200);
    const kept = site().stays.find((one) => one.bay.mark === 'A8')!.batteries[0]!;
    expect(judge(kept.standing).kind).toBe('condemned');
    expect(kept.standing.state).toMatchObject({ plan: 'maintained-off' });
    expect(kept.standing.state.readings[0]!.volts).toBe(12.1);
  });

  it('knows an owner again by name', () => {
    expect(readOwners(db()).filter(({ name }) => name === 'Tamsin Ashgill')).toHaveLength(1);
  });

  it.each([
    ['a bay that is taken', { bayId: 'bay-C1' }, 422, /C1 is taken by Calder 1500/, 'bayId'],
    ['a bay that is not there', { bayId: 'bay-Z9' }, 422, /choose a bay/, 'bayId'],
    ['a day that is past', { collectOn: '2027-01-01' }, 422, /before the arrival/, 'collectOn'],
    ['no battery', { batteries: [] }, 400, /at least one battery/, 'batteries'],
    ['no name', { name: '  ' }, 400, /^name/, 'name'],
    ['a day that is none', { collectOn: '2027-02-30' }, 400, /YYYY-MM-DD/, 'collectOn'],
    [
      'no capacity',
      { batteries: [battery({ capacityAh: 0 })] },
      400,
      /at least 0.5 Ah/,
      'batteries.0.capacityAh',
    ],
    [
      '5,000 Ah',
      { batteries: [battery({ capacityAh: 5000 })] },
      400,
      /at most 2000 Ah/,
      'batteries.0.capacityAh',
    ],
    [
      'six levels for three cells',
      {
        batteries: [
          battery({
            nominalVolts: 6,
            inspection: { answers: {}, levels: Array(6).fill('mark'), note: '' },
          }),
        ],
      },
      400,
      /6 levels were given for a battery of 3 cells/,
      'batteries.0.inspection.levels',
    ],
    [
      'a string of different blocks',
      {
        kind: 'cart',
        batteries: [170, 170, 150].map((capacityAh) => battery({ role: 'string', capacityAh })),
      },
      400,
      /150 Ah in a string of 170 Ah/,
      'batteries.2.capacityAh',
    ],
    [
      'volts that no battery shows, unless they are confirmed',
      { batteries: [battery({ volts: 21.5 })] },
      400,
      /more than this battery can show/,
      'batteries.0.volts',
    ],
    [
      'a price limit that is not given',
      { terms: { ...FRESH_TERMS, consent: 'up-to' } },
      400,
      /up to which price/,
      'terms.priceLimit',
    ],
  ])('refuses %s, at its field, and records nothing', async (_, change, status, reason, field) => {
    const before = readAllEntries(db()).length;
    const refused = await answer(postLayUp(request(layUp({ bayId: 'bay-C21', ...change }))));
    expect(refused.status).toBe(status);
    expect(refused.reason).toMatch(reason);
    expect(refused.field).toBe(field);
    expect(stepOf(field)).toBeGreaterThanOrEqual(0);
    expect(readAllEntries(db())).toHaveLength(before);
  });

  it('finds two vehicles in one bay before anything is sent', () => {
    const bays = new Map([['bay-C1', { mark: 'C1', takenBy: 'Calder 1500' }]]);
    const problems = problemsHere({ bayId: 'bay-C1', collectOn: null }, toDay('2027-01-14'), bays);
    expect(problems).toEqual([
      { path: 'bayId', message: 'Bay C1 is taken by Calder 1500: choose another' },
    ]);
  });
});

describe('a draft', () => {
  const data = () => layUpData(site(), null);

  it('begins with the last answers of a similar vehicle, but not with its age or readings', () => {
    const draft = newDraft('camper', data().templates.camper, { bayId: '', collectOn: '' });
    expect(draft.facts.hookUp).toBe(true);
    expect(draft.batteries.length).toBeGreaterThan(1);
    expect(draft.batteries[0]).toMatchObject({ fittedYear: null, volts: null, plan: null });
    expect(new Set(draft.batteries.map(({ id }) => id)).size).toBe(draft.batteries.length);
  });

  it('of a kind never seen has what such a vehicle usually has', () => {
    const draft = newDraft('cart', undefined, { bayId: '', collectOn: '' });
    expect(draft.batteries[0]).toMatchObject({ role: 'string', nominalVolts: 8 });
  });

  it('becomes a lay-up once it is filled in', () => {
    const start = newDraft('car', undefined, { bayId: 'bay-C21', collectOn: '2027-04-20' });
    const half = LayUp.safeParse(candidateOf(start, uuid()));
    expect(problemsOf(half.error!).map(({ path }) => path)).toEqual(['name']);
    const whole = LayUp.safeParse(candidateOf({ ...start, name: 'Hallam 6' }, uuid()));
    expect(whole.success).toBe(true);
    expect(whole.data!.owner).toBeNull();
  });

  it('is kept as it was typed, found again, and gone once it is laid up', async () => {
    const draft = { ...newDraft('car', undefined, { bayId: '', collectOn: '' }), name: 'Half' };
    const nonsense = { ...draft, batteries: [{ ...draft.batteries[0]!, capacityAh: 5000 }] };
    expect((await answer(keepDraft(request(nonsense), draft.vehicleId))).status).toBe(200);
    expect(data().drafts.map((one) => one.draft)).toEqual([nonsense]);
    expect(
      (await answer(keepDraft(request({ ...nonsense, step: 2 }), draft.vehicleId))).status,
    ).toBe(200);
    expect(readDrafts(db())).toHaveLength(1);
    const form = layUp({ vehicleId: draft.vehicleId, kind: 'car', bayId: 'bay-C21' });
    expect((await answer(postLayUp(request(form)))).status).toBe(200);
    expect(readDrafts(db())).toEqual([]);
    // A save that was on its way comes too late to bring it back.
    expect((await answer(keepDraft(request(nonsense), draft.vehicleId))).status).toBe(200);
    expect(readDrafts(db())).toEqual([]);
  });

  it('is refused where it is none, and can be thrown away', async () => {
    expect((await answer(keepDraft(request({ hello: 1 }), uuid()))).status).toBe(400);
    const draft = newDraft('quad', undefined, { bayId: '', collectOn: '' });
    expect((await answer(keepDraft(request(draft), uuid()))).reason).toMatch(/id of its vehicle/);
    await keepDraft(request(draft), draft.vehicleId);
    forgetDraft(draft.vehicleId);
    expect(readDrafts(db())).toEqual([]);
  });
});

describe('a photograph', () => {
  const put = (id: string, body: Buffer, type = 'image/jpeg', vehicle = 'v1') =>
    answer(
      putPhoto(
        new Request(
          `http://127.0.0.1/api/photos/${id}?vehicle=${vehicle}&taken=2027-01-14T09:00:00.000Z`,
          { method: 'PUT', headers: { 'content-type': type }, body: new Uint8Array(body) },
        ),
        id,
      ),
    );

  it('is kept in the data file, and shown with the vehicle', async () => {
    const id = uuid();
    const bytes = await pictureOf('jpeg');
    const form = layUp({ bayId: 'bay-Y15', photos: [{ id, caption: 'left door' }] });
    expect((await put(id, bytes, 'image/jpeg', form.vehicleId)).status).toBe(404);
    const begun = {
      ...newDraft('car', undefined, { bayId: '', collectOn: '' }),
      vehicleId: form.vehicleId,
    };
    await keepDraft(request(begun), form.vehicleId);
    expect((await put(id, bytes, 'image/jpeg', form.vehicleId)).status).toBe(200);
    expect((await answer(postLayUp(request(form)))).status).toBe(200);
    const shown = getPhoto(id);
    expect(shown.headers.get('content-type')).toBe('image/jpeg');
    // Written anew: the right way up, and without where and by whom it was taken.
    const kept = Buffer.from(await shown.arrayBuffer());
    expect(bytes.includes('Ida')).toBe(true);
    expect(kept.includes('Ida') || kept.includes('Exif')).toBe(false);
    expect(await sharp(kept).metadata()).toMatchObject({ format: 'jpeg', width: 8, height: 12 });
    expect(vehicleData(site(), form.vehicleId)!.photos).toEqual([{ id, caption: 'left door' }]);
    // The same id again changes nothing.
    await put(id, await pictureOf('jpeg', 30), 'image/jpeg', form.vehicleId);
    expect(Buffer.from(await getPhoto(id).arrayBuffer())).toEqual(kept);
    // Erased for good, and the logbook still says that it was taken.
    expect(deletePhoto(id).status).toBe(200);
    expect(deletePhoto(id).status).toBe(404);
    expect(getPhoto(id).status).toBe(404);
    const { photos, entries, owner } = vehicleData(site(), form.vehicleId)!;
    expect(photos).toEqual([]);
    expect(entries.map(({ kind }) => kind)).toContain('photographed');
    expect(owner!.contact).not.toBe('');
    expect(deleteContact(owner!.id).status).toBe(200);
    expect(vehicleData(site(), form.vehicleId)!.owner).toMatchObject({ contact: '' });
    expect(deleteContact(owner!.id).status).toBe(404);
  });

  it('goes with the draft that is thrown away, and stays with a vehicle that is here', async () => {
    const PNG = await pictureOf('png');
    const [lost, kept] = [uuid(), uuid()];
    const draft = newDraft('car', undefined, { bayId: '', collectOn: '' });
    await keepDraft(request(draft), draft.vehicleId);
    await put(lost, PNG, 'image/png', draft.vehicleId);
    const here = site().stays[0]!.vehicle.id;
    await put(kept, PNG, 'image/png', here);
    expect(getPhoto(lost).status).toBe(200);
    forgetDraft(draft.vehicleId);
    forgetDraft(here);
    expect(getPhoto(lost).status).toBe(404);
    expect(getPhoto(kept).status).toBe(200);
  });

  it('is refused when it is empty, no picture, or too large', async () => {
    expect((await put(uuid(), Buffer.alloc(0))).status).toBe(400);
    expect((await put(uuid(), Buffer.from('x'), 'text/html')).status).toBe(400);
    expect((await put('no-id', Buffer.from('x'))).status).toBe(400);
    expect((await put(uuid(), Buffer.alloc(MAX_PHOTO_BYTES + 1))).status).toBe(413);
    expect(getPhoto(uuid()).status).toBe(404);
  });
});
