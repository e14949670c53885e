import { z } from 'zod';
import { airStateSchema, outsideCommandSchema } from '../core/playout';

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
const json = (description: string, schema: unknown) => ({
  description,
  content: { 'application/json': { schema } },
});

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
        summary: 'Cue, take, change, clear, keep or release',
        requestBody: {
          required: true,
          content: { 'application/json': { schema: { $ref: '#/components/schemas/Command' } } },
        },
        responses: {
          200: json('Carried out, and on disk', {
            type: 'object',
            properties: { sequence: { type: 'integer' } },
          }),
          ...problems(400, 401, 403, 404, 409, 413, 429, 503),
        },
      },
    },
    '/api/releases': {
      post: {
        summary: 'Upload a release; it goes to air by the command “release”',
        responses: {
          201: json('Its hash', { type: 'object', properties: { hash: { type: 'string' } } }),
          ...problems(400, 401, 403, 413),
        },
      },
    },
    '/api/releases/{hash}': {
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
      AirState: schemaOf(airStateSchema, 'output'),
    },
  },
});
