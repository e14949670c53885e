import { z } from 'zod';
import { mixerSchema, outputCommandSchema } from '../air';
import {
  airEventSchema,
  airStateSchema,
  commandKinds,
  innerCommands,
  outsideCommandSchema,
  roles,
} from '../core/playout';
import { postActSchema } from '../core/post';

const schemaOf = (schema: z.ZodType, io: 'input' | 'output'): unknown => {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io, unrepresentable: 'any' });
  return rest;
};

const problemContent = {
  'application/json': {
    schema: {
      type: 'object',
      required: ['error'],
      properties: {
        error: {
          type: 'object',
          required: ['code', 'message', 'path'],
          properties: { code: { type: 'string' }, message: { type: 'string' }, path: { type: 'string' } },
        },
      },
    },
  },
};
const problems = (...codes: number[]) =>
  Object.fromEntries(
    codes.map((code) => [code, { description: 'Refused; nothing changed.', content: problemContent }]),
  );
const query = (name: string, schema: object): object => ({ name, in: 'query', schema });
const body = (schema: object): object => ({ required: true, content: { 'application/json': { schema } } });
const json = (description: string, schema: unknown) => ({
  description,
  content: { 'application/json': { schema } },
});

const room = {
  name: 'room',
  in: 'path',
  required: true,
  schema: { type: 'string' },
  description: 'The id of a source of viewers’ posts',
} as const;

