import { problem, type Problem } from '../core/problem';
import {
  emptyAir,
  isOfTheMoment,
  type AirEvent,
  type AirState,
  type Command,
  type Role,
} from '../core/playout';
import type { AirClock } from './clock';
import { AirLine } from './line';
import { afterPatches } from './patches';
import type { ClientMessage } from './client-messages';
import {
  serverMessageSchema,
  type Hand,
  type Mixer,
  type OutputCommand,
  type OutputReport,
  type Present,
  type ServerMessage,
} from './messages';
import { largestMessage, wireVersion, type AirSocket } from './wire';

/** Releases by their hashes, and assets by their ids. */
export type Missing = Extract<ServerMessage, { type: 'trouble' }>['missing'];

export type Answer = { readonly problem: Problem | null };

export interface AirClientOptions {
  readonly open: () => AirSocket;
  readonly role: 'operator' | 'output';
  readonly name: string;
  readonly channel: string | null;
  readonly key?: string;
  /** Outputs: which of several it is, and its group. */
  readonly station?: string;
  readonly group?: string;
  /** Told what an output is asked to do. */
  readonly onOutput?: (command: OutputCommand) => void;
  /** Told what happens on air, event by event. */
  readonly onEvents?: (events: readonly AirEvent[]) => void;
  /** Seconds by a clock that never runs backwards, about those of 1970-01-01 UTC. */
  readonly local: () => number;
  /** Called after anything below has changed. */
  readonly onChange: () => void;
  /** Called with how sources and what they feed are doing. */
  readonly onData?: (data: Extract<ServerMessage, { type: 'data' }>) => void;
  /** Called when a command has been waiting long enough to be shown, and when it waits no more. */
  readonly onWaiting?: () => void;
  /** Called with what the server has lost: who has it gives it back. */
  readonly onMissing?: (missing: Missing) => void;
  /** Called when the server speaks a newer version: the page should load itself again. */
  readonly onOutdated?: () => void;
}

const answerMs = 8000;
/** How long a command counts that is of the moment, unless it is said otherwise. */
export const usualMomentMs = 1000;
/** A command that waits longer is shown. */
const shownAfterMs = 150;

interface Waiting {
  readonly command: Command;
  readonly message: string;
  readonly done: (answer: Answer) => void;
  readonly timers: ReturnType<typeof setTimeout>[];
  isSent: boolean;
  isShown: boolean;
}

/**
 * One end of the line to the air server: keeps the on-air state, the clock and the connection. While the server is
 * away the last state stands and the clock runs on. A command of the moment that cannot be given within it is dropped
 * with a word and never carried out late; others are sent when the server is back, once.
 */
export class AirClient {
  state: AirState = emptyAir();
  present: readonly Present[] = [];
  /** Whether a state has ever come. */
  hasState = false;
  refusal: Problem | null = null;
  /** The Desk of this window, told with what is in hand. */
  desk = '';
  /** Who this end is to the server, and what it may do. */
  id = '';
  may: Role = 'watch';
  mixer: Mixer | null = null;
  /** What is wrong with the server. */
  troubles: readonly Problem[] = [];
  readonly clock: AirClock;
  private readonly line: AirLine;

  private hand: Hand | null = null;
  private name: string;
  private readonly waiting = new Map<string, Waiting>();

  constructor(private readonly options: AirClientOptions) {
    this.name = options.name;
    this.line = new AirLine({
      open: options.open,
      hello: () => this.hello(),
      local: options.local,
      onText: (text) => this.hear(text),
      onLost: () => options.onChange(),
    });
    this.clock = this.line.clock;
    this.line.connect();
  }

  get isConnected(): boolean {
    return this.line.isConnected;
  }

  /** Commands that have been on their way long enough to be shown. */
  get late(): readonly Command[] {
    return [...this.waiting.values()].flatMap(({ isShown, command }) => (isShown ? [command] : []));
  }

