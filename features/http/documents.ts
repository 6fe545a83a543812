import { z } from 'zod';
import { ContextDocument } from '../../core/context/document';
import { StayDocument } from '../../core/plan/stay-document';
import { PlanDocument, SeasonDocument } from '../../core/schedule/document';

/** JSON Schemas of the documents that the program reads and writes, by name. */
export const documentSchemas = (): Record<string, object> =>
  Object.fromEntries(
    Object.entries({
      context: ContextDocument,
      stay: StayDocument,
      season: SeasonDocument,
      plan: PlanDocument,
    }).map(([name, document]) => [name, z.toJSONSchema(document, { io: 'input' })]),
  );
