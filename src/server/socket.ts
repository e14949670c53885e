import { randomUUID } from 'node:crypto';
import type { IncomingMessage, Server } from 'node:http';
import { WebSocketServer, type WebSocket } from 'ws';
import {
  clientMessageSchema,
  largestMessage,
  Pulse,
  wireVersion,
  type ClientMessage,
  type Mixer,
  type OutputCommand,
  type Present,
  type ServerMessage,
} from '../air';
import {
  packLists,
  emptyAir,
  innerCommands,
  mayGive,
  type AirEvent,
  type AirState,
  type Role,
} from '../core/playout';
import { problem, type Problem } from '../core/problem';
import {
  countedAddress,
  isAtHome,
  notAllowed,
  originProblem,
  Visitors,
  type Access,
  type Hosts,
} from './access';
import type { AirEngine, Step } from './engine';
import type { Log } from './log';

interface Visit {
  address: string | null;
}

interface Peer {
  readonly socket: WebSocket;
  readonly request: IncomingMessage;
  /** While it is from the network and without a key: counted among visitors under this address. */
  readonly visit: Visit;
  /** The role whose key it gave. */
  keyRole: Role | null;
  present: Present | null;
  wantsEvents: boolean;
  /** Goes on purpose. */
  leaves: boolean;
  readonly pulse: Pulse;
  heard: number;
}

const heartbeatMs = 500;
/** One who answers none of so many beats is gone: a loss must be seen within two seconds. */
const mostUnanswered = 3;
const helloMs = 5000;
/** Messages from one end between two beats. */
const mostPerBeat = 500;
const mostBuffered = 16 << 20;
/** The same for one without a key. */
const mostBufferedVisitor = 2 << 20;
/** A lost output is remembered so long, in seconds; and at most so many of them. */
const rememberedLost = 3600;
const mostLost = 200;
/** Who is there is told at most so often, in ms. */
const presentMs = 250;
/** Connections at once. */
const mostPeers = 2000;

/** What an output has no use for: it plays what is up, and nothing of what may come. */
const hidden = (({ cards, rundowns, changedRundowns, runs, aired, rowsAired, due }) => ({
  cards,
  rundowns,
  changedRundowns,
  runs,
  aired,
  rowsAired,
  due,
}))(emptyAir());
const hiddenFromOutputs: ReadonlySet<string> = new Set(Object.keys(hidden));
const stateOfOutputs = (state: AirState): AirState => ({ ...state, ...hidden });

export interface HubParts {
  readonly engine: AirEngine;
  readonly access: Access;
  readonly hosts: Hosts;
  readonly log: Log;
  readonly now: () => number;
  /** What is wrong with the server, and what it has lost. */
  readonly troubleNow?: () => Omit<Extract<ServerMessage, { type: 'trouble' }>, 'type'>;
  readonly dataNow?: () => Omit<Extract<ServerMessage, { type: 'data' }>, 'type'>;
  readonly mixerNow?: () => Mixer | null;
}

