import { randomUUID } from 'node:crypto';
import type { IncomingMessage, Server } from 'node:http';
import { WebSocketServer, type WebSocket } from 'ws';
import {
  clientMessageSchema,
  wireVersion,
  type ClientMessage,
  type Present,
  type ServerMessage,
} from '../air';
import { problem } from '../core/problem';
import { keyProblem, originProblem, type Access } from './access';
import type { AirEngine, Step } from './engine';

interface Peer {
  readonly socket: WebSocket;
  present: Present | null;
  isAlive: boolean;
  heard: number;
}

const heartbeatMs = 1000;
const helloMs = 5000;
const mostPerSecond = 1000;
const mostBuffered = 16 << 20;

/** The WebSocket side of the air server, at /air: everyone gets the state and its changes; operators give commands. */
export function socketHub(
  server: Server,
  engine: AirEngine,
  access: Access,
  now: () => number,
  dataNow: () => Pick<Extract<ServerMessage, { type: 'data' }>, 'feeds' | 'faults'> = () => ({
    feeds: [],
    faults: [],
  }),
) {
  const sockets = new WebSocketServer({ noServer: true, maxPayload: 1 << 20 });
  const peers = new Set<Peer>();
  let presentChanged = false;

  server.on('upgrade', (request, socket, head) => {
    const path = URL.canParse(request.url ?? '', 'http://x')
      ? new URL(request.url ?? '', 'http://x').pathname
      : '';
    if (path !== '/air') return;
    if (originProblem(request, access)) {
      socket.end('HTTP/1.1 403 Forbidden\r\n\r\n');
      return;
    }
    sockets.handleUpgrade(request, socket, head, (opened) => join(opened, request));
  });

  const say = (peer: Peer, message: ServerMessage): void => sayText(peer, JSON.stringify(message));
  const sayText = (peer: Peer, text: string): void => {
    if (peer.socket.readyState !== peer.socket.OPEN) return;
    // One who does not read must not fill the server's memory; it will come back and get the whole state.
    if (peer.socket.bufferedAmount > mostBuffered) peer.socket.terminate();
    else peer.socket.send(text);
  };

  function join(socket: WebSocket, request: IncomingMessage): void {
    const peer: Peer = { socket, present: null, isAlive: true, heard: 0 };
    peers.add(peer);
    const remote = request.socket.remoteAddress;
    const late = setTimeout(() => !peer.present && socket.close(4000, 'no hello'), helloMs);
    socket.on('pong', () => (peer.isAlive = true));
    socket.on('error', () => socket.terminate());
    socket.on('close', () => {
      clearTimeout(late);
      peers.delete(peer);
      presentChanged = true;
    });
    socket.on('message', (data) => {
      peer.isAlive = true;
      peer.heard += 1;
      if (peer.heard > mostPerSecond) return socket.close(4008, 'too many messages');
      let json: unknown;
      try {
        json = JSON.parse(String(data));
      } catch {
        json = null;
      }
      const parsed = clientMessageSchema.safeParse(json);
      if (parsed.success) void hear(peer, parsed.data, remote);
      else
        say(peer, {
          type: 'refused',
          problem: problem(
            'unknown-message',
            `The server does not know this message: ${parsed.error.issues[0]?.message}.`,
          ),
        });
    });
  }

  async function hear(peer: Peer, message: ClientMessage, remote: string | undefined): Promise<void> {
    switch (message.type) {
      case 'hello': {
        const wrong = message.role === 'operator' ? keyProblem(remote, message.key, access) : null;
        if (wrong) {
          say(peer, { type: 'refused', problem: wrong });
          return peer.socket.close(4001, wrong.code);
        }
        peer.present = {
          id: randomUUID(),
          role: message.role,
          name: message.name,
          channel: message.channel,
          address: remote ?? '',
          report: null,
        };
        presentChanged = true;
        say(peer, { type: 'welcome', version: wireVersion, state: engine.air, time: now() });
        if (message.role === 'operator') say(peer, { type: 'data', ...dataNow() });
        return;
      }
      case 'ping':
        return say(peer, { type: 'pong', sent: message.sent, time: now() });
      case 'report':
        if (peer.present) peer.present = { ...peer.present, report: message.report };
        presentChanged = true;
        return;
      case 'command': {
        if (peer.present?.role !== 'operator') {
          return say(peer, {
            type: 'answer',
            id: message.id,
            problem: problem('not-allowed', 'An output may not give commands.'),
            sequence: engine.air.sequence,
          });
        }
        if (message.command.do === 'data') {
          const wrong = problem('not-allowed', 'Data reaches air by itself; change the table or the source.');
          return say(peer, { type: 'answer', id: message.id, problem: wrong, sequence: engine.air.sequence });
        }
        const answer = await engine.submit({
          ...message.command,
          id: message.id,
          by: message.command.by ?? peer.present.name,
        });
        return say(peer, {
          type: 'answer',
          id: message.id,
          problem: answer.problem,
          sequence: answer.sequence,
        });
      }
    }
  }

  const timer = setInterval(() => {
    for (const peer of peers) {
      peer.heard = 0;
      if (!peer.isAlive) peer.socket.terminate();
      else {
        peer.isAlive = false;
        peer.socket.ping();
      }
    }
    if (!presentChanged) return;
    presentChanged = false;
    const present = [...peers].flatMap((p) => (p.present ? [p.present] : []));
    const text = JSON.stringify({ type: 'present', present } satisfies ServerMessage);
    for (const peer of peers) if (peer.present?.role === 'operator') sayText(peer, text);
  }, heartbeatMs);

  return {
    tell(steps: readonly Step[]): void {
      for (const step of steps) {
        const text = JSON.stringify({ type: 'patches', sequence: step.sequence, patches: step.patches });
        for (const peer of peers) if (peer.present) sayText(peer, text);
      }
    },
    /** Tells operators how sources and what they feed are doing. */
    tellData(data: Pick<Extract<ServerMessage, { type: 'data' }>, 'feeds' | 'faults'>): void {
      const text = JSON.stringify({ type: 'data', ...data } satisfies ServerMessage);
      for (const peer of peers) if (peer.present?.role === 'operator') sayText(peer, text);
    },
    count: () => peers.size,
    close(): void {
      clearInterval(timer);
      for (const peer of peers) peer.socket.terminate();
      sockets.close();
    },
  };
}
