import { isInBuilding } from './meter-address';

describe('the address of a meter', () => {
  it('is one of the building’s own network, and no other', () => {
    for (const host of ['192.168.1.20', '10.0.0.7', '172.20.1.1', '169.254.3.4', 'fd12::7']) {
      expect([host, isInBuilding(host)]).toEqual([host, true]);
    }
    for (const host of [
      ...['127.0.0.1', '127.9.9.9', '::1', '0.0.0.0', '8.8.8.8', '172.32.0.1', '2001:db8::1'],
      ...['localhost', 'meter.local', '192.168.1', '0x7f000001', '2130706433', '::ffff:127.0.0.1'],
    ]) {
      expect([host, isInBuilding(host)]).toEqual([host, false]);
    }
  });
});
