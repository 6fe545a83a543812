import { answering } from '../../features/server/answering';
import type { WinterQuestion } from '../../features/practice/winters';
import { winter } from './winter';

// Winters are played here, off the thread that answers requests.
answering((question: WinterQuestion) => winter(question));
