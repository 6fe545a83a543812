import { z } from 'zod';
import { rule } from './rule';

/** The rules of the place. */
export const PLACE_RULES = {
  insulation: rule({
    schema: z.enum(['fit', 'leave']),
    standard: 'leave',
    group: 'place',
    label: 'Insulation round a battery',
    unit: '',
    why: 'It slows the change of temperature and helps little without heat.',
    schools: [
      { value: 'leave', label: 'As it came', reason: 'Heat covers go back on; nothing is added.' },
      {
        value: 'fit',
        label: 'Fit it',
        reason: 'Where it freezes, to ride out a short cold night.',
      },
    ],
  }),
  floor: rule({
    schema: z.enum(['board', 'off-concrete']),
    standard: 'board',
    group: 'place',
    label: 'Batteries on the floor',
    unit: '',
    why: 'With modern cases concrete makes no difference; a board keeps them clean and dry.',
    schools: [
      { value: 'board', label: 'No rule, a board', reason: 'For cleanliness.' },
      {
        value: 'off-concrete',
        label: 'Never on concrete',
        reason: 'Old advice: on wood, off the floor.',
      },
    ],
  }),
  outletReachMetres: rule({
    schema: z.number().min(1).max(50),
    standard: 5,
    group: 'place',
    label: 'Outlet is in reach up to',
    unit: 'm',
    why: 'A lead across a walkway is a trip and gets pulled: five metres is one lead along the wall.',
    schools: [
      { value: 2, label: '2 m', reason: 'The maintainer’s own lead.' },
      { value: 5, label: '5 m', reason: 'One short extension along the wall.' },
      { value: 15, label: '15 m', reason: 'With a reel, unrolled whole, dry.' },
    ],
  }),
};
