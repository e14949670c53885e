import { randomUUID } from 'node:crypto';
import type { IncomingMessage, Server } from 'node:http';
import { WebSocketServer, type WebSocket } from 'ws';
import {
  clientMessageSchema,
  wireVersion,
  type ClientMessage,
  type Mixer,
  type OutputCommand,
  type Present,
  type ServerMessage,
} from '../air';
import { innerCommands, mayGive, type AirEvent } from '../core/playout';
import { problem, type Problem } from '../core/problem';
import { notAllowed, originProblem, roleOf, type Access } from './access';
import type { AirEngine, Step } from './engine';

interface Peer {
  readonly socket: WebSocket;
  present: Present | null;
  wantsEvents: boolean;
  /** Goes on purpose. */
  leaves: boolean;
  isAlive: boolean;
  heard: number;
}

const heartbeatMs = 1000;
const helloMs = 5000;
const mostPerSecond = 1000;
const mostBuffered = 16 << 20;
/** A lost output is remembered so long, in seconds. */
const rememberedLost = 3600;

export interface HubParts {
  readonly engine: AirEngine;
  readonly access: Access;
  readonly now: () => number;
  readonly dataNow?: () => Pick<Extract<ServerMessage, { type: 'data' }>, 'feeds' | 'faults'>;
  readonly mixerNow?: () => Mixer | null;
}

