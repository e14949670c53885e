import { AirClock } from './clock';
import type { ClientMessage } from './client-messages';
import { Pulse } from './pulse';
import type { AirSocket } from './wire';

export interface LinePorts {
  readonly open: () => AirSocket;
  /** What is said as soon as the line stands. */
  readonly hello: () => ClientMessage;
  /** Seconds by a clock that never runs backwards, about those of 1970-01-01 UTC. */
  readonly local: () => number;
  /** Called with each message, as it came. */
  readonly onText: (text: string) => void;
  /** Called when a line that had been welcomed is gone; it is sought again by itself. */
  readonly onLost: () => void;
  /** Called when the clock may have been set. */
  readonly onClock?: (() => void) | undefined;
}

const pingMs = 1000;
/** The server is away when so many pings have gone unanswered. */
const mostUnanswered = 4;
const firstRetryMs = 200;
const longestRetryMs = 2000;
/** A few pings at once, to find a short round trip early. */
const earlyPings = 4;

/**
 * The line to the air server: sought again whenever it is lost, and by what comes over it the clock is kept. What the
 * messages say is for whoever listens; it tells of the welcome and of pongs.
 */
export class AirLine {
  readonly clock: AirClock;
  /** Whether the server has welcomed this end. */
  isConnected = false;
  private socket: AirSocket | null = null;
  private isClosed = false;
  private retryMs = firstRetryMs;
  private pulse = new Pulse(pingMs, mostUnanswered);
  private pinger: ReturnType<typeof setInterval> | null = null;

  constructor(private readonly ports: LinePorts) {
    this.clock = new AirClock(ports.local);
  }

  connect(): void {
    if (this.isClosed) return;
    const socket = this.ports.open();
    this.socket = socket;
    socket.onopen = () => this.say(this.ports.hello());
    socket.onmessage = ({ data }) => {
      this.pulse.heard();
      this.ports.onText(String(data));
    };
    socket.onerror = () => socket.close();
    socket.onclose = () => this.lost(socket);
  }

  say(message: ClientMessage): void {
    this.saySo(JSON.stringify(message));
  }

  saySo(text: string): void {
    this.socket?.send(text);
  }

  /** The server has welcomed this end, at a time of its clock. */
  welcomed(time: number): void {
    this.isConnected = true;
    this.retryMs = firstRetryMs;
    this.clock.restart();
    this.clock.guess(time);
    this.ports.onClock?.();
    const ping = (): void => this.say({ type: 'ping', sent: this.ports.local() });
    this.pulse = new Pulse(pingMs, mostUnanswered);
    const beat = (): void => {
      if (this.pulse.beat(this.ports.local() * 1000)) this.rejoin();
      else ping();
    };
    if (this.pinger) clearInterval(this.pinger);
    this.pinger = setInterval(beat, pingMs);
    for (let i = 0; i < earlyPings; i += 1) setTimeout(() => this.isConnected && ping(), i * 60);
  }

  /** A ping that was sent at a time of the local clock has been answered. */
  ponged(sent: number, time: number): void {
    this.clock.sample(sent, time);
    this.ports.onClock?.();
  }

  /** Lets the line go, to be welcomed anew: only that gives the whole state. */
  rejoin(): void {
    const { socket } = this;
    socket?.close();
    if (socket) this.lost(socket);
  }

  close(): void {
    this.isClosed = true;
    if (this.pinger) clearInterval(this.pinger);
    this.socket?.close();
  }

  private lost(socket: AirSocket): void {
    if (this.socket !== socket) return;
    this.socket = null;
    const was = this.isConnected;
    this.isConnected = false;
    if (this.pinger) clearInterval(this.pinger);
    if (was) this.ports.onLost();
    if (this.isClosed) return;
    setTimeout(() => this.connect(), this.retryMs);
    this.retryMs = Math.min(longestRetryMs, this.retryMs * 1.6);
  }
}
