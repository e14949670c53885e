import express, { type NextFunction, type Request, type Response, type Router } from 'express';
import Papa from 'papaparse';
import { z } from 'zod';
import { postActSchema, postServiceSchema, type PostEntry } from '../../core/post';
import { problem, type Problem } from '../../core/problem';
import { sniffAsset } from '../../core/show';
import type { Role } from '../../core/playout';
import type { PostHost } from './post-host';

type Door = (request: Request, response: Response, next: NextFunction) => void;
const asking = z.object({
  act: postActSchema,
  by: z.string().trim().min(1).max(60),
  /** Whose undo it is, where several have one name. */
  desk: z.string().max(64).optional(),
});

/** Everything of posts that browsers and outside control ask of the server, below /api/posts. */
export function postRoutes(
  posts: PostHost,
  roleOf: (request: Request) => Role | null,
  /** Who may judge, and who may also try services out. */
  { judges: controls, works }: { readonly judges: Door; readonly works: Door },
  fail: (response: Response, wrong: Problem) => void,
): Router {
  const router = express.Router();
  const json = express.json({ limit: '1mb' });
  const there = (request: Request, response: Response, next: NextFunction): void =>
    posts.has(String(request.params['room']))
      ? next()
      : fail(response, problem('not-found', 'The posts of this source are not gathered. Put it on air, or open it in Data.', 'room'));

  router.get('/', controls, (_request, response) => void response.json(posts.list()));
  router.get('/:room', controls, there, async (request, response) => {
    const room = String(request.params['room']);
    const found = Buffer.from(await posts.since(room, Number(request.query['since'] ?? -1)));
    // The worker has written it; what is the host's own goes in front.
    response.type('json').send(Buffer.concat([Buffer.from(`{"services":${JSON.stringify(posts.statuses(room))},`), found.subarray(1)]));
  });
  router.post('/:room/acts', controls, there, json, async (request, response) => {
    const asked = asking.safeParse(request.body);
    if (!asked.success) {
      const issue = asked.error.issues[0];
      return fail(response, problem('bad-request', `${issue?.path.join('.') || 'The body'}: ${issue?.message}.`, issue?.path.join('.')));
    }
    const { act, by, desk } = asked.data;
    const done = await posts.act(String(request.params['room']), act, { name: by, role: roleOf(request) ?? '', ...(desk === undefined ? {} : { desk }) });
    if ('problem' in done) fail(response, done.problem);
    else response.json(done);
  });
  router.post('/:room/polls/:poll/:to', controls, there, async (request, response) => {
    const { room, poll, to } = request.params as { room: string; poll: string; to: string };
    if (to !== 'open' && to !== 'close' && to !== 'reset') return fail(response, problem('not-found', 'A poll is opened, closed or reset.', 'to'));
    const wrong = await posts.steerPoll(room, poll, to);
    if (wrong) fail(response, wrong);
    else response.status(204).end();
  });
  router.get('/:room/picture', controls, there, async (request, response) => {
    const { post, which } = request.query;
    const bytes = await posts.picture(String(request.params['room']), String(post), which === 'portrait' ? which : Number(which ?? 0));
    if (!bytes) return fail(response, problem('not-found', 'That picture is not to be had.', 'post'));
    response
      .set('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'; sandbox")
      .set('Cache-Control', 'private, max-age=600')
      .type(sniffAsset(bytes) ?? 'application/octet-stream')
      .send(Buffer.from(bytes));
  });
  router.get('/:room/log', controls, there, async (request, response) => {
    const bytes = Buffer.from(await posts.log(String(request.params['room'])));
    if (request.query['format'] !== 'csv') return void response.type('json').send(bytes);
    response.type('text/csv').attachment('posts.csv').send(csvOf(JSON.parse(bytes.toString('utf8')) as PostEntry[]));
  });
  router.post('/try', works, json, async (request, response) => {
    const service = postServiceSchema.safeParse(request.body);
    if (!service.success) return fail(response, problem('bad-request', `${service.error.issues[0]?.path.join('.')}: ${service.error.issues[0]?.message}.`));
    response.json(await posts.attempt(service.data));
  });
  return router;
} // prettier-ignore

/** A log as CSV (RFC 4180): a line for each change. */
function csvOf(entries: readonly PostEntry[]): string {
  const known = new Map(entries.flatMap(({ posts }) => posts.map((post) => [post.key, post] as const)));
  const lines = entries.flatMap(({ n, at, by, role, what, changes }) =>
    changes.map((change) => {
      const post = 'post' in change ? known.get(change.post) : change.of === 'post' ? change.after : undefined;
      const words = (value: unknown): string => (value === null || value === undefined ? '' : typeof value === 'string' ? value : JSON.stringify(value));
      const [before, after] = change.of === 'verdict' ? [change.before.verdict?.state ?? 'found', change.after.verdict?.state ?? 'found'] : [words(change.before), words(change.after)];
      return [n, new Date(at).toISOString(), by, role, what, change.of, post?.author.name ?? '', post?.author.handle ?? '', post?.text ?? '', 'author' in change ? change.author : '', change.of === 'post' ? (change.after.isGone ? 'there' : 'taken down') : before, change.of === 'post' ? (change.after.isGone ? 'taken down' : 'there') : after];
    }),
  );
  const fields = ['line', 'at', 'by', 'role', 'act', 'of', 'author', 'handle', 'text', 'author barred or trusted', 'before', 'after'];
  // What a spreadsheet would take for a formula is words.
  const safe = lines.map((line) => line.map((cell) => (typeof cell === 'string' && /^[=+@\t\r-]/.test(cell) ? `'${cell}` : cell)));
  return `\ufeff${Papa.unparse({ fields, data: safe }, { newline: '\r\n' })}\r\n`;
} // prettier-ignore