/** The WebSocket side of the air server, at /air: everyone gets the state and its changes; operators give commands. */
export function socketHub(server: Server, parts: HubParts) {
  const { engine, access, now } = parts;
  const sockets = new WebSocketServer({ noServer: true, maxPayload: 1 << 20 });
  const peers = new Set<Peer>();
  /** Outputs that went away without a word, by their station. */
  const lost = new Map<string, Present>();
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
  const people = (): Peer[] => [...peers].filter((peer) => peer.present?.role === 'operator');
  const tellPeople = (message: ServerMessage): void => {
    const text = JSON.stringify(message);
    for (const peer of people()) sayText(peer, text);
  };

  const allPresent = (): Present[] => [
    ...[...peers].flatMap((p) => (p.present ? [p.present] : [])),
    ...lost.values(),
  ];
  const tellPresent = (): void => {
    presentChanged = false;
    tellPeople({ type: 'present', present: allPresent() });
  };

  function join(socket: WebSocket, request: IncomingMessage): void {
    const peer: Peer = { socket, present: null, wantsEvents: false, leaves: false, isAlive: true, heard: 0 };
    peers.add(peer);
    const remote = request.socket.remoteAddress;
    const late = setTimeout(() => !peer.present && socket.close(4000, 'no hello'), helloMs);
    socket.on('pong', () => (peer.isAlive = true));
    socket.on('error', () => socket.terminate());
    socket.on('close', () => {
      clearTimeout(late);
      peers.delete(peer);
      const { present } = peer;
      if (present?.role === 'output' && present.station !== '' && !peer.leaves)
        lost.set(present.station, { ...present, lostAt: now() });
      // A loss is told at once; it must be seen within two seconds.
      if (present) tellPresent();
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

  /** Which output it is: the one that it says, or the only lost one that came from the same place for the same. */
  function stationOf(message: Extract<ClientMessage, { type: 'hello' }>, address: string): string {
    const station = message.station ?? '';
    if (lost.has(station)) return station;
    const alike = [...lost.values()].filter(
      (own) =>
        own.channel === message.channel &&
        own.name === message.name &&
        own.group === (message.group ?? '') &&
        own.address === address,
    );
    const [only] = alike;
    if (!only || alike.length > 1) return station;
    // It is known under its new name from here on.
    lost.delete(only.station);
    return station;
  }

  function welcome(
    peer: Peer,
    message: Extract<ClientMessage, { type: 'hello' }>,
    remote: string | undefined,
  ): void {
    const allowed =
      message.role === 'operator' ? roleOf(remote, message.key, access) : ({ role: 'watch' } as const);
    if ('problem' in allowed) {
      say(peer, { type: 'refused', problem: allowed.problem });
      return peer.socket.close(4001, allowed.problem.code);
    }
    const station = message.role === 'output' ? stationOf(message, remote ?? '') : '';
    peer.present = {
      id: randomUUID(),
      role: message.role,
      name: message.name,
      channel: message.channel,
      address: remote ?? '',
      report: null,
      station,
      group: message.group ?? '',
      may: allowed.role,
      hand: null,
      lostAt: null,
    };
    peer.wantsEvents = message.events ?? false;
    lost.delete(station);
    presentChanged = true;
    const { id } = peer.present;
    say(peer, {
      type: 'welcome',
      version: wireVersion,
      state: engine.air,
      time: now(),
      id,
      may: allowed.role,
    });
    if (message.role !== 'operator') return;
    say(peer, { type: 'data', ...(parts.dataNow?.() ?? { feeds: [], faults: [] }) });
    say(peer, { type: 'mixer', mixer: parts.mixerNow?.() ?? null });
  }

  /** Why a peer may not give a command; null where it may. */
  function refusal(
    peer: Peer,
    command: Extract<ClientMessage, { type: 'command' }>['command'],
  ): Problem | null {
    if (peer.present?.role !== 'operator') return problem('not-allowed', 'An output may not give commands.');
    if (innerCommands.has(command.do))
      return problem('not-allowed', 'Data reaches air by itself; change the table or the source.');
    return mayGive(peer.present.may, command.do) ? null : notAllowed(peer.present.may, command.do);
  }

  async function hear(peer: Peer, message: ClientMessage, remote: string | undefined): Promise<void> {
    switch (message.type) {
      case 'hello':
        return welcome(peer, message, remote);
      case 'ping':
        return say(peer, { type: 'pong', sent: message.sent, time: now() });
      case 'leave':
        peer.leaves = true;
        return;
      case 'report': {
        const before = peer.present?.report?.trouble ?? 'none';
        if (peer.present) peer.present = { ...peer.present, report: message.report };
        // That an output does not draw is told at once.
        if (message.report.trouble !== before) return tellPresent();
        presentChanged = true;
        return;
      }
      case 'hand':
        if (peer.present) peer.present = { ...peer.present, hand: message.hand };
        return tellPresent();
      case 'name':
        if (peer.present) peer.present = { ...peer.present, name: message.name };
        return tellPresent();
      case 'command': {
        const { id, command } = message;
        const wrong = refusal(peer, command);
        if (wrong) return say(peer, { type: 'answer', id, problem: wrong, sequence: engine.air.sequence });
        const by = command.by ?? peer.present?.name ?? '';
        const answer = await engine.submit({ ...command, id, by });
        return say(peer, { type: 'answer', id, problem: answer.problem, sequence: answer.sequence });
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
    for (const [station, { lostAt }] of lost)
      if (lostAt !== null && now() - lostAt > rememberedLost) lost.delete(station);
    if (presentChanged) tellPresent();
  }, heartbeatMs);

  const isMeant = (present: Present, { output, channel, group }: OutputCommand): boolean =>
    present.role === 'output' &&
    (output === undefined || present.id === output) &&
    (channel === undefined || present.channel === channel) &&
    (group === undefined || present.group === group);

  return {
    tell(steps: readonly Step[]): void {
      for (const step of steps) {
        const text = JSON.stringify({ type: 'patches', sequence: step.sequence, patches: step.patches });
        for (const peer of peers) if (peer.present) sayText(peer, text);
        if (step.events.length === 0) continue;
        const events: AirEvent[] = [...step.events];
        const told = JSON.stringify({ type: 'events', sequence: step.sequence, events });
        for (const peer of peers) if (peer.present && peer.wantsEvents) sayText(peer, told);
      }
    },
    /** Tells operators how sources and what they feed are doing. */
    tellData(data: Pick<Extract<ServerMessage, { type: 'data' }>, 'feeds' | 'faults'>): void {
      tellPeople({ type: 'data', ...data });
    },
    tellMixer: (mixer: Mixer | null): void => tellPeople({ type: 'mixer', mixer }),
    /** Tells outputs to do something; returns how many were told. */
    tellOutputs(command: OutputCommand): number {
      if (command.do === 'forget') {
        const gone = [...lost].filter(([, present]) => isMeant(present, command));
        for (const [station] of gone) lost.delete(station);
        tellPresent();
        return gone.length;
      }
      const told = [...peers].filter((peer) => peer.present && isMeant(peer.present, command));
      for (const peer of told) say(peer, { type: 'output', command });
      return told.length;
    },
    present: allPresent,
    count: () => peers.size,
    close(): void {
      clearInterval(timer);
      for (const peer of peers) peer.socket.terminate();
      sockets.close();
    },
  };
}
