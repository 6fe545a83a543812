import { answering } from './answering';
import { speaking } from '../words/languages';
import { answer, type Asked } from './questions';

// The whole site is judged here, off the thread that answers requests.
answering((asked: Asked) => speaking(asked.language ?? null, () => answer(asked)));
