import express, { type NextFunction, type Request, type Response, type Router } from 'express';
import { z } from 'zod';
import { bindingSchema } from '../../core/binding';
import { problem, type Problem } from '../../core/problem';
import type { TypedUpTo } from '../../core/show';
import { sourceSchema, standInStreams, type StandInStream } from '../../core/source';
import { typingActSchema } from '../../core/typing';
import type { Keys } from './keys';
import type { LiveData } from './live-data';
import type { PictureWatch } from './picture-watch';
import { sendLines } from './scorer-stand-in';
import type { SourceHost } from './source-host';

const query = z.object({
  database: z.string().max(100),
  statement: z.string().max(20_000),
  parameters: z
    .record(z.string().max(60), z.union([z.string().max(2000), z.number(), z.boolean(), z.null()]))
    .default({}),
});
const scorerLines = z.object({
  by: z.enum(['udp', 'tcp']),
  port: z.number().int().min(1024).max(65_535),
  lines: z.string().max(20_000),
});
const steering = z.object({
  mode: z.enum(['running', 'silent', 'broken']).optional(),
  speed: z.number().min(0).max(1000).optional(),
});

/** Up to where in which book a draft knows of what was typed: `?book=…&version=…`; null: it says nothing of it. */
function upToOf({ query: { book, version } }: Request): TypedUpTo | null {
  const at = Number(version);
  return typeof book === 'string' && Number.isInteger(at) && at >= 0 ? { book, version: at } : null;
}

