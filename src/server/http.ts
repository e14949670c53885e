import express, { type NextFunction, type Request, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { commandSchema, graphicsOnAir } from '../core/playout';
import { problem, type Problem } from '../core/problem';
import { sniffAsset } from '../core/show';
import { keyProblem, originProblem, type Access } from './access';
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
      limit: 3000,
      legacyHeaders: false,
      handler: (_request, response) =>
        fail(response, problem('too-many', 'Too many requests in one second. Slow down.')),
    }),
  );
  const controls = (request: Request, response: Response, next: NextFunction): void => {
    const bearer = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1];
    const wrong = keyProblem(request.socket.remoteAddress, bearer, access);
    if (wrong) fail(response, wrong);
    else next();
  };

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
  api.post('/air/commands', controls, express.json({ limit: '1mb' }), async (request, response) => {
    const parsed = commandSchema.safeParse(request.body);
    if (!parsed.success) {
      const issue = parsed.error.issues[0];
      const path = issue?.path.map(String).join('.') ?? '';
      return fail(
        response,
        problem(
          'unknown-command',
          `This is no command: ${path ? `${path}: ` : ''}${issue?.message}. See /api/openapi.json.`,
          path,
        ),
      );
    }
    if (parsed.data.do === 'data')
      return fail(
        response,
        problem('not-allowed', 'Data reaches air by itself; change the table or the source.'),
      );
    const answer = await engine.submit(parsed.data);
    if (answer.problem) return fail(response, answer.problem);
    response.json({ sequence: answer.sequence });
  });
  api.use('/data', dataRoutes(parts, controls, fail));
  api.get('/openapi.json', (_request, response) => {
    response.json(openApi(version));
  });
  api.post('/releases', controls, express.json({ limit: releaseLimit }), async (request, response) => {
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
  api.post('/assets/missing', controls, express.json({ limit: '4mb' }), (request, response) => {
    const ids = Array.isArray(request.body) ? request.body.map(String) : [];
    response.json(ids.filter((id) => !store.hasAsset(id)));
  });
  api.put(
    '/assets/:id',
    controls,
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