  /** Sends a command; resolves with null or the problem. Its id makes sending it twice harmless. */
  send(given: Command, id: string, momentMs: number = usualMomentMs): Promise<Answer> {
    const passes = isOfTheMoment(given.do);
    // A clock that is not known well yet must not make a command late that is not.
    const until = this.clock.now() + momentMs / 1000 + this.clock.errorSeconds;
    const command: Command = passes && Number.isFinite(until) ? { ...given, until } : given;
    const message = JSON.stringify({ type: 'command', id, command } satisfies ClientMessage);
    // A message that is too large would end the line, and again after each attempt.
    if (new TextEncoder().encode(message).length > largestMessage)
      return Promise.resolve({
        problem: problem(
          'too-large',
          'That is more than the air server takes at once. Nothing was changed: do it in smaller parts.',
        ),
      });
    return new Promise((resolve) => {
      const done = (answer: Answer): void => {
        const waiting = this.waiting.get(id);
        if (!waiting) return;
        for (const timer of waiting.timers) clearTimeout(timer);
        this.waiting.delete(id);
        if (waiting.isShown) this.options.onWaiting?.();
        resolve(answer);
      };
      const waiting: Waiting = {
        command,
        message,
        done,
        isSent: this.isConnected,
        isShown: false,
        timers: [
          setTimeout(() => {
            waiting.isShown = true;
            this.options.onWaiting?.();
          }, shownAfterMs),
          setTimeout(
            () =>
              done({
                problem: problem(
                  'no-answer',
                  'The air server did not answer. Look at the monitors before you repeat the command.',
                ),
              }),
            answerMs,
          ),
        ],
      };
      if (passes)
        waiting.timers.push(
          setTimeout(
            () =>
              !waiting.isSent &&
              done({
                problem: problem(
                  'dropped',
                  'The air server was away: the command was dropped and will not be carried out.',
                ),
              }),
            momentMs,
          ),
        );
      this.waiting.set(id, waiting);
      if (this.isConnected) this.line.saySo(waiting.message);
    });
  }

  report(report: OutputReport): void {
    if (this.isConnected) this.say({ type: 'report', report });
  }

  /** Tells the others what one has in hand. */
  tellHand(hand: Omit<Hand, 'desk'> | null): void {
    this.hand = hand && { ...hand, desk: this.desk };
    if (this.isConnected) this.say({ type: 'hand', hand: this.hand });
  }

  tellName(name: string): void {
    this.name = name;
    if (this.isConnected) this.say({ type: 'name', name });
  }

  /** Goes on purpose: says so, so that it is not missed. */
  leave(): void {
    if (this.isConnected) this.say({ type: 'leave' });
    this.close();
  }

  close(): void {
    this.line.close();
    for (const { timers } of this.waiting.values()) timers.forEach(clearTimeout);
    this.waiting.clear();
  }

  private say(message: ClientMessage): void {
    this.line.say(message);
  }

  private hello(): ClientMessage {
    const { role, channel, key, station, group, onEvents } = this.options;
    return {
      type: 'hello',
      version: wireVersion,
      role,
      name: this.name,
      channel,
      ...(key === undefined ? {} : { key }),
      ...(station === undefined ? {} : { station }),
      ...(group === undefined ? {} : { group }),
      ...(onEvents === undefined ? {} : { events: true }),
    };
  }

  private welcome(state: AirState, time: number): void {
    this.state = state;
    this.hasState = true;
    this.refusal = null;
    this.line.welcomed(time);
    for (const waiting of this.waiting.values()) {
      waiting.isSent = true;
      this.line.saySo(waiting.message);
    }
  }

  private hear(text: string): void {
    let json: unknown;
    try {
      json = JSON.parse(text);
    } catch {
      return;
    }
    const parsed = serverMessageSchema.safeParse(json);
    if (!parsed.success) {
      const { type, version } = json as { type?: unknown; version?: unknown };
      if (type === 'welcome' && version !== wireVersion) this.options.onOutdated?.();
      // Changes that cannot be read were missed all the same: a new welcome brings the whole state.
      else if (type === 'patches') this.line.rejoin();
      return;
    }
    const message = parsed.data;
    switch (message.type) {
      case 'welcome':
        if (message.version !== wireVersion) return this.options.onOutdated?.();
        this.id = message.id;
        this.may = message.may;
        this.welcome(message.state, message.time);
        if (this.hand) this.say({ type: 'hand', hand: this.hand });
        break;
      case 'patches': {
        // What was missed, or cannot be applied, only a new welcome brings.
        const after = afterPatches(this.state, message);
        if (!after) return this.line.rejoin();
        this.state = after;
        break;
      }
      case 'answer': {
        this.waiting.get(message.id)?.done({ problem: message.problem });
        return;
      }
      case 'data':
        this.options.onData?.(message);
        return;
      case 'pong':
        this.line.ponged(message.sent, message.time);
        return;
      case 'present':
        this.present = message.present;
        break;
      case 'present-change': {
        const changed = new Map(message.came.map((own) => [own.id, own]));
        const gone = new Set(message.gone);
        const stay = this.present.filter(({ id }) => !gone.has(id)).map((own) => changed.get(own.id) ?? own);
        const known = new Set(stay.map(({ id }) => id));
        this.present = [...stay, ...message.came.filter(({ id }) => !known.has(id))];
        break;
      }
      case 'trouble':
        this.troubles = message.troubles;
        if (message.missing.releases.length + message.missing.assets.length > 0)
          this.options.onMissing?.(message.missing);
        break;
      case 'events':
        this.options.onEvents?.(message.events);
        return;
      case 'output':
        this.options.onOutput?.(message.command);
        return;
      case 'mixer':
        this.mixer = message.mixer;
        break;
      case 'refused':
        this.refusal = message.problem;
        break;
    }
    this.options.onChange();
  }
}
