import type { Hall } from '../../store/site';

const MILDEST: readonly Hall['kind'][] = ['heated', 'unheated', 'outdoors'];

/** The hall where a bench stands: the mildest where no drive leads to, the first of these. */
export function benchHall(halls: readonly Hall[]): Hall {
  const rank = ({ kind, place }: Hall) => MILDEST.indexOf(kind) + (place === null ? 0 : 10);
  return [...halls].sort((a, b) => rank(a) - rank(b))[0]!;
}
