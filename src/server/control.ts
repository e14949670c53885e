import express, { type Request, type Response, type Router } from 'express';
import { z } from 'zod';
import { outputCommandSchema, type Mixer, type OutputCommand, type Present } from '../air';
import { commandSchema, innerCommands, mayGive, type AirEvent, type Role } from '../core/playout';
import { problem, type Problem } from '../core/problem';
import { mixerAfter, type MixerCommand } from '../standins';
import { isAtHome, notAllowed, Visitors, countedAddress } from './access';
import type { AirEngine, Step } from './engine';
import { asRun, asRunCsv, type AsRunFilter, type Journal } from './journal';

/** What control from outside stands on. */
export interface ControlParts {
  readonly engine: AirEngine;
  readonly now: () => number;
  readonly journal: Pick<Journal, 'history' | 'releases'>;
  /** Whether a release is still to be had. */
  readonly hasRelease: (hash: string) => boolean;
  readonly outputs: {
    present(): readonly Present[];
    tell(command: OutputCommand): number;
  };
  readonly mixer: MixerHost;
}

/** Keeps the mixer stand-in and tells who listens. */
export class MixerHost {
  readonly listeners = new Set<(mixer: Mixer) => void>();
  constructor(private mixer: Mixer) {}

  get state(): Mixer {
    return this.mixer;
  }

  give(command: MixerCommand, at: number): boolean {
    const after = mixerAfter(this.mixer, command, at);
    if (!after) return false;
    this.mixer = after;
    for (const listener of this.listeners) listener(after);
    return true;
  }
}

const mixerCommandSchema = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('preview'), source: z.number().int().min(0).max(15) }),
  z.strictObject({ do: z.literal('cut') }),
  z.strictObject({ do: z.literal('mix') }),
  z.strictObject({ do: z.literal('mix-time'), seconds: z.number() }),
  z.strictObject({ do: z.literal('keyer'), channel: z.string().max(60), on: z.boolean() }),
  z.strictObject({ do: z.literal('attach'), on: z.boolean() }),
]);

type Fail = (response: Response, wrong: Problem) => void;

/** What a schema says is wrong, as a problem. */
const badBody = (error: z.ZodError, what: string): Problem => {
  const issue = error.issues[0];
  const path = issue?.path.map(String).join('.') ?? '';
  return problem(
    'unknown-command',
    `This is no ${what}: ${path ? `${path}: ` : ''}${issue?.message}. See /api/openapi.json.`,
    path,
  );
};

/** Lines of an event stream as the HTML standard has them. */
const streamed = (name: string, data: unknown, id?: number): string =>
  `${id === undefined ? '' : `id: ${id}\n`}event: ${name}\ndata: ${JSON.stringify(data)}\n\n`;

/** Events as they happen, to all who listen over HTTP. */
export class EventStream {
  private readonly open = new Set<Response>();
  private readonly visitors = new Visitors(() => performance.now() / 1000);
  private readonly beat = setInterval(() => {
    for (const response of this.open) response.write(': here\n\n');
  }, 15_000);

  join(request: Request, response: Response, first: string): void {
    const visits = isAtHome(request) ? null : countedAddress(request.socket.remoteAddress);
    if (visits !== null && !this.visitors.enter(visits))
      return void response
        .status(429)
        .json({ error: problem('too-many', 'Too many listen from there already.') });
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      Connection: 'keep-alive',
    });
    response.write(`retry: 1000\n\n${first}`);
    this.open.add(response);
    request.on('close', () => {
      this.open.delete(response);
      if (visits !== null) this.visitors.leave(visits);
    });
  }

  tell(steps: readonly Step[]): void {
    for (const { sequence, events } of steps) for (const event of events) this.say('air', event, sequence);
  }

  say(name: string, data: AirEvent | Mixer | object, id?: number): void {
    const text = streamed(name, data, id);
    for (const response of this.open) {
      // One who does not read is let go; it comes back by itself.
      if (response.writableLength > 4 << 20) response.destroy();
      else response.write(text);
    }
  }

  close(): void {
    clearInterval(this.beat);
    for (const response of this.open) response.end();
  }
}

const seconds = (value: unknown): number | undefined => {
  const ms = typeof value === 'string' && value !== '' ? Date.parse(value) : NaN;
  return Number.isNaN(ms) ? undefined : ms / 1000;
};

