import { v7 as uuidv7 } from 'uuid';
import { sinceWords, waitingWords } from './waiting-words';

describe('how long something waits', () => {
  const made = Date.UTC(2027, 0, 14, 9);
  const id = uuidv7({ msecs: made });
  const after = (minutes: number) => made + minutes * 60_000 + 500;

  it('is told by the id of the oldest', () => {
    expect(sinceWords(id, after(0))).toBe('');
    expect(waitingWords(5, id, after(40))).toBe('5 waiting, the oldest for 40 min');
    expect(waitingWords(2, id, after(600))).toBe('2 waiting, the oldest for 10 h');
    expect(waitingWords(1, id, after(0))).toBe('1 waiting, since just now');
    // A clock that was put back makes nothing wait since the future.
    expect(sinceWords(id, made - 60_000)).toBe('');
  });
});
