import express, { type NextFunction, type Request, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { graphicsOnAir, type Role } from '../core/playout';
import { problem, type Problem } from '../core/problem';
import { cardByNumber, parseCallNumber, sniffAsset } from '../core/show';
import { notAllowed, originProblem, roleOf, type Access } from './access';
import { controlRoutes, type ControlParts, type EventStream } from './control';
import type { AirEngine } from './engine';
import { openApi } from './openapi';
import type { Store } from './store';
import { dataRoutes } from './sources/routes';
import type { Keys } from './sources/keys';
import type { LiveData } from './sources/live-data';
import type { SourceHost } from './sources/source-host';

export interface HttpParts {
  readonly engine: AirEngine;
  readonly store: Store;
  readonly access: Access;
  readonly now: () => number;
  readonly version: string;
  /** The built pages, and the demo show. */
  readonly pages: string;
  readonly connections: () => number;
  readonly sources: SourceHost;
  readonly live: LiveData;
  readonly keys: Keys;
  readonly control: ControlParts;
  readonly stream: EventStream;
}

/** Which HTTP status tells of a problem; 400 for all not named. */
const statuses: Readonly<Record<string, number>> = {
  'unknown-channel': 404,
  'unknown-card': 404,
  'unknown-template': 404,
  'unknown-release': 404,
  'not-found': 404,
  'unknown-table': 404,
  'not-allowed': 403,
  'nothing-cued': 409,
  'other-cue': 409,
  'other-edit': 409,
  'other-send': 409,
  'other-step': 409,
  'other-last': 409,
  'other-row': 409,
  'older-draft': 409,
  'too-late': 409,
  'nothing-before': 409,
  'nothing-sent': 409,
  'not-running': 409,
  'at-the-end': 409,
  'not-possible': 409,
  'unknown-rundown': 404,
  'nothing-on-air': 409,
  'number-used': 409,
  'no-release': 409,
  'channel-on-air': 409,
  'which-graphic': 409,
  'wrong-key': 401,
  'foreign-origin': 403,
  'foreign-host': 403,
  'too-large': 413,
  'too-many': 429,
  'journal-unwritable': 503,
};

export const fail = (response: Response, wrong: Problem): void => {
  response.status(statuses[wrong.code] ?? 400).json({ error: wrong });
};

const assetLimit = '256mb';
const releaseLimit = '64mb';
const immutable = 'public, max-age=31536000, immutable';

export function httpApp(parts: HttpParts): express.Express {
  const { engine, store, access, now, version, pages } = parts;
  const started = now();
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'", 'blob:'],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'blob:', 'data:'],
          mediaSrc: ["'self'", 'blob:'],
          fontSrc: ["'self'", 'data:'],
          connectSrc: ["'self'", 'blob:'],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          formAction: ["'none'"],
        },
      },
      // Outputs are loaded by switchers, displays and pages of other tools.
      frameguard: false,
      crossOriginResourcePolicy: false,
      strictTransportSecurity: false,
    }),
  );
  app.use((request, response, next) => {
    const wrong = originProblem(request, access);
    if (wrong && (request.method !== 'GET' || wrong.code === 'foreign-host')) return fail(response, wrong);
    next();
  });

  const api = express.Router();
  api.use(
    rateLimit({
      windowMs: 1000,
      skip: (request) => request.path === '/events',
      limit: 3000,
      legacyHeaders: false,
      handler: (_request, response) =>
        fail(response, problem('too-many', 'Too many requests in one second. Slow down.')),
    }),
  );
  const roleIn = (request: Request): { role: Role } | { problem: Problem } =>
    roleOf(
      request.socket.remoteAddress,
      /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1],
      access,
    );
  /** Lets those through who may work on the show: its data, and with `design` its releases. */
  const allow =
    (...allowed: Role[]) =>
    (request: Request, response: Response, next: NextFunction): void => {
      const found = roleIn(request);
      if ('problem' in found) fail(response, found.problem);
      else if (!allowed.includes(found.role)) fail(response, notAllowed(found.role, 'change the show'));
      else next();
    };
  const releasing = allow('design');

  api.get('/health', (_request, response) => {
    const disk = engine.diskProblem;
    response.status(disk ? 503 : 200).json({
      status: disk ? 'journal-failing' : 'ok',
      version,
      upSeconds: Math.round(now() - started),
      show: engine.air.show,
      release: engine.air.release,
      sequence: engine.air.sequence,
      connections: parts.connections(),
      ...(disk ? { error: disk } : {}),
    });
  });
  api.get('/air', (_request, response) => {
    const time = now();
    const state = engine.air;
    const seen = (channel: string) =>
      graphicsOnAir(state, channel, time).map(({ graphic, moment }) => ({
        graphic: graphic.id,
        card: graphic.card,
        lane: graphic.lane,
        number: graphic.number,
        name: graphic.name,
        phase: moment.phase,
        frame: moment.frame,
        since: graphic.enterAt,
        values: graphic.values,
      }));
    response.json({ time, state, onAir: Object.fromEntries(state.channels.map((c) => [c.id, seen(c.id)])) });
  });
  api.get('/air/filling', async (request, response) => {
    const wanted = z.object({ card: z.string().min(1).max(20) }).safeParse(request.query);
    const parsed = wanted.success ? parseCallNumber(wanted.data.card) : null;
    const card = parsed && 'number' in parsed ? cardByNumber(engine.air.cards, parsed.number) : undefined;
    if (!card) return fail(response, problem('unknown-card', 'No card has that number.', 'card'));
    const filled = await parts.live.prepare({ do: 'cue', channel: '', card: card.id });
    const live = filled.do === 'cue' ? (filled.live ?? {}) : {};
    response.json({ template: card.template, values: { ...live, ...card.values } });
  });
  api.use(controlRoutes(parts.control, parts.stream, roleIn, fail));
  api.use('/data', dataRoutes(parts, allow('produce', 'design'), fail));
  api.get('/openapi.json', (_request, response) => {
    response.json(openApi(version));
  });
  api.post('/releases', releasing, express.json({ limit: releaseLimit }), async (request, response) => {
    const added = await store.addRelease(request.body);
    if ('problem' in added) return fail(response, added.problem);
    response.status(201).json(added);
  });
  api.get('/releases/:hash', (request, response) => {
    const release = store.release(request.params.hash);
    if (!release)
      return fail(response, problem('unknown-release', 'There is no such release on this server.', 'hash'));
    response.set('Cache-Control', immutable).json(release);
  });
  api.post('/assets/missing', releasing, express.json({ limit: '4mb' }), (request, response) => {
    const ids = Array.isArray(request.body) ? request.body.map(String) : [];
    response.json(ids.filter((id) => !store.hasAsset(id)));
  });
  api.put(
    '/assets/:id',
    releasing,
    express.raw({ type: () => true, limit: assetLimit }),
    async (request, response) => {
      const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      const wrong = await store.addAsset(String(request.params['id']), bytes);
      if (wrong) return fail(response, wrong);
      response.status(204).end();
    },
  );
  api.get('/assets/:id', async (request, response) => {
    const { id } = request.params;
    if (!store.hasAsset(id))
      return fail(response, problem('not-found', 'There is no such picture on this server.', 'id'));
    response
      .set('Cache-Control', immutable)
      .set('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'; sandbox");
    const bytes = await readFile(store.assetPath(id));
    response.type(sniffAsset(bytes) ?? 'application/octet-stream').send(bytes);
  });
  api.use((_request, response) =>
    fail(
      response,
      problem('not-found', 'There is no such address in the control API. See /api/openapi.json.'),
    ),
  );
  app.use('/api', api);

  app.use('/demo', express.static(join(pages, 'demo'), { dotfiles: 'allow' }));
  app.use(
    express.static(join(pages, 'pages'), {
      index: false,
      dotfiles: 'allow',
      setHeaders: (response, path) =>
        void (/assets/.test(path) && response.setHeader('Cache-Control', immutable)),
    }),
  );
  const page = (name: string) => async (_request: Request, response: Response) => {
    response
      .type('html')
      .set('Cache-Control', 'no-cache')
      .send(await readFile(join(pages, 'pages', name), 'utf8'));
  };
  app.get('/out/:channel', page('out.html'));
  app.get('/frame', page('frame.html'));
  app.get('/{*path}', page('index.html'));

  app.use((error: unknown, _request: Request, response: Response, _next: NextFunction) => {
    const type = (error as { type?: string }).type;
    if (type === 'entity.too.large')
      return fail(response, problem('too-large', 'This is larger than the server takes.'));
    if (type === 'entity.parse.failed') return fail(response, problem('not-json', 'The body is no JSON.'));
    response.status(500).json({
      error: problem('server-fault', 'The server made a mistake of its own. What is on air stands.'),
    });
  });
  return app;
}
