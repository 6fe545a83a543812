import { answering } from './answering';
import { answer, type Asked } from './questions';

// The whole site is judged here, off the thread that answers requests.
answering((asked: Asked) => answer(asked));
