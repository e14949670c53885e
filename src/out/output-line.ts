import { AirLine, wireVersion, type AirClock, type AirSocket, type Missing, type OutputCommand, type OutputReport } from '../air'; // prettier-ignore

export interface OutputLinePorts {
  readonly open: () => AirSocket;
  readonly local: () => number;
  readonly name: string;
  readonly station: string;
  readonly group: string;
  readonly channel: string;
  /** Given what is new on air as it came, for whoever draws it. */
  readonly onNews: (text: string) => void;
  readonly onClock: () => void;
  readonly onOutput: (command: OutputCommand) => void;
  readonly onMissing: (missing: Missing) => void;
  readonly onOutdated: () => void;
  /** Called when it is connected, or is not any more. */
  readonly onConnected: () => void;
}

/** What a message is, without reading all of it: the server says it first. */
const typeOf = (text: string): string | undefined => /^\{"type":"([a-z-]+)"/.exec(text)?.[1];

/**
 * An output's line to the air server. It reads what is for the page itself, and passes on unread what is new on air: what
 * is not read here costs the page nothing.
 */
export class OutputLine {
  private readonly line: AirLine;

  constructor(private readonly ports: OutputLinePorts) {
    const { open, local, name, station, group, channel } = ports;
    this.line = new AirLine({
      open,
      local,
      hello: () => ({ type: 'hello', version: wireVersion, role: 'output', name, channel, station, group }),
      onText: (text) => this.hear(text),
      onLost: ports.onConnected,
      onClock: ports.onClock,
    });
    this.line.connect();
  }

  get clock(): AirClock {
    return this.line.clock;
  }
  get isConnected(): boolean {
    return this.line.isConnected;
  }

  report(report: OutputReport): void {
    if (this.isConnected) this.line.say({ type: 'report', report });
  }

  /** Lets the line go, to be given the whole state anew. */
  rejoin(): void {
    this.line.rejoin();
  }

  /** Goes on purpose: says so, so that it is not missed. */
  leave(): void {
    if (this.isConnected) this.line.say({ type: 'leave' });
    this.line.close();
  }

  private hear(text: string): void {
    const { ports } = this;
    const type = typeOf(text);
    if (type === 'patches') return ports.onNews(text);
    let said: Record<string, unknown>;
    try {
      said = JSON.parse(text) as Record<string, unknown>;
    } catch {
      return;
    }
    switch (said['type']) {
      case 'welcome':
        if (said['version'] !== wireVersion) return ports.onOutdated();
        this.line.welcomed(Number(said['time']));
        ports.onNews(text);
        return ports.onConnected();
      case 'pong':
        return this.line.ponged(Number(said['sent']), Number(said['time']));
      case 'output':
        return ports.onOutput(said['command'] as OutputCommand);
      case 'trouble':
        return ports.onMissing(said['missing'] as Missing);
    }
  }
}
