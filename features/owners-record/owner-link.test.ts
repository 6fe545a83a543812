import fc from 'fast-check';
import { vehicleOfLink } from '../../store/owner-links';
import { isCalendarAddress, setCalendarAddress } from '../../store/calendar-addresses';
import { addPerson, letGo } from '../../store/people';
import { recordEntry } from '../../store/record';
import { newToken } from '../access/secrets';
import { newEntry } from '../logbook/new-entry';
import { NOW, answer, demoSite, request, site } from '../server/demo-server.fixture';
import { db } from '../server/store';
import { deleteOwnerLink, postOwnerLink } from './link-routes';

demoSite();

const linkTo = async (vehicleId: string): Promise<string> => {
  const reply = (await answer(postOwnerLink(request({ vehicleId })))) as unknown as {
    status: number;
    address: string;
  };
  expect(reply.status).toBe(200);
  return reply.address.split('/owner/')[1]!;
};

describe('a link for an owner', () => {
  it('leads to the record of one vehicle, until it is withdrawn or made anew', async () => {
    const first = await linkTo('vehicle-01');
    expect(vehicleOfLink(db(), first)).toBe('vehicle-01');
    const second = await linkTo('vehicle-01');
    expect(vehicleOfLink(db(), first)).toBeNull();
    expect(vehicleOfLink(db(), second)).toBe('vehicle-01');
    deleteOwnerLink('vehicle-01');
    expect(vehicleOfLink(db(), second)).toBeNull();
    expect((await answer(postOwnerLink(request({ vehicleId: 'nobody' })))).status).toBe(404);
    // Of a secret only its hash is kept.
    const kept = JSON.stringify(db().prepare('SELECT * FROM owner_link').all());
    expect(kept).not.toContain(second);
  });

  it('ends with the stay, and does not begin again with the next one', async () => {
    const { vehicle, bay } = site().stays[2]!;
    const secret = await linkTo(vehicle.id);
    const record = (entry: ReturnType<typeof newEntry>) =>
      expect(recordEntry(db(), entry, new Date(NOW).toISOString()).outcome).toBe('recorded');
    record(newEntry('handed-back', vehicle.id, NOW, { to: 'Ida', signed: true }));
    expect(vehicleOfLink(db(), secret)).toBeNull();
    record(newEntry('laid-up', vehicle.id, NOW + 1000, { bayId: bay.id, collectOn: null }));
    expect(vehicleOfLink(db(), secret)).toBeNull();
  });

  it('is not found by guessing: ten thousand guesses and mutations lead nowhere', async () => {
    const secret = await linkTo('vehicle-05');
    const ids = site().stays.map(({ vehicle }) => vehicle.id);
    const guess = fc.oneof(
      fc.string({ maxLength: 60 }),
      fc.constantFrom(...ids, '', '..', "' OR 1=1 --", secret.toUpperCase(), `${secret}=`),
      fc.constant(null).map(newToken),
      fc
        .nat({ max: secret.length - 1 })
        .chain((at) =>
          fc
            .constantFrom(...'ABCxyz019-_')
            .map((sign) => secret.slice(0, at) + sign + secret.slice(at + 1)),
        ),
    );
    fc.assert(
      fc.property(guess, (tried) => tried === secret || vehicleOfLink(db(), tried) === null),
      { numRuns: 10_000 },
    );
    expect(vehicleOfLink(db(), secret)).toBe('vehicle-05');
  });
});

describe('the address of a calendar', () => {
  it('is good until another is made, or its person leaves', () => {
    addPerson(db(), { id: 'p', name: 'Ida', role: 'helper', passphrase: '-', addedAt: 0 });
    const [first, second] = [newToken(), newToken()];
    setCalendarAddress(db(), 'p', first, 1);
    setCalendarAddress(db(), 'p', second, 2);
    expect([first, second].map((one) => isCalendarAddress(db(), one))).toEqual([false, true]);
    letGo(db(), 'p', 3);
    expect(isCalendarAddress(db(), second)).toBe(false);
  });
});
