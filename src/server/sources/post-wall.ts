import express, { type NextFunction, type Request, type Response, type Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { z } from 'zod';
import { problem, type Problem } from '../../core/problem';
import {
  jettyPage,
  pageSize,
  newWallPolls,
  people,
  pictureOf,
  portraitOf,
  postByNumber,
  postsOfMinute,
  spoiled,
  steerPoll,
  wallModes,
  wallOne,
  wallPage,
  wallPolls,
  type WallMode,
  type WallMoment,
  type Wave,
} from '../../standins';

// The simulated services of viewers' posts, below /services, and how they are steered, below /api/data/post-wall.

/** What the wall is asked with; the jetty is open to all. */
export const wallKey = 'marram-bay';
/** Requests that a key may make in a minute. */
export const wallLimit = 120;
const slowMs = 9000;
const mostWaves = 20;

const steering = z.union([
  z.strictObject({ service: z.enum(['wall', 'jetty']), mode: z.enum(wallModes) }),
  z.strictObject({ wave: z.enum(['line', 'squall', 'vote']) }),
]);

const yesNo = z.enum(['yes', 'no']).transform((word) => word === 'yes').optional(); // prettier-ignore
const words = z.string().min(1).max(200).optional();
const time = z.iso.datetime({ offset: true }).optional();
const searching = z.object({
  q: words,
  tag: words,
  author: words,
  place: words,
  language: words,
  picture: yesNo,
  links: yesNo,
  since: time,
  until: time,
  sort: z.enum(['newest', 'most-liked']).optional(),
  cursor: words,
  limit: z.coerce.number().optional(),
});
const paging = z.object({ page: z.coerce.number().int().min(1).max(200).default(1), size: z.coerce.number().optional() }); // prettier-ignore

export interface PostWall {
  readonly services: Router;
  readonly steer: Router;
}

/** `now`: seconds since 1970. */
export function postWall(now: () => number, controls: (request: Request, response: Response, next: NextFunction) => void, fail: (response: Response, wrong: Problem) => void): PostWall {
  const began = now();
  const modes: Record<'wall' | 'jetty', WallMode> = { wall: 'running', jetty: 'running' };
  let waves: Wave[] = [];
  let polls = newWallPolls();
  const moment = (): WallMoment => ({ now: now() - began, origin: began * 1000, waves });
  const services = express.Router();
  const say = (response: Response, status: number, error: string): void => void response.status(status).json({ error });

  /** Lets a service be as it was switched. */
  const behave = (service: 'wall' | 'jetty') => (request: Request, response: Response, next: NextFunction): void => {
    const mode = modes[service];
    if (mode === 'gone') return void request.socket.destroy();
    if (mode === 'wrong') return void response.status(500).type('html').send('<!doctype html><title>500</title><h1>Something went wrong</h1>');
    if (mode !== 'slow') return next();
    const timer = setTimeout(next, slowMs);
    response.on('close', () => clearTimeout(timer));
  };
  const answer = (service: 'wall' | 'jetty', response: Response, body: object): void => void response.type('json').send(spoiled(body, modes[service]));

  services.use('/wall/v1', behave('wall'), (request, response, next) => {
    if (request.headers.authorization === `Bearer ${wallKey}`) return next();
    say(response, 401, 'Give the access key of the wall: Authorization: Bearer KEY.');
  });
  services.use('/wall/v1', rateLimit({
    windowMs: 60_000,
    limit: wallLimit,
    legacyHeaders: false,
    standardHeaders: 'draft-7',
    keyGenerator: () => wallKey,
    handler: (_request, response) => say(response, 429, `More than ${wallLimit} requests in a minute. Wait for as long as Retry-After says.`),
  }));
  services.get('/wall/v1/posts', (request, response) => {
    const asked = searching.safeParse(request.query);
    if (!asked.success) return say(response, 400, `${asked.error.issues[0]?.path.join('.') ?? 'query'}: ${asked.error.issues[0]?.message ?? 'not understood'}.`);
    const { cursor, limit, since, until, ...search } = asked.data;
    const own = moment();
    const at = (iso: string | undefined): number | undefined => (iso === undefined ? undefined : (Date.parse(iso) - own.origin) / 1000);
    answer('wall', response, wallPage({ ...search, since: at(since), until: at(until) }, own, cursor, pageSize(limit, 25), '/services/wall'));
  });
  services.get('/wall/v1/posts/:id', (request, response) => {
    const found = wallOne(request.params.id, moment(), '/services/wall');
    if (found) answer('wall', response, found);
    else say(response, 404, 'There is no such post.');
  });
  services.get('/wall/v1/polls', (_request, response) => answer('wall', response, wallPolls(polls, moment().now)));
  services.post('/wall/v1/polls/:id/:act', (request, response) => {
    const { id, act } = request.params;
    if (act !== 'open' && act !== 'close' && act !== 'reset') return say(response, 404, 'A poll is opened, closed or reset.');
    if (!polls.some((poll) => poll.id === id)) return say(response, 404, 'There is no such poll.');
    const { now: at } = moment();
    polls = polls.map((poll) => (poll.id === id ? steerPoll(poll, act, at) : poll));
    answer('wall', response, wallPolls(polls, at));
  });
  services.get('/wall/portraits/:number.svg', (request, response) => {
    const number = Number(request.params.number);
    if (!people[number]) return say(response, 404, 'There is no such person.');
    response.type('svg').send(portraitOf(number));
  });
  services.get('/wall/pictures/:number.svg', (request, response) => {
    const own = moment();
    const post = postByNumber(Number(request.params.number), own.now, own.waves);
    if (post?.picture == null) return say(response, 404, 'There is no such picture.');
    response.type('svg').send(pictureOf(post.picture, post.unfit === 'picture'));
  });
  services.get('/jetty/feed', behave('jetty'), (request, response) => {
    const asked = paging.safeParse(request.query);
    if (!asked.success) return say(response, 400, 'page and size are whole numbers from 1 on.');
    answer('jetty', response, jettyPage(moment(), asked.data.page, pageSize(asked.data.size, 20), '/services/wall'));
  });
  services.use((_request, response) => say(response, 404, 'There is no such service.'));

  const steer = express.Router();
  const state = (): object => {
    const own = moment();
    const minute = Math.floor(own.now / 60);
    return {
      services: modes,
      key: wallKey,
      people: people.length,
      minutes: Array.from({ length: 15 }, (_, i) => postsOfMinute(minute - 14 + i, own.now, waves).length),
      latest: (wallPage({}, own, undefined, 6, '/services/wall') as { posts: object[] }).posts,
    };
  };
  steer.get('/', controls, (_request, response) => void response.json(state()));
  steer.post('/', controls, express.json(), (request, response) => {
    const asked = steering.safeParse(request.body);
    if (!asked.success) return fail(response, problem('bad-request', 'Say a service with its mode, or a wave: line, squall or vote.', 'body'));
    if ('wave' in asked.data) waves = [...waves.slice(1 - mostWaves), { topic: asked.data.wave, at: moment().now }];
    else modes[asked.data.service] = asked.data.mode;
    response.json(state());
  });
  return { services, steer };
} // prettier-ignore
