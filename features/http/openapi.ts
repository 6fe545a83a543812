import { z } from 'zod';
import { EntryBody } from '../../core/logbook/entry-body';
import { API, type Endpoint } from './contract';
import { Refusal } from './refusal';

const REFUSALS: Readonly<Record<number, string>> = {
  400: 'What was sent is not what belongs here; `field` says where',
  401: 'The token is missing or wrong',
  403: 'A page of another site may not do this',
  404: 'There is no such thing, or no site yet',
  409: 'Something is in the way; nothing was changed',
  413: 'The body is too long',
  415: 'The body is of another kind',
  422: 'It makes no sense: it is asked about, or refused with the reason',
  429: 'Too often; `retry-after` says when it may be tried again',
  502: 'What the demo’s outside should have said did not come',
  503: 'It cannot be done just now: the disk is full, or too many ask',
};

/** Long ones that are asked for at several addresses. */
const NAMED = new Map<z.core.$ZodType, string>([[EntryBody, 'Entry']]);

function schemaOf(type: z.core.$ZodType, io: 'input' | 'output', isName = false): object {
  const { $schema, ...schema } = z.toJSONSchema(type, {
    io,
    unrepresentable: 'any',
    override: ({ zodSchema, jsonSchema }) => {
      const name = NAMED.get(zodSchema);
      if (!name || (isName && name === NAMED.get(type))) return;
      for (const key of Object.keys(jsonSchema)) delete jsonSchema[key];
      jsonSchema.$ref = `#/components/schemas/${name}`;
    },
  });
  return $schema ? schema : {};
}

const content = (kinds: readonly string[], schema: object) =>
  Object.fromEntries(kinds.map((kind) => [kind, { schema }]));
const BYTES = { type: 'string', format: 'binary' };

function operation(address: string, endpoint: Endpoint): object {
  const { does, body, sends, reply, gives, query, refuses = [], byToken } = endpoint;
  const path = [...address.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name: name!,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const asked = Object.entries(query ?? {}).map(([name, description]) => ({
    name,
    in: 'query',
    required: true,
    description,
    schema: { type: 'string' },
  }));
  const parameters = [...path, ...asked];
  const ofBodies = body || sends ? [400, 413, 415] : [];
  const foreign = byToken ? [] : address.startsWith('GET') ? [] : [403];
  const statuses = [...new Set<number>([...ofBodies, ...foreign, ...refuses])].sort();
  return {
    summary: does,
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(body || sends
      ? {
          requestBody: {
            required: true,
            content: body
              ? content(['application/json'], schemaOf(body, 'input'))
              : content(sends!, BYTES),
          },
        }
      : {}),
    responses: {
      200: {
        description: 'Done',
        content: reply
          ? content(['application/json'], schemaOf(reply, 'output'))
          : content(gives ?? [], BYTES),
      },
      ...Object.fromEntries(
        statuses.map((status) => [status, { $ref: `#/components/responses/${status}` }]),
      ),
    },
    ...(byToken ? { security: [{ device: [] }] } : {}),
  };
}

/** All addresses of the program as one OpenAPI document (version 3.1). */
export function openApi(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const [address, endpoint] of Object.entries(API)) {
    const [method, path] = address.split(' ') as [string, string];
    paths[path] = { ...paths[path], [method.toLowerCase()]: operation(address, endpoint) };
  }
  const responses = Object.entries(REFUSALS).map(([status, description]) => [
    status,
    { description, content: content(['application/json'], schemaOf(Refusal, 'output')) },
  ]);
  return {
    openapi: '3.1.0',
    info: {
      title: 'Velvet Ember',
      version: '1',
      description:
        'What the program’s pages, and the devices of the site, send to it. It listens on its own machine. What writes says where it comes from (Origin), and takes it from its own pages alone.',
    },
    paths,
    components: {
      schemas: { Entry: schemaOf(EntryBody, 'input', true) },
      responses: Object.fromEntries(responses),
      securitySchemes: { device: { type: 'http', scheme: 'bearer' } },
    },
  };
}
