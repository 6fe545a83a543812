import { answering } from '../server/answering';
import { speaking } from '../words/languages';
import { Way, type BringAnswer, type BringQuestion } from './bring-aside';
import { Refused, takeIn } from './take-in';

// A list is taken in here, off the thread that answers requests.
answering(({ data, who, language, way }: BringQuestion): BringAnswer => {
  try {
    return { taken: speaking(language, () => takeIn(data, who, new Way(way).step)) };
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    return { status: error.status, reason: error.message, field: error.field };
  }
});