/** The control API as OpenAPI 3.1, made from the very schemas that check it. */
export const openApi = (version: string): unknown => ({
  openapi: '3.1.0',
  info: {
    title: 'Jorvan air server',
    version,
    description: 'Control of what is on air. See docs/control-api.md.',
  },
  paths: {
    '/api/health': {
      get: { summary: 'How the server is', responses: { 200: json('Well, or not', { type: 'object' }) } },
    },
    '/api/air': {
      get: {
        summary: 'The whole on-air state',
        responses: {
          200: json('The state, and what is seen on each channel now', {
            type: 'object',
            required: ['time', 'state', 'onAir'],
            properties: {
              time: { type: 'number' },
              state: { $ref: '#/components/schemas/AirState' },
              onAir: { type: 'object' },
            },
          }),
        },
      },
    },
    '/api/air/commands': {
      post: {
        summary: 'Any command',
        description: Object.entries(commandKinds)
          .filter(([name]) => !innerCommands.has(name))
          .map(([name, { words }]) => `\`${name}\`: ${words}.`)
          .join('\n\n'),
        requestBody: body({ $ref: '#/components/schemas/Command' }),
        responses: {
          200: json('Carried out, and on disk', {
            type: 'object',
            properties: { sequence: { type: 'integer' } },
          }),
          ...problems(400, 401, 403, 404, 409, 413, 429, 503),
        },
      },
    },
    '/api/events': {
      get: {
        summary: 'What happens on air, as server-sent events',
        responses: {
          200: {
            description: 'Events `air`, `mixer` and `hello`; the data of `air` is an AirEvent',
            content: { 'text/event-stream': { schema: { $ref: '#/components/schemas/AirEvent' } } },
          },
        },
      },
    },
    '/api/as-run': {
      get: {
        summary: 'The as-run log',
        parameters: [
          query('format', { enum: ['json', 'csv'] }),
          query('channel', { type: 'string' }),
          query('from', { type: 'string', format: 'date-time' }),
          query('to', { type: 'string', format: 'date-time' }),
          query('last', { type: 'integer' }),
          query('fold', { type: 'string', description: 'changes by data of one graphic are one line' }),
        ],
        responses: {
          200: json('Its lines, oldest first', {
            type: 'object',
            properties: { lines: { type: 'array', items: { type: 'object' } } },
          }),
          ...problems(400),
        },
      },
    },
    '/api/outputs': {
      get: {
        summary: 'Outputs that are connected or lost',
        responses: { 200: json('Outputs', { type: 'object' }) },
      },
      post: {
        summary: 'Identify, reload, show a test card, forget a lost one',
        requestBody: body({ $ref: '#/components/schemas/OutputCommand' }),
        responses: {
          200: json('How many were told', { type: 'object', properties: { told: { type: 'integer' } } }),
          ...problems(400, 401, 403),
        },
      },
    },
    '/api/stand-ins/mixer': {
      get: {
        summary: 'The mixer stand-in',
        responses: { 200: json('Its state', { $ref: '#/components/schemas/Mixer' }) },
      },
      post: {
        summary: 'Cut, mix, key',
        requestBody: body({ type: 'object', required: ['do'], properties: { do: { type: 'string' } } }),
        responses: {
          200: json('Its state', { $ref: '#/components/schemas/Mixer' }),
          ...problems(400, 401, 403, 409),
        },
      },
    },
    '/api/releases': {
      get: {
        summary: 'Releases that were on air, latest first',
        responses: { 200: json('Releases', { type: 'object' }) },
      },
      post: {
        summary: 'Upload a release; it goes to air by the command “release”',
        responses: {
          201: json('Its hash', { type: 'object', properties: { hash: { type: 'string' } } }),
          ...problems(400, 401, 403, 413),
        },
      },
    },
    '/api/keys': {
      get: {
        summary: 'Which roles have an access key; at the server’s machine only',
        responses: { 200: json('Roles', { type: 'object' }), ...problems(401, 403) },
      },
      post: {
        summary: 'Makes a role’s key anew and tells it this once; at the server’s machine only',
        requestBody: body({
          type: 'object',
          required: ['role'],
          properties: { role: { enum: [...roles] } },
        }),
        responses: { 201: json('The key', { type: 'object' }), ...problems(400, 401, 403) },
      },
    },
    '/api/posts': {
      get: {
        summary: 'Sources of viewers’ posts that are gathered',
        responses: { 200: json('Sources', { type: 'array' }), ...problems(401, 403) },
      },
    },
    '/api/posts/{room}': {
      parameters: [room],
      get: {
        summary: 'Posts that changed since a version, services and polls',
        parameters: [{ name: 'since', in: 'query', schema: { type: 'integer' } }],
        responses: { 200: json('Posts', { type: 'object' }), ...problems(401, 403, 404) },
      },
    },
    '/api/posts/{room}/acts': {
      parameters: [room],
      post: {
        summary: 'Judges, corrects or notes a post, bars or trusts an author, steers a poll by words, undoes',
        requestBody: body({
          type: 'object',
          required: ['act', 'by'],
          properties: { act: { $ref: '#/components/schemas/PostAct' }, by: { type: 'string' } },
        }),
        responses: {
          200: json('Its line in the log', { type: 'object' }),
          ...problems(400, 401, 403, 404, 409, 503),
        },
      },
    },
    '/api/posts/{room}/log': {
      parameters: [room],
      get: {
        summary: 'Every act on posts and what it changed',
        parameters: [{ name: 'format', in: 'query', schema: { enum: ['json', 'csv'] } }],
        responses: { 200: { description: 'The log' }, ...problems(401, 403, 404) },
      },
    },
    '/api/troubles/seen': {
      post: {
        summary: 'Takes away a trouble that is over',
        requestBody: body({
          type: 'object',
          required: ['code', 'path'],
          properties: { code: { type: 'string' }, path: { type: 'string' } },
        }),
        responses: { 204: { description: 'Taken away' }, ...problems(401, 403, 404) },
      },
    },
    '/api/releases/{hash}': {
      put: {
        summary: 'Upload a release under its hash; what the server has lost it takes from anyone',
        parameters: [{ name: 'hash', in: 'path', required: true, schema: { type: 'string' } }],
        responses: {
          201: json('Its hash', { type: 'object', properties: { hash: { type: 'string' } } }),
          ...problems(400, 401, 403, 413, 503),
        },
      },
      get: {
        summary: 'A release',
        parameters: [{ name: 'hash', in: 'path', required: true, schema: { type: 'string' } }],
        responses: { 200: json('The release', { type: 'object' }), ...problems(404) },
      },
    },
    '/api/assets/{id}': {
      parameters: [
        {
          name: 'id',
          in: 'path',
          required: true,
          schema: { type: 'string' },
          description: 'SHA-256 of the content',
        },
      ],
      get: { summary: 'A picture', responses: { 200: { description: 'Its bytes' }, ...problems(404) } },
      put: {
        summary: 'Upload a picture',
        responses: { 204: { description: 'Kept' }, ...problems(400, 401, 403, 413) },
      },
    },
  },
  components: {
    schemas: {
      Command: schemaOf(outsideCommandSchema, 'input'),
      PostAct: schemaOf(postActSchema, 'input'),
      AirState: schemaOf(airStateSchema, 'output'),
      AirEvent: schemaOf(airEventSchema, 'output'),
      OutputCommand: schemaOf(outputCommandSchema, 'input'),
      Mixer: schemaOf(mixerSchema, 'output'),
    },
  },
});
