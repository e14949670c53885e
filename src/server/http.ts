import express, { type NextFunction, type Request, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { graphicsOnAir, roleSchema, type Role } from '../core/playout';
import { problem, type Problem } from '../core/problem';
import { cardByNumber, parseCallNumber, sniffAsset } from '../core/show';
import {
  addresses,
  isAtHome,
  notAllowed,
  originProblem,
  type Access,
  type Allowed,
  type Hosts,
} from './access';
import { controlRoutes, type ControlParts, type EventStream } from './control';
import type { AirEngine } from './engine';
import { openApi } from './openapi';
import type { Log } from './log';
import type { Store } from './store';
import type { Troubles } from './trouble';
import { postWall } from './sources/post-wall';
import { postRoutes, type PostHost } from './posts';
import { dataRoutes } from './sources/routes';
import type { Keys } from './sources/keys';
import type { LiveData } from './sources/live-data';
import type { PictureWatch } from './sources/picture-watch';
import type { SourceHost } from './sources/source-host';

export interface HttpParts {
  readonly engine: AirEngine;
  readonly store: Store;
  readonly access: Access;
  readonly hosts: Hosts;
  readonly log: Log;
  readonly troubles: Troubles;
  /** Ends what goes on by the key of a role. */
  readonly endKey: (role: Role) => void;
  readonly port: () => number;
  readonly now: () => number;
  readonly version: string;
  /** The built pages, and the demo show. */
  readonly pages: string;
  readonly connections: () => number;
  readonly sources: SourceHost;
  readonly posts: PostHost;
  readonly live: LiveData;
  readonly keys: Keys;
  readonly watch: PictureWatch;
  /** Starts what reads data, where it has not been yet. */
  readonly beginData: () => void;
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
  'other-verdict': 409,
  'other-fix': 409,
  'changed-since': 409,
  'was-on-air': 409,
  'unknown-post': 404,
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
  'too-many-keys': 429,
  'server-fault': 500,
  closing: 503,
  'store-unwritable': 503,
  'journal-uncertain': 503,
  'journal-unwritable': 503,
};

export const fail = (response: Response, wrong: Problem): void => {
  response.status(statuses[wrong.code] ?? 400).json({ error: wrong });
};

const assetLimit = '256mb';
const releaseLimit = '64mb';
const immutable = 'public, max-age=31536000, immutable';

export function httpApp(parts: HttpParts): express.Express {
  const { engine, store, access, hosts, log, troubles, now, version, pages } = parts;
  const started = now();
  const app = express();
  app.disable('x-powered-by');
  const secured = (isFramed: boolean) =>
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          frameAncestors: [isFramed ? '*' : "'none'"],
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
      frameguard: isFramed ? false : { action: 'deny' },
      crossOriginResourcePolicy: isFramed ? false : { policy: 'same-origin' },
      strictTransportSecurity: false,
    });
  // Outputs are loaded by switchers, displays and pages of other tools; all else stands in no other page.
  const [framed, alone] = [secured(true), secured(false)];
  app.use((request, response, next) =>
    (/^\/(out\/|frame(\/|$))/.test(request.path) ? framed : alone)(request, response, next),
  );
  app.use((request, response, next) => {
    const wrong = originProblem(request, hosts);
    if (wrong && (request.method !== 'GET' || wrong.code === 'foreign-host')) return fail(response, wrong);
    next();
  });

  const api = express.Router();
  api.use(
    rateLimit({
      windowMs: 1000,
      skip: (request) => request.path === '/events',
      // Whoever is at this machine may ask more.
      limit: (request) => (isAtHome(request as Request) ? 3000 : 300),
      legacyHeaders: false,
      handler: (_request, response) =>
        fail(response, problem('too-many', 'Too many requests in one second. Slow down.')),
    }),
  );
  const roleIn = (request: Request): Allowed =>
    access.allowed(request, /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1]);
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
    const list = troubles.list();
    response.status(disk || list.some(({ code }) => code === 'release-missing') ? 503 : 200).json({
      status: disk ? 'journal-failing' : list.length > 0 ? 'trouble' : 'ok',
      troubles: list,
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
  api.use('/data', (_request, _response, next) => {
    parts.beginData();
    next();
  });
  const wall = postWall(() => Date.now() / 1000, allow('produce', 'design'), fail);
  api.use('/data/post-wall', wall.steer);
  app.use('/services', wall.services);
  const roleOf = (request: Request): Role | null => {
    const found = roleIn(request);
    return 'role' in found ? found.role : null;
  };
  api.use('/posts', (_request, _response, next) => (parts.beginData(), next()));
  api.use(
    '/posts',
    postRoutes(
      parts.posts,
      roleOf,
      { judges: allow('operate', 'produce', 'design'), works: allow('produce', 'design') },
      fail,
    ),
  );
  api.use('/data', dataRoutes(parts, allow('produce', 'design'), fail));
  api.get('/openapi.json', (_request, response) => {
    response.json(openApi(version));
  });
  // Read by a worker: this thread is the air's.
  const bytesOf = (request: Request): Buffer =>
    Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
  const rawRelease = express.raw({ type: () => true, limit: releaseLimit });
  api.post('/releases', releasing, rawRelease, async (request, response) => {
    const added = await store.addRelease(bytesOf(request));
    if ('problem' in added) return fail(response, added.problem);
    response.status(201).json(added);
  });
  /** What the server has lost it takes from anyone: its hash says that it is that and nothing else. */
  const givingBack =
    (name: 'hash' | 'id') =>
    (request: Request, response: Response, next: NextFunction): void =>
      store.isMissing(String(request.params[name])) ? next() : releasing(request, response, next);
  api.put('/releases/:hash', givingBack('hash'), rawRelease, async (request, response) => {
    const added = await store.addRelease(bytesOf(request), String(request.params['hash']));
    if ('problem' in added) return fail(response, added.problem);
    response.status(201).json(added);
  });
  api.get('/releases/:hash', async (request, response) => {
    const { hash } = request.params;
    if (!(await store.isSound(hash)))
      return fail(response, problem('unknown-release', 'There is no such release on this server.', 'hash'));
    response
      .set('Cache-Control', immutable)
      .type('json')
      .send(await readFile(store.releasePath(hash)));
  });
  api.post('/assets/missing', releasing, express.json({ limit: '4mb' }), (request, response) => {
    const ids = Array.isArray(request.body) ? request.body.map(String) : [];
    response.json(ids.filter((id) => !store.hasAsset(id)));
  });
  api.put(
    '/assets/:id',
    givingBack('id'),
    express.raw({ type: () => true, limit: assetLimit }),
    async (request, response) => {
      const wrong = await store.addAsset(String(request.params['id']), bytesOf(request));
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
      .set(
        'Content-Security-Policy',
        "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'; sandbox",
      );
    const bytes = await readFile(store.assetPath(id));
    response.type(sniffAsset(bytes) ?? 'application/octet-stream').send(bytes);
  });
  // Keys are made and shown at this machine alone.
  const atHome = (request: Request, response: Response, next: NextFunction): void => {
    const found = roleIn(request);
    if ('problem' in found) fail(response, found.problem);
    else if (!isAtHome(request) || found.role !== 'design')
      fail(response, problem('not-allowed', 'Access keys are made at the machine that the server runs on.'));
    else next();
  };
  api.get('/keys', atHome, (_request, response) => {
    // It listens by IPv4.
    const links = hosts.lan ? addresses().filter((own) => !own.includes(':') && !own.startsWith('127.')) : [];
    response.json({
      lan: hosts.lan,
      keys: access.list(),
      addresses: links.map((own) => `http://${own}:${parts.port()}/`),
    });
  });
  api.post('/keys', atHome, express.json({ limit: '1kb' }), async (request, response) => {
    const asked = z.object({ role: roleSchema }).safeParse(request.body);
    if (!asked.success)
      return fail(response, problem('bad-request', 'Say the role that the key is for.', 'role'));
    const key = await access.renew(asked.data.role);
    parts.endKey(asked.data.role);
    response.status(201).set('Cache-Control', 'no-store').json({ role: asked.data.role, key });
  });
  api.post(
    '/troubles/seen',
    allow('operate', 'produce', 'design'),
    express.json({ limit: '4kb' }),
    (request, response) => {
      const asked = z.object({ code: z.string().max(60), path: z.string().max(200) }).safeParse(request.body);
      if (!asked.success || !troubles.seen(asked.data.code, asked.data.path))
        return fail(response, problem('not-found', 'There is nothing of that kind to be seen.'));
      response.status(204).end();
    },
  );
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
        // The file that keeps the application in browsers is asked for anew each time.
        void response.setHeader('Cache-Control', /assets/.test(path) ? immutable : 'no-cache'),
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

  app.use((error: unknown, request: Request, response: Response, _next: NextFunction) => {
    const type = (error as { type?: string }).type;
    if (type === 'entity.too.large')
      return fail(response, problem('too-large', 'This is larger than the server takes.'));
    if (type === 'entity.parse.failed') return fail(response, problem('not-json', 'The body is no JSON.'));
    const { status = 500, stack, message } = error as Error & { status?: number };
    if (status >= 400 && status < 500)
      return void response.status(status).json({
        error: problem(
          'bad-request',
          'The server cannot read this request: its address or headers are malformed.',
        ),
      });
    log.error({ method: request.method, path: request.path, stack }, message);
    response.status(500).json({
      error: problem('server-fault', 'The server made a mistake of its own. What is on air stands.'),
    });
  });
  return app;
}