/** Commands, events, the as-run log, outputs and the mixer stand-in, over HTTP. */
export function controlRoutes(
  parts: ControlParts,
  stream: EventStream,
  roleIn: (request: Request) => { role: Role } | { problem: Problem },
  fail: Fail,
): Router {
  const { engine, now, mixer } = parts;
  const router = express.Router();
  const json = express.json({ limit: '1mb' });
  /** The caller's role, or null where it was refused and told so. */
  const role = (request: Request, response: Response, needed: readonly Role[], what: string): Role | null => {
    const found = roleIn(request);
    if ('problem' in found) {
      fail(response, found.problem);
      return null;
    }
    if (needed.includes(found.role)) return found.role;
    fail(response, notAllowed(found.role, what));
    return null;
  };

  router.post('/air/commands', json, async (request, response) => {
    const given = roleIn(request);
    if ('problem' in given) return fail(response, given.problem);
    const parsed = commandSchema.safeParse(request.body);
    if (!parsed.success) return fail(response, badBody(parsed.error, 'command'));
    if (innerCommands.has(parsed.data.do))
      return fail(
        response,
        problem('not-allowed', 'Data reaches air by itself; change the table or the source.'),
      );
    if (!mayGive(given.role, parsed.data.do)) return fail(response, notAllowed(given.role, parsed.data.do));
    const answer = await engine.submit(parsed.data);
    if (answer.problem) return fail(response, answer.problem);
    response.json({ sequence: answer.sequence });
  });

  router.get('/events', (request, response) =>
    stream.join(
      request,
      response,
      streamed('hello', { sequence: engine.air.sequence, time: now() }) + streamed('mixer', mixer.state),
    ),
  );

  router.get('/as-run', async (request, response) => {
    const { from, to, channel, format, last, fold } = request.query;
    const [begin, end] = [seconds(from), seconds(to)];
    const filter: AsRunFilter = {
      ...(begin === undefined ? {} : { from: begin }),
      ...(end === undefined ? {} : { to: end }),
      ...(typeof channel === 'string' ? { channel } : {}),
      ...(fold === undefined ? {} : { folds: true }),
      ...(typeof last === 'string' && /^\d{1,6}$/.test(last) ? { last: Number(last) } : {}),
    };
    const wrong = (['from', 'to'] as const).find(
      (name) => request.query[name] !== undefined && filter[name] === undefined,
    );
    if (wrong)
      return fail(
        response,
        problem('bad-time', `“${wrong}” is no time. Write it as 2026-07-11T14:00:00Z.`, wrong),
      );
    const lines = await asRun(parts.journal.history(filter), filter);
    if (format !== 'csv') return void response.json({ lines });
    response
      .type('text/csv')
      .set('Content-Disposition', 'attachment; filename="as-run.csv"')
      .send(asRunCsv(lines));
  });

  router.get('/releases', async (_request, response) => {
    const latest = (await parts.journal.releases()).slice(-200).reverse();
    response.json({
      releases: latest.map(({ show, ...own }) => ({
        ...own,
        show: parts.hasRelease(own.hash) ? { name: show } : null,
      })),
      current: engine.air.release,
    });
  });

  router.get('/outputs', (_request, response) => {
    response.json({ outputs: parts.outputs.present().filter(({ role: kind }) => kind === 'output') });
  });
  router.post('/outputs', json, (request, response) => {
    if (role(request, response, ['operate', 'design'], 'steer outputs') === null) return;
    const parsed = outputCommandSchema.safeParse(request.body);
    if (!parsed.success) return fail(response, badBody(parsed.error, 'command for outputs'));
    response.json({ told: parts.outputs.tell(parsed.data) });
  });

  router.get('/stand-ins/mixer', (_request, response) => void response.json(mixer.state));
  router.post('/stand-ins/mixer', json, (request, response) => {
    if (role(request, response, ['operate', 'design'], 'mix') === null) return;
    const parsed = mixerCommandSchema.safeParse(request.body);
    if (!parsed.success) return fail(response, badBody(parsed.error, 'mixer command'));
    if (!mixer.give(parsed.data, now()))
      return fail(
        response,
        problem(
          'not-possible',
          'The mixer cannot do that now: a mix is under way, or there is no such source.',
        ),
      );
    response.json(mixer.state);
  });
  return router;
}
