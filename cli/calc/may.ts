import { ContextDocument, contextOfDocument } from '../../core/context/document';
import { ACTS } from '../../core/gate/acts';
import { may } from '../../core/gate/gate';
import { readDocument } from '../document';
import { oneOf, text } from '../flags';
import { tool } from './tool';

const ALLOWED = 'allowed: a context as docs/context.schema.json has it';

export const mayTool = tool({
  about: 'Whether something may be done to a battery now, how, or why not and what comes first.',
  flags: {
    act: oneOf(ACTS, 'what is to be done'),
    file: text('a context as docs/context.schema.json has it', 'a JSON file'),
  },
  answers: {
    allowed: 'true or false',
    overridable: 'refused, and nothing of it is about danger: it may be done with a reason',
    because: 'code and words of each reason against it, what weighs most first',
    first: 'what comes first: acts, or thaw, warm, read, rest, inspect, ask-owner, air',
    steps: 'id, touches and words of each step, in the order of the hands',
    cautions: 'what can hurt, at these steps',
    assumed: 'what the context did not say',
  },
  run: ({ act, file }) => {
    const document = readDocument('file', file, ContextDocument, ALLOWED);
    const answer = may(contextOfDocument(document, Date.now()), act);
    return {
      allowed: answer.allowed,
      overridable: answer.overridable,
      because: answer.because.map(({ code, words }) => ({ code, words })),
      first: answer.first,
      steps: answer.steps.map(({ id, touches, say, why }) => ({
        id,
        touches,
        words: `${say} ${why}`,
      })),
      cautions: answer.cautions,
      assumed: answer.assumed,
    };
  },
});
