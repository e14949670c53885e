import { createSocket, type Socket } from 'node:dgram';
import { createServer, type Server } from 'node:net';
import { problem, type Problem } from '../../core/problem';
import { readScorerLine, type ScorerLine, type Source } from '../../core/source';
import { isLoopback } from '../access';

export type ScorerSource = Extract<Source, { kind: 'scorer' }>;

interface Heard {
  readonly source: ScorerSource;
  /** The row that its lines have made. */
  readonly values: Record<string, unknown>;
  /** Lines in this second. */
  second: number;
  lines: number;
}

interface Port {
  readonly feeds: Set<string>;
  readonly close: () => void;
}

const longestLine = 10_000;
const mostLinesASecond = 200;
const mostConnections = 16;

export interface ScorersOptions {
  /** Addresses of other machines whose boxes may send; without any, only this machine is listened to. */
  readonly from: readonly string[];
  /** A line of a feed has come, or one that is not as agreed. */
  readonly onLine: (feed: string, line: ScorerLine) => void;
  readonly onProblem: (feed: string, wrong: Problem) => void;
}

/** Listens to score boxes and timers, and keeps the row that each has made. Several sources may share a port. */
export class Scorers {
  private readonly heard = new Map<string, Heard>();
  private readonly ports = new Map<string, Port>();

  constructor(private readonly options: ScorersOptions) {}

  /** Listens for a feed from now on. */
  want(feed: string, source: ScorerSource): void {
    if (this.heard.has(feed)) return;
    this.heard.set(feed, { source, values: {}, second: 0, lines: 0 });
    if (source.by === 'http') return;
    const name = `${source.by} ${source.port}`;
    const port = this.ports.get(name) ?? (source.by === 'udp' ? this.udp(name, source.port) : this.tcp(name, source.port));
    this.ports.set(name, port);
    port.feeds.add(feed);
  } // prettier-ignore

  drop(feed: string): void {
    this.heard.delete(feed);
    for (const [name, port] of this.ports) {
      port.feeds.delete(feed);
      if (port.feeds.size > 0) continue;
      port.close();
      this.ports.delete(name);
    }
  }

  /** The row of a feed as JSON; null where none has come. */
  bytes(feed: string): Uint8Array | null {
    const values = this.heard.get(feed)?.values;
    return values && Object.keys(values).length > 0
      ? new TextEncoder().encode(JSON.stringify([values]))
      : null;
  }

  listensOn = (by: 'udp' | 'tcp', port: number): boolean => this.ports.has(`${by} ${port}`);

  /** Lines for the sources of a name that take them over HTTP; false where there is none. */
  post(name: string, text: string): { readonly feeds: number; readonly problems: readonly Problem[] } {
    const wanted = name.trim().toLowerCase();
    const feeds = [...this.heard].filter(
      ([, { source }]) => source.by === 'http' && source.name.trim().toLowerCase() === wanted,
    );
    const problems = feeds.flatMap(([feed]) => this.lines(feed, text));
    return { feeds: feeds.length, problems };
  }

  close(): void {
    for (const port of this.ports.values()) port.close();
    this.ports.clear();
    this.heard.clear();
  }

  private all(name: string, text: string): void {
    for (const feed of this.ports.get(name)?.feeds ?? []) this.lines(feed, text);
  }

  private lines(feed: string, text: string): Problem[] {
    const own = this.heard.get(feed);
    if (!own) return [];
    const problems: Problem[] = [];
    for (const one of text.split(/\r?\n/)) {
      if (one.trim() === '') continue;
      const second = Math.floor(Date.now() / 1000);
      if (own.second !== second) Object.assign(own, { second, lines: 0 });
      own.lines += 1;
      const read =
        own.lines > mostLinesASecond
          ? { problem: problem('too-many-lines', `More than ${mostLinesASecond} lines in a second: the rest is passed over.`, 'line') }
          : one.length > longestLine
            ? { problem: problem('long-line', `A line is longer than ${longestLine} characters.`, 'line') }
            : readScorerLine(one);
      if ('problem' in read) {
        problems.push(read.problem);
        this.options.onProblem(feed, read.problem);
        continue;
      }
      Object.assign(own.values, read.line.values);
      this.options.onLine(feed, this.named(own.source, read.line));
    }
    return problems;
  } // prettier-ignore

  /** A line with the show's names of clocks and scores. */
  private named({ names }: ScorerSource, line: ScorerLine): ScorerLine {
    const ours = (theirs: string): string =>
      names.find((one) => one.theirs.trim().toLowerCase() === theirs.trim().toLowerCase())?.ours || theirs;
    return {
      ...line,
      ...(line.clock === undefined ? {} : { clock: ours(line.clock) }),
      ...(line.score === undefined ? {} : { score: ours(line.score) }),
    };
  }

  /** Whether lines from an address count: such ports know no keys, so the machine must have been named. */
  private mayComeFrom(name: string, remote: string | undefined): boolean {
    const address = remote?.replace(/^::ffff:/, '') ?? '';
    if (isLoopback(address) || this.options.from.includes(address)) return true;
    const wrong = problem(
      'scorer-not-named',
      `Lines from ${address} are passed over: this server listens to boxes that JORVAN_SCORERS names only. Start it with JORVAN_SCORERS=${address} to let them in.`,
      'address',
    );
    for (const feed of this.ports.get(name)?.feeds ?? []) this.options.onProblem(feed, wrong);
    return false;
  }

  private host = (): string => (this.options.from.length > 0 ? '0.0.0.0' : '127.0.0.1');

  private refused(name: string, error: NodeJS.ErrnoException): void {
    const [by = '', port = ''] = name.split(' ');
    const why = error.code === 'EADDRINUSE' ? 'another program listens there' : error.message;
    for (const feed of this.ports.get(name)?.feeds ?? [])
      this.options.onProblem(
        feed,
        problem('port-in-use', `The server cannot listen on ${by.toUpperCase()} port ${port}: ${why}. Give it another port.`, 'port'),
      );
  } // prettier-ignore

  private udp(name: string, port: number): Port {
    const socket: Socket = createSocket('udp4');
    socket.on('message', (bytes, { address }) => {
      if (this.mayComeFrom(name, address)) this.all(name, bytes.toString('utf8'));
    });
    socket.on('error', (error) => this.refused(name, error));
    socket.bind(port, this.host());
    return { feeds: new Set(), close: () => socket.close() };
  }

  private tcp(name: string, port: number): Port {
    const server: Server = createServer((connection) => {
      if (!this.mayComeFrom(name, connection.remoteAddress)) return void connection.destroy();
      let rest = '';
      connection.setEncoding('utf8');
      connection.setTimeout(600_000, () => connection.destroy());
      connection.on('error', () => connection.destroy());
      connection.on('data', (text: string) => {
        rest += text;
        const end = rest.lastIndexOf('\n');
        if (end >= 0) {
          this.all(name, rest.slice(0, end));
          rest = rest.slice(end + 1);
        }
        if (rest.length > longestLine) connection.destroy();
      });
      connection.on('end', () => rest && this.all(name, rest));
      open.add(connection);
      connection.on('close', () => open.delete(connection));
    });
    const open = new Set<{ destroy: () => void }>();
    server.maxConnections = mostConnections;
    server.on('error', (error) => this.refused(name, error));
    server.listen(port, this.host());
    const close = (): void => {
      for (const connection of open) connection.destroy();
      server.close();
    };
    return { feeds: new Set(), close };
  }
}
