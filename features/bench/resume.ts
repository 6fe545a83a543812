import 'server-only';
import { readBenchTest } from '../../store/traces';
import { db } from '../server/store';
import { hub } from './hub';

/** Goes on logging where a test was left in the middle; without one, nothing is connected. */
export function resumeBench(): void {
  if (readBenchTest(db())) hub();
}