/** Everything of data that browsers and outside control ask of the server, below /api/data. */
export function dataRoutes(
  {
    sources,
    live,
    keys,
    watch,
  }: {
    readonly sources: SourceHost;
    readonly live: LiveData;
    readonly keys: Keys;
    readonly watch: PictureWatch;
  },
  controls: (request: Request, response: Response, next: NextFunction) => void,
  fail: (response: Response, wrong: Problem) => void,
): Router {
  const router = express.Router();
  const json = express.json({ limit: '4mb' });
  const read = <T>(schema: z.ZodType<T>, request: Request, response: Response): T | null => {
    const parsed = schema.safeParse(request.body);
    if (parsed.success) return parsed.data;
    const issue = parsed.error.issues[0];
    fail(
      response,
      problem(
        'bad-request',
        `${issue?.path.join('.') || 'The body'}: ${issue?.message}.`,
        issue?.path.join('.'),
      ),
    );
    return null;
  };

  router.get('/folder', controls, async (_request, response) => {
    response.json(await sources.files());
  });
  router.get('/pictures', controls, (_request, response) => {
    response.json(watch.list());
  });
  // As bytes and nothing else: vector art is not to be opened from here.
  router.get('/pictures/bytes', controls, async (request, response) => {
    const bytes = await watch.bytes(String(request.query['path']), String(request.query['hash']));
    if (!bytes)
      return fail(
        response,
        problem('not-found', 'That picture is not in the watched folder any more.', 'path'),
      );
    response
      .setHeader('content-disposition', 'attachment')
      .type('application/octet-stream')
      .send(Buffer.from(bytes));
  });
  router.post('/sources', controls, json, (request, response) => {
    const list = read(z.array(sourceSchema).max(500), request, response);
    // What lies in a draft's files the browser reads itself.
    if (list) response.json(sources.open(list.filter((source) => source.kind !== 'file')));
  });
  router.get('/sources/:feed', controls, async (request, response) => {
    const written = await sources.written(
      String(request.params['feed']),
      Number(request.query['since'] ?? -1),
    );
    if (written) response.type('json').send(Buffer.from(written));
    else fail(response, problem('not-found', 'Nothing has come of this source yet.'));
  });
  router.post('/sources/:feed/again', controls, (request, response) => {
    if (sources.again(String(request.params['feed']))) response.status(204).end();
    else fail(response, problem('not-found', 'This source is not looked at any more.'));
  });

  router.post('/sources/:feed/accept', controls, (request, response) => {
    if (sources.accept(String(request.params['feed']))) response.status(204).end();
    else fail(response, problem('not-found', 'This source is not looked at any more.'));
  });
  router.post('/transform', controls, express.json({ limit: '32mb' }), async (request, response) => {
    const asked = read(z.object({ xml: z.string(), stylesheet: z.string().max(200_000) }), request, response);
    if (!asked) return;
    const done = await sources.transform(asked.xml, asked.stylesheet);
    if ('problem' in done) fail(response, done.problem);
    else response.json(done);
  });

  router.get('/tables/:id', controls, async (request, response) => {
    const table = await live.table(String(request.params['id']));
    if (table) response.type('json').send(Buffer.from(table));
    else fail(response, problem('unknown-table', 'Nothing on air takes values from this table.'));
  });
  // Read by the worker that owns the rows: this thread is the air's.
  const correct =
    (whole: boolean) =>
    async (request: Request, response: Response): Promise<void> => {
      const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      const wrong = await live.correct(String(request.params['id']), bytes, whole, upToOf(request));
      if (wrong) fail(response, wrong);
      else response.status(204).end();
    };
  router.get('/typing', controls, async (_request, response) => {
    response.type('json').send(Buffer.from(await live.typing()));
  });
  router.get('/typed', controls, async (request, response) => {
    response.json(await live.typedSince(upToOf(request)));
  });
  router.post('/typing', controls, json, async (request, response) => {
    const asked = read(z.object({ act: typingActSchema, by: z.string().trim().min(1).max(60) }), request, response); // prettier-ignore
    if (!asked) return;
    const wrong = await live.type(asked.act, asked.by);
    if (wrong) fail(response, wrong);
    else response.status(204).end();
  });
  const raw = express.raw({ type: () => true, limit: '64mb' });
  router.put('/tables/:id', controls, raw, correct(true));
  router.patch('/tables/:id', controls, raw, correct(false));

  // Lines of JSON from a score box or timer, for the sources of that name: see docs/scorer.md.
  router.post(
    '/scorer/:name',
    controls,
    express.text({ type: () => true, limit: '256kb' }),
    (request, response) => {
      const name = String(request.params['name']);
      const done = sources.scorers.post(name, typeof request.body === 'string' ? request.body : '');
      const [wrong] = done.problems;
      if (done.feeds === 0)
        fail(response, problem('not-found', `Nothing listens to a scorer “${name}” over HTTP.`, 'name'));
      else if (wrong) fail(response, wrong);
      else response.status(204).end();
    },
  );

  router.post('/trace', controls, json, async (request, response) => {
    const asked = read(
      z.object({ key: z.string().max(100), binding: bindingSchema.pick({ from: true, steps: true }) }),
      request,
      response,
    );
    if (!asked) return;
    const found = live.useFor(asked.key);
    if (!found) return fail(response, problem('not-found', 'That is not up any more.'));
    response.json(await live.trace(found.use, asked.binding));
  });

  router.get('/keys', controls, (_request, response) => {
    response.json(keys.names());
  });
  router.put('/keys/:kind/:name', controls, json, async (request, response) => {
    const { kind, name } = request.params as { kind: string; name: string };
    const body = read(z.object({ value: z.string().min(1).max(5000).nullable() }), request, response);
    if (!body) return;
    if (
      (kind !== 'keys' && kind !== 'databases') ||
      !/^[\w .-]{1,60}$/.test(name) ||
      name in Object.prototype
    )
      return fail(
        response,
        problem('bad-request', 'A key has a name of letters, figures, points and dashes.', 'name'),
      );
    await keys.set(kind, name, body.value);
    response.status(204).end();
  });

  router.get('/databases', controls, async (_request, response) => {
    response.json(await sources.databases());
  });
  router.get('/databases/:name/tables', controls, async (request, response) => {
    const found = await sources.tablesOf(String(request.params['name']));
    if ('problem' in found) fail(response, found.problem);
    else response.json(found.tables);
  });
  router.post('/query', controls, json, async (request, response) => {
    const asked = read(query, request, response);
    if (!asked) return;
    const done = await sources.query(asked.database, asked.statement, asked.parameters);
    if ('problem' in done) fail(response, done.problem);
    else response.json(done);
  });

  const isStream = (name: string): name is StandInStream =>
    (standInStreams as readonly string[]).includes(name);
  // Sends to a port on which a scorer is listened to, and to no other.
  router.post('/stand-ins/scorer', controls, json, async (request, response) => {
    const asked = read(scorerLines, request, response);
    if (!asked) return;
    if (!sources.scorers.listensOn(asked.by, asked.port))
      return fail(response, problem('not-found', 'No scorer is listened to on that port.', 'port'));
    try {
      await sendLines(asked.by, asked.port, asked.lines);
      response.status(204).end();
    } catch (error) {
      fail(response, problem('not-sent', `The lines were not taken: ${(error as Error).message}.`, 'port'));
    }
  });
  router.get('/stand-ins', controls, (_request, response) => {
    response.json(
      Object.fromEntries(
        standInStreams.map((stream) => [
          stream,
          { ...sources.stand(stream), answer: sources.answer(stream)?.body.slice(0, 4000) ?? null },
        ]),
      ),
    );
  });
  router.get('/stand-ins/:stream', (request, response) => {
    const { stream } = request.params;
    if (!isStream(stream)) return fail(response, problem('not-found', 'There is no stand-in of that name.'));
    const answer = sources.answer(stream);
    if (answer) response.type(answer.type).send(answer.body);
    else request.socket.destroy();
  });
  router.post('/stand-ins/:stream', controls, json, (request, response) => {
    const stream = String(request.params['stream']);
    const change = read(steering, request, response);
    if (!change) return;
    if (!isStream(stream)) return fail(response, problem('not-found', 'There is no stand-in of that name.'));
    response.json(
      sources.steer(stream, JSON.parse(JSON.stringify(change)) as typeof change & object as never),
    );
  });
  return router;
}
