import { WebSocket } from 'ws';
import { wireVersion } from '../src/air';
import type { Chance } from './chance';
import type { Running } from './running';

export interface Answer {
  readonly id: string;
  readonly problem: { readonly code: string } | null;
  readonly sequence: number;
}

const numbers = ['101', '201', '202', '301', '302', '401', '402', '405', '601', '888'];
const channels = ['main', 'beach', 'tall'];

/** A command as someone at a Desk gives it; some cannot be carried out. */
export function someCommand(chance: Chance): Record<string, unknown> {
  const channel = chance.of(channels);
  return chance.of([
    { do: 'cue', channel, number: chance.of(numbers) },
    { do: 'take', channel, number: chance.of(numbers) },
    { do: 'take', channel },
    { do: 'change', channel, lane: 'lower', values: { Name: `Name ${chance.below(1000)}` } },
    { do: 'clear', channel, lane: chance.of(['lower', 'bug', 'full']) },
    { do: 'put-back', channel },
    {
      do: 'keep',
      number: String(700 + chance.below(20)),
      template: 'Name line',
      values: { Name: 'Kept' },
      replace: true,
    },
    { do: 'clear', channel, all: true },
  ]);
}

/** An operator on a raw line that comes back by itself; keeps every answer. */
export class Operator {
  readonly answers = new Map<string, Answer>();
  readonly given = new Set<string>();
  private socket: WebSocket | null = null;
  private isClosed = false;

  constructor(
    private readonly running: Running,
    private readonly name: string,
    /** Takes nothing off the line. */
    private readonly isDeaf = false,
  ) {
    this.connect();
  }

  private connect(): void {
    if (this.isClosed) return;
    const socket = new WebSocket(`${this.running.url.replace('http', 'ws')}/air`);
    this.socket = socket;
    socket.on('error', () => undefined);
    socket.on('close', () => setTimeout(() => this.connect(), 50));
    socket.on('open', () => {
      socket.send(
        JSON.stringify({
          type: 'hello',
          version: wireVersion,
          role: 'operator',
          name: this.name,
          channel: null,
        }),
      );
      if (this.isDeaf) socket.pause();
    });
    socket.on('message', (data) => {
      const message = JSON.parse(String(data)) as Answer & { type: string };
      if (message.type === 'answer') this.answers.set(message.id, message);
    });
  }

  give(id: string, command: object): void {
    if (this.socket?.readyState !== WebSocket.OPEN) return;
    this.given.add(id);
    this.socket.send(JSON.stringify({ type: 'command', id, command }));
  }

  say(text: string): void {
    if (this.socket?.readyState === WebSocket.OPEN) this.socket.send(text);
  }

  close(): void {
    this.isClosed = true;
    this.socket?.terminate();
  }
}

/** A message with something wrong in it somewhere. */
export function malformed(chance: Chance): string {
  const text = JSON.stringify({ type: 'command', id: `m${chance.below(1e9)}`, command: someCommand(chance) });
  const at = chance.below(text.length);
  switch (chance.below(6)) {
    case 0:
      return text.slice(0, at);
    case 1:
      return text.slice(0, at) + String.fromCharCode(chance.below(0xffff)) + text.slice(at + 1);
    case 2:
      return text.replace(/"(do|channel|type|id)"/, '"__proto__"');
    case 3:
      return text.replace('"main"', '{"toString":1}');
    case 4:
      return `${'['.repeat(5000)}`;
    default:
      return text.replace(/\d+/, '1e999');
  }
}