/** The WebSocket side of the air server, at /air: everyone gets the state and its changes; operators give commands. */
export function socketHub(server: Server, parts: HubParts) {
  const { engine, access, hosts, now, log } = parts;
  const sockets = new WebSocketServer({ noServer: true, maxPayload: largestMessage });
  const visitors = new Visitors(() => performance.now() / 1000);
  const peers = new Set<Peer>();
  /** Since the last beat; a crowd must not fill the log. */
  let turnedAway = 0;
  /** Outputs that went away without a word, by their station. */
  const lost = new Map<string, Present>();
  /** What operators were told last of who is there. */
  let told = new Map<string, Present>();
  let presentTimer: NodeJS.Timeout | null = null;

  server.on('upgrade', (request, socket, head) => {
    const path = URL.canParse(request.url ?? '', 'http://x')
      ? new URL(request.url ?? '', 'http://x').pathname
      : '';
    const turnAway = (status: string): void => {
      socket.on('error', () => undefined);
      socket.end(`HTTP/1.1 ${status}\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`, () =>
        socket.destroy(),
      );
    };
    if (path !== '/air') return turnAway('404 Not Found');
    if (originProblem(request, hosts)) return turnAway('403 Forbidden');
    const visits = isAtHome(request) ? null : countedAddress(request.socket.remoteAddress);
    if (peers.size >= mostPeers || (visits !== null && !visitors.enter(visits))) {
      turnedAway += 1;
      return turnAway('429 Too Many Requests');
    }
    const visit: Visit = { address: visits };
    socket.once('close', () => endVisit(visit));
    sockets.handleUpgrade(request, socket, head, (opened) => join(opened, request, visit));
  });

  const say = (peer: Peer, message: ServerMessage): void => sayText(peer, JSON.stringify(message));
  const sayText = (peer: Peer, text: string): void => {
    if (peer.socket.readyState !== peer.socket.OPEN) return;
    // One who does not read must not fill the server's memory; it will come back and get the whole state.
    const most = peer.visit.address !== null ? mostBufferedVisitor : mostBuffered;
    if (peer.socket.bufferedAmount > most) peer.socket.terminate();
    else {
      gather(peer);
      peer.socket.send(text);
    }
  };
  /** What is said to one at once goes out at once: the change and the answer in one piece. */
  const gathered = new Set<Peer>();
  const gather = (peer: Peer): void => {
    if (gathered.has(peer)) return;
    if (gathered.size === 0) setImmediate(letGo);
    gathered.add(peer);
    peer.request.socket.cork();
  };
  const letGo = (): void => {
    for (const peer of gathered) peer.request.socket.uncork();
    gathered.clear();
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
  /** Tells operators what is new of who is there: at once, and then not again for a moment. */
  const tellPresent = (): void => {
    if (presentTimer) return;
    sayPresent();
    presentTimer = setTimeout(() => {
      presentTimer = null;
      sayPresent();
    }, presentMs);
  };
  const sayPresent = (): void => {
    const now = new Map(allPresent().map((own) => [own.id, own]));
    const came = [...now.values()].filter((own) => told.get(own.id) !== own);
    const gone = [...told.keys()].filter((id) => !now.has(id));
    told = now;
    if (came.length > 0 || gone.length > 0) tellPeople({ type: 'present-change', came, gone });
  };
  /** A loss must be seen within two seconds; all else may wait for the next beat. */
  let presentChanged = false;

  /** The state as operators and as outputs are told of it, as JSON; made once for all who come while it is the same. */
  let written: { of: AirState; operator: string; output: string } | null = null;
  const stateText = (role: 'operator' | 'output'): string => {
    const state = engine.air;
    if (written?.of !== state) written = { of: state, operator: '', output: '' };
    return (written[role] ||= JSON.stringify(role === 'output' ? stateOfOutputs(state) : state));
  };

  /** It goes, or has shown a key: it counts among visitors no more. */
  function endVisit(visit: Visit): void {
    if (visit.address !== null) visitors.leave(visit.address);
    visit.address = null;
  }

  function join(socket: WebSocket, request: IncomingMessage, visit: Visit): void {
    const peer: Peer = {
      socket,
      request,
      visit,
      keyRole: null,
      present: null,
      wantsEvents: false,
      leaves: false,
      pulse: new Pulse(heartbeatMs, mostUnanswered),
      heard: 0,
    };
    peers.add(peer);
    const remote = request.socket.remoteAddress;
    const late = setTimeout(() => !peer.present && socket.close(4000, 'no hello'), helloMs);
    socket.on('pong', () => peer.pulse.heard());
    socket.on('error', () => socket.terminate());
    socket.on('close', () => {
      clearTimeout(late);
      peers.delete(peer);
      const { present } = peer;
      if (present?.role === 'output' && present.station !== '' && !peer.leaves) {
        lost.set(present.station, { ...present, lostAt: now() });
        const oldest = lost.keys().next().value;
        if (lost.size > mostLost && oldest !== undefined) lost.delete(oldest);
      }
      // A loss is told at once; it must be seen within two seconds.
      if (present) tellPresent();
    });
    socket.on('message', (data) => {
      peer.pulse.heard();
      peer.heard += 1;
      if (peer.heard > mostPerBeat) return socket.close(4008, 'too many messages');
      let json: unknown;
      try {
        json = JSON.parse(String(data));
      } catch {
        json = null;
      }
      const parsed = clientMessageSchema.safeParse(json);
      if (parsed.success)
        void hear(peer, parsed.data, remote).catch((error: Error) => {
          log.error({ message: parsed.data.type, stack: error.stack }, error.message);
          say(peer, {
            type: 'refused',
            problem: problem('server-fault', 'The server made a mistake of its own.'),
          });
        });
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
      message.role === 'operator'
        ? access.allowed(peer.request, message.key)
        : ({ role: 'watch', byKey: false } as const);
    if ('problem' in allowed) {
      say(peer, { type: 'refused', problem: allowed.problem });
      return peer.socket.close(4001, allowed.problem.code);
    }
    peer.keyRole = allowed.byKey ? allowed.role : null;
    if (allowed.byKey) endVisit(peer.visit);
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
    const head = JSON.stringify({
      type: 'welcome',
      version: wireVersion,
      time: now(),
      id,
      may: allowed.role,
    });
    sayText(peer, `${head.slice(0, -1)},"state":${stateText(message.role)}}`);
    const trouble = parts.troubleNow?.();
    if (trouble && (trouble.troubles.length > 0 || message.role === 'operator'))
      say(peer, { type: 'trouble', ...trouble });
    if (message.role !== 'operator') return;
    say(peer, { type: 'present', present: [...told.values()] });
    say(peer, {
      type: 'data',
      ...(parts.dataNow?.() ?? { feeds: [], faults: [], pictures: [], rooms: [], isTyped: false }),
    });
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
      if (peer.pulse.beat(performance.now())) peer.socket.terminate();
      else peer.socket.ping();
    }
    for (const [station, { lostAt }] of lost)
      if (lostAt !== null && now() - lostAt > rememberedLost) lost.delete(station);
    if (presentChanged) {
      presentChanged = false;
      tellPresent();
    }
    visitors.sweep();
    if (turnedAway > 0)
      log.warn({ turnedAway, here: peers.size }, 'too many connections: some were turned away');
    turnedAway = 0;
  }, heartbeatMs);

  const isMeant = (present: Present, { output, channel, group }: OutputCommand): boolean =>
    present.role === 'output' &&
    (output === undefined || present.id === output) &&
    (channel === undefined || present.channel === channel) &&
    (group === undefined || present.group === group);

  return {
    tell(steps: readonly Step[]): void {
      for (const step of steps) {
        const text = `{"type":"patches","sequence":${step.sequence},"patches":${step.written}}`;
        const shown = step.patches.filter(({ path }) => !hiddenFromOutputs.has(String(path[0])));
        const forOutputs =
          shown.length === step.patches.length
            ? text
            : JSON.stringify({
                type: 'patches',
                sequence: step.sequence,
                patches: packLists(shown, step.lists()),
              });
        for (const peer of peers)
          if (peer.present) sayText(peer, peer.present.role === 'output' ? forOutputs : text);
        if (step.events.length === 0) continue;
        const events: AirEvent[] = [...step.events];
        const told = JSON.stringify({ type: 'events', sequence: step.sequence, events });
        for (const peer of peers) if (peer.present && peer.wantsEvents) sayText(peer, told);
      }
    },
    /** Tells operators how sources and what they feed are doing, and which pictures were saved. */
    tellData(data: Partial<Omit<Extract<ServerMessage, { type: 'data' }>, 'type'>>): void {
      tellPeople({ type: 'data', feeds: [], faults: [], pictures: [], rooms: [], isTyped: false, ...data });
    },
    /** Tells everyone what is wrong with the server, and what it has lost. */
    tellTrouble(): void {
      const trouble = parts.troubleNow?.();
      if (!trouble) return;
      const text = JSON.stringify({ type: 'trouble', ...trouble } satisfies ServerMessage);
      for (const peer of peers) if (peer.present) sayText(peer, text);
    },
    /** Ends the connections of those who came by the key of a role. */
    endKey(role: Role): void {
      for (const peer of peers) if (peer.keyRole === role) peer.socket.close(4001, 'wrong-key');
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
      if (presentTimer) clearTimeout(presentTimer);
      for (const peer of peers) peer.socket.terminate();
      sockets.close();
    },
  };
}
