import { msg, withWords } from '../../language';
import { z } from 'zod';
import { rule } from './rule';

/** The rules of the place. */
export const PLACE_RULES = withWords({
  insulation: rule({
    schema: z.enum(['fit', 'leave']),
    standard: 'leave',
    group: 'place',
    label: msg`Insulation round a battery`,
    unit: '',
    why: msg`It slows the change of temperature and helps little without heat.`,
    schools: [
      {
        value: 'leave',
        label: msg`As it came`,
        reason: msg`Heat covers go back on; nothing is added.`,
      },
      {
        value: 'fit',
        label: msg`Fit it`,
        reason: msg`Where it freezes, to ride out a short cold night.`,
      },
    ],
  }),
  floor: rule({
    schema: z.enum(['board', 'off-concrete']),
    standard: 'board',
    group: 'place',
    label: msg`Batteries on the floor`,
    unit: '',
    why: msg`With modern cases concrete makes no difference; a board keeps them clean and dry.`,
    schools: [
      { value: 'board', label: msg`No rule, a board`, reason: msg`For cleanliness.` },
      {
        value: 'off-concrete',
        label: msg`Never on concrete`,
        reason: msg`Old advice: on wood, off the floor.`,
      },
    ],
  }),
  outletReachMetres: rule({
    schema: z.number().min(1).max(50),
    standard: 5,
    group: 'place',
    label: msg`Outlet is in reach up to`,
    unit: 'm',
    why: msg`A lead across a walkway is a trip and gets pulled: five metres is one lead along the wall.`,
    schools: [
      { value: 2, label: '2 m', reason: msg`The maintainer’s own lead.` },
      { value: 5, label: '5 m', reason: msg`One short extension along the wall.` },
      { value: 15, label: '15 m', reason: msg`With a reel, unrolled whole, dry.` },
    ],
  }),
});
