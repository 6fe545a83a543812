import { isTaken, pathScanned, takeScanned } from './scanned';

describe('a card that is scanned', () => {
  it('leads to its vehicle, whatever machine printed it', () => {
    expect(pathScanned('http://127.0.0.1:4870/vehicle/vehicle-03')).toBe('/vehicle/vehicle-03');
    expect(pathScanned('https://mill.local:4871/vehicle/vehicle-03')).toBe('/vehicle/vehicle-03');
  });

  it('leads nowhere else', () => {
    for (const text of [
      'hello',
      'javascript:alert(1)//vehicle/x',
      'https://evil.test/sign-in?to=/vehicle/x',
      'https://evil.test/vehicle/../people',
      'https://evil.test/vehicle/a/b',
      'https://evil.test//evil.test/vehicle/x',
    ]) {
      expect([text, pathScanned(text)]).toEqual([text, null]);
    }
  });

  it('is taken by the screen in front where it knows the place', () => {
    expect(isTaken('/vehicle/a')).toBe(false);
    const end = takeScanned((path) => path === '/vehicle/a');
    expect(isTaken('/vehicle/a')).toBe(true);
    expect(isTaken('/vehicle/b')).toBe(false);
    end();
    expect(isTaken('/vehicle/a')).toBe(false);
  });
});
